import { larkspurWeir } from "../../../tests/core/houses";
import { dropsOf } from "./drops";
import { lowVoltageUse, signalUse } from "./losses";

const design = larkspurWeir();
const keys = (list: readonly { drop: { key: string } }[]) => list.map(({ drop }) => drop.key).sort();
const falling = (values: readonly number[]) => values.every((value, i) => i === 0 || value <= values[i - 1]!);

test("low voltage: each drop once that brings it, the home run for all treads of a supply, the worst first", () => {
  const list = lowVoltageUse(design);
  const wanted = dropsOf(design).filter(
    ({ load, group, home }) => load && !load.poeClass && (group === undefined || home),
  );
  expect(keys(list)).toEqual(keys(wanted.map((drop) => ({ drop }))));
  expect(list.some(({ drop }) => drop.home)).toBe(true);
  expect(falling(list.map(({ used }) => used))).toBe(true);
  for (const { drop, used } of list) expect(used).toBeCloseTo(drop.load!.dropPct! / drop.load!.limitPct!, 9);
  expect(list[0]!.used).toBeGreaterThan(1);
});

test("signals: each coaxial cable and loudspeaker line, decibels against its limit, the worst first", () => {
  const list = signalUse(design);
  expect(keys(list)).toEqual(
    keys(
      dropsOf(design)
        .filter((drop) => drop.loss)
        .map((drop) => ({ drop })),
    ),
  );
  expect(list.length).toBeGreaterThan(2);
  expect(falling(list.map(({ used }) => used))).toBe(true);
  for (const { drop, used } of list) expect(used).toBeCloseTo(drop.loss!.db / drop.loss!.limitDb, 9);
});
