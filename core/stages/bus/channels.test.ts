import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { seeded } from "../house/generate";
import { proposeChannels } from "./assign";
import { channelByLoad, darkWithout, freeNumbers, modulesOf, openLoads } from "./channels";
import { freshIds } from "./fixes";
import { loadKey, loadsOf, whyNotOn, type Load } from "./loads";
import type { ModuleTypeRow } from "../../design/rows/bus";
import { busDesign } from "./test-bus";
import { addLoad, addRoom, loadDesign } from "./test-channels";

const type = (design: Design, id: string) => design.moduleTypes.find((row) => row.id === id)!;
const load = (design: Design, id: string) => loadsOf(design).find((one) => one.id === id);

describe("loads", () => {
  test("lamps where people stay are dimmed; in halls, stores and baths, and tubes anywhere, they are switched", () => {
    const design = loadDesign();
    addLoad(design, "a", "lamp", "loft");
    addLoad(design, "b", "lamp", "hall");
    addLoad(design, "c", "lamp", "store");
    expect(load(design, "a")).toMatchObject({ wants: "dimmer", carries: "mains", volts: 230, watts: 40 });
    expect(load(design, "b")!.wants).toBe("relay");
    expect(load(design, "c")!.wants).toBe("relay");
    const tubes = structuredClone(design);
    tubes.lamps = [lamp("t", "loft", 2, 18, { cap: "G13" })];
    expect(load(tubes, "a")).toMatchObject({
      wants: "relay",
      watts: 36,
      wattsFrom: expect.stringMatching(/lamps of its room/),
    });
  });

  test("what the survey found in a room is shared by its points; a lamp of unknown watts leaves the typical", () => {
    const design = loadDesign();
    addLoad(design, "a", "lamp", "loft");
    addLoad(design, "b", "lamp", "loft");
    design.legs = [{ id: "leg", name: "Loft", switches: [], circuit: "lights", feed: "switched" }];
    design.lamps = [lamp("t", "loft", 3, 8, { leg: "leg" }), lamp("v", "loft", 1, 6, { leg: "leg" })];
    expect(load(design, "a")).toMatchObject({ watts: 15, circuit: "lights" });
    const unknown = structuredClone(design);
    delete unknown.lamps[1]!.watts;
    expect(load(unknown, "a")).toMatchObject({ watts: 40, wattsFrom: "typical" });
  });

  test("a leg is a load where no point stands for its lamps", () => {
    const design = loadDesign();
    design.legs = [{ id: "leg", name: "Stair", switches: [], circuit: "lights", feed: "always" }];
    design.lamps = [lamp("t", "hall", 3, 8, { leg: "leg" }), lamp("v", "loft", 1, 6, { leg: "leg" })];
    expect(loadsOf(design)).toMatchObject([
      { id: "leg", in: "legs", watts: 30, rooms: ["hall", "loft"], circuit: "lights", closet: "c" },
    ]);
    const pointed = structuredClone(design);
    addLoad(pointed, "a", "lamp", "loft");
    expect(loadsOf(pointed).map(({ id }) => id)).toEqual(["a"]);
  });

  test("what rides on a bus, hangs on a board or has cells needs no channel; a socket is left to the hand", () => {
    const design = busDesign();
    addLoad(design, "shade", "shade", "loft");
    addLoad(design, "bare", "shade", "loft");
    delete design.points.at(-1)!.closet;
    addLoad(design, "lamp", "lamp", "loft");
    addLoad(design, "board", "lamp", "loft");
    addLoad(design, "plug", "plug", "loft");
    design.pins = [{ id: "pin", board: "b", demand: "relay", does: "x", load: "board" }];
    design.stops.push({ id: "s9", segment: "s", point: "lamp", order: 9 });
    expect(loadsOf(design).map(({ id, byHandOnly }) => [id, byHandOnly])).toEqual([
      ["shade", undefined],
      ["plug", true],
    ]);
    expect(load(design, "shade")).toMatchObject({ wants: "shutter", carries: "low voltage", watts: 24 });
    expect(openLoads(design).map(({ id }) => id)).toEqual(["shade"]);
  });

  test("its cable ends at its own closet, else where most of its room's do, of those with a cabinet", () => {
    const design = loadDesign();
    design.closets.push({ ...design.closets[0]!, id: "d", name: "Other", level: "u" });
    addLoad(design, "a", "lamp", "loft");
    addLoad(design, "b", "lamp", "loft");
    delete design.points[1]!.closet;
    const of = (closets: Partial<Record<"c" | "d", number>>) => {
      const own = structuredClone(design);
      own.closets = own.closets.map((row) => {
        const cabinetRows = closets[row.id as "c" | "d"];
        return cabinetRows ? { ...row, cabinetRows } : row;
      });
      return loadsOf(own).map(({ closet }) => closet);
    };
    expect(of({})).toEqual(["c", "c"]);
    expect(of({ c: 3, d: 3 })).toEqual(["c", "c"]);
    expect(of({ d: 3 })).toEqual(["d", "d"]);
  });
});

