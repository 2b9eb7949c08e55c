import { larkspurWeir } from "../../../tests/core/houses";
import type { Working } from "../../desk/working";
import { runOf } from "./run";
import { comfortWorking, energyWorking, heatWorking } from "./workings";

const demo = larkspurWeir();
const run = runOf(demo, { from: "2026-11-24", days: 2, seed: 7, breaks: [] });
const { sums, spent } = run;
const given = ({ steps }: Working, formula: RegExp) =>
  steps.find((step) => formula.test(step.formula))?.gives;
const added = (working: Working, unit: string) =>
  working.steps
    .filter(
      ({ formula, gives }) => gives.endsWith(` ${unit}`) && !/^Sum|^Made|^Bought|too warm/.test(formula),
    )
    .reduce((sum, { gives }) => sum + Number(gives.split(" ")[0]), 0);

test("what was drawn is what its things drew, from the first midnight on, and what is always on", () => {
  const all = spent.drawn.reduce((sum, [, kWh]) => sum + kWh, 0);
  expect(all).toBeCloseTo(sums.kWh, 6);
  const working = energyWorking(demo, run);
  expect(working.value).toBeCloseTo(sums.kWh, 1);
  expect(added(working, "kWh")).toBeCloseTo(sums.kWh, 1);
  expect(given(working, /^Always on/)).toBe(`${new Map(spent.drawn).get("")!.toFixed(2)} kWh`);
  expect(given(working, /^Made by the sun/)).toBe(`${sums.sunKWh.toFixed(2)} kWh`);
  expect(given(working, /^Bought/)).toBe(`${sums.boughtKWh.toFixed(2)} kWh`);
  // A few are named, the largest first.
  expect(working.steps.length).toBeLessThan(18);
  const values = working.steps.slice(0, 5).map(({ gives }) => parseFloat(gives));
  expect([...values].sort((a, b) => b - a)).toEqual(values);
  expect(
    energyWorking(demo, { spent, sums: { ...sums, sunKWh: 0 } }).steps.some(({ formula }) =>
      /sun/.test(formula),
    ),
  ).toBe(false);
});

test("heat by room comes to all of it", () => {
  expect(spent.heat.reduce((sum, [, kWh]) => sum + kWh, 0)).toBeCloseTo(sums.heatKWh, 6);
  const working = heatWorking(demo, run);
  expect(working.value).toBeCloseTo(sums.heatKWh, 1);
  expect(working.steps.some(({ formula }) => formula === "Nurse's room")).toBe(true);
  expect(working.steps[0]!.source).toContain("±0.5 K");
});

test("comfort by person comes to all of it, and says what is beside it", () => {
  const [hours, off] = spent.found.reduce(([h, k], [, own, kh]) => [h + own, k + kh], [0, 0]);
  expect(hours).toBeCloseTo(sums.comfortH, 6);
  expect(off).toBeCloseTo(sums.discomfortKh, 6);
  const cold = comfortWorking(demo, {
    sums: { ...sums, discomfortKh: 5 },
    spent: {
      ...spent,
      found: [
        ["nurse", 10, 2],
        ["lodger", 4, 3],
        ["teenager", 1, 0],
      ],
    },
  });
  expect(cold.value).toBe(15);
  expect(given(cold, /^Lodger, too cold/)).toBe("3.0 K h");
  expect(given(cold, /^Teenager, too cold/)).toBeUndefined();
  expect(given(cold, /all of them/)).toBe("5.0 K h");
  expect(cold.steps[0]!.source).toContain("18 to 26 °C awake, 15 to 25 °C asleep");
});
