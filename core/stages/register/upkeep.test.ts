import ICAL from "ical.js";
import { larkspurWeir } from "../../../tests/core/houses";
import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { point, testDesign } from "../../test-design";
import { CATALOGUE } from "../choose/catalogue";
import { calendarFile, eventsOf } from "./calendar-file";
import { batteriesOf, batteryWorking, cellVisitsOf, standInCells } from "./cells";
import { putReadings, readReadingsTable, readSenml, seriesOf, pastLimit, LIMITS } from "./series";
import { sparesOf } from "./spares";
import { lastTrials, trialAgainst, trialWords } from "./trials";
import { asOf, upkeepChecks } from "./upkeep-checks";
import { compareVersions, firmwareOf, updateWindow } from "./versions";
import type { DeviceRow } from "../../design/rows/register";

/** Devices at points of a kind, in the hall. */
function house(kind: string, devices: Partial<DeviceRow>[]): Design {
  const design = testDesign();
  const points = devices.map((_, n) => point(`x${n}`, kind, "g", "hall", 1 + n, 1, 1));
  return {
    ...design,
    options: CATALOGUE.map((row) => ({ ...row })),
    points: [...design.points, ...points],
    devices: devices.map((values, n) => ({
      id: `d${n}`,
      point: `x${n}`,
      name: `Thing ${n}`,
      status: "fitted",
      protocol: "Zigbee",
      ...values,
    })),
  };
}
const codes = (design: Design) => upkeepChecks(design).map(({ code, severity }) => `${severity} ${code}`);

describe("cells", () => {
  it("are the option's, with its years; a device's own go before", () => {
    const design = house("leak", [
      { option: "leak-zb", batterySince: "2026-01-01" },
      { option: "leak-zb", cell: "AA", cells: 2 },
      { cell: "AA", cells: 4 },
      {},
    ]);
    const own = batteriesOf(design);
    expect([...own.keys()]).toEqual(["d0", "d1", "d2"]);
    expect(own.get("d0")).toMatchObject({
      cell: "CR2032",
      count: 1,
      years: 3,
      source: "its option",
      nextChange: "2028-12-31",
    });
    expect(own.get("d1")).toMatchObject({ cell: "AA", count: 2 });
    expect(own.get("d1")).not.toHaveProperty("nextChange");
    expect(own.get("d2")).toMatchObject({ cell: "AA", count: 4, source: "reckoned" });
  });
  it("are reckoned where the place asks for more than usual: each term counts", () => {
    const years = (eventsPerDay: number) =>
      batteriesOf(house("leak", [{ option: "leak-zb", eventsPerDay }])).get("d0")!.years;
    // 225 mAh × 0.85 ÷ (6 µA × 8766 h + 200 × 365.25 × 25 mA·s ÷ 3600 + 1 %)
    expect(years(200)).toBeCloseTo((225 * 0.85) / (52.596 + 507.29 + 2.25), 3);
    expect(years(0)).toBeCloseTo((225 * 0.85) / (52.596 + 2.25), 3);
  });
  it("a pack is charged, not bought", () => {
    const design = house("shade", [{ option: "motor-th-charge", batterySince: "2026-01-01" }]);
    expect(batteriesOf(design).get("d0")).toMatchObject({ cell: "built-in pack", pack: true });
    expect(cellVisitsOf(design)).toEqual([
      { on: expect.stringMatching(/^2026-0/), devices: ["d0"], cells: {} },
    ]);
  });
  it("the span of a visit is the design's", () => {
    const design = house("leak", [
      { option: "leak-zb", batterySince: "2026-01-01" },
      { option: "leak-zb", batterySince: "2026-02-15" },
    ]);
    expect(cellVisitsOf(design)).toHaveLength(1);
    design.design = { ...design.design, registerSettings: { visitDays: 30 } };
    expect(cellVisitsOf({ ...design })).toHaveLength(2);
  });
  it("the working ends in the day", () => {
    const design = house("leak", [{ option: "leak-zb", batterySince: "2026-01-01" }]);
    const working = batteryWorking(batteriesOf(design).get("d0")!);
    expect(working.value).toBe(3);
    expect(working.steps.at(-1)!.gives).toBe("2028-12-31");
  });
});

