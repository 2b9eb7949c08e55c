/**
 * What still stands when parts of a house are gone (domain.md §11). Every part needs others: all of its needs, of each
 * need any one. Such and-or graphs are Horn clauses; what stands is found from below in time linear in their size
 * (Dowling and Gallier 1984), so that a ring of routers that only hear one another stands on nothing.
 */

/** Any one of these is enough. */
export type Need = readonly string[];

export interface Part {
  id: string;
  /** Each has to be met; a part without needs stands by itself. */
  needs: readonly Need[];
}

export interface Graph {
  /** By id, its number. */
  numbers: ReadonlyMap<string, number>;
  ids: readonly string[];
  /** By part: how many needs it has. */
  count: Int32Array;
  /** Needs a part helps to meet: need numbers from `helps[start[i]]` up to `start[i + 1]`. */
  start: Int32Array;
  helps: Int32Array;
  /** The part a need is of. */
  owner: Int32Array;
}

/** @throws Error where two parts have one id */
export function graphOf(parts: readonly Part[]): Graph {
  const numbers = new Map(parts.map(({ id }, i) => [id, i]));
  if (numbers.size !== parts.length) throw new Error("two parts have one id");
  const owners: number[] = [];
  const helped = parts.map((): number[] => []);
  for (const [i, { needs }] of parts.entries())
    for (const any of needs) {
      // What a need names and nobody has is simply not there.
      for (const one of new Set(any)) {
        const number = numbers.get(one);
        if (number !== undefined) helped[number]!.push(owners.length);
      }
      owners.push(i);
    }
  const start = new Int32Array(parts.length + 1);
  for (const [i, list] of helped.entries()) start[i + 1] = start[i]! + list.length;
  return {
    numbers,
    ids: parts.map(({ id }) => id),
    count: Int32Array.from(parts, ({ needs }) => needs.length),
    start,
    helps: Int32Array.from(helped.flat()),
    owner: Int32Array.from(owners),
  };
}

/**
 * What stands without some parts.
 * @param failed numbers of parts
 * @returns by part number, 1 where it stands
 */
export function standing(graph: Graph, failed: Iterable<number> = []): Uint8Array {
  const { count, start, helps, owner, ids } = graph;
  const stands = new Uint8Array(ids.length);
  const gone = new Uint8Array(ids.length);
  for (const part of failed) gone[part] = 1;
  const left = Int32Array.from(count);
  const met = new Uint8Array(owner.length);
  const open = new Int32Array(ids.length);
  let top = 0;
  for (let i = 0; i < ids.length; i++)
    if (!left[i] && !gone[i]) {
      stands[i] = 1;
      open[top++] = i;
    }
  while (top) {
    const part = open[--top]!;
    for (let k = start[part]!; k < start[part + 1]!; k++) {
      const need = helps[k]!;
      if (met[need]) continue;
      met[need] = 1;
      const own = owner[need]!;
      left[own]! -= 1;
      if (!left[own] && !gone[own] && !stands[own]) {
        stands[own] = 1;
        open[top++] = own;
      }
    }
  }
  return stands;
}
