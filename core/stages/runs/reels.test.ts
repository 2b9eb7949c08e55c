import fc from "fast-check";
import { cutReels, lowerBound, type Cut } from "./reels";

const cuts = (...lengths: number[]): Cut[] => lengths.map((lengthM, i) => ({ label: `L${i}`, lengthM }));

/** Fewest new reels by trying everything; part-used ones cost nothing. */
function exhaustiveWith(lengths: readonly number[], capacity: number, stock: readonly number[]): number {
  let best = Infinity;
  const left = [...stock];
  const order = [...lengths].sort((a, b) => b - a);
  const place = (i: number): void => {
    if (left.length - stock.length >= best) return;
    if (i === order.length) {
      best = left.length - stock.length;
      return;
    }
    for (let r = 0; r < left.length; r++) {
      if (left[r]! < order[i]!) continue;
      left[r]! -= order[i]!;
      place(i + 1);
      left[r]! += order[i]!;
    }
    if (order[i]! > capacity) return;
    left.push(capacity - order[i]!);
    place(i + 1);
    left.pop();
  };
  place(0);
  return best;
}

const exhaustive = (lengths: readonly number[], capacity: number) => exhaustiveWith(lengths, capacity, []);

test("finds the plan that best fit decreasing misses", () => {
  // Best fit decreasing takes 3 reels of 10 here; 2 hold all of it: 5+3+2 and 4+3+3.
  const result = cutReels(cuts(5, 4, 3, 3, 3, 2), 10);
  expect(result).toMatchObject({ newReels: 2, bound: 2, proven: true });
});

test("equals trying every way, and every cut is cut once", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 1, maxLength: 8 }), (lengths) => {
      const result = cutReels(cuts(...lengths), 20);
      expect(result.newReels).toBe(exhaustive(lengths, 20));
      expect(result.proven).toBe(true);
      expect(result.bound).toBeLessThanOrEqual(result.newReels);
      expect(result.reels.flatMap((reel) => reel.cuts.map((cut) => cut.label)).sort()).toEqual(
        lengths.map((_, i) => `L${i}`).sort(),
      );
      for (const reel of result.reels)
        expect(reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0)).toBeLessThanOrEqual(reel.capacityM);
    }),
    { numRuns: 300 },
  );
});

test("the bound is never above the truth", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 8 }), (lengths) => {
      expect(
        lowerBound(
          [...lengths].sort((a, b) => b - a),
          30,
        ),
      ).toBeLessThanOrEqual(exhaustive(lengths, 30));
    }),
    { numRuns: 300 },
  );
});

test("part-used reels are cut before new ones are bought", () => {
  const result = cutReels(cuts(30, 30, 30), 100, [{ id: "old", remainingM: 65 }]);
  expect(result.newReels).toBe(1);
  expect(result.reels.find((reel) => reel.stock === "old")!.cuts).toHaveLength(2);
  expect(result.wasteM).toBe(70);
  expect(cutReels(cuts(30, 30), 100, [{ id: "old", remainingM: 65 }]).newReels).toBe(0);
});

test("a small cut lies on the part-used reel, though it would fit on the new one as well", () => {
  const result = cutReels(cuts(70, 30), 100, [{ id: "old", remainingM: 65 }]);
  expect(result.reels.map((reel) => [reel.stock, reel.cuts.map((cut) => cut.lengthM)])).toEqual([
    ["old", [30]],
    [undefined, [70]],
  ]);
  expect(result).toMatchObject({ newReels: 1, bound: 1, proven: true });
});

test("what is longer than a new reel comes off a part-used one that is long enough, and never off a new one", () => {
  const result = cutReels(cuts(120, 119), 100, [{ id: "long", remainingM: 150 }]);
  // The shorter of the two leaves more; only one goes on the reel.
  expect(result.tooLong.map((cut) => cut.lengthM)).toEqual([120]);
  expect(result.reels.map((reel) => [reel.stock, reel.cuts.map((cut) => cut.lengthM)])).toEqual([
    ["long", [119]],
  ]);
  expect(result.newReels).toBe(0);
  // A reel that best fit would fill with other cuts first: the long one has its place kept.
  expect(cutReels(cuts(110, 60, 40), 100, [{ id: "long", remainingM: 115 }])).toMatchObject({
    newReels: 1,
    tooLong: [],
  });
  expect(
    cutReels(cuts(130, 110), 100, [
      { id: "a", remainingM: 112 },
      { id: "b", remainingM: 131 },
    ]),
  ).toMatchObject({ newReels: 0, tooLong: [] });
});

