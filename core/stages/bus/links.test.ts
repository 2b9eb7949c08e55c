import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { channelChecks } from "./channel-checks";
import { modulesOf } from "./channels";
import { freshIds } from "./fixes";
import { criticalWhy, hubOnly, inputsOf, nearestInput, pathsTo, proposeLinks } from "./links";
import { loadsOf } from "./loads";
import { addLoad, addRoom, loadDesign } from "./test-channels";

const load = (design: Design, id: string) => loadsOf(design).find((one) => one.id === id)!;
const find = (design: Design, code: string) => channelChecks(design).find((one) => one.code === code);

/** Lamps in the hall, the loft and a bath; a keypad in the hall, all of it on a relay with two channels each way. */
function linked(): Design {
  const design = loadDesign();
  addRoom(design, "bath", "wet");
  addRoom(design, "landing", "circulation");
  for (const [id, room] of [
    ["hall", "hall"],
    ["loft", "loft"],
    ["bath", "bath"],
    ["landing", "landing"],
  ] as const)
    addLoad(design, `l-${id}`, "lamp", room);
  addLoad(design, "key", "keypad", "hall");
  addLoad(design, "key-up", "keypad", "landing");
  design.segments = [
    { id: "s", name: "Keys", profile: "house-bus", closet: "c", topology: "line", cableType: "bus-4" },
  ];
  design.stops = ["key", "key-up"].map((point, i) => ({ id: `s${i}`, segment: "s", point, order: i + 1 }));
  design.modules = [
    { id: "m", name: "Relays", kind: "relay-8", closet: "c" },
    { id: "in", name: "Inputs", kind: "input-8", closet: "c" },
  ];
  design.channels = ["hall", "loft", "bath", "landing"].map((id, i) => ({
    ...{ id: `c-${id}`, module: "m", number: i + 1, load: `l-${id}`, circuit: "lights" },
  }));
  return design;
}

describe("inputs", () => {
  test("keys on a line and what input channels read; a keypad off any line is none", () => {
    const design = linked();
    design.stops.pop();
    design.switches = [
      { id: "sw", level: "u", room: "loft", name: "Loft switch", x: 1, y: 1, z: 1, gangs: 2, neutral: "no" },
    ];
    design.channels.push({ id: "in1", module: "in", number: 1, switch: "sw", gang: 2 });
    expect(inputsOf(design).map(({ in: where, id, name }) => [where, id, name])).toEqual([
      ["points", "key", "Load key"],
      ["channels", "in1", "Loft switch, gang 2"],
    ]);
    expect(nearestInput(design, load(design, "l-loft"))).toMatchObject({ id: "in1", in: "channels" });
  });

  test("the key of the room, else a sensor for a lamp, else a keypad of the hall near by", () => {
    const design = linked();
    expect(nearestInput(design, load(design, "l-hall"))!.id).toBe("key");
    // The bath is beside the landing; the loft is too far, and on nobody's way.
    expect(nearestInput(design, load(design, "l-bath"))!.id).toBe("key-up");
    expect(nearestInput(design, load(design, "l-loft"))).toBeUndefined();
    addLoad(design, "sense", "motion", "bath");
    design.stops.push({ id: "s9", segment: "s", point: "sense", order: 9 });
    const sensed = structuredClone(design);
    expect(nearestInput(sensed, load(sensed, "l-bath"))!.id).toBe("sense");
    // One gang of a plate in the hall works the hall, not a bath beside it.
    const plate = linked();
    plate.stops.pop();
    plate.switches = [
      {
        id: "sw",
        level: "u",
        room: "landing",
        name: "Landing switch",
        x: 45,
        y: 1,
        z: 1,
        gangs: 1,
        neutral: "no",
      },
    ];
    plate.channels.push({ id: "in1", module: "in", number: 1, switch: "sw" });
    expect(nearestInput(plate, load(plate, "l-bath"))).toBeUndefined();
    expect(nearestInput(plate, load(plate, "l-landing"))!.id).toBe("in1");
  });
});

describe("what must work without the hub", () => {
  test("lamps on the way out, and what a want calls critical", () => {
    const design = linked();
    expect(criticalWhy(design, load(design, "l-hall"))).toBe("Hall is a way out of the house");
    expect(criticalWhy(design, load(design, "l-bath"))).toBeUndefined();
    const want = { id: "w", room: "bath", function: "light" as const, count: 1, needs: [], points: [] };
    design.wants = [{ ...want, critical: true }];
    expect(criticalWhy(structuredClone(design), load(design, "l-bath"))).toMatch(/critical/);
    design.wants = [{ ...want, critical: true, function: "shade" }];
    expect(criticalWhy(structuredClone(design), load(design, "l-bath"))).toBeUndefined();
    design.wants = [{ ...want, critical: true, points: ["l-loft"] }];
    expect(criticalWhy(structuredClone(design), load(design, "l-bath"))).toBeUndefined();
    expect(criticalWhy(structuredClone(design), load(design, "l-loft"))).toMatch(/critical/);
  });

  test("each critical one is a finding with its key; the rest are one note; linked, neither is left but what has no key", () => {
    const design = linked();
    expect(hubOnly(design)).toHaveLength(4);
    const critical = channelChecks(design).filter(({ code }) => code === "bus.no-link");
    expect(critical.map(({ title, severity, fix }) => [title, severity, fix?.label])).toEqual([
      ["Load l-hall works through the hub alone", "mend", "Link it to Load key"],
      ["Load l-landing works through the hub alone", "mend", "Link it to Load key-up"],
    ]);
    expect(find(design, "bus.hub-only")).toMatchObject({ measured: 2, severity: "note" });
    const all = modulesOf(design).flatMap(({ channels }) => channels);
    const after = applyChanges(design, proposeLinks(design, all, freshIds(design)));
    expect(after.links.map(({ input, output }) => [input, output])).toEqual([
      ["key", "c-hall"],
      ["key-up", "c-bath"],
      ["key-up", "c-landing"],
    ]);
    expect(find(after, "bus.no-link")).toBeUndefined();
    expect(find(after, "bus.hub-only")).toMatchObject({
      measured: 1,
      title: "1 load works through the hub alone",
    });
    expect(find(after, "bus.hub-only")!.fix).toBeUndefined();
    // Asked again, nothing is linked twice.
    const then = modulesOf(after).flatMap(({ channels }) => channels);
    expect(proposeLinks(after, then, freshIds(after))).toEqual([]);
  });
});