describe("stand-ins", () => {
  it("drain evenly to the end of their life, and not below nothing", () => {
    const design = house("leak", [
      { option: "leak-zb", batterySince: "2026-01-01" },
      { option: "leak-zb" },
      { option: "leak-zb", batterySince: "2010-01-01" },
    ]);
    // Three years: half of them after 548 days, all of it on the first.
    expect(standInCells(design, "2027-07-03")).toEqual([
      { device: "d0", pct: 50 },
      { device: "d2", pct: 0 },
    ]);
    expect(standInCells(design, "2026-01-01")[0]).toEqual({ device: "d0", pct: 100 });
    expect(standInCells(design, "2025-12-31").map(({ device }) => device)).toEqual(["d2"]);
  });
});

describe("what is due", () => {
  const lock = { cell: "AA", cells: 4, batterySince: "2020-01-01" };
  it("is due by the last day anything was noted, or the day that is set", () => {
    const design = house("lock", [lock]);
    expect(asOf(design)).toBeUndefined();
    expect(codes(design)).toEqual([]);
    const noted = {
      ...design,
      deviceReadings: [
        { id: "r", device: "d0", quantity: "battery" as const, value: 90, at: "2026-01-02T10:00Z" },
      ],
    };
    expect(asOf(noted)).toBe("2026-01-02");
    expect(codes(noted)).toEqual(["stop register.cells-past"]);
    noted.design = { ...design.design, registerSettings: { asOf: "2020-01-05" } };
    expect(codes({ ...noted })).toEqual([]);
  });
  it("a lock's cells stop, a sensor's are to be mended; on the day itself neither", () => {
    const since = { option: "leak-zb", batterySince: "2023-01-01" };
    const on = (design: Design, day: string) => ({
      ...design,
      design: { ...design.design, registerSettings: { asOf: day } },
    });
    const design = house("leak", [since]);
    const due = batteriesOf(design).get("d0")!.nextChange!;
    expect(codes(on(design, due))).toEqual([]);
    expect(codes(on(design, "2026-01-01"))).toEqual(["mend register.cells-past"]);
    expect(upkeepChecks(on(design, "2026-01-10"))[0]!.measured).toBe(10);
  });
  it.each([
    ["battery", 19, true],
    ["battery", 20, false],
    ["link quality", 59, true],
    ["link quality", 60, false],
    ["signal", -86, true],
    ["signal", -85, false],
    ["temperature", 61, true],
    ["temperature", 60, false],
  ] as const)("%s of %i is past its limit: %s", (quantity, value, past) =>
    expect(pastLimit(LIMITS, quantity, value).past).toBe(past),
  );
  it("the last reading counts; cells changed since are new ones; heat in a wall stops", () => {
    const design = house("plug", [{}]);
    const reading = (quantity: "battery" | "temperature", value: number, at: string) => ({
      id: `r${at}${quantity}`,
      device: "d0",
      quantity,
      value,
      at,
    });
    const low = {
      ...design,
      deviceReadings: [reading("battery", 90, "2026-01-01"), reading("battery", 8, "2026-02-01")],
    };
    expect(codes(low)).toEqual(["mend register.battery-low"]);
    expect(
      codes({ ...low, devices: low.devices.map((row) => ({ ...row, batterySince: "2026-02-01" })) }),
    ).toEqual([]);
    expect(codes({ ...design, deviceReadings: [reading("temperature", 71, "2026-02-01")] })).toEqual([
      "stop register.box-warm",
    ]);
  });
});

describe("versions", () => {
  it.each([
    ["1.9.4", "2.0.1"],
    ["1.9", "1.10"],
    ["2.0-rc1", "2.0"],
    ["2.0", "2.0.1"],
    ["v3", "3.1"],
    ["1.0-a", "1.0-b"],
  ])("%s is older than %s", (a, b) => {
    expect(compareVersions(a, b)).toBeLessThan(0);
    expect(compareVersions(b, a)).toBeGreaterThan(0);
  });
  it.each([
    ["2.0", "2.0.0"],
    ["V2.1", "2.1"],
  ])("%s is %s", (a, b) => expect(compareVersions(a, b)).toBe(0));
  it("too old is what is under the newest of the least", () => {
    const design = house("lamp", [
      { option: "lamp-zb-spot", firmware: "1.9" },
      { option: "lamp-zb-spot", firmware: "2.0" },
      { option: "lamp-zb-spot" },
    ]);
    design.firmwares = [
      { id: "a", option: "lamp-zb-spot", version: "1.5", least: true },
      { id: "b", option: "lamp-zb-spot", version: "2.0", least: true, why: "The bridge wants it" },
      { id: "c", option: "lamp-zb-spot", version: "2.1", wayBack: true },
    ];
    expect([...firmwareOf(design).values()].map(({ tooOld, due }) => [tooOld, due])).toEqual([
      [true, true],
      [false, true],
      [false, false],
    ]);
    const [finding, ...rest] = upkeepChecks(design);
    expect(rest).toEqual([]);
    expect(finding!.title).toBe("Thing 0 has firmware 1.9, and 2.0 is the least");
    expect(finding!.why).toMatch(/^The bridge wants it\. .*One can go back/);
  });
  it("is put in while fewest sleep and somebody is up", () => {
    const design = testDesign();
    const sleeper = (id: string, sleepsFrom: string, sleepsTo: string) => ({
      id,
      role: id,
      sleepsFrom,
      sleepsTo,
    });
    expect(updateWindow({ ...design, people: [] })).toBeUndefined();
    expect(updateWindow({ ...design, people: [sleeper("day", "23:00", "07:00")] })).toMatchObject({
      from: "09:00",
      to: "11:00",
      asleep: [],
    });
    const nurse = {
      ...design,
      people: [sleeper("day", "23:00", "07:00"), sleeper("nurse", "08:30", "15:30")],
    };
    expect(updateWindow(nurse)).toEqual({ from: "15:30", to: "17:30", awake: ["day", "nurse"], asleep: [] });
    const always = { ...design, people: [sleeper("night", "06:00", "05:00")] };
    expect(updateWindow(always)).toBeUndefined();
  });
});

