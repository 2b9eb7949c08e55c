import fc from "fast-check";
import { area, centroid, contains, perimeter } from "./polygon";
import { distance, footOn, meeting } from "./segment";

describe("polygon", () => {
  const ell = [
    [0, 0],
    [4, 0],
    [4, 2],
    [2, 2],
    [2, 5],
    [0, 5],
  ] as const;
  test("an L of 14 m², 18 m round", () => {
    expect(area(ell)).toBe(14);
    expect(area([...ell].reverse())).toBe(14);
    expect(perimeter(ell)).toBe(18);
    expect(centroid(ell)[0]).toBeCloseTo((4 * 2 * 2 + 2 * 3 * 1) / 14);
    expect(centroid(ell)[1]).toBeCloseTo((4 * 2 * 1 + 2 * 3 * 3.5) / 14);
  });
  test("contains knows the notch", () => {
    expect(contains(ell, [1, 4])).toBe(true);
    expect(contains(ell, [3, 4])).toBe(false);
  });
  test("area does not change when a rectangle is cut in two", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99 }), (cut) => {
        const left = area([
          [0, 0],
          [cut, 0],
          [cut, 50],
          [0, 50],
        ]);
        const right = area([
          [cut, 0],
          [100, 0],
          [100, 50],
          [cut, 50],
        ]);
        expect(left + right).toBeCloseTo(5000);
      }),
    );
  });
});

describe("segment", () => {
  test("the foot stays on the segment and says when it had to", () => {
    expect(footOn([3, 2], [0, 0], [10, 0])).toEqual({ t: 0.3, at: [3, 0], clamped: false });
    expect(footOn([-3, 2], [0, 0], [10, 0])).toEqual({ t: 0, at: [0, 0], clamped: true });
  });
  test("crossing, touching and parallel", () => {
    expect(meeting([0, 0], [10, 0], [4, -2], [4, 2])).toEqual({ t: 0.4, u: 0.5, at: [4, 0] });
    expect(meeting([0, 0], [10, 0], [4, 0.03], [4, 2])?.t).toBeCloseTo(0.4);
    expect(meeting([0, 0], [10, 0], [0, 1], [10, 1])).toBeUndefined();
    expect(meeting([0, 0], [10, 0], [10, 0], [20, 0])?.at).toEqual([10, 0]);
  });
  test("where two segments meet lies on both", () => {
    const xy = fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }));
    fc.assert(
      fc.property(xy, xy, xy, xy, (a, b, c, d) => {
        const met = meeting(a, b, c, d);
        if (!met) return;
        expect(distance(met.at, footOn(met.at, a, b).at)).toBeLessThan(0.0501);
        expect(distance(met.at, footOn(met.at, c, d).at)).toBeLessThan(0.0501);
      }),
    );
  });
});
