/**
 * In which order a line visits its points: the shortest way from the cabinet through all of them, without a way
 * back. Exact for up to twelve points, by the shortest way to every point through every set of others (Held and
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
 * @param distanceM metres between any two, along the ways of the house: n + 1 rows of n + 1, the cabinet first; the
 *   same both ways, and Infinity where there is no way
 * @returns undefined where some point cannot be reached
 */
export function orderOfLine(distanceM: readonly (readonly number[])[]): LineOrder | undefined {
  const points = distanceM.length - 1;
  const boundM = treeLength(distanceM);
  if (boundM === Infinity) return undefined;
  if (points < 1) return { order: [], lengthM: 0, boundM: 0, exact: true };
  const exact = points <= MOST_EXACT_POINTS;
  const order = exact ? shortest(distanceM) : bettered(distanceM, nearestFirst(distanceM));
  return { order, lengthM: lengthOf(distanceM, order), boundM, exact };
}

/** Metres of a line from the cabinet through points in this order. */
export function lengthOf(distanceM: readonly (readonly number[])[], order: readonly number[]): number {
  let [sum, at] = [0, 0];
  for (const point of order) {
    sum += distanceM[at]![point]!;
    at = point;
  }
  return sum;
}

/** Length of the least spanning tree (Prim); Infinity where some point cannot be reached. */
export function treeLength(distanceM: readonly (readonly number[])[]): number {
  const near = distanceM[0]!.slice();
  const inTree = new Set([0]);
  let sum = 0;
  while (inTree.size < distanceM.length) {
    let next = -1;
    near.forEach((metres, i) => {
      if (!inTree.has(i) && (next < 0 || metres < near[next]!)) next = i;
    });
    sum += near[next]!;
    if (sum === Infinity) return Infinity;
    inTree.add(next);
    distanceM[next]!.forEach((metres, i) => (near[i] = Math.min(near[i]!, metres)));
  }
  return sum;
}

/** Held and Karp: for every set of points and the one of them it ends at, the shortest way there. */
function shortest(distanceM: readonly (readonly number[])[]): number[] {
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
  for (let one = 1; one < n; one++) if (least[set * n + one]! < least[set * n + end]!) end = one;
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
function bettered(distanceM: readonly (readonly number[])[], start: readonly number[]): number[] {
  let order = [...start];
  for (let better = true; better;) {
    better = false;
    for (const way of neighbours(order)) {
      if (lengthOf(distanceM, way) >= lengthOf(distanceM, order) - LEAST_GAIN_M) continue;
      order = way;
      better = true;
      break;
    }
  }
  return order;
}

/** All orders that differ by one piece turned round, or by one piece of up to three put elsewhere, either way round. */
function* neighbours(order: readonly number[]): Generator<number[]> {
  for (let i = 0; i < order.length; i++)
    for (let j = i + 2; j <= order.length; j++)
      yield [...order.slice(0, i), ...order.slice(i, j).reverse(), ...order.slice(j)];
  for (let count = 1; count <= MOST_MOVED; count++)
    for (let i = 0; i + count <= order.length; i++) {
      const piece = order.slice(i, i + count);
      const rest = [...order.slice(0, i), ...order.slice(i + count)];
      for (let at = 0; at <= rest.length; at++) {
        if (at === i) continue;
        yield [...rest.slice(0, at), ...piece, ...rest.slice(at)];
        if (count > 1) yield [...rest.slice(0, at), ...[...piece].reverse(), ...rest.slice(at)];
      }
    }
}