test("no reel is ever cut for more than it holds, nothing is cut twice, and what is left out fits nowhere: with stock of any length", () => {
  const metres = fc.integer({ min: 1, max: 30 });
  fc.assert(
    fc.property(
      fc.array(metres, { minLength: 1, maxLength: 8 }),
      fc.array(metres, { maxLength: 3 }),
      (lengths, stock) => {
        const result = cutReels(
          cuts(...lengths),
          20,
          stock.map((remainingM, i) => ({ id: `s${i}`, remainingM })),
        );
        for (const reel of result.reels)
          expect(reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0)).toBeLessThanOrEqual(reel.capacityM);
        expect(
          [...result.reels.flatMap((reel) => reel.cuts), ...result.tooLong].map((cut) => cut.label).sort(),
        ).toEqual(lengths.map((_, i) => `L${i}`).sort());
        for (const cut of result.tooLong) expect(cut.lengthM).toBeGreaterThan(20);
        const kept = lengths.filter((_, i) => !result.tooLong.some((cut) => cut.label === `L${i}`));
        expect(result.newReels).toBe(exhaustiveWith(kept, 20, stock));
        expect(result.proven).toBe(true);
        expect(
          lowerBound(
            [...kept].sort((a, b) => b - a),
            20,
            stock,
          ),
        ).toBeLessThanOrEqual(result.newReels);
      },
    ),
    { numRuns: 400 },
  );
});

test("26 cuts, reels of 305 m, 61.5 and 116.2 m in stock: two new reels do, and that is proven", () => {
  const lengths = [
    57.3, 52.85, 49.6, 47.2, 44.15, 41.9, 39.45, 37.8, 36.1, 34.55, 32.4, 31.2, 29.75, 28.3, 27.1, 25.6,
    24.35, 22.9, 21.4, 19.85, 18.3, 16.75, 15.2, 13.4, 11.15, 8.6,
  ];
  const total = lengths.reduce((sum, m) => sum + m, 0);
  const result = cutReels(cuts(...lengths), 305, [
    { id: "a", remainingM: 61.5 },
    { id: "b", remainingM: 116.2 },
  ]);
  expect(total).toBeGreaterThan(305 + 61.5 + 116.2);
  expect(total).toBeLessThan(610 + 61.5 + 116.2);
  expect(result).toMatchObject({ newReels: 2, bound: 2, proven: true });
});

test("so full that best fit buys one too many: the stock is filled first, or last, whichever needs fewer", () => {
  // 61.5 = 40.25 + 21.25 and 116.2 = 58.1 + 58.1 exactly; the rest fills two reels of 305 m to 5 cm.
  const rest = [100.05, 99.95, 52.5, 52.5, 101.6, 90.4, 60.2, 52.75];
  const result = cutReels(cuts(40.25, 21.25, 58.1, 58.1, ...rest), 305, [
    { id: "a", remainingM: 61.5 },
    { id: "b", remainingM: 116.2 },
  ]);
  expect(result).toMatchObject({ newReels: 2, proven: true });
});

test("the bound takes stock into account beyond its plain length", () => {
  // Three cuts of 60 on reels of 100: none shares a reel; a part-used one of 70 takes one.
  expect(lowerBound([60, 60, 60], 100, [70])).toBe(2);
  // One of 55 takes none of them, though its metres would do.
  expect(lowerBound([60, 60, 60], 100, [55])).toBe(2);
  expect(lowerBound([60, 60, 60, 40, 40], 100, [59])).toBe(3);
  // A stock reel longer than a new one takes two of them.
  expect(lowerBound([60, 60, 60], 100, [130])).toBe(1);
  expect(lowerBound([60, 60, 60], 100, [100])).toBe(2);
});

test("a search that does not end says that its count is not proven", () => {
  const lengths = Array.from({ length: 24 }, (_, i) => 33 + ((i * 37) % 17) / 4);
  const few = cutReels(cuts(...lengths), 100, [], 5);
  expect(few.newReels).toBeGreaterThanOrEqual(few.bound);
  expect(few.proven).toBe(few.newReels === few.bound);
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

test("150 cuts that best fit puts on 43 reels go on 42: each is filled with the longest and with some of every length", () => {
  let state = 3;
  const lengths = Array.from({ length: 150 }, () => {
    state = (state * 48271) % 2147483647;
    return Math.round((40 + (85 * state) / 2147483647) * 20) / 20;
  });
  expect(cutReels(cuts(...lengths), 305)).toMatchObject({ newReels: 42, bound: 42, proven: true });
});

test("many cuts: each cut once, no reel over; where none is longer than half a reel, one reel above the bound at most", () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.integer({ min: 60, max: 900 }), fc.integer({ min: 60, max: 2600 })), {
        minLength: 61,
        maxLength: 160,
      }),
      fc.constantFrom(100, 200, 305),
      fc.option(fc.integer({ min: 10, max: 90 }), { nil: undefined }),
      (units, capacity, old) => {
        const lengths = units.map((unit) => unit / 20).filter((m) => m <= capacity);
        const result = cutReels(
          cuts(...lengths),
          capacity,
          old === undefined ? [] : [{ id: "old", remainingM: old }],
        );
        expect(result.reels.flatMap((reel) => reel.cuts.map((cut) => cut.label)).sort()).toEqual(
          lengths.map((_, i) => `L${i}`).sort(),
        );
        for (const reel of result.reels)
          expect(reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0)).toBeLessThanOrEqual(
            reel.capacityM + 1e-6,
          );
        expect(result.newReels).toBeGreaterThanOrEqual(result.bound);
        if (lengths.every((m) => m <= capacity / 2))
          expect(result.newReels).toBeLessThanOrEqual(result.bound + 1);
      },
    ),
    { numRuns: 60 },
  );
});
