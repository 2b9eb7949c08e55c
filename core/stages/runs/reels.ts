/**
 * Cutting reels: which cut comes off which reel so that the fewest new reels are bought. Best-fit
 * decreasing first; where that is above the lower bound, each reel is filled as full as can be, and small
 * sets are searched by branch and bound within a step limit. The bound, which counts what is in stock, is
 * shown, and whether the count is proven.
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
/**
 * Sets up to this size are searched to the end; larger ones keep the better of two plans, with the gap
 * shown.
 */
const MOST_EXACT = 60;

/**
 * Fewest new reels of `capacity` that can do, with part-used reels of `stock` metres at hand; `sizes`
 * sorted downwards.
 *
 * Martello and Toth's L2 written as dual feasible functions, so that reels of any size can be counted off:
 * a function gives every cut a share, such that no set of cuts that goes on a new reel has more than 1;
 * what a part-used reel can hold at most is taken off the sum. For a threshold k ≤ capacity / 2 a cut above
 * capacity − k counts 1, one below k nothing, one between its part of a reel; a last function counts the
 * cuts above half. A part-used reel of W metres holds, of the first kind, W ÷ capacity, and for every cut
 * above capacity − k that it has room for at most 1. Source: Fekete and Schepers, New classes of fast lower
 * bounds for bin packing problems, 2001.
 */
