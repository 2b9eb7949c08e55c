import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { point } from "../../test-design";
import { busChecks } from "./checks";
import { segmentsOf, stubsOf } from "./segments";
import { busDesign } from "./test-bus";
import { bus } from "./stage";
import { weakestSegment } from "./weakest";

const codes = (design: Design) => busChecks(design).map(({ code }) => code);
const find = (design: Design, code: string) => busChecks(design).find((finding) => finding.code === code);
/** What is found once a finding's fix was taken. */
const fixed = (design: Design, code: string) =>
  applyChanges(design, changesOf(find(design, code)!.fix!, design));
const limits = (design: Design) =>
  design.busProfiles.find((row) => row.id === design.segments[0]!.profile)!.limits;

describe("findings of a segment", () => {
  test("nothing is found where all is in order", () => expect(codes(busDesign())).toEqual([]));

  test("too few volts: at the limit they hold, below it they do not; another order, then thicker, then a supply", () => {
    const design = busDesign();
    const { lowV } = segmentsOf(design)[0]!;
    limits(design).dropV = 24 - lowV!;
    expect(codes(structuredClone(design))).toEqual([]);
    limits(design).dropV! -= 0.001;
    const bad = structuredClone(design);
    expect(find(bad, "bus.low-volts")).toMatchObject({ severity: "stop", measured: lowV, unit: "V" });
    expect(find(bad, "bus.low-volts")!.fix!.label).toBe("Lay it in House bus 4 × 1.5 mm²");
    expect(codes(fixed(bad, "bus.low-volts"))).toEqual([]);
    const turned = structuredClone(bad);
    turned.stops.forEach((stop) => (stop.order = 5 - stop.order));
    limits(turned).dropV! += 0.01;
    expect(find(turned, "bus.low-volts")!.fix!.label).toBe("Visit its stops in the shortest order");
    expect(codes(fixed(turned, "bus.low-volts"))).toEqual([]);
    const only = structuredClone(bad);
    only.cableTypes = only.cableTypes.filter((type) => type.id !== "bus-4x15");
    expect(find(only, "bus.low-volts")!.fix!.label).toBe("A second supply at k4");
    expect(codes(fixed(only, "bus.low-volts"))).toEqual([]);
  });

  test("collapse is a stop of its own, and a thicker cable may end it", () => {
    const design = busDesign({}, 1);
    design.stops[0]!.watts = 300;
    limits(design).dropV = 20;
    limits(design).minV = 5;
    limits(design).maxA = 100;
    expect(find(design, "bus.collapses")!.fix!.label).toBe("Lay it in House bus 4 × 1.5 mm²");
    expect(find(fixed(design, "bus.collapses"), "bus.collapses")).toBeUndefined();
  });

  test.each([
    ["totalM", "bus.too-long", 22.5],
    ["supplyToDeviceM", "bus.supply-far", 22.5],
    ["deviceToDeviceM", "bus.devices-far", 15],
    ["devices", "bus.too-many", 4],
  ] as const)("%s: held at the limit, split above it", (name, code, value) => {
    const design = busDesign({ profile: "line-29" });
    limits(design)[name] = value;
    expect(find(structuredClone(design), code)).toBeUndefined();
    limits(design)[name] = value - 1;
    const bad = structuredClone(design);
    expect(find(bad, code)).toMatchObject({ measured: value, limit: value - 1, severity: "stop" });
    expect(find(bad, code)!.fix!.label).toBe("Split it in two, each with its own supply");
    const good = fixed(bad, code);
    expect(good.segments).toHaveLength(2);
    expect(find(good, code)).toBeUndefined();
  });

  test("a supply asked for more than it gives; two lines on it, one of them gets its own", () => {
    const design = busDesign();
    design.busSupplies.push({ id: "p", name: "Supply 1", closet: "c", volts: 24, maxA: 0.2 });
    design.segments[0]!.supply = "p";
    expect(codes(structuredClone(design))).not.toContain("bus.supply-overloaded");
    design.segments.push({ ...design.segments[0]!, id: "t", name: "Others" });
    design.points.push(point("x", "keypad", "g", "hall", 9, 3, 1.6));
    design.stops.push({ id: "t1", segment: "t", point: "x", order: 1, address: 1 });
    expect(find(design, "bus.supply-overloaded")).toMatchObject({
      measured: expect.closeTo(0.25, 9),
      limit: 0.2,
    });
    const good = fixed(design, "bus.supply-overloaded");
    expect(codes(good)).not.toContain("bus.supply-overloaded");
    expect(good.busSupplies.find((row) => row.id !== "p")).toMatchObject({
      volts: 24,
      maxA: 1.5,
      closet: "c",
    });
  });

  test("one line alone that asks too much is split", () => {
    const design = busDesign();
    limits(design).maxA = 0.15;
    const good = fixed(design, "bus.supply-overloaded");
    expect(codes(good)).not.toContain("bus.supply-overloaded");
    expect(good.segments).toHaveLength(2);
  });

  test("little spare is a note, at the share the design sets", () => {
    const design = busDesign();
    limits(design).devices = 5;
    expect(codes(structuredClone(design))).toEqual([]);
    design.design.busSettings = { sparePct: 21 };
    expect(find(design, "bus.little-spare")).toMatchObject({
      severity: "note",
      measured: expect.closeTo(20, 9),
      limit: 21,
    });
  });

  test("a supply fed backwards by one of more volts", () => {
    const design = busDesign();
    design.segments[0]!.supplies = [{ stop: "s4", volts: 26, maxA: 1 }];
    expect(find(design, "bus.fed-backwards")!.measured!).toBeLessThan(0);
    design.segments[0]!.supplies = [{ stop: "s4", volts: 24, maxA: 1 }];
    expect(codes(structuredClone(design))).toEqual([]);
  });

  test("a form its profile cannot be, and ends left open", () => {
    const design = busDesign({
      profile: "rs-485",
      cableType: "cat6",
      topology: "star",
      closedAtCloset: true,
    });
    expect(codes(design)).toEqual(["bus.form", "bus.open-end"]);
    expect(find(design, "bus.open-end")!.title).toBe("Keys is not terminated at its far end");
    expect(codes(fixed(fixed(design, "bus.form"), "bus.open-end"))).toEqual([]);
  });

  test("a branch off the main line is held against the longest stub; laid as a line there is none", () => {
    const design = busDesign({ topology: "tree" });
    const parent: Record<string, string> = { s2: "s1", s3: "s2", s4: "s2" };
    design.stops.forEach((stop) => (parent[stop.id] ? (stop.parent = parent[stop.id]!) : undefined));
    // k4 is further from k2 than k3 is: the way to k3 is the stub.
    const [segment] = segmentsOf(design);
    const edge = segment!.edges.find(({ b }) => segment!.nodes[b]!.id === "s3")!;
    expect(stubsOf(segment!)).toEqual([{ node: edge.b, lengthM: edge.distanceM }]);
    limits(design).stubM = edge.distanceM;
    expect(codes(structuredClone(design))).toEqual([]);
    limits(design).stubM = edge.distanceM - 0.01;
    const bad = structuredClone(design);
    expect(find(bad, "bus.stub")).toMatchObject({ measured: edge.distanceM, unit: "m", severity: "stop" });
    expect(codes(fixed(bad, "bus.stub"))).not.toContain("bus.stub");
    bad.segments[0]!.topology = "ring";
    expect(codes(structuredClone(bad))).not.toContain("bus.stub");
    bad.segments[0]!.topology = "star";
    expect(stubsOf(segmentsOf(structuredClone(bad))[0]!)).toHaveLength(3);
  });

  test("addresses: twice, out of range, none; all numbered anew in one step", () => {
    const design = busDesign();
    design.stops[1]!.address = 1;
    design.stops[2]!.address = 251;
    delete design.stops[3]!.address;
    expect(codes(design)).toEqual(["bus.address-twice", "bus.address-range", "bus.no-address"]);
    expect(
      find(design, "bus.address-twice")!
        .about.slice(1)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(["s1", "s2"]);
    for (const code of ["bus.address-twice", "bus.address-range", "bus.no-address"])
      expect(codes(fixed(design, code))).toEqual([]);
    expect(fixed(design, "bus.no-address").stops.map(({ address }) => address)).toEqual([1, 2, 3, 4]);
    design.stops[2]!.address = 250;
    design.stops[3]!.address = 2;
    design.stops[1]!.address = 3;
    expect(codes(structuredClone(design))).toEqual([]);
  });

  test("who must not share a line does not; the lesser part goes where it may", () => {
    const design = busDesign();
    design.points.push(point("v", "valve", "g", "hall", 9, 3, 1.6));
    design.stops.push({ id: "s5", segment: "s", point: "v", order: 5, address: 5 });
    const found = find(design, "bus.mixed")!;
    expect(found.title).toBe("Keys: Valves never with keypads");
    expect(found.fix!.label).toBe("Put valves on a segment of their own");
    const good = fixed(design, "bus.mixed");
    expect(codes(good)).toEqual([]);
    expect(good.stops.find((stop) => stop.point === "v")!.segment).not.toBe("s");
    // With room on a line of valves it goes there.
    design.segments.push({ ...design.segments[0]!, id: "t", name: "Valves" });
    design.points.push(point("w", "valve", "g", "store", 9, 3, 1.6));
    design.stops.push({ id: "t1", segment: "t", point: "w", order: 1, address: 1 });
    const there = structuredClone(design);
    expect(find(there, "bus.mixed")!.fix!.label).toBe("Put valves on Valves");
    expect(fixed(there, "bus.mixed").stops.find((stop) => stop.point === "v")!.segment).toBe("t");
  });

  test("lines that rules keep apart do not hang on one supply", () => {
    const design = busDesign({ supply: "p" });
    design.busSupplies.push({ id: "p", name: "Supply 1", closet: "c", volts: 24, maxA: 2 });
    design.segments.push({ ...design.segments[0]!, id: "t", name: "Valves" });
    design.points.push(point("w", "valve", "g", "store", 9, 3, 1.6));
    design.stops.push({ id: "t1", segment: "t", point: "w", order: 1, address: 1 });
    expect(find(design, "bus.supply-shared")!.title).toBe("Valves and Keys hang on one supply");
    const good = fixed(design, "bus.supply-shared");
    expect(codes(good)).toEqual([]);
    expect(good.segments.find((row) => row.id === "t")!.supply).not.toBe("p");
  });

  test("a reader fed through the door station: who is locked out when what fails, and a line of its own", () => {
    const design = busDesign({}, 0);
    design.points.push(point("dor", "door-station", "g", "hall", 5, 0, 1.4), {
      ...point("rdr", "door-reader", "g", "hall", 6, 0, 1.1),
      through: "dor",
    });
    expect(find(design, "bus.reader-through")).toMatchObject({
      severity: "stop",
      title: "rdr is fed only through dor",
      why: expect.stringMatching(/locked out of Hall.*local codes/),
      fix: { label: "Give it a segment of its own" },
    });
    const good = fixed(design, "bus.reader-through");
    expect(codes(good)).toEqual([]);
    expect(good.points.find((row) => row.id === "rdr")).not.toHaveProperty("through");
    // An entrance line takes it, and says the metres.
    design.stops.push({ id: "e1", segment: "s", point: "mast", order: 1, address: 1 });
    design.points.push(point("mast", "door-reader", "g", "hall", 1, 0, 1.1));
    const there = structuredClone(design);
    expect(find(there, "bus.reader-through")!.fix!.label).toMatch(/^Put it on Keys, \+\d+\.\d m$/);
    expect(codes(fixed(there, "bus.reader-through"))).toEqual([]);
  });

  test("a keypad led through another is no reader: nobody is locked out", () => {
    const design = busDesign({}, 1);
    design.points.push({ ...point("x", "keypad", "g", "hall", 5, 0, 1.4), through: "k1" });
    expect(codes(design)).not.toContain("bus.reader-through");
  });

  test("points that ride on a bus and are on none of its lines, once there is one", () => {
    const design = busDesign();
    design.points.push(point("x", "keypad", "g", "hall", 9, 3, 1.6));
    expect(find(design, "bus.no-segment")).toMatchObject({
      title: "x is on no segment yet",
      severity: "note",
    });
    design.segments = [];
    design.stops = [];
    expect(codes(structuredClone(design))).toEqual([]);
  });

  test("where lines are many a step is looked for when it is asked for; where none helps that is said", () => {
    const design = busDesign();
    const { lowV, lengthM } = segmentsOf(design)[0]!;
    limits(design).dropV = 24 - lowV! - 0.001;
    const few = structuredClone(design);
    const more = { ...few.segments[0]!, supplies: undefined };
    for (let i = 1; i < 12; i++) few.segments.push({ ...more, id: `more-${i}`, name: `More ${i}` });
    expect(find(few, "bus.low-volts")!.fix!.label).toBe("Lay it in House bus 4 × 1.5 mm²");
    const many = structuredClone(few);
    many.segments.push({ ...more, id: "more-12", name: "More 12" });
    const { fix } = find(many, "bus.low-volts")!;
    expect(fix!.label).toBe("Take the lightest step that gives it its volts");
    expect(changesOf(fix!, many)).toEqual(changesOf(find(few, "bus.low-volts")!.fix!, few));
    limits(many).totalM = 0.1;
    expect(lengthM).toBeGreaterThan(0.1);
    const short = structuredClone(many);
    const hopeless = find(short, "bus.too-long")!.fix!;
    expect(() => changesOf(hopeless, short)).toThrow(/is put right by no single step/);
  });

  test("a stop whose point is on another line is taken out", () => {
    const design = busDesign();
    design.stops.push({ id: "s5", segment: "s", point: "k1", order: 5, address: 5 });
    expect(find(design, "bus.loose-stop")!.title).toBe("k1 cannot be reached on Keys");
    expect(codes(fixed(design, "bus.loose-stop"))).toEqual([]);
  });
});

describe("the stage", () => {
  test("the ledger has the segment nearest to its least volts, not the one of fewest volts", () => {
    const design = busDesign();
    expect(bus.cells![0]!.of(design)).toMatchObject({ note: "22.80 V wanted", about: "Keys" });
    design.segments.push({ ...design.segments[0]!, id: "t", name: "Loop", profile: "contact-loop" });
    design.points.push(point("x", "contact", "g", "hall", 9, 3, 1.6));
    design.stops.push({ id: "t1", segment: "t", point: "x", order: 1 });
    const both = structuredClone(design);
    expect(segmentsOf(both)[1]!.lowV!).toBeLessThan(12);
    expect(weakestSegment(both)!.row.id).toBe("s");
    expect(bus.cells![0]!.working(both)!.title).toBe("Volts at k4");
    expect(bus.cells![0]!.of(busDesign({}, 0))).toBeUndefined();
  });

  test("its facets are met by a design in order, and none by one without a segment", () => {
    const met = (design: Design) => {
      const found = new Set(codes(design));
      return bus
        .facets(design, (...asked) => !asked.some((code) => found.has(code)))
        .map((facet) => facet.met);
    };
    expect(met(busDesign())).toEqual([true, true, true, true]);
    expect(met({ ...busDesign(), segments: [], stops: [] })).toEqual([false, false, false, false]);
    expect(met(busDesign({ profile: "rs-485", cableType: "cat6" }))).toEqual([true, true, false, true]);
  });
});
