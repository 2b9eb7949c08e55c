import { figureIn, inchesText, saidIn } from "./said-lengths";

test.each([
  ["The wall is 3.81 m long", "The wall is 12' 6\" long"],
  ["2 × 18.40 m × 0.5 A", "2 × 60' 4 3/8\" × 0.5 A"],
  ["of 1\u202f904.25 m", "of 6247' 6 1/2\""],
  ["26.10 m² of floor", "281 ft² of floor"],
  ["671 of 1000 mm", '671 of 39 3/8"'],
  ["a hole of 68 mm, cable of 7.2 mm", 'a hole of 2 11/16", cable of 0.28"'],
  ["moved −0.30 m", "moved −0' 11 3/4\""],
  ["at most 0.3 m.", "at most 0' 11 3/4\"."],
])("%s in feet", (metric, imperial) => {
  expect(saidIn(metric, "imperial")).toBe(imperial);
  expect(saidIn(metric, "metric")).toBe(metric);
});

test.each([
  "0.05 h/m in the house",
  "4 × 2.5 mm² at 230 V",
  "868 MHz, 12 min",
  "9.38 Ω/km at 20 °C",
  "0.12 min/m × 3",
  "10 minutes, 5 months",
  "1.2 m/s of wind",
  "room m1 of 3",
  "W/m²K",
])("%s stays as it is", (text) => expect(saidIn(text, "imperial")).toBe(text));

test("inches in sixteenths, in hundredths for what is thin", () =>
  expect([19.9, 20, 25.4, 68, 254].map(inchesText)).toEqual(['0.78"', '13/16"', '1"', '2 11/16"', '10"']));

test("a figure with its unit apart", () => {
  expect(figureIn(3.81, "m", "imperial")).toEqual({ text: "12' 6\"", unit: "" });
  expect(figureIn(10, "m²", "imperial")).toEqual({ text: "108", unit: "ft²" });
  expect(figureIn(3.81, "m", "metric")).toBeUndefined();
  expect(figureIn(3.81, "V", "imperial")).toBeUndefined();
});