describe("spares", () => {
  it("are ranked by chance, hurt and days", () => {
    const design = house("lamp", [{}, {}, {}]);
    const [lamps] = sparesOf(design);
    // 3 lamps × 0.05 × 1 × 5 days
    expect(lamps).toMatchObject({ name: "Lamp", failsPerYear: expect.closeTo(0.15, 9), hurts: 1 });
    expect(lamps!.score).toBeCloseTo(0.75, 9);
    design.design = { ...design.design, registerSettings: { replaceDays: 10 } };
    expect(sparesOf({ ...design })[0]!.score).toBeCloseTo(1.5, 9);
    const want = {
      ...{ id: "w", room: "hall", function: "light" as const, count: 1, needs: [], points: ["x0"] },
      critical: true,
    };
    // One of three counts three times: (3 + 1 + 1) / 3.
    expect(sparesOf({ ...design, wants: [want] })[0]!.hurts).toBeCloseTo(5 / 3, 9);
  });
  it("a controller is before a lamp", () => {
    const design = larkspurWeir();
    expect(sparesOf(design)[0]!.devices.length).toBeGreaterThan(0);
    const scores = sparesOf(design).map(({ score }) => score);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
  });
});

describe("the calendar", () => {
  const design = larkspurWeir();
  it("is read back as it was meant", () => {
    const calendar = new ICAL.Component(ICAL.parse(calendarFile(design)) as never[]);
    const events = calendar.getAllSubcomponents("vevent").map((event) => new ICAL.Event(event));
    const meant = eventsOf(design);
    expect(
      events.map((event) => [event.startDate.toString(), event.summary, event.description ?? ""]),
    ).toEqual(meant.map(({ on, summary, text }) => [on, summary, text]));
    expect(events.every((event) => event.startDate.isDate)).toBe(true);
    expect(new Set(events.map((event) => event.uid)).size).toBe(events.length);
    expect(meant.filter(({ everyMonths }) => everyMonths)).toHaveLength(1);
    expect(events.filter((event) => event.isRecurring())).toHaveLength(1);
  });
  it("no line is over 75 bytes, and marks in texts stay texts", () => {
    const lines = calendarFile(design).split("\r\n");
    expect(Math.max(...lines.map((line) => Buffer.byteLength(line)))).toBeLessThanOrEqual(75);
    const odd = {
      ...design,
      visits: [
        {
          ...{ id: "v", on: "2027-01-01", kind: "other" as const, devices: [] },
          name: `A, b; c\\d ${"ü".repeat(80)}`,
        },
      ],
    };
    const calendar = new ICAL.Component(ICAL.parse(calendarFile(odd)) as never[]);
    const summaries = calendar.getAllSubcomponents("vevent").map((event) => new ICAL.Event(event).summary);
    expect(summaries).toContain(`A, b; c\\d ${"ü".repeat(80)}`);
  });
  it("what is done is not in it", () =>
    expect(eventsOf(design).map(({ summary }) => summary)).not.toContain("First look after moving in"));
});

