import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { seeded } from "../house/generate";
import { proposeChannels } from "./assign";
import {
  cabinetOf,
  cabinetsOf,
  cabinetWorking,
  enclosureWPerK,
  hangCabinet,
  placeModules,
  whyNotAt,
} from "./cabinet";
import { channelChecks } from "./channel-checks";
import { carriesOf, modulesOf } from "./channels";
import { closetC, closetWatts } from "./closet-air";
import { freshIds } from "./fixes";
import type { ChannelRow, ModuleRow } from "../../design/rows/bus";
import { addLoad, addRoom, loadDesign } from "./test-channels";

const find = (design: Design, code: string) => channelChecks(design).find((one) => one.code === code);
const codes = (design: Design) => channelChecks(design).map(({ code }) => code);

/** A cabinet of so many rows of 12 units, with modules as given and a lamp on each channel of the first. */
function cabinetDesign(rows: number, modules: Omit<ModuleRow, "name" | "closet">[], lamps = 0): Design {
  const design = loadDesign();
  design.closets = design.closets.map((row) => ({ ...row, cabinetRows: rows, rowUnits: 12 }));
  design.modules = modules.map((row) => ({ name: row.id, closet: "c", ...row }));
  for (let i = 1; i <= lamps; i++) {
    addRoom(design, `r${i}`, "wet");
    addLoad(design, `l${i}`, "lamp", `r${i}`);
    design.channels.push({ id: `ch${i}`, module: modules[0]!.id, number: i, load: `l${i}` });
  }
  return design;
}

