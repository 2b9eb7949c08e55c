/**
 * In which order a line visits its points: the shortest way from the cabinet through all of them, without a way
 * back, or for a ring with it. Exact for up to twelve points, by the shortest way to every point through every set of others (Held and
 * Karp 1962); above that a nearest-neighbour start, bettered by turning pieces round (2-opt) and moving pieces of up
 * to three (or-opt) until neither helps. No way can be shorter than the least tree that joins all: shown beside it.
 */

export interface LineOrder {
  /** Points in the order they are visited, as they were numbered: 1 … n; the cabinet, 0, comes before. */
  order: readonly number[];
  lengthM: number;
  /** Length of the least tree through the same points. */
  boundM: number;
  /** No other order is shorter. */
  exact: boolean;
}

/** Up to so many points every order is as good as tried. */
export const MOST_EXACT_POINTS = 12;
/** Longest piece that or-opt moves. */
const MOST_MOVED = 3;
/** Less than this is rounding, not a better way. */
const LEAST_GAIN_M = 1e-9;

/**
 * The best order of a line, or of a ring.
 * @param distanceM metres between any two, along the ways of the house: n + 1 rows of n + 1, the cabinet first; the
 *   same both ways, and Infinity where there is no way
 * @returns undefined where some point cannot be reached
 */
export function orderOfLine(distanceM: readonly (readonly number[])[], ring = false): LineOrder | undefined {
  const points = distanceM.length - 1;
  const boundM = treeLength(distanceM);
  if (boundM === Infinity) return undefined;
  if (points < 1) return { order: [], lengthM: 0, boundM: 0, exact: true };
  const exact = points <= MOST_EXACT_POINTS;
  const order = exact ? shortest(distanceM, ring) : bettered(distanceM, nearestFirst(distanceM), ring);
  return { order, lengthM: lengthOf(distanceM, order, ring), boundM, exact };
}

/** Metres of a line from the cabinet through points in this order; of a ring, back to it as well. */
export function lengthOf(
  distanceM: readonly (readonly number[])[],
  order: readonly number[],
  ring = false,
): number {
  let [sum, at] = [0, 0];
  for (const point of order) {
    sum += distanceM[at]![point]!;
    at = point;
  }
  return ring ? sum + distanceM[at]![0]! : sum;
}

/** Length of the least spanning tree; Infinity where some point cannot be reached. */
export const treeLength = (distanceM: readonly (readonly number[])[]): number => treeOf(distanceM).lengthM;

/**
 * The least spanning tree (Prim).
 * @returns its metres, and for each point, in the order of the rows after the first, the row it hangs on
 */
export function treeOf(distanceM: readonly (readonly number[])[]): { lengthM: number; parents: number[] } {
  const near = distanceM[0]!.slice();
  const from = distanceM.map(() => 0);
  const inTree = new Set([0]);
  let lengthM = 0;
  while (inTree.size < distanceM.length) {
    let next = -1;
    near.forEach((metres, i) => {
      if (!inTree.has(i) && (next < 0 || metres < near[next]!)) next = i;
    });
    lengthM += near[next]!;
    inTree.add(next);
    distanceM[next]!.forEach((metres, i) => {
      if (inTree.has(i) || metres >= near[i]!) return;
      near[i] = metres;
      from[i] = next;
    });
  }
  return { lengthM, parents: from.slice(1) };
}

