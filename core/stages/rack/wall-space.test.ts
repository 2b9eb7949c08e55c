import { changesOf } from "../../desk/findings";
import type { Design } from "../../design/collections";
import { testDesign, point } from "../../test-design";
import { applyChanges } from "../../design/edit";
import { MODULE_TYPE_TABLE } from "../house/module-table";
import { patchIds, rackChecks } from "./checks";
import { patchAll } from "./patching";
import type { RackItemRow } from "../../design/rows/rack";
import { wallSpaceOf, wallWorking } from "./wall-space";

const rack = { closet: "c", depthMm: 600, maxKg: 100 };
function closets(): Design {
  const design = testDesign();
  design.racks = [
    { ...rack, id: "floor", name: "Floor", form: "floor rack", units: 27 },
    { ...rack, id: "wall", name: "Wall", form: "wall frame", units: 9 },
  ];
  design.moduleTypes = [...MODULE_TYPE_TABLE];
  Object.assign(design.closets[0]!, { cabinetRows: 4, rowUnits: 24 });
  design.modules = [{ id: "m", name: "M", kind: "relay-4", closet: "c" }];
  return design;
}
const space = (design: Design) => wallSpaceOf(design, design.closets[0]!);

test("a floor rack by itself; what hangs, one above the other as far as hands reach", () => {
  const design = closets();
  // 24 · 18 mm and a rim each side; the frame of 9 U is 0.50 m high, the cabinet 0.60 m.
  expect(space(design).columns.map(({ things }) => things.map(({ name }) => name))).toEqual([
    ["Floor"],
    ["Wall cabinet", "Wall"],
  ]);
  expect(space(design).needM).toBeCloseTo(0.6 + 0.6, 9);
  design.closets[0]!.cabinetRows = 9;
  const high = structuredClone(design);
  expect(space(high).needM).toBeCloseTo(0.6 + 0.532 + 0.6, 9);
  high.modules = [];
  expect(space(structuredClone(high)).needM).toBeCloseTo(1.2, 9);
  expect(wallWorking(high.closets[0]!, space(high)).value).toBe(space(high).needM);
});

test("less wall than that is a finding, as much is none", () => {
  const design = closets();
  const at = (wallWidthM: number) => {
    const own = structuredClone(design);
    own.closets[0]!.wallWidthM = wallWidthM;
    return rackChecks(own).find(({ code }) => code === "rack.wall-space");
  };
  expect(at(1.2)).toBeUndefined();
  expect(at(1.19)).toMatchObject({ severity: "mend", measured: 1.2, limit: 1.19, unit: "m" });
});

describe("powered devices of one kind", () => {
  const item = (id: string): RackItemRow => ({
    ...{ id, rack: "floor", name: `Switch ${id}`, kind: "switch", heightU: 1, side: "front" },
    ...{ depthMm: 200, kg: 2, watts: 20, ports: [{ kind: "powered", count: 4 }] },
  });
  function cameras(kind: string, switches: readonly string[]): Design {
    const design = closets();
    design.devices = [];
    design.points = [1, 2, 3].map((x) => point(`p${x}`, kind, "g", "hall", x, 1, 2.4));
    design.rackItems = [
      { ...item("panel"), kind: "panel", ports: [{ kind: "panel", count: 12 }] },
      ...switches.map(item),
    ];
    return applyChanges(design, patchAll(design, patchIds(design)));
  }
  const find = (design: Design) => rackChecks(design).find(({ code }) => code === "rack.one-switch");

  test("patched by rule they are on two; all on one is to be mended where another has a port", () => {
    const two = cameras("camera", ["a", "b"]);
    expect(find(two)).toBeUndefined();
    const all = structuredClone(two);
    all.patches.forEach((row, i) => (row.switchPort = `a/${i + 1}`));
    expect(find(all)).toMatchObject({
      severity: "mend",
      title: "Camera: all 3 hang on Switch a",
      measured: 3,
    });
    expect(find(applyChanges(all, changesOf(find(all)!.fix!, all)))).toBeUndefined();
  });

  test("with one switch it is worth knowing, and nothing to press", () => {
    const one = cameras("camera", ["a"]);
    expect(find(one)).toMatchObject({ severity: "note" });
    expect(find(one)!.fix).toBeUndefined();
    one.points.splice(1);
    expect(find(structuredClone(one))).toBeUndefined();
  });

  test("panels on walls are no such devices, unless a want calls them critical", () => {
    const panels = cameras("panel", ["a"]);
    panels.kinds = panels.kinds.map((kind) => (kind.id === "panel" ? { ...kind, service: "bus" } : kind));
    expect(find(panels)).toBeUndefined();
    panels.wants = [
      { id: "w", room: "hall", function: "panel", count: 2, needs: [], critical: true, points: ["p1", "p2"] },
    ];
    expect(find(structuredClone(panels))).toMatchObject({
      measured: 2,
      title: expect.stringMatching(/both hang on/),
    });
  });
});
