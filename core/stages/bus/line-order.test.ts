import fc from "fast-check";
import { lengthOf, MOST_EXACT_POINTS, orderOfLine, treeLength } from "./line-order";

const between = (places: readonly (readonly [number, number])[]) =>
  places.map(([x, y]) => places.map(([u, v]) => Math.hypot(x - u, y - v)));

/** Every order there is. */
function* orders(points: readonly number[]): Generator<number[]> {
  if (!points.length) yield [];
  for (const first of points)
    for (const rest of orders(points.filter((one) => one !== first))) yield [first, ...rest];
}

const place = fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 }));

test("on one straight line: out to the far end, in the order they stand", () => {
  const found = orderOfLine(
    between([
      [0, 0],
      [9, 0],
      [3, 0],
      [6, 0],
    ]),
  )!;
  expect(found).toEqual({ order: [2, 3, 1], lengthM: 9, boundM: 9, exact: true });
});

test("no point, one point, and a point without a way", () => {
  expect(orderOfLine([[0]])).toEqual({ order: [], lengthM: 0, boundM: 0, exact: true });
  expect(
    orderOfLine([
      [0, 7],
      [7, 0],
    ]),
  ).toEqual({ order: [1], lengthM: 7, boundM: 7, exact: true });
  expect(
    orderOfLine([
      [0, 7, Infinity],
      [7, 0, Infinity],
      [Infinity, Infinity, 0],
    ]),
  ).toBeUndefined();
});

test("property: of up to seven points no order is shorter, and none is shorter than the tree", () => {
  fc.assert(
    fc.property(fc.array(place, { minLength: 2, maxLength: 7 }), (places) => {
      const distanceM = between(places);
      const found = orderOfLine(distanceM)!;
      const points = places.map((_, i) => i).slice(1);
      const least = Math.min(...[...orders(points)].map((order) => lengthOf(distanceM, order)));
      expect(found.lengthM).toBeCloseTo(least, 9);
      expect([...found.order].sort((a, b) => a - b)).toEqual(points);
      expect(found.boundM).toBeLessThanOrEqual(found.lengthM + 1e-9);
      expect(found.exact).toBe(true);
    }),
    { numRuns: 40 },
  );
});

test("the limit: twelve points are exact, thirteen are bettered and say so", () => {
  const spot = (i: number): [number, number] => [(i * 7) % 13, (i * 5) % 11];
  const of = (points: number) => between(Array.from({ length: points + 1 }, (_, i) => spot(i)));
  expect(MOST_EXACT_POINTS).toBe(12);
  expect(orderOfLine(of(12))!.exact).toBe(true);
  expect(orderOfLine(of(13))!.exact).toBe(false);
});

test("property: above twelve points the line visits each once, and no turn or move makes it shorter", () => {
  fc.assert(
    fc.property(fc.array(place, { minLength: 15, maxLength: 22 }), (places) => {
      const distanceM = between(places);
      const { order, lengthM, boundM } = orderOfLine(distanceM)!;
      expect([...order].sort((a, b) => a - b)).toEqual(places.map((_, i) => i).slice(1));
      expect(lengthM).toBeCloseTo(lengthOf(distanceM, order), 9);
      expect(boundM).toBeLessThanOrEqual(lengthM + 1e-9);
      for (let i = 0; i < order.length; i++)
        for (let j = i + 1; j <= order.length; j++) {
          const turned = [...order.slice(0, i), ...order.slice(i, j).reverse(), ...order.slice(j)];
          expect(lengthOf(distanceM, turned)).toBeGreaterThan(lengthM - 1e-6);
          if (j - i > 3) continue;
          const rest = [...order.slice(0, i), ...order.slice(j)];
          for (let at = 0; at <= rest.length; at++) {
            const moved = [...rest.slice(0, at), ...order.slice(i, j), ...rest.slice(at)];
            expect(lengthOf(distanceM, moved)).toBeGreaterThan(lengthM - 1e-6);
          }
        }
    }),
    { numRuns: 12 },
  );
});

test("property: the tree is the least there is: each of its points hangs by no more than its nearest", () => {
  fc.assert(
    fc.property(fc.array(place, { minLength: 2, maxLength: 12 }), (places) => {
      const distanceM = between(places);
      const tree = treeLength(distanceM);
      const nearest = distanceM.map((row, i) => Math.min(...row.filter((_, j) => j !== i)));
      expect(tree).toBeGreaterThanOrEqual(
        nearest.reduce((sum, m) => sum + m, 0) - Math.max(...nearest) - 1e-9,
      );
      expect(tree).toBeLessThanOrEqual(distanceM[0]!.reduce((sum, m) => sum + m, 0) + 1e-9);
    }),
    { numRuns: 40 },
  );
});
