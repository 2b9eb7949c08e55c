import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import { larkspurWeir } from "../../../tests/core/houses";
import { applyChanges, type Change } from "../../design/edit";
import type { Design } from "../../design/collections";
import { removeRows } from "../../design/remove";
import { testDesign, point } from "../../test-design";
import { dropsOf } from "../runs";
import { patchIds, rackChecks } from "./checks";
import { portsCsv, rackJson } from "./output";
import { patchAll, patchesOf, switchLoads } from "./patching";
import { portName, portsOf } from "./ports";
import { fitsAt, moveItem, nearestPlace, placeAll, placeByRule } from "./place";
import { airAt, airM3h, overlap, racksOf, runtimeMin, shedding, usedUnits } from "./racks";
import type { RackItemRow, RackRow } from "../../design/rows/rack";
import { rack as stage } from "./stage";
import { circuitOf, heatWorking, inrushWorking, runtimeWorking } from "./workings";

const rack = (more: Partial<RackRow> = {}): RackRow => ({
  id: "r",
  name: "Rack",
  closet: "c",
  form: "floor rack",
  units: 12,
  depthMm: 600,
  maxKg: 100,
  ...more,
});
const item = (id: string, more: Partial<RackItemRow> = {}): RackItemRow => ({
  id,
  rack: "r",
  name: id,
  kind: "other",
  heightU: 1,
  side: "front",
  depthMm: 300,
  kg: 2,
  watts: 10,
  ...more,
});
function house(items: RackItemRow[], row = rack()): Design {
  const design = testDesign();
  design.racks = [row];
  design.rackItems = items;
  return design;
}
const codes = (design: Design) => rackChecks(design).map(({ code }) => code);
const find = (design: Design, code: string) => rackChecks(design).find((finding) => finding.code === code);
const fixed = (design: Design, code: string) =>
  applyChanges(design, changesOf(find(design, code)!.fix!, design));

describe("figures", () => {
  test("250 W at 8 K want 93.3 m³ of air an hour", () => expect(airM3h(250, 8)).toBeCloseTo(93.3, 1));

  test("inrush: ten times the amperes of all that starts together, against three times the breaker", () => {
    const design = house([
      item("a", { watts: 50, wattsMax: 92 }),
      item("b", { watts: 46 }),
      item("c", { watts: 0 }),
    ]);
    design.circuits = [{ id: "k", name: "Rack", breakerA: 2 }];
    const at = (more: Partial<RackRow>) =>
      inrushWorking(design, racksOf(house(design.rackItems, rack(more)))[0]!);
    // 138 W at 230 V are 0.6 A.
    expect(at({ circuit: "k" })).toMatchObject({ unit: "A", limit: { value: 6 }, verdict: "tight" });
    expect(at({ circuit: "k" })!.value).toBeCloseTo(6, 9);
    expect(at({})).toBeUndefined();
    design.circuits[0]!.breakerA = 1.9;
    expect(
      inrushWorking({ ...design }, racksOf(house(design.rackItems, rack({ circuit: "k" })))[0]!)!.verdict,
    ).toBe("fails");
  });

  test("a rack adds up: units of either side, weight, heat", () => {
    const [one] = racksOf(
      house([
        item("a", { u: 1, heightU: 2, watts: 100, wattsMax: 180 }),
        item("b", { u: 2, side: "rear", kg: 5, watts: 50 }),
        item("c"),
      ]),
    );
    expect(one).toMatchObject({ usedU: 2, watts: 160, wattsMax: 240, kg: 9, deltaC: 8 });
    expect(one!.btuH).toBeCloseTo(160 * 3.412, 9);
    expect(one).not.toHaveProperty("closetC");
    expect(usedUnits([item("x"), item("y", { u: 3, heightU: 3 })])).toBe(3);
  });

  test("air of a closet: around it, and all its watts over what its walls let go; warmer over warm things", () => {
    const design = house([item("hot", { u: 1, heightU: 2, watts: 100 }), item("top", { u: 3, maxC: 35 })]);
    Object.assign(design.closets[0]!, { uaWPerK: 20, plantW: 90, ambientC: 22 });
    const [one] = racksOf(design);
    expect(one!.closetC).toBeCloseTo(22 + (100 + 10 + 90) / 20, 9);
    const above = one!.items.find(({ id }) => id === "top")!;
    expect(airAt(one!, above)).toBeCloseTo(32 + 10, 9);
    expect(airAt(one!, { ...above, u: 4 })).toBeCloseTo(32, 9);
    expect(airAt(one!, { ...above, side: "rear" })).toBeCloseTo(32, 9);
    expect(find(design, "rack.hot")).toMatchObject({ measured: expect.closeTo(42, 9), limit: 35 });
    expect(heatWorking(design, one!, above)!.steps).toHaveLength(3);
    expect(codes(fixed(design, "rack.hot"))).not.toContain("rack.hot");
  });

  test("minutes on battery: watt-hours, efficiency and share over watts; less when emptied in under an hour", () => {
    const battery = { batteryWh: 1500, efficiency: 0.9, usableShare: 0.8 };
    expect(runtimeMin(battery, 270)).toBeCloseTo(240, 9);
    expect(runtimeMin(battery, 1500)).toBeCloseTo(43.2, 9);
    expect(runtimeMin(battery, 3000)).toBeCloseTo(21.6 * 0.5 ** 0.15, 9);
    expect(runtimeMin(battery, 0)).toBe(Infinity);
  });

  test("shedding: each leaves at its share, and the rest lasts longer", () => {
    const battery = item("battery", { watts: 0, batteryWh: 1000, efficiency: 1, usableShare: 1 });
    const loads = [
      item("sound", { watts: 100, shedAtPct: 80 }),
      item("film", { watts: 50, shedAtPct: 50 }),
      item("hub", { watts: 50 }),
    ];
    const { steps, runtimeMin: minutes } = shedding(battery, [battery, ...loads]);
    expect(steps.map(({ pct, watts, off }) => [pct, watts, off.map(({ id }) => id)])).toEqual([
      [100, 200, []],
      [80, 100, ["sound"]],
      [50, 50, ["film"]],
    ]);
    // 200 Wh at 200 W, 300 at 100, 500 at 50.
    expect(steps.map(({ atMin }) => atMin)).toEqual([0, 60, 240]);
    expect(minutes).toBeCloseTo(60 + 180 + 600, 9);
    const [one] = racksOf(house([battery, ...loads]));
    expect(one!.runtimeMin).toBeCloseTo(300, 9);
    expect(runtimeWorking(one!)!.steps).toHaveLength(4);
  });
});

