import { Causes, KEPT_CAUSES } from "./causes";

test("a cause is known by its number, with when, of what, by whom and whether it fires", () => {
  const causes = new Causes();
  expect(causes.add(10, 0, undefined, false)).toBe(1);
  expect(causes.add(20, 1, "lights", true)).toBe(2);
  expect([causes.has(0), causes.by(0), causes.because(0)]).toEqual([false, undefined, 0]);
  expect([causes.at(1), causes.because(1), causes.by(1), causes.fires(1)]).toEqual([10, 0, undefined, false]);
  expect([causes.at(2), causes.because(2), causes.by(2), causes.fires(2)]).toEqual([20, 1, "lights", true]);
});

test("the world, what is to come and what has long gone are no causes", () => {
  const causes = new Causes();
  for (let n = 1; n <= KEPT_CAUSES; n += 1) causes.add(n, n - 1, "a", true);
  expect([0, 1, KEPT_CAUSES, KEPT_CAUSES + 1].map(causes.has)).toEqual([false, true, true, false]);
  causes.add(KEPT_CAUSES + 1, KEPT_CAUSES, "b", false);
  // The first has made room: nothing of the new one is said of it.
  expect([causes.at(1), causes.because(1), causes.by(1), causes.fires(1)]).toEqual([
    NaN,
    0,
    undefined,
    false,
  ]);
  expect([causes.has(1), causes.has(2), causes.at(2)]).toEqual([false, true, 2]);
  expect([causes.at(KEPT_CAUSES + 1), causes.by(KEPT_CAUSES + 1)]).toEqual([KEPT_CAUSES + 1, "b"]);
});
