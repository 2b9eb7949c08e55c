/**
 * Cutting reels: which cut comes off which reel so that the fewest new reels
 * are bought. Best-fit decreasing first; where that is above the lower bound,
 * branch and bound on what is left, within a step limit. The bound is shown.
 */
export interface Cut {
  label: string;
  lengthM: number;
}

export interface ReelUse {
  /** Row id of a part-used reel; absent for a new one. */
  stock?: string;
  capacityM: number;
  cuts: Cut[];
}

export interface Cutting {
  reels: ReelUse[];
  newReels: number;
  /** No plan can do with fewer new reels than this. */
  bound: number;
  /** True where newReels equals the bound or the search ran to its end. */
  proven: boolean;
  wasteM: number;
  /** Cuts longer than any reel; in no reel. */
  tooLong: Cut[];
}

const EPSILON = 1e-9;
/** Sets up to this size are searched to the end; larger ones keep the first plan, with the gap shown. */
const MOST_EXACT = 60;

/**
 * Martello–Toth L2 with the continuous bound: fewest bins of `capacity` for sizes sorted downwards,
 * `freeM` of stock taken off first. For each threshold k ≤ capacity / 2: cuts above capacity − k take a
 * bin each, cuts above half take one too and leave room that cuts from k to half may fill. Prefix sums
 * make it one pass.
 */
export function lowerBound(sizes: readonly number[], capacity: number, freeM = 0): number {
  const before = [0];
  for (const size of sizes) before.push(before[before.length - 1]! + size);
  const total = before[sizes.length]!;
  const best = Math.max(0, Math.ceil((total - freeM) / capacity - EPSILON));
  if (freeM > 0) return best;
  const half = firstAtMost(sizes, capacity / 2);
  let bound = Math.max(best, half);
  for (let i = half; i < sizes.length; i++) {
    const k = sizes[i]!;
    if (sizes[i + 1] === k) continue;
    const large = Math.min(half, firstAtMost(sizes, capacity - k));
    const room = (half - large) * capacity - (before[half]! - before[large]!);
    const over = before[i + 1]! - before[half]! - room;
    bound = Math.max(bound, half + Math.max(0, Math.ceil(over / capacity - EPSILON)));
  }
  return bound;
}

/** Index of the first of `sizes`, sorted downwards, that is at most `limit`. */
function firstAtMost(sizes: readonly number[], limit: number): number {
  let low = 0;
  let high = sizes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sizes[middle]! > limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Put each cut, longest first, on the reel it leaves the least over on; part-used reels before new ones. */
function bestFit(cuts: readonly Cut[], reels: ReelUse[], capacityM: number): void {
  const left = reels.map((reel) => reel.capacityM);
  for (const cut of cuts) {
    let best = -1;
    for (let i = 0; i < reels.length; i++) {
      if (left[i]! + EPSILON < cut.lengthM) continue;
      const stockFirst = best < 0 || Number(!!reels[i]!.stock) > Number(!!reels[best]!.stock);
      const sameKind = best >= 0 && !!reels[i]!.stock === !!reels[best]!.stock;
      if (stockFirst || (sameKind && left[i]! < left[best]! - EPSILON)) best = i;
    }
    if (best < 0) {
      best = reels.push({ capacityM, cuts: [] }) - 1;
      left.push(capacityM);
    }
    reels[best]!.cuts.push(cut);
    left[best]! -= cut.lengthM;
  }
}

/** Depth-first: each cut on every reel with a different rest, then on a new one. Gives a plan with under `beat` new reels, if there is one. */
function search(cuts: readonly Cut[], stock: readonly ReelUse[], capacityM: number, beat: number, bound: number, steps: number): { found?: ReelUse[]; ended: boolean } {
  const left = stock.map((reel) => reel.capacityM);
  const place = new Array<number>(cuts.length).fill(-1);
  const restM = new Array<number>(cuts.length + 1).fill(0);
  for (let i = cuts.length - 1; i >= 0; i--) restM[i] = restM[i + 1]! + cuts[i]!.lengthM;
  let budget = steps;
  let best = beat;
  let found: ReelUse[] | undefined;
  const visit = (i: number): void => {
    if (budget-- <= 0 || best <= bound) return;
    const bought = left.length - stock.length;
    if (i === cuts.length) {
      best = bought;
      found = left.map((_, r) => ({ ...(stock[r] ?? { capacityM }), cuts: cuts.filter((_c, c) => place[c] === r) }));
      return;
    }
    const free = left.reduce((sum, m) => sum + m, 0);
    if (bought + Math.max(0, Math.ceil((restM[i]! - free) / capacityM - EPSILON)) >= best) return;
    const size = cuts[i]!.lengthM;
    const tried = new Set<string>();
    for (let r = 0; r < left.length; r++) {
      const rest = left[r]!.toFixed(6);
      if (left[r]! + EPSILON < size || tried.has(rest)) continue;
      tried.add(rest);
      place[i] = r;
      left[r]! -= size;
      visit(i + 1);
      left[r]! += size;
    }
    if (bought + 1 < best) {
      place[i] = left.push(capacityM - size) - 1;
      visit(i + 1);
      left.pop();
    }
  };
  visit(0);
  return { found, ended: budget > 0 || best <= bound };
}

/**
 * Cut `cuts` from part-used reels and as few new reels of `capacityM` as can be.
 * Lengths m. `steps` limits the exact search (small sets end well within it).
 */
export function cutReels(cuts: readonly Cut[], capacityM: number, stock: readonly { id: string; remainingM: number }[] = [], steps = 40_000): Cutting {
  const longest = Math.max(capacityM, ...stock.map((reel) => reel.remainingM));
  const tooLong = cuts.filter((cut) => cut.lengthM > longest + EPSILON);
  const sorted = cuts.filter((cut) => cut.lengthM <= longest + EPSILON).sort((a, b) => b.lengthM - a.lengthM || (a.label < b.label ? -1 : 1));
  const part: ReelUse[] = [...stock].sort((a, b) => a.remainingM - b.remainingM).map((reel) => ({ stock: reel.id, capacityM: reel.remainingM, cuts: [] }));
  const freeM = part.reduce((sum, reel) => sum + reel.capacityM, 0);
  const bound = lowerBound(sorted.map((cut) => cut.lengthM), capacityM, freeM);
  let reels = part.map((reel) => ({ ...reel, cuts: [] as Cut[] }));
  bestFit(sorted, reels, capacityM);
  let newReels = reels.length - part.length;
  let proven = newReels <= bound;
  if (!proven && sorted.length <= MOST_EXACT) {
    const { found, ended } = search(sorted, part, capacityM, newReels, bound, steps);
    if (found) {
      reels = found;
      newReels = reels.length - part.length;
    }
    proven = ended || newReels <= bound;
  }
  const used = reels.filter((reel) => reel.cuts.length);
  const bought = used.filter((reel) => !reel.stock).length;
  const wasteM = used.reduce((sum, reel) => sum + (reel.stock ? 0 : reel.capacityM - reel.cuts.reduce((s, cut) => s + cut.lengthM, 0)), 0);
  return { reels: used, newReels: bought, bound: Math.min(bound, bought), proven, wasteM, tooLong };
}