describe("places", () => {
  test("things meet where their units do, front and rear where together they are too deep", () => {
    const row = rack();
    const a = item("a", { u: 2, heightU: 2 });
    expect(overlap(row, a, item("b", { u: 4 }))).toBe(false);
    expect(overlap(row, a, item("b", { u: 3 }))).toBe(true);
    expect(overlap(row, a, item("b", { u: 1 }))).toBe(false);
    expect(overlap(row, a, item("b", { u: 3, side: "rear" }))).toBe(false);
    expect(overlap(row, a, item("b", { u: 3, side: "rear", depthMm: 301 }))).toBe(true);
    expect(overlap(row, a, item("b"))).toBe(false);
  });

  test("a gap above what is warm stays free, from either side of it", () => {
    const warm = item("warm", { u: 3, ventU: 1 });
    expect(fitsAt(rack(), [warm], item("x"), 4)).toBe(false);
    expect(fitsAt(rack(), [warm], item("x"), 5)).toBe(true);
    expect(fitsAt(rack(), [item("x", { u: 5 })], { ...warm, u: undefined }, 4)).toBe(false);
    expect(fitsAt(rack(), [item("x", { u: 6 })], { ...warm, u: undefined }, 4)).toBe(true);
    expect(fitsAt(rack(), [], item("x", { heightU: 2 }), 12)).toBe(false);
    expect(fitsAt(rack(), [], item("x", { depthMm: 601 }), 1)).toBe(false);
  });

  test("by rule: battery lowest, heavy next, panels at the top each with its switch, hands in between", () => {
    const placed = placeByRule(rack(), [
      item("panel-1", { kind: "panel" }),
      item("panel-2", { kind: "panel" }),
      item("switch-1", { kind: "switch" }),
      item("switch-2", { kind: "switch" }),
      item("amp", { kind: "amplifier", heightU: 2, kg: 14, ventU: 1 }),
      item("battery", { kind: "battery", heightU: 2, kg: 24 }),
      item("hub", { kind: "hub", touched: true }),
    ]);
    const at = Object.fromEntries(placed.map(({ id, u }) => [id, u]));
    expect(at).toEqual({
      battery: 1,
      amp: 3,
      "panel-1": 12,
      "switch-1": 11,
      "panel-2": 10,
      "switch-2": 9,
      hub: 6,
    });
  });

  test("moved to the nearest free place, and said where there is none", () => {
    const design = house([item("a", { u: 1 }), item("b", { u: 5, heightU: 2 })]);
    expect(nearestPlace(rack(), design.rackItems, design.rackItems[0]!, 6)).toBe(7);
    expect(moveItem(design, "a", 6)).toMatchObject([{ put: { id: "a", u: 7 } }]);
    expect(moveItem(design, "a", 1)).toEqual([]);
    const full = house([item("a"), item("b", { u: 1, heightU: 12 })]);
    expect(() => moveItem(full, "a", 3)).toThrow("a finds no free place in Rack");
  });

  test("property: nothing placed by rule meets, stands outside or takes another's gap", () => {
    const any = fc.record({
      kind: fc.constantFrom("panel", "switch", "hub", "amplifier", "battery", "strip", "shelf", "brush"),
      heightU: fc.integer({ min: 1, max: 4 }),
      depthMm: fc.integer({ min: 50, max: 700 }),
      kg: fc.integer({ min: 0, max: 40 }),
      ventU: fc.integer({ min: 0, max: 2 }),
      side: fc.constantFrom("front", "rear"),
      touched: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 16 }), fc.integer({ min: 4, max: 42 }), (rows, units) => {
        const row = rack({ units });
        const items = rows.map((one, i) => item(`i${i}`, one as Partial<RackItemRow>));
        const placed = placeByRule(row, items);
        expect(placed.map(({ id }) => id).sort()).toEqual(items.map(({ id }) => id).sort());
        const standing = placed.filter((one) => one.u !== undefined);
        for (const one of standing) expect(fitsAt(row, standing, one, one.u!)).toBe(true);
        // What has no place could have had none.
        for (const one of placed.filter((other) => other.u === undefined))
          for (let u = 1; u <= units; u++) expect(fitsAt(row, standing, one, u)).toBe(false);
      }),
      { numRuns: 200 },
    );
  });
});

