import { standsOn } from "./shown-on";

test("a row of the house is seen wherever the house is, a row of another stage on its own sheet alone", () => {
  expect(standsOn("points", "runs")).toBe(true);
  expect(standsOn("devices", "house")).toBe(true);
  expect(standsOn("walls", "register")).toBe(true);
  expect(standsOn("problems", "brief")).toBe(true);
  expect(standsOn("automations", "automations")).toBe(true);
  expect(standsOn("problems", "house")).toBe(false);
  expect(standsOn("points", "brief")).toBe(false);
  expect(standsOn("wants", "runs")).toBe(false);
  expect(standsOn("devices", "automations")).toBe(false);
});
