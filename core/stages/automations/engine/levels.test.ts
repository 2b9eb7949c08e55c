/** Ramps, and what is given back. */
import fc from "fast-check";
import { givenBack, instead, levelAt, reachesAt, type Captured } from "./levels";

const dawn = { from: 10, to: 60, at: 1000, overMs: 2000 };

test.each([
  [0, 10],
  [1000, 10],
  [2000, 35],
  [2500, 47.5],
  [3000, 60],
  [9000, 60],
])("at %d ms: %f %%", (now, level) => expect(levelAt(dawn, now)).toBe(level));

test("a jump is there at once; a ramp down goes down", () => {
  const jump = { ...dawn, overMs: 0 };
  expect([levelAt(jump, 999), levelAt(jump, 1000)]).toEqual([10, 60]);
  expect(levelAt({ from: 60, to: 10, at: 0, overMs: 100 }, 50)).toBe(35);
});

test("when it reaches a level", () => {
  expect([reachesAt(dawn, 10), reachesAt(dawn, 35), reachesAt(dawn, 60)]).toEqual([1000, 2000, 3000]);
  expect([reachesAt(dawn, 9.9), reachesAt(dawn, 60.1)]).toEqual([undefined, undefined]);
  expect(reachesAt({ from: 60, to: 10, at: 0, overMs: 100 }, 35)).toBe(50);
  expect(reachesAt({ from: 20, to: 20, at: 7, overMs: 100 }, 20)).toBe(7);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 100 }),
      fc.integer({ min: 0, max: 100 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (from, to, share) => {
        fc.pre(from !== to);
        const ramp = { from, to, at: 50, overMs: 1000 };
        const level = from + (to - from) * share;
        expect(levelAt(ramp, reachesAt(ramp, level)!)).toBeCloseTo(level, 6);
      },
    ),
  );
});

test("another begins where the one that runs is, else where the lamp is", () => {
  expect(instead(dawn, 0, 2000, 500, 99)).toEqual({ from: 35, to: 0, at: 2000, overMs: 500 });
  expect(instead(undefined, 0, 2000, 500, 99)).toEqual({ from: 99, to: 0, at: 2000, overMs: 500 });
});

test("given back is all but what a hand has moved since", () => {
  const taken: Captured[] = [
    { thing: "lamp", at: 10, state: { levelPct: 40 } },
    { thing: "shade", at: 10, state: { positionPct: 0 } },
    { thing: "star", at: 10, state: { colour: "#ff0000" } },
  ];
  const moved: Record<string, number> = { lamp: 11, shade: 10 };
  expect(givenBack(taken, (thing) => moved[thing]).map(({ thing }) => thing)).toEqual(["shade", "star"]);
});