describe("findings", () => {
  test.each([
    ["rack.overlap", [item("a", { u: 1, heightU: 2 }), item("b", { u: 2 })], {}],
    ["rack.outside", [item("a", { u: 12, heightU: 2 })], {}],
    ["rack.no-place", [item("a")], {}],
    ["rack.tips", [item("a", { u: 10, kg: 30 })], {}],
    ["rack.battery-high", [item("a", { u: 2 }), item("b", { u: 3, kind: "battery" })], {}],
  ] as const)("%s, and its fix ends it", (code, items, more) => {
    const design = house(structuredClone([...items]), rack(more));
    expect(codes(design)).toContain(code);
    expect(codes(fixed(design, code))).not.toContain(code);
  });

  test.each([
    ["rack.deep", [item("a", { u: 1, depthMm: 601 })], [item("a", { u: 1, depthMm: 600 })]],
    ["rack.heavy", [item("a", { u: 1, kg: 100.1 })], [item("a", { u: 1, kg: 100 })]],
    [
      "rack.outlets",
      [item("a", { u: 1 }), item("b", { u: 2 }), item("s", { u: 3, kind: "strip", outlets: 1, watts: 0 })],
      [item("a", { u: 1 }), item("s", { u: 3, kind: "strip", outlets: 1, watts: 0 })],
    ],
  ] as const)("%s above its limit, not at it", (code, bad, good) => {
    expect(codes(house(structuredClone([...bad])))).toContain(code);
    expect(codes(house(structuredClone([...good])))).not.toContain(code);
  });

  test("a circuit is loaded to 80 % of its breaker", () => {
    const design = house([item("a", { u: 1, watts: 10, wattsMax: 1104 })], rack({ circuit: "k" }));
    design.circuits = [{ id: "k", name: "Rack", breakerA: 6 }];
    expect(circuitOf(design, racksOf(design)[0]!)).toEqual({ watts: 1104, breakerW: 1380, limitW: 1104 });
    expect(codes(design)).not.toContain("rack.circuit");
    design.rackItems[0]!.wattsMax = 1105;
    expect(codes(structuredClone(design))).toContain("rack.circuit");
  });

  test("a bolted rack does not tip, nor a wall frame", () => {
    expect(codes(house([item("a", { u: 10, kg: 30 })], rack({ bolted: true })))).not.toContain("rack.tips");
    expect(codes(house([item("a", { u: 10, kg: 30 })], rack({ form: "wall frame" })))).not.toContain(
      "rack.tips",
    );
    expect(codes(house([item("a", { u: 6, heightU: 2, kg: 30 })]))).not.toContain("rack.tips");
  });
});

