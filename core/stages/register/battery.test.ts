/** Cells by hand, visits against every grouping, addresses in every form. */
import { seeded } from "../house/generate";
import { CELL_TABLE, lifeYears, nextChange, USABLE, visitsOf, yearlyMah, type Due } from "./battery";
import { readEui, toEui64, writeEui } from "./eui";

const coin = CELL_TABLE.find(({ id }) => id === "CR2032")!;

describe("life", () => {
  it("of a coin with a door contact, by hand: 187 of 220 mAh over 31.7 a year", () => {
    const drain = { standbyUa: 3, eventsPerDay: 20, eventMas: 1.5 };
    const { standby, events, lying } = yearlyMah(coin, drain);
    expect(standby).toBeCloseTo(26.298, 3);
    expect(events).toBeCloseTo(3.04375, 5);
    expect(lying).toBeCloseTo(2.2, 9);
    expect(lifeYears(coin, drain)).toBeCloseTo((220 * USABLE) / 31.54175, 6);
  });
  it("two side by side last twice as long for what the device draws, and lose twice by lying", () => {
    const drain = { standbyUa: 10, eventsPerDay: 0, eventMas: 0 };
    const one = yearlyMah(coin, drain);
    const two = yearlyMah(coin, { ...drain, parallel: 2 });
    expect(two.lying).toBe(2 * one.lying);
    expect(two.standby).toBe(one.standby);
    expect(lifeYears(coin, { ...drain, parallel: 2 })).toBeGreaterThan(lifeYears(coin, drain));
  });
  it("is changed by the day its life ends", () => {
    expect(nextChange("2026-01-01", 2)).toBe("2028-01-01");
    expect(nextChange("2026-01-01", 100 / 365.25)).toBe("2026-04-11");
    expect(nextChange("2024-02-28", 1)).toBe("2025-02-27");
  });
});

describe("visits", () => {
  const due = (device: string, on: string, cell = "AA", count = 2): Due => ({ device, cell, count, on });
  it("what falls due within the span is done with the first, cells counted by type", () => {
    expect(
      visitsOf([due("c", "2026-05-01"), due("a", "2026-03-01"), due("b", "2026-03-31", "CR2032", 1)], 30),
    ).toEqual([
      { on: "2026-03-01", devices: ["a", "b"], cells: { AA: 2, CR2032: 1 } },
      { on: "2026-05-01", devices: ["c"], cells: { AA: 2 } },
    ]);
    expect(visitsOf([due("a", "2026-03-01"), due("b", "2026-04-01")], 30)).toHaveLength(2);
    expect(visitsOf([], 30)).toEqual([]);
  });
  it.each([1, 2, 3, 4, 5, 6, 7, 8])("days %i: no fewer visits than by trying every set of days", (seed) => {
    const of = seeded(seed);
    const days = Array.from({ length: 7 }, () => 1 + Math.floor(28 * of()));
    const list = days.map((day, n) => due(`d${n}`, `2026-02-${String(day).padStart(2, "0")}`));
    const visits = visitsOf(list, 6);
    let least = Infinity;
    const all = [...new Set(days)];
    for (let mask = 1; mask < 1 << all.length; mask++) {
      const on = all.filter((_, n) => mask & (1 << n));
      if (days.every((day) => on.some((visit) => visit <= day && day - visit <= 6)))
        least = Math.min(least, on.length);
    }
    expect(visits).toHaveLength(least);
    expect(visits.flatMap(({ devices }) => devices).sort()).toEqual(list.map(({ device }) => device).sort());
  });
});

describe("addresses", () => {
  it.each([
    ["00:00:5e:00:53:b7", 48, "00:00:5E:00:53:B7", false, false],
    ["00-00-5E-00-53-B7", 48, "00:00:5E:00:53:B7", false, false],
    ["0000.5e00.53b7", 48, "00:00:5E:00:53:B7", false, false],
    [" 00005E0053B7 ", 48, "00:00:5E:00:53:B7", false, false],
    ["02:00:5e:00:53:b7", 48, "02:00:5E:00:53:B7", true, false],
    ["01:00:5e:00:00:fb", 48, "01:00:5E:00:00:FB", false, true],
    ["00005eef10000001", 64, "00:00:5E:EF:10:00:00:01", false, false],
    ["0x00005EEF10000001", 64, "00:00:5E:EF:10:00:00:01", false, false],
    ["00-00-5E-EF-10-00-00-01", 64, "00:00:5E:EF:10:00:00:01", false, false],
    ["0000.5EEF.1000.0001", 64, "00:00:5E:EF:10:00:00:01", false, false],
  ] as const)("%s", (text, bits, written, local, group) => {
    const eui = readEui(text)!;
    expect([eui.bits, writeEui(eui), eui.local, eui.group]).toEqual([bits, written, local, group]);
  });
  it.each([
    "",
    "00:00:5e:00:53",
    "00:00-5e:00:53:b7",
    "00:00:5e:00:53:bg",
    "00005e0053b",
    "0x00005E0053B7",
    "00:00:5e:00:53:b7:01",
  ])("%j is none", (text) => expect(readEui(text)).toBeUndefined());
  it("48 bits become 64 by FF FE in their middle, once", () => {
    const long = toEui64(readEui("00:00:5e:00:53:b7")!);
    expect(writeEui(long)).toBe("00:00:5E:FF:FE:00:53:B7");
    expect(toEui64(long)).toBe(long);
  });
});
