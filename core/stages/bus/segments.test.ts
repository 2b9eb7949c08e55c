import { byId, type Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { changeRow } from "../../design/row-changes";
import { dropsOf, runsJson } from "../runs";
import { parentsOf, replacedIndex } from "../../points/lines";
import { point } from "../../test-design";
import { pullsOf } from "../runs/pull-plan";
import { pullSheets } from "../runs/pull-sheet";
import { lengthWorking } from "../runs/workings";
import { busJson, segmentsCsv } from "./output";
import { lengthAs, formsOf } from "./order";
import { leastVolts, segmentsOf } from "./segments";
import { busDesign } from "./test-bus";
import { currentWorking, segmentLengthWorking, spareOf, voltsWorking, wayTo } from "./workings";

const only = (design: Design) => segmentsOf(design)[0]!;
/** Loop of both conductors of the house bus, Ω a metre at 20 °C. */
const R = (2 * 33.3) / 1000;

describe("a segment as cable", () => {
  test("each stop's drop is a stretch from the stop before it, the first from the closet", () => {
    const drops = dropsOf(busDesign()).filter((drop) => drop.segment === "s");
    expect(drops.map(({ key, to, closet, installedM }) => [key, to, closet, installedM])).toEqual([
      ["k1/1", undefined, "c", 7.5],
      ["k3/1", "k2", "c", 5],
      ["k2/1", "k1", "c", 5],
      ["k4/1", "k3", "c", 5],
    ]);
    // Waste comes on top of what is cut, and what the bus takes of the volts is not the drop's to say.
    expect(drops[0]).toMatchObject({ lengthM: 8.25, cableType: { id: "bus-4" } });
    expect(drops[0]).not.toHaveProperty("load");
  });

  test("a star is home runs, a tree hangs where it says, a ring comes back", () => {
    const star = only(busDesign({ topology: "star" }));
    expect(star.edges.map(({ a, distanceM }) => [a, distanceM])).toEqual([
      [0, 7.5],
      [0, 9.5],
      [0, 11.5],
      [0, 13.5],
    ]);
    expect(star.lengthM).toBe(star.homeRunsM);
    const design = busDesign({ topology: "tree" });
    design.stops[2]!.parent = "s1";
    expect(only(design).edges.map(({ a, b }) => [a, b])).toEqual([
      [0, 1],
      [0, 2],
      [1, 3],
      [0, 4],
    ]);
    const ring = only(busDesign({ topology: "ring" }));
    expect(ring.edges.at(-1)).toMatchObject({ a: 0, b: 4, distanceM: 13.5 });
    expect(dropsOf(busDesign({ topology: "ring" })).find((drop) => drop.key === "k4/92")).toMatchObject({
      closet: "c",
      label: "0-LOFT-KEY-04/92",
    });
  });

  test("parents that lead round in a circle hang on the closet", () => {
    const stops = [
      { id: "a", segment: "s", order: 1, parent: "b" },
      { id: "b", segment: "s", order: 2, parent: "a" },
      { id: "c", segment: "s", order: 3, parent: "gone" },
      { id: "d", segment: "s", order: 4, parent: "c" },
    ];
    expect(parentsOf("tree", stops).map((stop) => stop?.id)).toEqual([undefined, undefined, undefined, "c"]);
  });

  test("it takes the place of the line for a bus, else for control, else for data; else it is one more", () => {
    const types = byId(busDesign(), "cableTypes");
    const line = (cableType: string | undefined, purpose: string, end = "terminals") => ({
      line: { cableType, count: 1, purpose, end } as never,
      index: 0,
    });
    const at = (...lines: ReturnType<typeof line>[]) =>
      replacedIndex(
        lines.map((one, i) => ({ ...one, index: i + 1 })),
        types,
      );
    expect(at(line("cat6", "data"), line("contact-4", "loop"), line("bus-4", "bus"))).toBe(3);
    expect(at(line("cat6", "data"), line("contact-4", "loop"))).toBe(2);
    expect(at(line("power-4x13", "motor"), line("cat6", "data"))).toBe(2);
    expect(at(line(undefined, "bus"))).toBe(1);
    expect(at(line("power-4x13", "motor"))).toBe(91);
    expect(at(line("bus-4", "bus", "beside it"))).toBe(91);
  });

  test("what was pulled counts as it was measured", () => {
    const design = busDesign();
    design.drops.push({ id: "d", point: "k2", index: 1, state: "pulled", markStartM: 10, markEndM: 16.2 });
    expect(only(design).edges.map(({ distanceM }) => distanceM)).toEqual([7.5, 6.2, 5, 5]);
    expect(segmentLengthWorking(only(design)).steps[1]).toMatchObject({
      with: "jacket marks",
      gives: "6.20 m",
    });
  });

  test("its stretches are drawn in one pull, one after another, from the closet", () => {
    const pull = pullsOf(busDesign()).find(({ segment }) => segment)!;
    expect(pull).toMatchObject({ closet: "c", segment: "s", lengthM: 8.25 + 3 * 5.5 });
    expect(pull.drops).toHaveLength(4);
    // 15 min to set up; every metre in full: 9 m of tray at 0.8, 13.5 m off it at 1, 1.5 min each.
    const tray = pull.through.reduce((sum, one) => sum + (one.tray ?? 0), 0);
    const open = pull.through.reduce((sum, one) => sum + (one.void ?? 0), 0);
    expect([tray, open]).toEqual([8, 14.5]);
    const one = pullsOf(busDesign({}, 1)).find(({ segment }) => segment)!;
    expect(pull.hours).toBeGreaterThan(one.hours);
    expect(pullSheets(busDesign()).find((sheet) => sheet.pull.segment)?.from).toBe("Cabinet");
  });

  test("the working of a stretch says what it runs between", () => {
    const design = busDesign();
    const drop = dropsOf(design).find((one) => one.key === "k2/1")!;
    expect(lengthWorking(design, drop)!.steps[0]).toMatchObject({ with: expect.stringContaining("to k1") });
    expect(runsJson(design).drops.find((one) => one.point === "k2")).toMatchObject({
      segment: "s",
      endsAt: "k1",
    });
  });

  test("a reader fed through the door station is led there", () => {
    const design = busDesign();
    design.points.push(point("dor", "door-station", "g", "hall", 5, 0, 1.4), {
      ...point("rdr", "door-reader", "g", "hall", 6, 0, 1.1),
      through: "dor",
    });
    expect(dropsOf(design).find((drop) => drop.point.id === "rdr")).toMatchObject({ to: "dor" });
  });
});

describe("its volts", () => {
  test("four keypads of 0.05 A: what each stretch takes, added up", () => {
    const segment = only(busDesign());
    const drops = [0.2 * 7.5, 0.15 * 5, 0.1 * 5, 0.05 * 5].map((am) => am * R);
    expect(segment.lowV).toBeCloseTo(24 - drops.reduce((sum, volts) => sum + volts, 0), 9);
    expect(segment.edges.map(({ amps }) => amps)).toEqual(
      [0.2, 0.15, 0.1, 0.05].map((amps) => expect.closeTo(amps, 9)),
    );
    expect(segment.currentA).toBeCloseTo(0.2, 9);
    expect(segment.limitV).toBe(22.8);
    expect(segment.verdict).toBe("holds");
    expect(voltsWorking(busDesign(), segment)).toMatchObject({
      value: segment.lowV,
      limit: { value: 22.8, source: "24 V less 1.2 V, 5 % of 24 V, typical" },
    });
    expect(voltsWorking(busDesign(), segment)!.steps).toHaveLength(6);
  });

  test("a warm house, pairs side by side and constant power are counted", () => {
    const warm = busDesign();
    warm.design.ambientC = 45;
    expect(only(warm).edges[0]!.ohm).toBeCloseTo(7.5 * R * (1 + 0.00393 * 25), 9);
    expect(only(busDesign({ parallel: 2 })).edges[0]!.ohm).toBeCloseTo((7.5 * R) / 2, 9);
    const power = busDesign({}, 1);
    power.stops[0]!.watts = 12;
    const { lowV, currentA } = only(power);
    expect(lowV! * currentA!).toBeCloseTo(12, 5);
    expect(24 - lowV!).toBeCloseTo(currentA! * 7.5 * R, 9);
    expect(only(power).nodes[1]).toMatchObject({ loadW: 12 });
    expect(currentWorking(only(power))!.steps[0]!.with).toMatch(/^12 W ÷ 23\./);
  });

  test("what a stop says itself stands before what its kind draws", () => {
    const design = busDesign({}, 2);
    design.stops[0]!.currentA = 0.3;
    expect(only(design).currentA).toBeCloseTo(0.35, 9);
  });

  test("a second supply shares the load; spare and ways are from the nearer one", () => {
    const design = busDesign();
    design.segments[0]!.supplies = [{ stop: "s4", volts: 24, maxA: 1 }];
    const segment = only(design);
    expect(segment.supplies.map(({ amps }) => amps! > 0)).toEqual([true, true]);
    expect(segment.nodes.map(({ fromSupplyM }) => fromSupplyM)).toEqual([0, 7.5, 10, 5, 0]);
    expect(segment.supplyToDeviceM).toBe(10);
    expect(segment.low).toBe(2);
    expect(wayTo(segment, 3)).toEqual([{ edge: 3, from: 4, to: 3 }]);
  });

  test("a ring is fed from both sides: less is lost than on the line", () => {
    const ring = only(busDesign({ topology: "ring" }));
    expect(ring.lowV!).toBeGreaterThan(only(busDesign()).lowV!);
    // Kirchhoff at the far node: what comes in by both stretches is what it draws.
    const into = ring.edges.reduce(
      (sum, { a, b, amps }) => sum + (b === 3 ? amps! : a === 3 ? -amps! : 0),
      0,
    );
    expect(into).toBeCloseTo(0.05, 9);
    // The shorter way round: 5 + 5 + 5 against 7.5 + 13.5.
    expect(ring.deviceToDeviceM).toBe(15);
  });

  test("collapse is said, and no volts are made up", () => {
    const design = busDesign({}, 1);
    design.stops[0]!.watts = 400;
    expect(only(design)).toMatchObject({ collapsed: true, verdict: "fails" });
    for (const figure of ["lowV", "currentA"]) expect(only(design)).not.toHaveProperty(figure);
    expect(only(design).nodes[1]).not.toHaveProperty("volts");
    expect(voltsWorking(design, only(design))).toBeUndefined();
  });

  test("a line of signals alone has metres and no volts", () => {
    const segment = only(busDesign({ profile: "rs-485", cableType: "cat6" }));
    expect(segment).toMatchObject({ verdict: "none", supplies: [] });
    for (const figure of ["lowV", "limitV"]) expect(segment).not.toHaveProperty(figure);
    expect(segment.supplyToDeviceM).toBe(22.5);
    expect(segment.deviceToDeviceM).toBe(15);
  });

  test("the least volts: a device's own least, or what may be lost, whichever is more", () => {
    expect(leastVolts({ minV: 20, dropV: 1.2 }, 24)).toBeCloseTo(22.8, 9);
    expect(leastVolts({ minV: 23, dropV: 1.2 }, 24)).toBe(23);
    expect(leastVolts({ dropV: 2 }, 16)).toBe(14);
    expect(leastVolts({ minV: 9 }, 12)).toBe(9);
    expect(leastVolts({}, 12)).toBeUndefined();
  });

  test("spare is the lesser of devices and current", () => {
    expect(spareOf(only(busDesign()))).toEqual({
      pct: expect.closeTo(100 * (1 - 0.2 / 1.5), 6),
      of: "current",
    });
    const crowded = busDesign();
    crowded.busProfiles.find((row) => row.id === "house-bus")!.limits.devices = 4;
    expect(spareOf(only(crowded))).toEqual({ pct: 0, of: "devices" });
  });

  test("stops nothing leads to are left out and named", () => {
    const design = busDesign();
    design.stops.push(
      { id: "s5", segment: "s", point: "k1", order: 5 },
      { id: "s6", segment: "s", order: 6 },
    );
    expect(only(design).loose.map(({ id }) => id)).toEqual(["s5", "s6"]);
    expect(only(design).nodes).toHaveLength(5);
  });

  test("an edit to one segment leaves what is known of the others as it is", () => {
    const design = busDesign();
    design.segments.push({ ...design.segments[0]!, id: "t", name: "Others" });
    design.points.push(point("x", "keypad", "g", "hall", 9, 3, 1.6));
    design.stops.push({ id: "t1", segment: "t", point: "x", order: 1 });
    const [s, t] = segmentsOf(design);
    const next = segmentsOf(applyChanges(design, changeRow(design, "points", "x", { x: 9.5 })));
    expect(next[0]).toBe(s);
    expect(next[1]).not.toBe(t);
    expect(next[1]!.lengthM).toBeCloseTo(t!.lengthM + 0.5, 9);
  });
});

describe("what is written", () => {
  test("forms side by side, in the metres that stretches have", () => {
    const design = busDesign();
    const forms = formsOf(design, design.segments[0]!);
    expect(forms.metric[0]).toEqual([0, 7.5, 9.5, 11.5, 13.5]);
    expect(forms.metric[1]).toEqual([7.5, 0, 5, 7, 9]);
    expect(forms).toMatchObject({ starM: 42, line: { lengthM: 22.5, exact: true }, ring: { lengthM: 36 } });
    expect(forms.tree).toEqual({ lengthM: 22.5, parents: [0, 1, 2, 3] });
    expect((["line", "ring", "tree", "star"] as const).map((form) => lengthAs(forms, form))).toEqual([
      22.5, 36, 22.5, 42,
    ]);
  });

  test("for scripts: nodes, stretches and order agree with one another", () => {
    const [json] = busJson(busDesign()).segments;
    expect(json).toMatchObject({
      lengthM: 22.5,
      homeRunsM: 42,
      lowAt: "s4",
      supplies: [{ node: "c", volts: 24, maxA: 1.5 }],
      order: { lengthM: 22.5, exact: true, stops: ["s1", "s2", "s3", "s4"] },
    });
    expect(json!.nodes[1]).toMatchObject({
      id: "s1",
      stop: "s1",
      label: "0-HALL-KEY-01",
      address: 1,
      loadA: 0.05,
    });
    for (const { distanceM, ohm } of json!.edges) expect(ohm).toBeCloseTo(distanceM * R, 12);
    expect(busJson(busDesign({ topology: "star" })).segments[0]!.order).toBeUndefined();
  });

  test("for the installer: a line a stop, with where its cable comes from", () => {
    const lines = segmentsCsv(busDesign()).trim().split("\r\n");
    expect(lines).toHaveLength(5);
    expect(lines[2]).toBe(
      'Keys,"24 V house bus, four-wire",line,House bus 2×2×0.8,2,0-LOFT-KEY-02,k2,k1,5.00,2,0.0500,,23.850,22.80',
    );
  });
});
