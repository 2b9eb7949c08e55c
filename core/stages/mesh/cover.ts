/**
 * The fewest sets that cover everything which any of them covers: branch and bound over the thing with the fewest
 * sets to choose from, against how many things share no set with one another (each of those needs one of its own).
 */
export interface Cover {
  /** Places in the list of sets, in order. */
  chosen: number[];
  /** No choice has fewer sets than this. */
  bound: number;
  /** `chosen` has as few as there can be. */
  exact: boolean;
  /** Things no set covers. */
  left: number[];
}

/** Steps after which the best so far is given with its bound. */
const MOST_STEPS = 60_000;

/**
 * Things with the sets that cover them; of those covered by the same sets one, and none whose sets take in all those
 * of another: who covers that one covers it too.
 */
function hardest(sets: readonly (readonly number[])[], count: number): { by: number[][]; left: number[] } {
  const by: number[][] = Array.from({ length: count }, () => []);
  sets.forEach((things, set) => {
    for (const thing of things) if (by[thing]!.at(-1) !== set) by[thing]!.push(set);
  });
  const left = by.flatMap((own, thing) => (own.length ? [] : [thing]));
  const unique = [
    ...new Map(by.filter((own) => own.length).map((own) => [own.join(" "), own])).values(),
  ].sort((a, b) => a.length - b.length);
  const kept: number[][] = [];
  for (const own of unique) {
    const has = new Set(own);
    if (!kept.some((other) => other.every((set) => has.has(set)))) kept.push(own);
  }
  return { by: kept, left };
}

/** Things of which no two share a set, taken as they come: those with the fewest sets first. */
function apart(things: readonly (readonly number[])[]): number {
  const taken = new Set<number>();
  let count = 0;
  for (const own of things) {
    if (own.some((set) => taken.has(set))) continue;
    count += 1;
    for (const set of own) taken.add(set);
  }
  return count;
}

/** The set that covers most, again and again. */
function greedy(things: readonly (readonly number[])[]): number[] {
  const chosen: number[] = [];
  let open = things;
  while (open.length) {
    const counts = new Map<number, number>();
    for (const own of open) for (const set of own) counts.set(set, (counts.get(set) ?? 0) + 1);
    const [best] = [...counts].reduce((most, one) =>
      one[1] > most[1] || (one[1] === most[1] && one[0] < most[0]) ? one : most,
    );
    chosen.push(best);
    open = open.filter((own) => !own.includes(best));
  }
  return chosen;
}

/**
 * @param sets what each covers, as numbers below `count`
 */
export function leastCover(sets: readonly (readonly number[])[], count: number): Cover {
  const { by, left } = hardest(sets, count);
  let best = greedy(by);
  const bound = apart(by);
  let steps = 0;
  const search = (open: readonly (readonly number[])[], chosen: readonly number[]) => {
    if (!open.length) {
      if (chosen.length < best.length) best = [...chosen];
      return;
    }
    steps += 1;
    if (steps > MOST_STEPS || chosen.length + apart(open) >= best.length) return;
    const thing = open.reduce((least, own) => (own.length < least.length ? own : least));
    for (const set of thing)
      search(
        open.filter((own) => !own.includes(set)),
        [...chosen, set],
      );
  };
  if (best.length > bound) search(by, []);
  const exact = steps <= MOST_STEPS;
  return { chosen: [...best].sort((a, b) => a - b), bound: exact ? best.length : bound, exact, left };
}