function lamp(id: string, room: string, count: number, watts: number, more: Record<string, string> = {}) {
  return { id, name: id, level: "u", room, x: 2, y: 2, count, watts, ...more };
}

describe("what a channel bears", () => {
  const design = loadDesign();
  const of = (values: Partial<Load>): Load => ({
    ...{ id: "l", in: "points", name: "L", rooms: [], level: "g", x: 0, y: 0, z: 0, room: "hall" },
    ...{ wants: "relay", nature: "plain", carries: "mains", volts: 230, watts: 100, wattsFrom: "" },
    ...values,
  });
  test.each([
    ["plain", 16 * 230],
    ["lamp", 3 * 230],
    ["motor", 4 * 230],
    ["heater", 12.8 * 230],
  ] as const)("a relay bears so much of a %s and no more", (nature, watts) => {
    const relay = type(design, "relay-8");
    expect(whyNotOn(relay, of({ nature, watts }))).toBeUndefined();
    expect(whyNotOn(relay, of({ nature, watts: watts + 0.5 }))).toMatch(/it takes .* A, a channel of/);
  });

  test("what moves up and down wants a shutter channel, and nothing else may have one", () => {
    const motor = of({ wants: "shutter", nature: "motor" });
    expect(whyNotOn(type(design, "relay-8"), motor)).toMatch(/two relays that bar one another/);
    expect(whyNotOn(type(design, "shutter-4"), motor)).toBeUndefined();
    expect(whyNotOn(type(design, "shutter-4"), of({}))).toMatch(/for what moves/);
  });

  test("a dimmer holds no motor and no low voltage; inputs and supplies drive nothing", () => {
    expect(whyNotOn(type(design, "dimmer-4"), of({ nature: "lamp" }))).toBeUndefined();
    expect(whyNotOn(type(design, "dimmer-4"), of({ nature: "motor" }))).toMatch(/is not made for a motor/);
    expect(whyNotOn(type(design, "dimmer-4"), of({ nature: "lamp", carries: "low voltage" }))).toMatch(
      /carries mains/,
    );
    for (const id of ["input-8", "bus-supply", "breaker-2"])
      expect(whyNotOn(type(design, id), of({}))).toMatch(/drives nothing/);
  });
});

const proposed = (design: Design, anew = false) => {
  const proposal = proposeChannels(design, freshIds(design), anew);
  return { ...proposal, after: applyChanges(design, proposal.changes) };
};