export function lowerBound(
  sizes: readonly number[],
  capacity: number,
  stock: readonly number[] = [],
): number {
  const before = [0];
  for (const size of sizes) before.push(before[before.length - 1]! + size);
  const total = before[sizes.length]!;
  const up = (reels: number) => Math.max(0, Math.ceil(reels - EPSILON));
  let bound = up((total - stock.reduce((sum, m) => sum + m, 0)) / capacity);
  const half = firstAtMost(sizes, capacity / 2);
  // Cuts above half a reel: one a new reel, and on a part-used one as many as it has halves, less one where
  // that is even.
  bound = Math.max(
    bound,
    half - stock.reduce((sum, m) => sum + Math.max(0, Math.ceil((2 * m) / capacity - EPSILON) - 1), 0),
  );
  for (let i = half; i < sizes.length; i++) {
    const k = sizes[i]!;
    if (sizes[i + 1] === k) continue;
    const large = firstAtMost(sizes, capacity - k);
    const held = stock.reduce((sum, m) => {
      const whole = Math.floor(m / (capacity - k) + EPSILON);
      return sum + whole + (m - whole * (capacity - k)) / capacity;
    }, 0);
    bound = Math.max(bound, up(large + (before[i + 1]! - before[large]!) / capacity - held));
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

/**
 * Put each cut, longest first, on the reel it leaves the least over on; part-used reels before new ones.
 * Gives back the cuts that no reel has room for: those longer than a new one, where no part-used one is
 * left that long.
 */
function bestFit(cuts: readonly Cut[], reels: ReelUse[], capacityM: number): Cut[] {
  const left = reels.map((reel) => reel.capacityM);
  const none: Cut[] = [];
  for (const cut of cuts) {
    let best = -1;
    for (let i = 0; i < reels.length; i++) {
      if (left[i]! + EPSILON < cut.lengthM) continue;
      const stockFirst = best < 0 || Number(!!reels[i]!.stock) > Number(!!reels[best]!.stock);
      const sameKind = best >= 0 && !!reels[i]!.stock === !!reels[best]!.stock;
      if (stockFirst || (sameKind && left[i]! < left[best]! - EPSILON)) best = i;
    }
    if (best < 0 && cut.lengthM > capacityM + EPSILON) {
      none.push(cut);
      continue;
    }
    if (best < 0) {
      best = reels.push({ capacityM, cuts: [] }) - 1;
      left.push(capacityM);
    }
    reels[best]!.cuts.push(cut);
    left[best]! -= cut.lengthM;
  }
  return none;
}

/**
 * Depth-first: each cut on every reel with a different rest, then on a new one. Gives a plan with under
 * `beat` new reels, if there is one.
 */
function search(
  cuts: readonly Cut[],
  stock: readonly ReelUse[],
  capacityM: number,
  beat: number,
  bound: number,
  steps: number,
): { found?: ReelUse[]; ended: boolean } {
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
      found = left.map((_, r) => ({
        ...(stock[r] ?? { capacityM }),
        cuts: cuts.filter((_c, c) => place[c] === r),
      }));
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
    if (bought + 1 < best && size <= capacityM + EPSILON) {
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
 * Which of `sizes` fill `room` best, as indices: subset sums. Sizes and room in whole units; at most TRIED
 * sizes, none above the room.
 *
 * The sums reached with the first i sizes are bits of row i of `rows`, so that a size more is a shift of the
 * whole row, 32 sums at a time. The way back takes for each sum the size it was first reached with, and uses
 * none twice.
 * @param rows room for TRIED + 1 rows of as many words as sums up to `room` take, used anew by each call
 */
function fullest(sizes: readonly number[], room: number, rows: Uint32Array): number[] {
  const words = (room >> 5) + 1;
  const has = (row: number, sum: number) => (rows[row * words + (sum >> 5)]! >>> (sum & 31)) & 1;
  rows.fill(0, 0, words);
  rows[0] = 1;
  let row = 0;
  for (let reach = 0; row < sizes.length && !has(row, room); row++) {
    const size = sizes[row]!;
    const [skip, up] = [size >> 5, size & 31];
    const [from, to] = [row * words, (row + 1) * words];
    rows.copyWithin(to, from, to);
    reach = Math.min(words - 1, reach + skip + 1);
    let before = 0;
    for (let w = skip; w <= reach; w++) {
      const bits = rows[from + w - skip]!;
      // What the shift pushes out of one word comes into the next; in two steps, since by 32 it would not move.
      rows[to + w] = rows[to + w]! | (bits << up) | ((before >>> 1) >>> (31 - up));
      before = bits;
    }
  }
  let sum = room;
  while (!has(row, sum)) sum -= 1;
  const chosen: number[] = [];
  for (; sum > 0; row--) {
    if (has(row - 1, sum)) continue;
    chosen.push(row - 1);
    sum -= sizes[row - 1]!;
  }
  return chosen;
}

/**
 * Reel by reel, in the order given and then new ones: the longest cut left that goes in, then whatever
 * fills the rest best. Comes closer to the bound than best fit where there are many cuts, since no rest is
 * left that something would have filled. `newFirst`: so many new reels are filled before the part-used
 * ones. Undefined where a cut goes nowhere.
 */
function fillEach(
  cuts: readonly Cut[],
  part: readonly ReelUse[],
  capacityM: number,
  newFirst = 0,
): ReelUse[] | undefined {
  // Longest first, so what goes into a rest of a reel is the end of the list. Cuts are taken out of both in
  // place: with two thousand of them, a new list for every reel would be most of the work.
  const left = [...cuts];
  const units = Int32Array.from(cuts, (cut) => Math.max(1, Math.ceil(cut.lengthM / UNIT_M - 1e-6)));
  let count = cuts.length;
  const firstWithin = (room: number) => {
    let [low, high] = [0, count];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (units[middle]! <= room) high = middle;
      else low = middle + 1;
    }
    return low;
  };
  const takeOut = (i: number): Cut => {
    const cut = left[i]!;
    left.splice(i, 1);
    units.copyWithin(i, i + 1, count);
    count -= 1;
    return cut;
  };
  const fresh = (): ReelUse => ({ capacityM, cuts: [] });
  const reels: ReelUse[] = [];
  const most = Math.max(capacityM, ...part.map((reel) => reel.capacityM));
  const rows = new Uint32Array((TRIED + 1) * (Math.floor(most / UNIT_M / 32) + 2));
  const waiting = [
    ...Array.from({ length: newFirst }, fresh),
    ...part.map((reel): ReelUse => ({ ...reel, cuts: [] })),
  ];
  while (count) {
    const reel = waiting.shift() ?? fresh();
    const room = Math.floor(reel.capacityM / UNIT_M + 1e-6);
    const first = firstWithin(room);
    if (first === count && !reel.stock) return undefined;
    reels.push(reel);
    if (first === count) continue;
    const rest = room - units[first]!;
    reel.cuts.push(takeOut(first));
    const tried = candidates(firstWithin(rest), count);
    const taken = fullest(
      tried.map((i) => units[i]!),
      rest,
      rows,
    ).map((k) => tried[k]!);
    // In the order they were found; taken out from the back, so that the places of the others stay.
    for (const i of taken) reel.cuts.push(left[i]!);
    for (const i of taken.sort((p, q) => q - p)) takeOut(i);
  }
  return [...reels, ...waiting.filter((reel) => reel.stock)];
}

/**
 * Places of the cuts tried for the rest of a reel: the longest ones that go in, and some of every length
 * after them.
 */
function candidates(from: number, to: number): number[] {
  const count = to - from;
  if (count <= TRIED) return Array.from({ length: count }, (_, k) => from + k);
  const half = TRIED / 2;
  // More than there are places: each step is over one, so none is named twice.
  const spread = (k: number) => Math.floor(half + ((k - half) * (count - half)) / half);
  return Array.from({ length: TRIED }, (_, k) => from + (k < half ? k : spread(k)));
}

/**
 * Orders in which part-used reels are filled: all of up to four, else the shortest first and the longest
 * first.
 */
function orders(part: readonly ReelUse[]): ReelUse[][] {
  if (part.length > 4) return [[...part], [...part].reverse()];
  if (part.length < 2) return [[...part]];
  return part.flatMap((first, i) => orders(part.filter((_, n) => n !== i)).map((rest) => [first, ...rest]));
}

const boughtOf = (reels: readonly ReelUse[]) =>
  reels.filter((reel) => !reel.stock && reel.cuts.length).length;

/**
 * The best of filling reel by reel, in every order of the part-used ones and with new ones before, between
 * and after.
 */
function bestFilled(
  cuts: readonly Cut[],
  part: readonly ReelUse[],
  capacityM: number,
  beat: number,
  bound: number,
): ReelUse[] | undefined {
  let best: ReelUse[] | undefined;
  let least = beat;
  for (const order of orders(part)) {
    for (let newFirst = 0; newFirst <= (part.length ? Math.min(bound, 12) : 0); newFirst++) {
      const filled = fillEach(cuts, order, capacityM, newFirst);
      if (!filled || boughtOf(filled) >= least) continue;
      [best, least] = [filled, boughtOf(filled)];
      if (least <= bound) return best;
    }
  }
  return best;
}

/**
 * Most cuts longer than a new reel that part-used reels can take together; the others are too long for any.
 * Few of both.
 */
function mostLong(long: readonly Cut[], part: readonly ReelUse[]): Set<Cut> {
  let best = new Set<Cut>();
  let steps = 20_000;
  const left = part.map((reel) => reel.capacityM);
  const look = (i: number, placed: Cut[]): void => {
    if (placed.length > best.size) best = new Set(placed);
    if (i === long.length || placed.length + long.length - i <= best.size || steps-- <= 0) return;
    for (let r = 0; r < left.length; r++) {
      if (left[r]! + EPSILON < long[i]!.lengthM) continue;
      left[r]! -= long[i]!.lengthM;
      look(i + 1, [...placed, long[i]!]);
      left[r]! += long[i]!.lengthM;
    }
    look(i + 1, placed);
  };
  look(0, []);
  return best;
}

/**
 * Cut `cuts` from part-used reels and as few new reels of `capacityM` as can be. Lengths m. A cut longer
 * than a new reel comes off a part-used one that is long enough, or is said to be too long. `steps` limits
 * the exact search, by work and not by time, so that the answer is the same everywhere.
 */
export function cutReels(
  cuts: readonly Cut[],
  capacityM: number,
  stock: readonly { id: string; remainingM: number }[] = [],
  steps = 40_000,
): Cutting {
  const part: ReelUse[] = [...stock]
    .sort((a, b) => a.remainingM - b.remainingM)
    .map((reel) => ({ stock: reel.id, capacityM: reel.remainingM, cuts: [] }));
  const byLength = [...cuts].sort((a, b) => b.lengthM - a.lengthM || (a.label < b.label ? -1 : 1));
  const long = byLength.filter((cut) => cut.lengthM > capacityM + EPSILON);
  const placeable = mostLong([...long].reverse(), part);
  const tooLong = long.filter((cut) => !placeable.has(cut));
  const sorted = byLength.filter((cut) => !tooLong.includes(cut));
  const bound = lowerBound(
    sorted.map((cut) => cut.lengthM),
    capacityM,
    part.map((reel) => reel.capacityM),
  );
  let reels = part.map((reel) => ({ ...reel, cuts: [] as Cut[] }));
  const left = bestFit(sorted, reels, capacityM);
  let newReels = left.length ? Infinity : boughtOf(reels);
  if (newReels > bound) {
    const filled = bestFilled(sorted, part, capacityM, newReels, bound);
    if (filled) [reels, newReels] = [filled, boughtOf(filled)];
  }
  let proven = newReels <= bound;
  if (!proven && (sorted.length <= MOST_EXACT || newReels === Infinity)) {
    const { found, ended } = search(sorted, part, capacityM, newReels, bound, steps);
    if (found) [reels, newReels] = [found, boughtOf(found)];
    proven = ended || newReels <= bound;
  }
  // Where even the search found no place for a long cut, it is said; the rest is cut as best fit has it.
  if (newReels === Infinity) [newReels, proven] = [boughtOf(reels), false];
  const placed = new Set(reels.flatMap((reel) => reel.cuts));
  const used = reels.filter((reel) => reel.cuts.length);
  const wasteM = used.reduce(
    (sum, reel) => sum + (reel.stock ? 0 : reel.capacityM - reel.cuts.reduce((s, cut) => s + cut.lengthM, 0)),
    0,
  );
  return {
    reels: used,
    newReels,
    bound: Math.min(bound, newReels),
    proven,
    wasteM,
    tooLong: [...tooLong, ...sorted.filter((cut) => !placed.has(cut))],
  };
}
