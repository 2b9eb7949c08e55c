import { alongside, crosses } from "./cross";
import { area, boxesNear, boxNear, boxOf, centroid, edgeDistance, selfCrossing, signedArea } from "./polygon";
import { round1, round2, round3, round4 } from "./round";
import { footOn, meeting, type Xy } from "./segment";

const square: Xy[] = [
  [2, 1],
  [6, 1],
  [6, 4],
  [2, 4],
];

describe("polygon", () => {
  test("which way round the corners run is the sign of the area", () => {
    expect(signedArea(square)).toBe(12);
    expect(signedArea([...square].reverse())).toBe(-12);
  });
  test("the centre of what has no area is the mean of its corners, not a place nowhere", () => {
    expect(
      centroid([
        [1, 2],
        [4, 8],
        [7, 5],
      ]),
    ).toEqual([4, 5]);
    expect(
      centroid([
        [1, 1],
        [2, 2],
        [6, 6],
      ]),
    ).toEqual([3, 3]);
    expect(centroid([[3, 7]])).toEqual([3, 7]);
    // Small, and still an area.
    expect(
      centroid([
        [0, 0],
        [1e-5, 0],
        [1e-5, 1e-5],
        [0, 1e-5],
      ])[0],
    ).toBeCloseTo(5e-6, 12);
  });
  test("a ring crosses itself where two far sides do; neighbours that share a corner do not", () => {
    const bow: Xy[] = [
      [0, 0],
      [4, 4],
      [4, 0],
      [0, 4],
    ];
    expect(selfCrossing(bow)).toBe(true);
    expect(selfCrossing(square)).toBe(false);
    // The last side against the second: only the first and the last are neighbours over the start.
    expect(
      selfCrossing([
        [0, 0],
        [4, 0],
        [4, 4],
        [2, -1],
        [0, 4],
      ] as Xy[]),
    ).toBe(true);
    // Touching at a corner is no crossing.
    expect(
      selfCrossing([
        [0, 0],
        [4, 0],
        [4, 4],
        [2, 0],
        [0, 4],
      ] as Xy[]),
    ).toBe(false);
  });
  test("how far a place is from the ring, inside and out", () => {
    expect(edgeDistance(square, [3, 2])).toBe(1);
    expect(edgeDistance(square, [9, 8])).toBe(5);
    expect(edgeDistance(square, [2, 3])).toBe(0);
  });
});

describe("boxes", () => {
  const box = boxOf(square);
  test("hold all places, and none where there are none", () => {
    expect(box).toEqual({ x0: 2, y0: 1, x1: 6, y1: 4 });
    expect(boxNear(boxOf([]), [0, 0], 1e9)).toBe(false);
  });
  test.each([
    [[2, 1], 0, true],
    [[6, 4], 0, true],
    [[1.5, 2], 0, false],
    [[1.5, 2], 0.5, true],
    [[6.5, 2], 0.4, false],
    [[6.5, 2], 0.5, true],
    [[3, 0.5], 0.4, false],
    [[3, 0.5], 0.5, true],
    [[3, 4.5], 0.4, false],
    [[3, 4.5], 0.5, true],
  ] as [Xy, number, boolean][])("%j within %f m: %s", (at, m, near) =>
    expect(boxNear(box, at, m)).toBe(near),
  );
  test.each([
    [{ x0: 6, y0: 1, x1: 7, y1: 2 }, 0, true],
    [{ x0: 6.5, y0: 1, x1: 7, y1: 2 }, 0.4, false],
    [{ x0: 6.5, y0: 1, x1: 7, y1: 2 }, 0.5, true],
    [{ x0: 0, y0: 1, x1: 1.5, y1: 2 }, 0.4, false],
    [{ x0: 0, y0: 1, x1: 1.5, y1: 2 }, 0.5, true],
    [{ x0: 3, y0: 4.5, x1: 4, y1: 5 }, 0.4, false],
    [{ x0: 3, y0: 4.5, x1: 4, y1: 5 }, 0.5, true],
    [{ x0: 3, y0: 0, x1: 4, y1: 0.5 }, 0.4, false],
    [{ x0: 3, y0: 0, x1: 4, y1: 0.5 }, 0.5, true],
  ])("%j within %f m of it: %s", (other, m, near) => {
    expect(boxesNear(box, other, m)).toBe(near);
    expect(boxesNear(other, box, m)).toBe(near);
  });
});

