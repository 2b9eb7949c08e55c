import fc from "fast-check";
import { cutReels, lowerBound, type Cut } from "./reels";

const cuts = (...lengths: number[]): Cut[] => lengths.map((lengthM, i) => ({ label: `L${i}`, lengthM }));

/** Fewest reels by trying every way: for a handful of cuts. */
function exhaustive(lengths: readonly number[], capacity: number): number {
  let best = lengths.length;
  const left: number[] = [];
  const place = (i: number): void => {
    if (left.length >= best) return;
    if (i === lengths.length) {
      best = left.length;
      return;
    }
    for (let r = 0; r < left.length; r++) {
      if (left[r]! < lengths[i]!) continue;
      left[r]! -= lengths[i]!;
      place(i + 1);
      left[r]! += lengths[i]!;
    }
    left.push(capacity - lengths[i]!);
    place(i + 1);
    left.pop();
  };
  place(0);
  return best;
}

test("finds the plan that best fit decreasing misses", () => {
  // Best fit decreasing takes 3 reels of 10 here; 2 hold all of it: 5+3+2 and 4+3+3.
  const result = cutReels(cuts(5, 4, 3, 3, 3, 2), 10);
  expect(result).toMatchObject({ newReels: 2, bound: 2, proven: true });
});

test("equals trying every way, and every cut is cut once", () => {
  fc.assert(fc.property(fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 1, maxLength: 8 }), (lengths) => {
    const result = cutReels(cuts(...lengths), 20);
    expect(result.newReels).toBe(exhaustive(lengths, 20));
    expect(result.proven).toBe(true);
    expect(result.bound).toBeLessThanOrEqual(result.newReels);
    expect(result.reels.flatMap((reel) => reel.cuts.map((cut) => cut.label)).sort()).toEqual(lengths.map((_, i) => `L${i}`).sort());
    for (const reel of result.reels) expect(reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0)).toBeLessThanOrEqual(reel.capacityM);
  }), { numRuns: 300 });
});

test("the bound is never above the truth", () => {
  fc.assert(fc.property(fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 8 }), (lengths) => {
    expect(lowerBound([...lengths].sort((a, b) => b - a), 30)).toBeLessThanOrEqual(exhaustive(lengths, 30));
  }), { numRuns: 300 });
});

test("part-used reels are cut before new ones are bought", () => {
  const result = cutReels(cuts(30, 30, 30), 100, [{ id: "old", remainingM: 65 }]);
  expect(result.newReels).toBe(1);
  expect(result.reels.find((reel) => reel.stock === "old")!.cuts).toHaveLength(2);
  expect(result.wasteM).toBe(70);
  expect(cutReels(cuts(30, 30), 100, [{ id: "old", remainingM: 65 }]).newReels).toBe(0);
});

test("what is longer than any reel is said, not cut", () => {
  const result = cutReels(cuts(120, 40), 100);
  expect(result.tooLong.map((cut) => cut.lengthM)).toEqual([120]);
  expect(result.newReels).toBe(1);
});

test("a thousand cuts come within one in a hundred of the bound", () => {
  let state = 7;
  const lengths = Array.from({ length: 1000 }, () => {
    state = (state * 48271) % 2147483647;
    return 8 + (state % 5200) / 100;
  });
  const result = cutReels(cuts(...lengths), 305);
  expect(result.newReels).toBeLessThanOrEqual(result.bound * 1.01);
});

test("many cuts: each cut once, no reel over; where none is longer than half a reel, one reel above the bound at most", () => {
  fc.assert(fc.property(fc.array(fc.oneof(fc.integer({ min: 60, max: 900 }), fc.integer({ min: 60, max: 2600 })), { minLength: 61, maxLength: 160 }), fc.constantFrom(100, 200, 305), fc.option(fc.integer({ min: 10, max: 90 }), { nil: undefined }), (units, capacity, old) => {
    const lengths = units.map((unit) => unit / 20).filter((m) => m <= capacity);
    const result = cutReels(cuts(...lengths), capacity, old === undefined ? [] : [{ id: "old", remainingM: old }]);
    expect(result.reels.flatMap((reel) => reel.cuts.map((cut) => cut.label)).sort()).toEqual(lengths.map((_, i) => `L${i}`).sort());
    for (const reel of result.reels) expect(reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0)).toBeLessThanOrEqual(reel.capacityM + 1e-6);
    expect(result.newReels).toBeGreaterThanOrEqual(result.bound);
    if (lengths.every((m) => m <= capacity / 2)) expect(result.newReels).toBeLessThanOrEqual(result.bound + 1);
  }), { numRuns: 60 });
});
