/** Dimming by a held key. */
import { afterHeld, heldWorking, jumpOf } from "./dimming";

const dimming = { rangePct: 100, stepPct: 8, intervalMs: 400, transitionMs: 320 };

test("the whole range, by hand: 100 ÷ 8 × 0.4 s = 5 s in 13 steps", () => {
  expect(heldWorking(dimming)).toEqual({ steps: 13, fullMs: 5000, smooth: true, leastTransitionMs: 320 });
  expect(heldWorking({ ...dimming, stepPct: 10 }).steps).toBe(10);
  expect(heldWorking({ ...dimming, rangePct: 90 }).fullMs).toBe(4500);
});
test("a transition shorter than 0.8 of the interval is seen", () => {
  expect(heldWorking({ ...dimming, transitionMs: 319 }).smooth).toBe(false);
  expect(heldWorking({ ...dimming, intervalMs: 401 }).smooth).toBe(false);
});
test.each([{ stepPct: 0 }, { intervalMs: 0 }, { stepPct: -1 }])("%j is refused", (values) => {
  expect(() => heldWorking({ ...dimming, ...values })).toThrow("more than 0");
});
test("held: the first step at once, one more an interval, never past the ends", () => {
  expect(afterHeld(dimming, { from: 20, way: 1, heldMs: 0 })).toBe(28);
  expect(afterHeld(dimming, { from: 20, way: 1, heldMs: 399 })).toBe(28);
  expect(afterHeld(dimming, { from: 20, way: 1, heldMs: 400 })).toBe(36);
  expect(afterHeld(dimming, { from: 20, way: -1, heldMs: 5000 })).toBe(0);
  expect(afterHeld(dimming, { from: 20, way: -1, heldMs: 5000, min: 1 })).toBe(1);
  expect(afterHeld(dimming, { from: 20, way: 1, heldMs: 60_000, max: 90 })).toBe(90);
});
test("a remembered level jumps, whichever way", () => {
  expect([jumpOf(80, 30), jumpOf(30, 80), jumpOf(30, 30)]).toEqual([50, 50, 0]);
});