describe("side by side", () => {
  const [c, d]: Xy[] = [
    [0, 0],
    [10, 0],
  ] as const;
  test.each([
    ["beside it for three metres, a fifth of a metre off", [2, 0.2], [5, 0.2], { metres: 3, least: 0.2 }],
    ["the other way round", [5, -0.2], [2, -0.2], { metres: 3, least: 0.2 }],
    ["only as far as it goes", [8, 0.1], [14, 0.1], { metres: 2, least: 0.1 }],
    ["from before its start", [-4, 0.1], [1, 0.1], { metres: 1, least: 0.1 }],
    ["too far off", [2, 0.3], [5, 0.3], undefined],
    ["just at the limit", [2, 0.25], [5, 0.25], undefined],
    ["past its end", [11, 0], [14, 0], undefined],
    ["across it", [5, -1], [5, 1], undefined],
    ["a point", [5, 0], [5, 0], undefined],
  ] as [string, Xy, Xy, { metres: number; least: number } | undefined][])("%s", (_name, a, b, said) => {
    const found = alongside(a, b, c!, d!, 0.25);
    if (!said) return expect(found).toBeUndefined();
    expect(found!.metres).toBeCloseTo(said.metres, 9);
    expect(found!.least).toBeCloseTo(said.least, 9);
  });
  test("a line that comes nearer counts from where it is near enough; one that goes over has come to nothing", () => {
    // From 1.0 to 0 m off over ten metres: near enough for the last quarter.
    const near = alongside([0, 1], [10, 0], c!, d!, 0.25)!;
    expect(near.metres).toBeCloseTo(2.5 * Math.hypot(1, 0.1), 9);
    expect(near.least).toBeCloseTo(0, 9);
    const over = alongside([4, 0.2], [6, -0.1], c!, d!, 0.25)!;
    expect(over.least).toBe(0);
    expect(over.metres).toBeCloseTo(Math.hypot(2, 0.3), 9);
  });
  test("up to twenty degrees are along, more is a crossing", () => {
    const turned = (degrees: number): Xy => [
      4 + Math.cos((degrees * Math.PI) / 180),
      Math.sin((degrees * Math.PI) / 180),
    ];
    expect(alongside([4, 0], turned(19), c!, d!, 0.5)).toBeDefined();
    expect(alongside([4, 0], turned(21), c!, d!, 0.5)).toBeUndefined();
    expect(alongside([4, 0], turned(199), c!, d!, 0.5)).toBeDefined();
  });
  test("a mains run of no length is beside nothing", () =>
    expect(alongside([2, 0.2], [5, 0.2], c!, c!, 0.25)).toBeUndefined());
});

describe("entering an area", () => {
  test.each([
    ["through it", [0, 2], [9, 2], true],
    ["into it", [0, 2], [3, 2], true],
    ["wholly within", [3, 2], [4, 3], true],
    ["past it", [0, 5], [9, 5], false],
    ["short of it", [0, 2], [1.5, 2], false],
    ["over two opposite corners", [0, -0.5], [8, 5.5], true],
  ] as [string, Xy, Xy, boolean][])("%s", (_name, a, b, enters) => {
    expect(crosses(square, a, b)).toBe(enters);
    expect(crosses(square, b, a)).toBe(enters);
  });
  test("within a bay is outside; to its back is in", () => {
    const bay: Xy[] = [
      [0, 0],
      [6, 0],
      [6, 5],
      [4, 5],
      [4, 2],
      [2, 2],
      [2, 5],
      [0, 5],
    ];
    expect(crosses(bay, [3, 4], [3, 3])).toBe(false);
    expect(crosses(bay, [3, 4], [3, 1])).toBe(true);
  });
});

describe("segments", () => {
  test("a segment of no length has its foot in itself", () =>
    expect(footOn([3, 4], [1, 1], [1, 1])).toEqual({ t: 0, at: [1, 1], clamped: false }));
  test("ends that come within the tolerance touch, on either segment", () => {
    expect(meeting([0, 0], [10, 0], [4, 0.06], [4, 2])).toBeUndefined();
    expect(meeting([0, 0], [10, 0], [4, 2], [4, 0.04])).toEqual({ t: 0.4, u: 1, at: [4, 0] });
    expect(meeting([4, 0.04], [4, 2], [0, 0], [10, 0])).toEqual({ t: 0, u: 0.4, at: [4, 0.04] });
    expect(meeting([4, 2], [4, 0.04], [0, 0], [10, 0])).toEqual({ t: 1, u: 0.4, at: [4, 0.04] });
    expect(meeting([0, 0], [10, 0], [4, 0.5], [4, 2], 0.5)?.t).toBe(0.4);
  });
});

test("to so many places, and never −0", () => {
  expect([round1(2.25), round2(2.255), round3(0.0004), round4(1.00005)]).toEqual([2.3, 2.26, 0, 1.0001]);
  expect(Object.is(round3(-0.0001), 0)).toBe(true);
  expect(area(square)).toBe(12);
});
