/**
 * What still stands when parts of a house are gone (docs/model.md §11). Every part needs others: all of its needs, of each
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
  /** The needs of part `i` are numbered from `needs[i]` up to `needs[i + 1]`. */
  needs: Int32Array;
  /** Needs a part helps to meet: need numbers from `helps[start[i]]` up to `start[i + 1]`. */
  start: Int32Array;
  helps: Int32Array;
  /** Parts that help to meet a need: part numbers from `helpers[from[k]]` up to `from[k + 1]`. */
  from: Int32Array;
  helpers: Int32Array;
  /** The part a need is of. */
  owner: Int32Array;
}

/** Lists one after another, with where each begins. */
function inARow(lists: readonly (readonly number[])[]): [start: Int32Array, all: Int32Array] {
  const start = new Int32Array(lists.length + 1);
  for (const [i, list] of lists.entries()) start[i + 1] = start[i]! + list.length;
  return [start, Int32Array.from(lists.flat())];
}

/** @throws Error where two parts have one id */
export function graphOf(parts: readonly Part[]): Graph {
  const numbers = new Map(parts.map(({ id }, i) => [id, i]));
  if (numbers.size !== parts.length) throw new Error("two parts have one id");
  const owner: number[] = [];
  const helped = parts.map((): number[] => []);
  const helping: number[][] = [];
  for (const [i, { needs }] of parts.entries())
    for (const any of needs) {
      // What a need names and nobody has is simply not there.
      const own = [...new Set(any)].flatMap((one) => numbers.get(one) ?? []);
      for (const number of own) helped[number]!.push(owner.length);
      helping.push(own);
      owner.push(i);
    }
  const needs = new Int32Array(parts.length + 1);
  for (const [i, part] of parts.entries()) needs[i + 1] = needs[i]! + part.needs.length;
  const [start, helps] = inARow(helped);
  const [from, helpers] = inARow(helping);
  return {
    numbers,
    ids: parts.map(({ id }) => id),
    needs,
    start,
    helps,
    from,
    helpers,
    owner: Int32Array.from(owner),
  };
}

/** A house in order: in which turn each part came to stand, and what it stands on. */
export interface Standing {
  graph: Graph;
  /** By part: the turn in which it was found to stand; −1 where it does not. */
  turn: Int32Array;
  /** By need: the part that met it first, of an earlier turn than its owner; −1 where nothing does. */
  witness: Int32Array;
}

/** What stands while nothing has failed, from below. */
export function standing(graph: Graph): Standing {
  const { needs, start, helps, owner, ids } = graph;
  const left = Int32Array.from(ids, (_, i) => needs[i + 1]! - needs[i]!);
  const turn = new Int32Array(ids.length).fill(-1);
  const witness = new Int32Array(owner.length).fill(-1);
  const open: number[] = [];
  let turns = 0;
  const stand = (part: number) => {
    turn[part] = turns++;
    open.push(part);
  };
  for (let i = 0; i < ids.length; i++) if (!left[i]) stand(i);
  for (let part = open.pop(); part !== undefined; part = open.pop())
    for (let k = start[part]!; k < start[part + 1]!; k++) {
      const need = helps[k]!;
      if (witness[need] !== -1) continue;
      witness[need] = part;
      const own = owner[need]!;
      left[own]! -= 1;
      if (!left[own]) stand(own);
    }
  return { graph, turn, witness };
}

/**
 * What no longer stands without some parts, those included: only what hung on them is looked at, so that the failures
 * of all parts of a house one by one cost what falls with each.
 *
 * First whatever has nothing of an earlier turn left to stand on is taken down, which never leaves a ring standing on
 * itself; then what is down and stands on something of a later turn is put up again (delete and rederive, Gupta,
 * Mumick and Subrahmanian 1993).
 * @param failed numbers of parts
 */
export function fallen({ graph, turn, witness }: Standing, failed: Iterable<number>): ReadonlySet<number> {
  const { needs, start, helps, from, helpers, owner } = graph;
  const down = new Set<number>();
  const instead = new Map<number, number>();
  const gone = new Set<number>(failed);
  const open = [...gone].filter((part) => turn[part]! >= 0);
  for (const part of open) down.add(part);
  const meets = (part: number) => turn[part]! >= 0 && !down.has(part);
  for (let part = open.pop(); part !== undefined; part = open.pop())
    for (let k = start[part]!; k < start[part + 1]!; k++) {
      const need = helps[k]!;
      const own = owner[need]!;
      if (!meets(own) || (instead.get(need) ?? witness[need]) !== part) continue;
      let other = -1;
      for (let h = from[need]!; other < 0 && h < from[need + 1]!; h++)
        if (meets(helpers[h]!) && turn[helpers[h]!]! < turn[own]!) other = helpers[h]!;
      if (other >= 0) instead.set(need, other);
      else {
        down.add(own);
        open.push(own);
      }
    }
  const isMet = (need: number) => {
    for (let h = from[need]!; h < from[need + 1]!; h++) if (meets(helpers[h]!)) return true;
    return false;
  };
  const canStand = (part: number) => {
    for (let need = needs[part]!; need < needs[part + 1]!; need++) if (!isMet(need)) return false;
    return true;
  };
  const again = [...down].filter((part) => !gone.has(part));
  for (let part = again.pop(); part !== undefined; part = again.pop()) {
    if (!down.has(part) || !canStand(part)) continue;
    down.delete(part);
    for (let k = start[part]!; k < start[part + 1]!; k++) {
      const own = owner[helps[k]!]!;
      if (down.has(own) && !gone.has(own)) again.push(own);
    }
  }
  // What did not stand before is down as well, where it was named.
  for (const part of gone) down.add(part);
  return down;
}