describe("channels are given", () => {
  /** So many lamps, each in a room of its own unless they share one. */
  const lamps = (count: number, shared: boolean) => {
    const design = loadDesign();
    for (let i = 0; i < count; i++) {
      if (!shared) addRoom(design, `r${i}`, "wet");
      addLoad(design, `l${i}`, "lamp", shared ? "store" : `r${i}`);
    }
    return design;
  };
  test.each([
    // With a fifth left free: 3 want 4 channels, 4 want 5, 9 want 12, 10 want 13.
    [3, false, ["relay-4"]],
    [4, false, ["relay-8"]],
    [9, false, ["relay-12"]],
    // Two of eight cost less than twelve and four.
    [10, false, ["relay-8", "relay-8"]],
    // Lamps of one room are parted, even where one module would do.
    [3, true, ["relay-4", "relay-4"]],
    [8, true, ["relay-4", "relay-8"]],
  ])("%d lamps, in one room %s: the fewest modules, then the cheapest", (count, shared, kinds) => {
    const { modules, placed, left } = proposed(lamps(count, shared));
    expect(modules.map(({ kind }) => kind).sort()).toEqual([...kinds].sort());
    expect([placed, left]).toEqual([count, []]);
  });

  test("free channels of what is there come first; a new module only when they are used up", () => {
    const first = proposed(lamps(3, false)).after;
    addRoom(first, "more", "wet");
    const one = structuredClone(first);
    addLoad(one, "x", "lamp", "more");
    const then = proposed(one);
    expect(then.modules).toEqual([]);
    expect(freeNumbers(modulesOf(then.after)[0]!)).toEqual([]);
    const two = structuredClone(then.after);
    addLoad(two, "y", "lamp", "more");
    expect(proposed(two).modules).toHaveLength(1);
  });

  test("an empty module is given to what comes first, and carries that alone from then on", () => {
    const design = loadDesign();
    design.modules = [{ id: "m", name: "Empty", kind: "relay-4", closet: "c" }];
    addLoad(design, "valve", "water-valve", "store");
    addLoad(design, "lamp", "lamp", "store");
    // A relay by its watts, and so of another group than the one that any relay of the hall is in.
    addRoom(design, "big", "living");
    addLoad(design, "heavy", "lamp", "big");
    design.lamps = [lamp("t", "big", 1, 400)];
    const { after, placed } = proposed(design);
    expect(placed).toBe(3);
    const used = after.channels.map(({ module, number }) => `${module}/${number}`);
    expect(new Set(used).size).toBe(3);
    expect(modulesOf(after).map(({ mixes }) => mixes)).toEqual([false, false]);
  });

  test("all anew: hand-made modules of outputs go, inputs and supplies stay", () => {
    const design = lamps(3, false);
    design.modules = [
      { id: "m", name: "Big", kind: "relay-12", closet: "c" },
      { id: "i", name: "In", kind: "input-8", closet: "c" },
    ];
    design.channels = [{ id: "ch", module: "m", number: 3, load: "l0" }];
    design.links = [{ id: "ln", input: "l1", output: "ch" }];
    const { after } = proposed(design, true);
    expect(after.modules.map(({ kind }) => kind).sort()).toEqual(["input-8", "relay-4"]);
    expect(after.links).toEqual([]);
    expect(openLoads(after)).toEqual([]);
  });

  test("what nothing can drive is named with its reason, and all else is given", () => {
    const design = lamps(2, false);
    addLoad(design, "awn", "awning", "store");
    design.kinds = design.kinds.map((kind) =>
      kind.id === "awning" ? { ...kind, needs: { volts: 24, watts: 24 * 4 + 1 } } : kind,
    );
    const { left, placed, after } = proposed(design);
    expect(left).toMatchObject([{ load: { id: "awn" }, why: expect.stringMatching(/it takes 4.04 A/) }]);
    expect(placed).toBe(2);
    expect(openLoads(after).map(({ id }) => id)).toEqual(["awn"]);
    const none = lamps(1, false);
    none.moduleTypes = none.moduleTypes.filter(({ drives }) => drives === "input");
    expect(proposed(none).left[0]!.why).toBe("there is no kind of module that is a relay");
    const nowhere = lamps(1, false);
    nowhere.closets = [];
    expect(proposed(nowhere).left[0]!.why).toMatch(/no closet/);
  });

  test("a lamp no dimmer bears is switched", () => {
    const design = loadDesign();
    addLoad(design, "big", "lamp", "loft");
    design.lamps = [lamp("t", "loft", 1, 260)];
    const { after } = proposed(design);
    expect(modulesOf(after).map(({ type: { drives } }) => drives)).toEqual(["relay"]);
  });

  test("a design without kinds of module gets the usual ones with its first", () => {
    const design = lamps(1, false);
    design.moduleTypes = [];
    expect(proposed(design).after.moduleTypes.length).toBeGreaterThan(8);
  });

  test("mains and low voltage never share a module", () => {
    const design = loadDesign();
    addLoad(design, "valve", "water-valve", "store");
    addLoad(design, "lamp", "lamp", "store");
    const { after } = proposed(design);
    expect(modulesOf(after).map(({ mixes, channels }) => [mixes, channels.length])).toEqual([
      [false, 1],
      [false, 1],
    ]);
  });
});