describe("one module dies", () => {
  test("both lamps of a room on it: one changes over, to a free channel or with another lamp", () => {
    const design = linked();
    addLoad(design, "l-hall2", "lamp", "hall");
    design.channels.push({ id: "c-hall2", module: "m", number: 5, load: "l-hall2", circuit: "lights" });
    design.modules.push({ id: "m2", name: "More relays", kind: "relay-4", closet: "c" });
    addRoom(design, "x", "wet");
    addLoad(design, "l-x", "lamp", "x");
    design.channels.push({ id: "c-x", module: "m2", number: 2, load: "l-x", circuit: "lights" });
    const dark = channelChecks(design).filter(({ code }) => code === "bus.dark");
    expect(dark.map(({ title }) => title)).toEqual([
      "When Relays dies, Hall is dark",
      "When Relays dies, the way out of the house is dark",
    ]);
    const after = applyChanges(design, changesOf(dark[0]!.fix!, design));
    expect(find(after, "bus.dark")).toBeUndefined();
    expect(
      after.channels
        .filter(({ module }) => module === "m2")
        .map(({ number }) => number)
        .sort(),
    ).toEqual([1, 2]);
    const full = structuredClone(design);
    full.moduleTypes = full.moduleTypes.map((row) => (row.id === "relay-4" ? { ...row, channels: 2 } : row));
    addRoom(full, "y", "wet");
    addLoad(full, "l-y", "lamp", "y");
    full.channels.push({ id: "c-y", module: "m2", number: 1, load: "l-y", circuit: "lights" });
    const swapped = applyChanges(full, changesOf(find(full, "bus.dark")!.fix!, full));
    expect(find(swapped, "bus.dark")).toBeUndefined();
    expect(swapped.channels).toHaveLength(full.channels.length);
    const alone = structuredClone(design);
    alone.modules.pop();
    alone.channels.pop();
    expect(() => changesOf(find(alone, "bus.dark")!.fix!, alone)).toThrow(/cannot be parted/);
  });
});

describe("every way to work a load", () => {
  test("keys and the hub keep in step; a remote one way and a switch that cuts the feed do not", () => {
    const design = linked();
    design.links = [{ id: "ln", input: "key", key: 3, output: "c-hall" }];
    design.remotes = [
      {
        id: "r",
        name: "Remote A",
        mhz: 433.92,
        on: 1,
        off: 2,
        bits: 24,
        pulseUs: 350,
        repeats: 8,
        load: "l-hall",
      },
    ];
    const paths = pathsTo(design, load(design, "l-hall"));
    expect(paths.map(({ by, needsHub, drifts }) => [by, needsHub, drifts ?? false])).toEqual([
      ["Load key, key 3", false, false],
      ["Remote A", false, true],
      ["the hub", true, false],
    ]);
    expect(paths[1]!.inStep).toMatch(/hears nothing back/);
  });

  test("a board's own relay, and a leg with its switches, fed always and not", () => {
    const design = linked();
    design.boards = [{ id: "b", name: "Board", has: [], supplyV: 5, supplyW: 10, ownW: 1 }];
    design.pins = [
      { id: "p", board: "b", demand: "relay", does: "Lamp", at: "relay 1", load: "l-bath" },
      { id: "q", board: "b", demand: "switch", does: "Key" },
    ];
    expect(pathsTo(design, { in: "points", id: "l-bath" }).map(({ by }) => by)).toEqual([
      "Board, relay 1, by its own keys",
    ]);
    design.switches = [
      { id: "sw", level: "u", room: "loft", name: "Switch", x: 1, y: 1, z: 1, gangs: 2, neutral: "no" },
    ];
    const leg = { id: "g", name: "Leg", switches: [{ switch: "sw", gang: 2 }] };
    design.legs = [{ ...leg, feed: "switched" }];
    expect(pathsTo(structuredClone(design), { in: "legs", id: "g" })).toMatchObject([
      { by: "Switch, gang 2", drifts: true, inStep: expect.stringMatching(/cuts the feed/) },
    ]);
    design.legs = [{ ...leg, feed: "always" }];
    const [always] = pathsTo(structuredClone(design), { in: "legs", id: "g" });
    expect(always!.drifts).toBeUndefined();
  });
});