describe("the cabinet", () => {
  test("what it gives off: two rows of twelve units by hand", () => {
    // 12 · 18 + 100 = 316 mm wide, 2 · 125 + 100 = 350 mm high, 140 mm deep.
    const areaM2 = 1.4 * 0.316 * (0.35 + 0.14) + 1.8 * 0.14 * 0.35;
    expect(enclosureWPerK(2, 12)).toBeCloseTo(5.5 * areaM2, 9);
  });

  test("its air is the closet's, with modules and other plant in it, and its own heat over what it gives off", () => {
    const design = cabinetDesign(3, [{ id: "m", kind: "relay-8", row: 2, slot: 1 }], 4);
    Object.assign(design.closets[0]!, { uaWPerK: 10, plantW: 50, ambientC: 22 });
    const cabinet = cabinetOf(design, "c")!;
    // Half of its channels: half of 8 W.
    expect(cabinet.watts).toBeCloseTo(4, 9);
    expect(closetWatts(design, design.closets[0]!)).toBeCloseTo(54, 9);
    expect(closetC(design, design.closets[0])).toBeCloseTo(22 + 5.4, 9);
    expect(cabinet.airC).toBeCloseTo(27.4 + 4 / enclosureWPerK(3, 12), 9);
    expect(cabinetWorking(design, cabinet).value).toBe(cabinet.airC);
    const bare = structuredClone(design);
    delete bare.closets[0]!.uaWPerK;
    expect(cabinetOf(bare, "c")!.ambientC).toBe(22);
  });

  test("terminals take the lowest row: three a lamp at mains, four a shutter, none at low voltage", () => {
    // 4 lamps: 12 terminals of 6.2 mm are 74.4 mm, 5 units of 18 mm.
    const lamps = cabinetOf(cabinetDesign(3, [{ id: "m", kind: "relay-8" }], 4), "c")!;
    expect([lamps.terminals, lamps.terminalUnits]).toEqual([12, 5]);
    expect(lamps.rows.map(({ terminals, used }) => [terminals, used])).toEqual([
      [0, 0],
      [0, 0],
      [5, 5],
    ]);
    const shutter = cabinetDesign(3, [{ id: "m", kind: "shutter-4" }]);
    addLoad(shutter, "awn", "awning", "store");
    shutter.channels = [{ id: "c1", module: "m", number: 1, load: "awn" }];
    expect(cabinetOf(shutter, "c")!.terminals).toBe(0);
    shutter.kinds = shutter.kinds.map((kind) =>
      kind.id === "awning" ? { ...kind, needs: { volts: 230, watts: 200 } } : kind,
    );
    expect(cabinetOf(structuredClone(shutter), "c")!.terminals).toBe(4);
  });

  test("where a module may stand: inside its row, over nobody, not among terminals, not beside the other voltage", () => {
    const design = cabinetDesign(
      3,
      [
        { id: "m", kind: "relay-4", row: 1, slot: 5 },
        { id: "x", kind: "relay-4" },
        { id: "low", kind: "input-8" },
      ],
      1,
    );
    const cabinet = cabinetOf(design, "c")!;
    const module = (id: string) => modulesOf(design).find(({ row }) => row.id === id)!;
    const at = (row: number, slot: number, id = "x") => whyNotAt(cabinet, module(id), row, slot);
    expect([at(1, 1), at(1, 9), at(2, 9), at(1, 5, "m")]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect([at(1, 2), at(1, 8)]).toEqual(["m stands there", "m stands there"]);
    expect([at(1, 10), at(2, 0)]).toEqual(Array(2).fill("it would reach past the 12 units of its row"));
    expect(at(3, 1)).toBe("that row is for terminals");
    expect(at(4, 1)).toBe("the cabinet has 3 rows");
    expect(at(1, 9, "low")).toMatch(/mains and low voltage do not share a row: m carries mains/);
    expect(at(2, 1, "low")).toBeUndefined();
  });

  test("low voltage from the top, mains below it, the hottest of each uppermost", () => {
    const design = cabinetDesign(
      4,
      [
        { id: "relay", kind: "relay-4" },
        { id: "dimmer", kind: "dimmer-4" },
        { id: "input", kind: "input-8" },
        { id: "supply", kind: "bus-supply" },
        { id: "breaker", kind: "breaker-2" },
      ],
      1,
    );
    const after = applyChanges(design, placeModules(design));
    const places = Object.fromEntries(after.modules.map(({ id, row, slot }) => [id, [row, slot]]));
    expect(places).toEqual({
      supply: [1, 1],
      input: [1, 5],
      breaker: [2, 1],
      dimmer: [2, 3],
      relay: [3, 1],
    });
    // Placed once, nothing moves; asked anew, all stay where the rule has them.
    expect(placeModules(after)).toEqual([]);
    expect(placeModules(after, "c", true)).toEqual([]);
  });

  test("beside one that stays: not over its first unit, and right behind its last", () => {
    const design = cabinetDesign(
      4,
      [
        { id: "stays", kind: "relay-4", row: 1, slot: 4 },
        { id: "a", kind: "relay-4" },
        { id: "b", kind: "relay-4" },
      ],
      1,
    );
    const after = applyChanges(design, placeModules(design));
    const places = Object.fromEntries(after.modules.map(({ id, row, slot }) => [id, [row, slot]]));
    expect(places).toEqual({ stays: [1, 4], a: [1, 8], b: [2, 1] });
  });

  test.each(Array.from({ length: 25 }, (_, i) => i + 1))(
    "seed %d: nothing overlaps, nothing leaves its row, mains and low voltage apart",
    (seed) => {
      const random = seeded(seed);
      const design = loadDesign();
      design.closets = design.closets.map((row) => ({
        ...row,
        cabinetRows: 2 + Math.floor(random() * 6),
        rowUnits: 12 + Math.floor(random() * 13),
      }));
      for (let i = 0; i < 4; i++) addRoom(design, `r${i}`, "living");
      for (let i = 0, n = 4 + Math.floor(random() * 30); i < n; i++)
        addLoad(
          design,
          `l${i}`,
          ["lamp", "shade", "water-valve"][Math.floor(random() * 3)]!,
          `r${Math.floor(random() * 4)}`,
        );
      const after = applyChanges(design, proposeChannels(design, freshIds(design)).changes);
      const [cabinet] = cabinetsOf(after);
      for (const row of cabinet!.rows) {
        const taken = new Set<number>();
        for (const module of row.modules) {
          expect(row.terminals).toBe(0);
          for (let i = 0; i < module.type.units; i++) {
            const unit = module.row.slot! + i;
            expect(unit).toBeGreaterThanOrEqual(1);
            expect(unit).toBeLessThanOrEqual(row.units);
            expect(taken.has(unit)).toBe(false);
            taken.add(unit);
          }
          expect(whyNotAt(cabinet!, module, row.number, module.row.slot!)).toBeUndefined();
        }
        expect(new Set(row.modules.map((one) => carriesOf(one) === "low voltage")).size).toBeLessThanOrEqual(
          1,
        );
      }
      for (const module of cabinet!.loose)
        for (const row of cabinet!.rows)
          for (let slot = 1; slot <= row.units; slot++)
            expect(whyNotAt(cabinet!, module, row.number, slot)).toBeDefined();
    },
  );
});

describe("findings of a cabinet", () => {
  const channel = (id: string, module: string, number: number, load: string): ChannelRow => ({
    ...{ id, module, number, load },
  });
  test("two modules in one place, one past the end: placed anew they stand", () => {
    const design = cabinetDesign(
      4,
      [
        { id: "m", kind: "relay-4", row: 1, slot: 3 },
        { id: "x", kind: "relay-4", row: 1, slot: 6 },
      ],
      2,
    );
    expect(find(design, "bus.module-place")).toMatchObject({
      severity: "stop",
      title: expect.stringMatching(/m cannot stand in row 1/),
    });
    const after = applyChanges(design, changesOf(find(design, "bus.module-place")!.fix!, design));
    expect(codes(after)).not.toContain("bus.module-place");
    expect(codes(after)).not.toContain("bus.module-loose");
  });

  test("mains and low voltage in one row is a stop, and says how to isolate first", () => {
    const design = cabinetDesign(
      4,
      [
        { id: "m", kind: "relay-4", row: 1, slot: 1 },
        { id: "in", kind: "input-8", row: 1, slot: 7 },
      ],
      1,
    );
    const finding = find(design, "bus.cabinet-mixed")!;
    expect(finding).toMatchObject({
      severity: "stop",
      why: expect.stringMatching(/Isolate, lock off and prove dead before/),
    });
    expect(codes(applyChanges(design, changesOf(finding.fix!, design)))).not.toContain("bus.cabinet-mixed");
  });

  test("modules in a closet without a cabinet: one is hung that holds them all, with the share left free", () => {
    const design = cabinetDesign(4, [{ id: "m", kind: "relay-12" }], 9);
    design.modules.push({ id: "in", name: "In", kind: "input-8", closet: "c" });
    delete design.closets[0]!.cabinetRows;
    delete design.closets[0]!.rowUnits;
    const bare = structuredClone(design);
    const finding = find(bare, "bus.no-cabinet")!;
    expect(finding).toMatchObject({
      severity: "mend",
      measured: 2,
      title: "2 modules of Cabinet have no cabinet",
    });
    const after = applyChanges(bare, changesOf(finding.fix!, bare));
    expect(codes(after).filter((code) => /cabinet|module/.test(code))).toEqual([]);
    // A row for low voltage, one for mains, one for 27 terminals; two would leave no row for them.
    expect(after.closets[0]).toMatchObject({ cabinetRows: 3, rowUnits: 24 });
    design.design.busSettings = { sparePct: 75 };
    expect(hangCabinet(structuredClone(design), "c", 75)[0]).toMatchObject({ put: { cabinetRows: 5 } });
  });

  test("a module without a place, with room and without", () => {
    const roomy = cabinetDesign(3, [{ id: "m", kind: "relay-4" }], 1);
    const finding = find(roomy, "bus.module-loose")!;
    expect(codes(applyChanges(roomy, changesOf(finding.fix!, roomy)))).not.toContain("bus.module-loose");
    // One row, and that is for terminals.
    const full = cabinetDesign(1, [{ id: "m", kind: "relay-4" }], 1);
    expect(find(full, "bus.module-loose")).toMatchObject({ why: expect.stringMatching(/No row has room/) });
    expect(find(full, "bus.module-loose")!.fix).toBeUndefined();
  });

  test("little left: at the share the design sets it holds, below it is a note", () => {
    // 12 of 24 units and 1 of terminals… 50 % less what two terminals take.
    const design = cabinetDesign(2, [{ id: "m", kind: "input-8", row: 1, slot: 1 }]);
    design.design.busSettings = { sparePct: (100 * 20) / 24 };
    expect(codes(structuredClone(design))).toEqual([]);
    design.design.busSettings = { sparePct: (100 * 20) / 24 + 0.01 };
    expect(find(structuredClone(design), "bus.cabinet-full")).toMatchObject({
      severity: "note",
      measured: (100 * 20) / 24,
      unit: "%",
    });
  });

  test("too warm: at 45 °C it holds, above it does not", () => {
    const design = cabinetDesign(3, [{ id: "m", kind: "bus-supply", row: 1, slot: 1 }]);
    const own = 7 / enclosureWPerK(3, 12);
    const at = (airC: number) => {
      const warm = structuredClone(design);
      warm.closets[0]!.ambientC = airC - own;
      return codes(warm);
    };
    expect(at(44.999)).toEqual([]);
    expect(at(45.001)).toEqual(["bus.cabinet-hot"]);
  });

  test("channels: a load it cannot bear, one too many, one twice, a number it does not have", () => {
    const design = cabinetDesign(4, [{ id: "m", kind: "relay-4", row: 1, slot: 1 }], 2);
    const with_ = (change: (own: Design) => void) => {
      const own = structuredClone(design);
      change(own);
      return own;
    };
    const heavy = with_((own) => (own.channels[0]!.watts = 3 * 230 + 1));
    expect(find(heavy, "bus.channel-rating")).toMatchObject({
      severity: "stop",
      limit: 3,
      unit: "A",
      measured: 691 / 230,
    });
    expect(() => changesOf(find(heavy, "bus.channel-rating")!.fix!, heavy)).not.toThrow();
    const twice = with_((own) => own.channels.push(channel("again", "m", 4, "l1")));
    expect(find(twice, "bus.load-twice")).toMatchObject({ severity: "stop" });
    expect(applyChanges(twice, changesOf(find(twice, "bus.load-twice")!.fix!, twice)).channels).toEqual(
      design.channels,
    );
    const same = with_((own) => (own.channels[1]!.number = 1));
    expect(find(same, "bus.channel-twice")!.title).toBe("Channel 1 of m is given twice");
    expect(codes(applyChanges(same, changesOf(find(same, "bus.channel-twice")!.fix!, same)))).not.toContain(
      "bus.channel-twice",
    );
    const past = with_((own) => (own.channels[1]!.number = 5));
    expect(find(past, "bus.channel-number")!.title).toBe("m has no channel 5");
    expect(codes(applyChanges(past, changesOf(find(past, "bus.channel-number")!.fix!, past)))).not.toContain(
      "bus.channel-number",
    );
    const mixed = with_((own) => {
      addLoad(own, "v", "water-valve", "store");
      own.channels.push(channel("cv", "m", 3, "v"));
    });
    expect(find(mixed, "bus.channel-mixed")).toMatchObject({
      severity: "stop",
      title: "m carries mains and low voltage",
    });
  });

  test("a load on the wrong kind moves to one that can drive it, with its circuit", () => {
    const design = cabinetDesign(
      4,
      [
        { id: "d", kind: "dimmer-4", row: 1, slot: 1 },
        { id: "s", kind: "shutter-4", row: 2, slot: 1 },
      ],
      1,
    );
    addLoad(design, "shade", "shade", "store");
    design.channels.push({ ...channel("cs", "d", 3, "shade"), circuit: "lights" });
    const finding = find(design, "bus.channel-kind")!;
    expect(finding).toMatchObject({ severity: "stop", title: "Load shade cannot hang on d" });
    const after = applyChanges(design, changesOf(finding.fix!, design));
    expect(after.channels.find(({ id }) => id === "cs")).toEqual({
      ...channel("cs", "s", 1, "shade"),
      circuit: "lights",
    });
    const alone = structuredClone(design);
    alone.modules.pop();
    const made = applyChanges(alone, changesOf(find(alone, "bus.channel-kind")!.fix!, alone));
    expect(codes(made)).not.toContain("bus.channel-kind");
    expect(made.modules).toHaveLength(2);
  });

  test("a channel whose load has gone, or rides on a bus now, is freed", () => {
    const design = cabinetDesign(4, [{ id: "m", kind: "relay-4", row: 1, slot: 1 }], 2);
    design.points.pop();
    delete design.channels[1]!.load;
    design.links = [{ id: "l", channel: "ch1", output: "ch2" }];
    const finding = find(design, "bus.channel-idle")!;
    expect(finding.title).toBe("1 channel of m drives nothing any more");
    const after = applyChanges(design, changesOf(finding.fix!, design));
    expect([after.channels.length, after.links.length]).toEqual([1, 0]);
    expect(codes(after)).not.toContain("bus.channel-idle");
  });

  test("what has no circuit, and what has no channel, is said once for all", () => {
    const design = cabinetDesign(4, [{ id: "m", kind: "relay-12", row: 1, slot: 1 }], 3);
    expect(find(design, "bus.channel-circuit")).toMatchObject({ measured: 3, severity: "note" });
    design.channels.forEach((row) => (row.circuit = "lights"));
    expect(codes(structuredClone(design))).not.toContain("bus.channel-circuit");
    design.channels.pop();
    const open = structuredClone(design);
    expect(find(open, "bus.no-channel")).toMatchObject({ title: "Load l3 is on no channel", measured: 1 });
    expect(codes(applyChanges(open, changesOf(find(open, "bus.no-channel")!.fix!, open)))).not.toContain(
      "bus.no-channel",
    );
  });
});