describe("any house", () => {
  const KINDS = ["lamp", "lamp", "lamp", "shade", "awning", "water-valve", "lock"];
  const TYPES = ["circulation", "sleeping", "wet", "living"] as const;
  function house(seed: number): Design {
    const random = seeded(seed);
    const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
    const design = loadDesign();
    design.closets = design.closets.map((row) => ({ ...row, cabinetRows: 8, rowUnits: 24 }));
    const rooms = ["hall", "loft", "store"];
    for (let i = 0; i < 6; i++) {
      addRoom(design, `r${i}`, pick(TYPES));
      rooms.push(`r${i}`);
    }
    for (let i = 0, n = 3 + Math.floor(random() * 40); i < n; i++)
      addLoad(design, `l${i}`, pick(KINDS), pick(rooms));
    return design;
  }
  test.each(Array.from({ length: 40 }, (_, i) => i + 1))("seed %d", (seed) => {
    const design = house(seed);
    const { after, left, modules, placed, unspread } = proposed(design);
    expect(left).toEqual([]);
    expect(openLoads(after)).toEqual([]);
    expect(placed).toBe(loadsOf(design).length);
    const seen = new Set<string>();
    const byKind = new Map<string, { used: number; all: number }>();
    for (const module of modulesOf(after)) {
      expect(module.mixes).toBe(false);
      const carries = module.channels[0]!.load!.carries;
      const key = `${module.type.drives} ${carries}`;
      const known = byKind.get(key) ?? { used: 0, all: 0 };
      byKind.set(key, { used: known.used + module.channels.length, all: known.all + module.type.channels });
      for (const channel of module.channels) {
        expect(channel.row.number).toBeLessThanOrEqual(module.type.channels);
        expect(whyNotOn(module.type, channel.load!)).toBeUndefined();
        for (const one of [`${module.row.id}/${channel.row.number}`, loadKey(channel.load!)]) {
          expect(seen.has(one)).toBe(false);
          seen.add(one);
        }
      }
    }
    for (const { used, all } of byKind.values()) expect(used).toBeLessThanOrEqual(all * 0.8);
    // No module darkens what could be parted: every set has two lamps, so all could.
    expect(unspread).toEqual([]);
    for (const module of modulesOf(after)) expect(darkWithout(after, module)).toEqual([]);
    expect(channelByLoad(after).size).toBe(placed);
    // One module fewer of any kind would not do: without it there are too few channels, or something is dark.
    const largest = (types: readonly ModuleTypeRow[]) => Math.max(...types.map(({ channels }) => channels));
    for (const drives of new Set(modulesOf(after).map((one) => one.type.drives))) {
      const own = modulesOf(after).filter((one) => one.type.drives === drives);
      const groups = new Set(own.map((one) => one.channels[0]!.load!.carries));
      for (const carries of groups) {
        const group = own.filter((one) => one.channels[0]!.load!.carries === carries);
        const used = group.reduce((sum, one) => sum + one.channels.length, 0);
        const most = largest(design.moduleTypes.filter((row) => row.drives === drives));
        const fewest = Math.ceil(used / 0.8 / most - 1e-9);
        expect(group.length).toBeLessThanOrEqual(drives === "shutter" ? fewest : fewest + 1);
      }
    }
    expect(modules.every(({ row, slot }) => row === undefined && slot === undefined)).toBe(true);
    expect(after.modules.every(({ row, slot }) => row !== undefined && slot !== undefined)).toBe(true);
  });
});
