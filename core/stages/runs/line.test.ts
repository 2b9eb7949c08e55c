import fc from "fast-check";
import { atTemperature, ohmPerKm } from "./electrical";
import { GAUGES, lineDropsV, longestM, mostOhmPerKm, smallestGauge, stripDropV } from "./line";
import { coaxDbPer100M, coaxLossDb, speakerLossDb, speakerLostPct } from "./signal";
import { CABLE_TABLE } from "../house/tables";

describe("lines", () => {
  test("24 V, 5 A, 10 m, 16 AWG: 1.32 V", () => {
    expect(lineDropsV([{ atM: 10, amps: 5 }], ohmPerKm("16 AWG"))[0]!.lostV).toBeCloseTo(1.32, 6);
  });
  test("several loads along a line: every stretch carries what hangs beyond it", () => {
    // 3 A over the first 4 m, 1 A over the next 6 m, 10 Ω/km.
    const loads = lineDropsV(
      [
        { atM: 10, amps: 1 },
        { atM: 4, amps: 2 },
      ],
      10,
    );
    expect(loads.map((load) => load.atM)).toEqual([4, 10]);
    expect(loads[0]!.lostV).toBeCloseTo(0.24, 9);
    expect(loads[1]!.lostV).toBeCloseTo(0.24 + 0.12, 9);
  });
  test("an even strip is half of the whole current at its end, and what many small loads come to", () => {
    expect(stripDropV(10, 5, 13.2)).toBeCloseTo(0.66, 9);
    const n = 400;
    const even = lineDropsV(
      Array.from({ length: n }, (_, i) => ({ atM: (10 * (i + 0.5)) / n, amps: 5 / n })),
      13.2,
    );
    expect(even.at(-1)!.lostV).toBeCloseTo(stripDropV(10, 5, 13.2), 2);
  });
  test("longest and thinnest are each other's inverse", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 1, max: 100, noNaN: true }),
        (amps, metres) => {
          const ohm = mostOhmPerKm(24, 3, amps, metres);
          expect(longestM(24, 3, amps, ohm)).toBeCloseTo(metres, 6);
        },
      ),
    );
  });
  test("the thinnest conductor of the tables holds, the next thinner one does not", () => {
    const loads = [
      { atM: 12, amps: 2 },
      { atM: 20, amps: 2 },
    ];
    for (const system of ["mm²", "AWG"] as const) {
      const found = smallestGauge(loads, 24, 3, 20, system)!;
      const own = GAUGES.filter(({ gauge }) => gauge.endsWith(system));
      const lost = (ohm: number) => lineDropsV(loads, ohm).at(-1)!.lostV;
      expect(lost(found.ohm20)).toBeLessThanOrEqual(0.72);
      const thinner = own[own.indexOf(found) - 1];
      if (thinner) expect(lost(thinner.ohm20)).toBeGreaterThan(0.72);
    }
    expect(smallestGauge([{ atM: 900, amps: 20 }], 12, 3, 20, "mm²")).toBeUndefined();
  });
  test("warmth takes its part: 70 °C is 19.65 % more", () => {
    expect(atTemperature(10, 70)).toBeCloseTo(11.965, 6);
    expect(smallestGauge([{ atM: 18, amps: 1 }], 24, 3, 20, "mm²")!.ohm20).toBeGreaterThanOrEqual(
      smallestGauge([{ atM: 18, amps: 1 }], 24, 3, 90, "mm²")!.ohm20,
    );
  });
  test("a load before its supply is refused by name", () => {
    expect(() => lineDropsV([{ atM: -1, amps: 1 }], 10)).toThrow("distance");
  });
});

describe("signals", () => {
  const coax = CABLE_TABLE.find((type) => type.id === "coax")!;
  test("coaxial loss is the table's at its own frequencies, and between them by the root", () => {
    for (const row of coax.lossDb!) expect(coaxDbPer100M(coax, row.mhz)).toBeCloseTo(row.dbPer100M, 9);
    const between = coaxDbPer100M(coax, 650)!;
    expect(between).toBeGreaterThan(14.4);
    expect(between).toBeLessThan(19.1);
    // Beyond the last one: twice the root is twice the loss.
    expect(coaxDbPer100M(coax, 8600)).toBeCloseTo(62.4, 6);
    expect(coaxLossDb(coax, 2150, 30)).toBeCloseTo(9.36, 6);
    expect(coaxLossDb({}, 2150, 30)).toBeUndefined();
    // Whatever order the rows were typed in.
    const turned = { lossDb: [...coax.lossDb!].reverse() };
    expect(coaxDbPer100M(turned, 650)).toBe(between);
  });
  test("loss never falls as frequency rises", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 4000, noNaN: true }),
        fc.double({ min: 1, max: 4000, noNaN: true }),
        (a, b) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)];
          expect(coaxDbPer100M(coax, high)!).toBeGreaterThanOrEqual(coaxDbPer100M(coax, low)! - 1e-9);
        },
      ),
    );
  });
  test("a loudspeaker line of half the loudspeaker's ohms takes a third of the power, 3.52 dB", () => {
    expect(speakerLossDb(4, 8)).toBeCloseTo(20 * Math.log10(1.5), 9);
    expect(speakerLostPct(4, 8)).toBeCloseTo(100 / 3, 9);
    expect(speakerLossDb(0, 8)).toBe(0);
  });
});