/** Held and Karp: for every set of points and the one of them it ends at, the shortest way there. */
function shortest(distanceM: readonly (readonly number[])[], ring: boolean): number[] {
  const n = distanceM.length - 1;
  const sets = 1 << n;
  const least = new Float64Array(sets * n).fill(Infinity);
  const before = new Int8Array(sets * n).fill(-1);
  for (let end = 0; end < n; end++) least[(1 << end) * n + end] = distanceM[0]![end + 1]!;
  for (let set = 1; set < sets; set++)
    for (let end = 0; end < n; end++) {
      const metres = least[set * n + end]!;
      if (metres === Infinity) continue;
      for (let next = 0; next < n; next++) {
        if ((set >> next) & 1) continue;
        const at = (set | (1 << next)) * n + next;
        const way = metres + distanceM[end + 1]![next + 1]!;
        if (way >= least[at]!) continue;
        least[at] = way;
        before[at] = end;
      }
    }
  let set = sets - 1;
  let end = 0;
  const whole = (last: number) => least[(sets - 1) * n + last]! + (ring ? distanceM[last + 1]![0]! : 0);
  for (let one = 1; one < n; one++) if (whole(one) < whole(end)) end = one;
  const order: number[] = [];
  while (end >= 0) {
    order.unshift(end + 1);
    const next = before[set * n + end]!;
    set &= ~(1 << end);
    end = next;
  }
  return order;
}

function nearestFirst(distanceM: readonly (readonly number[])[]): number[] {
  const open = new Set(distanceM.keys());
  open.delete(0);
  const order: number[] = [];
  for (let at = 0; open.size;) {
    let next = -1;
    for (const point of open) if (next < 0 || distanceM[at]![point]! < distanceM[at]![next]!) next = point;
    open.delete(next);
    order.push(next);
    at = next;
  }
  return order;
}

/** Turn pieces round and move them, as long as either makes the line shorter. */
function bettered(
  distanceM: readonly (readonly number[])[],
  start: readonly number[],
  ring: boolean,
): number[] {
  const order = [...start];
  const count = order.length;
  /** Metres between what stands at two places of the order; the cabinet before it, and after it on a ring. */
  const between = (from: number, to: number) => {
    if (to === count && !ring) return 0;
    return distanceM[from < 0 ? 0 : order[from]!]![to === count ? 0 : order[to]!]!;
  };
  for (let better = true; better;) {
    better = false;
    for (let i = 0; i < count; i++)
      for (let j = i + 1; j < count; j++) {
        const after =
          j + 1 === count && !ring ? 0 : distanceM[order[i]!]![j + 1 === count ? 0 : order[j + 1]!]!;
        const turned = distanceM[i ? order[i - 1]! : 0]![order[j]!]! + after;
        if (turned >= between(i - 1, i) + between(j, j + 1) - LEAST_GAIN_M) continue;
        order.splice(i, j - i + 1, ...order.slice(i, j + 1).reverse());
        better = true;
      }
    for (let size = 1; size <= MOST_MOVED; size++)
      for (let i = 0; i + size <= count; i++) better = moved(distanceM, order, i, size, ring) || better;
  }
  return order;
}

/** Put the piece of `size` points at `from` where it makes the line shortest, either way round, if that is better. */
function moved(
  distanceM: readonly (readonly number[])[],
  order: number[],
  from: number,
  size: number,
  ring: boolean,
): boolean {
  const piece = order.slice(from, from + size);
  const rest = [...order.slice(0, from), ...order.slice(from + size)];
  const metres = (a: number | undefined, b: number | undefined) =>
    b === undefined && !ring ? 0 : distanceM[a ?? 0]![b ?? 0]!;
  /** What the piece adds between two of the rest. */
  const added = (at: number, first: number, last: number) =>
    metres(rest[at - 1], first) + metres(last, rest[at]) - metres(rest[at - 1], rest[at]);
  const [first, last] = [piece[0]!, piece.at(-1)!];
  let best = { at: from, turned: false, metres: added(from, first, last) - LEAST_GAIN_M };
  for (let at = 0; at <= rest.length; at++)
    for (const turned of [false, true]) {
      const now = turned ? added(at, last, first) : added(at, first, last);
      if (now < best.metres) best = { at, turned, metres: now };
    }
  if (best.at === from && !best.turned) return false;
  rest.splice(best.at, 0, ...(best.turned ? piece.reverse() : piece));
  order.splice(0, order.length, ...rest);
  return true;
}
