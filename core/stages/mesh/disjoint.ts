/** Two ways to a coordinator that share no router (Menger 1927), by a flow over places each passed once. */
import { otherEnd, type Band, type Radio } from "./links";
import { forwards, isRoot } from "./routes";

/** Arcs of a flow, each beside its reverse (`arc ^ 1`); `left` is what may still pass. */
interface Flow {
  to: number[];
  left: number[];
  from: number[][];
}

function addArc({ to, left, from }: Flow, a: number, b: number, capacity: number): void {
  for (const [tail, head, free] of [
    [a, b, capacity],
    [b, a, 0],
  ] as const) {
    (from[tail] ??= []).push(to.length);
    to.push(head);
    left.push(free);
  }
}

/** One more way from `start` to `end`, the one over fewest places; false where there is none. */
function augment(flow: Flow, start: number, end: number): boolean {
  const by = new Map<number, number>([[start, -1]]);
  const queue = [start];
  for (let at = queue.shift(); at !== undefined && !by.has(end); at = queue.shift())
    for (const arc of flow.from[at] ?? []) {
      const next = flow.to[arc]!;
      if (!flow.left[arc] || by.has(next)) continue;
      by.set(next, arc);
      queue.push(next);
    }
  if (!by.has(end)) return false;
  for (let at = end; at !== start;) {
    const arc = by.get(at)!;
    flow.left[arc]! -= 1;
    flow.left[arc ^ 1]! += 1;
    at = flow.to[arc ^ 1]!;
  }
  return true;
}

/**
 * Ways of a radio to coordinators with no router in common, at most two: one where there is no second, none where
 * there is none. Each lists what is passed, the coordinator last.
 */
export function disjointWays(band: Band, radio: Radio): Radio[][] {
  if (isRoot(radio)) return [];
  const places = [radio, ...band.radios.filter((one) => one !== radio && forwards(one))];
  const number = new Map(places.map((one, i) => [one.row.id, i]));
  const [goesIn, comesOut] = [(i: number) => 2 * i, (i: number) => 2 * i + 1];
  const end = 2 * places.length;
  const flow: Flow = { to: [], left: [], from: [] };
  const links: { arc: number; a: number; b: number }[] = [];
  places.forEach((one, i) => {
    // A coordinator may take both; every other place one.
    addArc(flow, goesIn(i), comesOut(i), isRoot(one) ? 2 : 1);
    if (isRoot(one)) return addArc(flow, comesOut(i), end, 2);
    for (const link of band.linksOf.get(one.row.id)!) {
      const other = number.get(otherEnd(link, one.row.id).row.id);
      if (other === undefined || other === 0) continue;
      links.push({ arc: flow.to.length, a: i, b: other });
      addArc(flow, comesOut(i), goesIn(other), 1);
    }
  });
  let count = 0;
  while (count < 2 && augment(flow, comesOut(0), end)) count += 1;
  const taken = links.filter(({ arc }) => flow.left[arc] === 0);
  return taken
    .filter(({ a }) => a === 0)
    .map(({ b: first }) => {
      const way: Radio[] = [];
      for (let at: number | undefined = first; at !== undefined;) {
        way.push(places[at]!);
        const here: number = at;
        at = isRoot(places[here]!) ? undefined : taken.find(({ a }) => a === here)?.b;
      }
      return way;
    });
}