describe("patching", () => {
  function cabled(): Design {
    const design = house([
      item("p", { u: 12, kind: "panel", ports: [{ kind: "panel", count: 6 }] }),
      item("s1", {
        u: 11,
        kind: "switch",
        ports: [
          { kind: "powered", count: 2 },
          { kind: "data", count: 1 },
        ],
      }),
      item("s2", { u: 10, kind: "switch", ports: [{ kind: "powered", count: 2 }] }),
    ]);
    design.points.push(
      point("tv", "television", "g", "hall", 4, 4, 1),
      point("cam2", "camera", "g", "hall", 7, 4, 1),
    );
    return design;
  }
  const patched = (design: Design) => applyChanges(design, patchAll(design, patchIds(design)));

  test("numbers go on through the groups of an item", () => {
    expect(portsOf(cabled().rackItems[1]!).map(({ name, kind }) => [name, kind])).toEqual([
      ["s1/1", "powered"],
      ["s1/2", "powered"],
      ["s1/3", "data"],
    ]);
    expect(portName(cabled(), "s1/2")).toBe("s1 2");
    expect(portName(cabled(), undefined)).toBe("–");
  });

  test("every cable that ends at a panel gets a port; powered ones of a kind in turns; aerials no switch", () => {
    const rows = patchesOf(patched(cabled()));
    expect(
      rows.map(({ drop, panelPort, switchPort, network }) => [drop.key, panelPort, switchPort, network]),
    ).toEqual([
      ["cam/1", "p/1", "s1/1", "cameras"],
      ["cam2/1", "p/2", "s2/1", "cameras"],
      ["tv/1", "p/3", undefined, undefined],
      ["tv/2", "p/4", undefined, undefined],
      ["tv/3", "p/5", "s1/3", "cameras"],
      ["cam-up/1", "p/6", "s1/2", "cameras"],
    ]);
    expect(patchAll(patched(cabled()), patchIds(patched(cabled())))).toEqual([]);
  });

  test("what was patched by hand and can stand stays; a powered device leaves a port that gives nothing", () => {
    const design = cabled();
    design.patches = [
      { id: "m", drop: "cam/1", panelPort: "p/6", switchPort: "s1/3", network: "yard" },
      { id: "n", drop: "tv/3", panelPort: "p/2" },
    ];
    const rows = new Map(patchesOf(patched(design)).map((one) => [one.drop.key, one]));
    expect(rows.get("cam/1")).toMatchObject({ panelPort: "p/6", switchPort: "s1/1", network: "yard" });
    expect(rows.get("tv/3")).toMatchObject({ panelPort: "p/2" });
  });

  test("too few ports: the rest stays open and is said; one port twice is a stop", () => {
    const design = cabled();
    design.rackItems[0]!.ports = [{ kind: "panel", count: 4 }];
    const next = patched(design);
    expect(find(next, "rack.unpatched")).toMatchObject({
      measured: 2,
      why: expect.stringContaining("another panel"),
    });
    const twice = patched(cabled());
    twice.patches[1]!.panelPort = "p/1";
    const bad = structuredClone(twice);
    expect(codes(bad)).toContain("rack.port-twice");
    expect(codes(fixed(bad, "rack.port-twice"))).not.toContain("rack.port-twice");
  });

  test("a switch sets aside what each class asks, up to what it has", () => {
    const design = patched(cabled());
    // s1 bears two cameras of class 3: 15.4 W each.
    design.rackItems[1]!.poeBudgetW = 30.8;
    expect(codes(structuredClone(design))).not.toContain("rack.poe-budget");
    design.rackItems[1]!.poeBudgetW = 30.7;
    expect(find(structuredClone(design), "rack.poe-budget")).toMatchObject({
      measured: expect.closeTo(30.8, 9),
      limit: 30.7,
    });
    expect(
      switchLoads(design).map(({ item: { id }, patches, drawnW }) => [id, patches.length, drawnW > 0]),
    ).toEqual([
      ["s1", 2, true],
      ["s2", 1, true],
    ]);
  });

  test("patches of cables that are gone free their ports", () => {
    const design = patched(cabled());
    const next = applyChanges(design, removeRows(design, [{ in: "points", id: "cam2" }]) as Change[]);
    expect(find(next, "rack.patch-gone")).toMatchObject({ title: "1 patch of cables that are gone" });
    expect(codes(fixed(next, "rack.patch-gone"))).not.toContain("rack.patch-gone");
  });

  test("the demo house: every cable at a panel has its port, none twice, kinds over both switches", () => {
    const design = larkspurWeir();
    const { patches } = rackJson(design);
    expect(patches.map(({ drop }) => drop)).toEqual(
      dropsOf(design)
        .filter((drop) => drop.line.end === "panel" && !drop.segment)
        .map((drop) => drop.key),
    );
    const ports = patches.flatMap(({ panelPort, switchPort }) => [panelPort, switchPort].filter(Boolean));
    expect(new Set(ports).size).toBe(ports.length);
    const cameras = patches.filter(({ drop, poeClass }) => poeClass && drop.includes("-cam-"));
    expect(new Set(cameras.map(({ switchPort }) => switchPort!.split("/")[0])).size).toBeGreaterThan(1);
    expect(portsCsv(design).split("\r\n")[1]).toContain("Patch panel");
    expect(find(design, "rack.circuit")!.title).toBe("Cellar rack takes 92 % of its circuit");
    expect(codes(design)).toEqual(["rack.hot", "rack.circuit", "rack.one-switch"]);
    expect(stage.cells![0]!.of(design)).toEqual({ value: 17, note: "of 36" });
    expect(placeAll(design, "cellar-rack").length).toBeGreaterThan(0);
  });
});