describe("readings come in", () => {
  const design = house("plug", [{ name: "Washer" }, { name: "Dryer", topic: "laundry/dryer" }]);
  it("from a table, whole or not at all", () => {
    const { taken } = readReadingsTable(
      design,
      "device;quantity;value;at\nWasher;battery;81,5;2026-05-01\ndryer;LQI;120;2026-05-01T06:00Z\nd0;temp;44;\n".replace(
        /;/g,
        "\t",
      ),
      "2026-06-01",
    );
    expect(taken).toEqual([
      { device: "d0", quantity: "battery", value: 81.5, at: "2026-05-01" },
      { device: "d1", quantity: "link quality", value: 120, at: "2026-05-01T06:00Z" },
      { device: "d0", quantity: "temperature", value: 44, at: "2026-06-01" },
    ]);
    const { taken: none, faults } = readReadingsTable(
      design,
      "device,quantity,value,at\nWasher,battery,181,2026-05-01\nnobody,battery,50,2026-05-01\nWasher,sound,5,\nWasher,battery,,\nWasher,battery,5,soon\nWasher,battery,50,2026-05-01\n",
      "2026-06-01",
    );
    expect(none).toEqual([]);
    expect(faults.map(({ row, column }) => [row, column])).toEqual([
      [2, "value"],
      [3, "device"],
      [4, "quantity"],
      [5, "value"],
      [6, "at"],
    ]);
  });
  it("from SenML: bases are carried on, names are devices or topics with the quantity", () => {
    const pack = [
      { bn: "Washer/", bt: 1_772_000_000, n: "battery", u: "%EL", v: 80 },
      { n: "temperature", u: "Cel", v: 41.5, t: 60 },
      { bn: "laundry/dryer", n: "", u: "dBm", v: -71 },
      { bn: "", n: "Washer:lqi", v: 90 },
    ];
    expect(readSenml(design, JSON.stringify(pack), "2026-06-01")).toEqual([
      { device: "d0", quantity: "battery", value: 80, at: "2026-02-25T06:13:20Z" },
      { device: "d0", quantity: "temperature", value: 41.5, at: "2026-02-25T06:14:20Z" },
      { device: "d1", quantity: "signal", value: -71, at: "2026-02-25T06:13:20Z" },
      { device: "d0", quantity: "link quality", value: 90, at: "2026-02-25T06:13:20Z" },
    ]);
  });
  it.each([
    ["{", /is not JSON/],
    ["{}", /must be a list/],
    ['[{"n":"nobody/battery","v":1}]', /Record 1\.n "nobody\/battery" is no device/],
    ['[{"n":"Washer","v":1}]', /Record 1\.u .*is no quantity/],
    ['[{"n":"Washer/battery","v":"1"}]', /Record 1\.v must be a number/],
    ['[{"n":"Washer/battery","v":1},{"n":"Washer/battery","v":101}]', /Record 2\.v must be 0 to 100/],
    ["[5]", /Record 1 must be an object/],
  ])("%s is refused", (text, said) => expect(() => readSenml(design, text, "2026-06-01")).toThrow(said));
  it("are put down each by itself and read in order of time", () => {
    const found = [
      { device: "d0", quantity: "battery" as const, value: 50, at: "2026-03-01" },
      { device: "d0", quantity: "battery" as const, value: 60, at: "2026-02-01" },
    ];
    const after = applyChanges(design, putReadings(design, found));
    expect(new Set(after.deviceReadings.map(({ id }) => id)).size).toBe(2);
    expect(seriesOf(after)[0]!.rows.map(({ value }) => value)).toEqual([60, 50]);
  });
});

describe("trials", () => {
  const trial = { id: "t1", option: "leak-zb", with: "hub-multi", worked: [], lost: [], on: "2026-01-01" };
  it("the last of a pair counts", () => {
    const design = {
      ...house("leak", []),
      trials: [
        { ...trial, result: "does not pair" as const },
        { ...trial, id: "t2", on: "2026-03-01", result: "works" as const },
      ],
    };
    expect(lastTrials(design).get("leak-zb/hub-multi")!.id).toBe("t2");
    expect(trialAgainst(design, "leak-zb", "hub-multi")).toBeUndefined();
    expect(trialAgainst({ ...design, trials: [design.trials[0]!] }, "leak-zb", "hub-multi")!.id).toBe("t1");
  });
  it.each([
    [{ result: "does not pair" as const, lost: ["dim"] }, "did not pair"],
    [{ result: "works in part" as const, lost: ["dim", "colour"] }, "lost dim, colour"],
    [{ result: "works in part" as const, lost: [], oneWay: true }, "worked in part and says nothing back"],
  ])("%j is said", (values, said) => expect(trialWords({ ...trial, ...values })).toBe(said));
});
