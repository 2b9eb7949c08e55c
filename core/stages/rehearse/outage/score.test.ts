import { scoreOf, twelfthsLost, type Ways } from "./score";

const ways = (text: string): Ways => ({
  byHand: text.includes("h"),
  byLink: text.includes("l"),
  byHub: text.includes("b"),
});
const one = (before: string, now: string, weight = 1) => ({ before: ways(before), now: ways(now), weight });

test.each([
  ["hlb", "hlb", 1],
  // Half for working at all, half for two ways of three.
  ["hlb", "hl", 0.5 + 1 / 3],
  ["hlb", "b", 0.5 + 1 / 6],
  ["hb", "h", 0.75],
  ["b", "", 0],
  // What never worked has lost nothing.
  ["", "", 1],
])("of the ways %p there are %p left: %p", (before, now, share) => {
  // Whole, whatever is left: sums of them do not hang on their order.
  expect(twelfthsLost(one(before, now))).toBe(Math.round(12 * (1 - share)));
  expect(twelfthsLost(one(before, now)) / 12).toBeCloseTo(1 - share, 12);
});

test("points are a mean by weight; what never worked does not count", () => {
  expect(scoreOf([])).toBe(100);
  expect(scoreOf([one("b", ""), one("hb", "hb")])).toBe(50);
  expect(scoreOf([one("b", "", 3), one("hb", "hb")])).toBe(25);
  expect(scoreOf([one("b", ""), one("", "")])).toBe(0);
});
