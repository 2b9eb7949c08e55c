/**
 * Cutting reels: which cut comes off which reel so that the fewest new reels
 * are bought. Best-fit decreasing first; where that is above the lower bound,
 * each reel is filled as full as can be, and small sets are searched by branch
 * and bound within a step limit. The bound is shown.
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
/** Sets up to this size are searched to the end; larger ones keep the better of two plans, with the gap shown. */
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

/** Cuts are whole multiples of 5 cm; what a jacket says may lie between, and counts as the next one up. */
const UNIT_M = 0.05;
/** Cuts tried together for one reel: enough for a full one, few enough to be quick. */
const TRIED = 60;

/**
 * Which of `sizes` fill `room` best, as indices: subset sums, each reached sum remembering the size that first reached
 * it, so that the way back uses none twice. Sizes and room in whole units.
 */
function fullest(sizes: readonly number[], room: number): number[] {
  const by = new Int16Array(room + 1).fill(-1);
  const reached = [0];
  let best = 0;
  for (let i = 0; i < sizes.length && best < room; i++) {
    // Only sums reached before this size: it is used once at most.
    for (let k = reached.length - 1; k >= 0; k--) {
      const sum = reached[k]! + sizes[i]!;
      if (sum > room || by[sum]! >= 0) continue;
      by[sum] = i;
      reached.push(sum);
      if (sum > best) best = sum;
    }
  }
  const chosen: number[] = [];
  for (let sum = best; sum > 0; sum -= sizes[by[sum]!]!) chosen.push(by[sum]!);
  return chosen;
}

/**
 * Reel by reel: the longest cut left, then whatever fills the rest best. Comes closer to the bound than best fit where
 * there are many cuts, since no rest is left that something would have filled. Returns every reel, part-used ones first.
 */
function fillEach(cuts: readonly Cut[], part: readonly ReelUse[], capacityM: number): ReelUse[] {
  const left = [...cuts];
  const units = (cut: Cut) => Math.max(1, Math.ceil(cut.lengthM / UNIT_M - 1e-6));
  const reels: ReelUse[] = [];
  const waiting = [...part];
  while (left.length) {
    const stock = waiting.shift();
    const reel: ReelUse = { ...(stock?.stock ? { stock: stock.stock } : {}), capacityM: stock?.capacityM ?? capacityM, cuts: [] };
    const room = Math.floor(reel.capacityM / UNIT_M + 1e-6);
    const first = left.findIndex((cut) => units(cut) <= room);
    if (first >= 0) {
      const [longest] = left.splice(first, 1);
      reel.cuts.push(longest!);
      // The longest ones that go in, and some of every length after them.
      const rest = room - units(longest!);
      const fits = left.flatMap((cut, i) => (units(cut) <= rest ? [i] : []));
      const tried = fits.length <= TRIED ? fits : [...new Set(Array.from({ length: TRIED }, (_, k) => fits[k < TRIED / 2 ? k : Math.floor(TRIED / 2 + ((k - TRIED / 2) * (fits.length - TRIED / 2)) / (TRIED / 2))]!))];
      const taken = new Set(fullest(tried.map((i) => units(left[i]!)), rest).map((k) => tried[k]!));
      for (const i of taken) reel.cuts.push(left[i]!);
      if (taken.size) left.splice(0, left.length, ...left.filter((_, i) => !taken.has(i)));
    } else if (!stock) break;
    reels.push(reel);
  }
  return [...reels, ...waiting.map((reel) => ({ ...reel, cuts: [] as Cut[] }))];
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
  if (newReels > bound) {
    const filled = fillEach(sorted, part, capacityM);
    const bought = filled.filter((reel) => !reel.stock).length;
    const placed = filled.reduce((sum, reel) => sum + reel.cuts.length, 0);
    if (bought < newReels && placed === sorted.length) {
      reels = filled;
      newReels = bought;
    }
  }
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
