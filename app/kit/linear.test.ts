import { linear } from "./linear";

test("a value stands between two places as it does between two values, beyond them too", () => {
  const y = linear([10, 30], [200, 100]);
  expect([10, 30, 15, 50, 0].map(y)).toEqual([200, 100, 175, 0, 250]);
});

test("one value alone stands half way", () => {
  expect(linear([7, 7], [20, 60])(7)).toBe(40);
});
