import { larkspurWeir } from "../../tests/core/houses";
import { ledgerValue } from "../whole/ledger";
import { applyChanges } from "./edit";
import { inCurrency } from "./money";

const demo = larkspurWeir();

test("every amount goes by the rate, and so does what the house costs", () => {
  const after = applyChanges(demo, inCurrency(demo, "EUR", 1.15));
  expect(after.design.currency).toBe("EUR");
  expect(after.cableTypes[0]!.costPerM).toBeCloseTo(1.15 * demo.cableTypes[0]!.costPerM, 2);
  const budget = demo.constraints.find((row) => row.amount)!;
  expect(after.constraints.find((row) => row.id === budget.id)!.amount).toBeCloseTo(1.15 * budget.amount!, 2);
  const cost = ledgerValue(demo, "cost")!;
  const made = ledgerValue(after, "cost")!;
  expect(made / cost).toBeCloseTo(1.15, 3);
  expect(after.design.moneyRate).toBe(1.15);
  expect(applyChanges(after, inCurrency(after, "USD", 2)).design.moneyRate).toBe(2.3);
});

test("a rate of the design's settings too; what is no money stays the same row", () => {
  const choosing = { years: 10, penalty: 60, labourRate: 45, energyPrice: 0.28, region: "Europe" as const };
  const design = { ...demo, design: { ...demo.design, choosing } };
  const changes = inCurrency(design, "CHF", 2);
  const after = applyChanges(design, changes);
  expect(after.design.choosing).toEqual({ ...choosing, penalty: 120, labourRate: 90, energyPrice: 0.56 });
  expect(after.walls).toBe(design.walls);
  expect(changes.every((change) => "put" in change)).toBe(true);
});

test("a rate of 1 changes the name alone", () => {
  expect(inCurrency(demo, "USD", 1)).toEqual([{ in: "design", put: { ...demo.design, currency: "USD" } }]);
});

test.each([0, -1, Number.NaN, Infinity])("a rate of %d is refused", (rate) =>
  expect(() => inCurrency(demo, "USD", rate)).toThrow("Rate must be a number above 0"),
);
