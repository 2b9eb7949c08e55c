import { larkspurWeir } from "../../../tests/core/houses";
import { FIRST_SEED } from "./play/random";
import { firedInWeek } from "./fired";
import { runOf } from "./run";

const NOON = Date.UTC(2026, 10, 26, 12);

test("it is what a week of the rehearsal that the screen shows tells, from the first minute of the day", () => {
  const design = larkspurWeir();
  const fired = firedInWeek(design, NOON);
  const run = runOf(design, { from: "2026-11-26", days: 7, seed: FIRST_SEED, breaks: [] });
  expect(Object.values(fired).reduce((sum, n) => sum + n, 0)).toBe(run.sums.fires);
  for (const { id } of design.automations)
    expect(fired[id] ?? 0).toBe(run.lines.filter(({ what, by }) => what === "fires" && by === id).length);
  expect(Object.keys(fired).length).toBeGreaterThan(20);
});

test("what is switched off does not fire, nor does anything in a house without sentences", () => {
  const design = larkspurWeir();
  const [most] = Object.entries(firedInWeek(design, NOON)).sort((a, b) => b[1] - a[1])[0]!;
  const off = {
    ...design,
    automations: design.automations.map((row) => (row.id === most ? { ...row, enabled: false } : row)),
  };
  expect(firedInWeek(off, NOON)[most]).toBeUndefined();
  expect(firedInWeek({ ...design, automations: [] }, NOON)).toEqual({});
});
