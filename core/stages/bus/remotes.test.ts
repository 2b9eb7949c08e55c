import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import { applyChanges } from "../../design/edit";
import { testDesign } from "../../test-design";
import { busChecks } from "./checks";
import { codesCsv, readCodes, takeCodes } from "./codes-csv";
import { bitsApart, clashesOf, freeCodes, quarterWaveM, runsOf } from "./remotes";
import type { RemoteRow, StationRow } from "../../design/rows/bus";

const remote = (id: string, on: number, off: number, more: Partial<RemoteRow> = {}): RemoteRow => ({
  id,
  name: id,
  mhz: 433.92,
  on,
  off,
  bits: 24,
  pulseUs: 350,
  repeats: 8,
  ...more,
});

describe("the code book", () => {
  test("a quarter of a wave: 172.7 mm at 433.92 MHz, 86.3 mm at 868.42", () => {
    expect(1000 * quarterWaveM(433.92)).toBeCloseTo(172.7, 1);
    expect(1000 * quarterWaveM(868.42)).toBeCloseTo(86.3, 1);
  });
  test("bits in which codes differ, up to the last", () => {
    expect([
      bitsApart(0, 0),
      bitsApart(0b1011, 0b1000),
      bitsApart(0xffffffff, 0),
      bitsApart(0x80000000, 0),
    ]).toEqual([0, 2, 32, 1]);
  });
  test("the same code, or one bit off; further apart, another frequency, other pulses are no clash", () => {
    const clash = (b: RemoteRow) => clashesOf([remote("a", 0b110000, 0b001111), b])[0];
    expect(clash(remote("b", 0b001111, 7 << 10))).toMatchObject({ bits: 0, of: "off and on" });
    expect(clash(remote("b", 0b110001, 7 << 10))).toMatchObject({ bits: 1, of: "on and on" });
    expect(clash(remote("b", 0b110011, 7 << 10))).toBeUndefined();
    expect(clash(remote("b", 0b110000, 7 << 10, { mhz: 868.3 }))).toBeUndefined();
    expect(clash(remote("b", 0b110000, 7 << 10, { mhz: 434.3 }))).toBeDefined();
    expect(clash(remote("b", 0b110000, 7 << 10, { pulseUs: 437 }))).toBeDefined();
    expect(clash(remote("b", 0b110000, 7 << 10, { pulseUs: 438 }))).toBeUndefined();
    expect(clash(remote("b", 0b110000, 7 << 10, { bits: 12 }))).toBeUndefined();
  });
  test("its fix gives codes that clash with nothing", () => {
    const design = testDesign();
    design.remotes = [remote("a", 100, 200), remote("b", 101, 4000), remote("c", 100, 9000)];
    expect(busChecks(design).map(({ code }) => code)).toEqual([
      "bus.code-near",
      "bus.code-same",
      "bus.code-near",
    ]);
    let next = design;
    for (let finding = busChecks(next)[0]; finding; finding = busChecks(next)[0])
      next = applyChanges(next, changesOf(finding.fix!, next));
    expect(clashesOf(next.remotes)).toEqual([]);
    expect(next.remotes[0]).toEqual(design.remotes[0]);
  });
  test("property: free codes are three bits from all in use and from each other", () => {
    fc.assert(
      fc.property(fc.array(fc.nat(2 ** 16), { minLength: 2, maxLength: 20 }), (codes) => {
        const rows = codes.map((code, i) => remote(`r${i}`, code, code ^ 0xfff));
        const free = freeCodes(rows, rows[0]!)!;
        for (const other of rows.slice(1).flatMap((row) => [row.on, row.off]))
          expect(Math.min(bitsApart(free.on, other), bitsApart(free.off, other))).toBeGreaterThanOrEqual(3);
        expect(bitsApart(free.on, free.off)).toBeGreaterThanOrEqual(3);
      }),
      { numRuns: 40 },
    );
  });
  test("none free where all codes of four bits are near one in use", () => {
    const rows = Array.from({ length: 16 }, (_, i) => remote(`r${i}`, i, i, { bits: 4 }));
    expect(freeCodes(rows, rows[0]!)).toBeUndefined();
  });
  test("goes out as a table and comes back", () => {
    const design = testDesign();
    design.remotes = [remote("a", 100, 200), remote("b", 5_000_000, 4000)];
    const { rows, faults } = readCodes(design, codesCsv(design));
    expect(faults).toEqual([]);
    expect(rows).toEqual(design.remotes);
    expect(takeCodes(design, rows).replaced).toBe(2);
    expect(readCodes(design, codesCsv(design).replace("5000000", "5e3x")).faults).toEqual([
      { row: 3, column: "on", reason: 'must be a number with a point, not "5e3x"' },
    ]);
  });
});

describe("stations", () => {
  const station = (id: string, more: Partial<StationRow> = {}): StationRow => ({
    id,
    name: id,
    board: "b",
    mode: "in turn",
    order: Number(id),
    minutes: 10,
    ...more,
  });
  const runs = (stations: StationRow[]) => {
    const design = testDesign();
    design.boards = [{ id: "b", name: "Board", has: [], supplyV: 5, supplyW: 5, ownW: 1, stationsMost: 3 }];
    design.stations = stations;
    return { design, runs: runsOf(design).map(({ station: { id }, start, end }) => [id, start, end]) };
  };
  test("in turn: one after another with their rest, none before its time; together: when their time comes", () => {
    expect(
      runs([
        station("2", { gapMin: 0 }),
        station("1", { startAt: "05:30", gapMin: 2 }),
        station("3", { startAt: "07:00" }),
        station("4", { mode: "together", startAt: "05:35" }),
      ]).runs,
    ).toEqual([
      ["1", 330, 340],
      ["2", 342, 352],
      ["3", 420, 430],
      ["4", 335, 345],
    ]);
  });
  test("more than a controller can take", () => {
    const codes = (count: number) =>
      busChecks(runs(Array.from({ length: count }, (_, i) => station(String(i + 1)))).design).map(
        ({ code }) => code,
      );
    expect(codes(3)).toEqual([]);
    expect(codes(4)).toEqual(["bus.stations-many"]);
  });
});
