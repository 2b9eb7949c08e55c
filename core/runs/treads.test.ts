import fc from "fast-check";
import { applyChanges } from "../design/edit";
import { point, testDesign } from "../test-design";
import { runsChecks } from "./checks";
import { dropsOf, farDropV } from "./drops";
import { billOf } from "./materials";
import { treadGroups, treadsPerSupply } from "./treads";
import type { Design } from "../design/collections";

/** `count` treads up a stair in the hall, from the closet's side on. */
function stair(count: number, ledSupplyW: number): Design {
  const design = testDesign();
  design.design = { ...design.design, running: { ledSupplyW } };
  design.points = Array.from({ length: count }, (_, i) => ({ ...point(`t${i}`, "stair-tread", "g", "hall", 4, 1 + i * 0.25, 0.2 + i * 0.18), number: i + 1 }));
  return design;
}

describe("lit treads", () => {
  test("⌊0.8 · 100 W ÷ (9.6 W/m × 0.75 m)⌋ = 11 on one supply", () => {
    expect(treadsPerSupply(100, 80, 9.6 * 0.75)).toBe(11);
    expect(treadsPerSupply(5, 80, 7.2)).toBe(1);
  });
  test("13 treads make two groups of about one size, in order up the stair", () => {
    const groups = treadGroups(stair(13, 100));
    expect(groups.map((group) => group.points.length)).toEqual([7, 6]);
    expect(groups.flatMap((group) => group.points.map((row) => row.id))).toEqual(Array.from({ length: 13 }, (_, i) => `t${i}`));
    expect(groups[0]!.at.id).toBe("t3");
  });
  test("groups hold every tread once, none above what its supply takes", () => {
    fc.assert(fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 8, max: 200 }), (count, watts) => {
      const groups = treadGroups(stair(count, watts));
      expect(groups.flatMap((group) => group.points.map((row) => row.id)).sort()).toEqual(stair(count, watts).points.map((row) => row.id).sort());
      for (const group of groups) expect(group.points.length).toBeLessThanOrEqual(Math.max(1, Math.floor((0.8 * watts) / 7.2 + 1e-9)));
    }), { numRuns: 40 });
  });
  test("a group has a single cable to its closet and short leads from the rest; its conductor is the thinnest that holds", () => {
    const design = stair(6, 60);
    const [group] = treadGroups(design);
    const light = dropsOf(design).filter((drop) => drop.group);
    expect(light.filter((drop) => drop.home)).toHaveLength(1);
    expect(light.filter((drop) => drop.to?.id === group!.at.id)).toHaveLength(5);
    const run = light.find((drop) => drop.home)!;
    const four = design.cableTypes.filter((type) => type.medium === "power" && type.conductors >= 4);
    const lead = four.find((type) => type.id === "power-4x13")!;
    const lost = (type: typeof lead) => farDropV(design, group!, lead, type, run.installedM!);
    const thinner = four.filter((type) => type.ohmPerKm! > run.cableType!.ohmPerKm!);
    expect(lost(run.cableType!)).toBeLessThanOrEqual(0.72);
    for (const type of thinner) expect(lost(type)).toBeGreaterThan(0.72);
    expect(run.load!.watts).toBeCloseTo(6 * 7.2, 6);
    expect(run.load!.endV).toBeCloseTo(24 - lost(run.cableType!), 6);
  });
  test("too far for any conductor: a second supply is offered, and holds", () => {
    const design = stair(10, 100);
    design.closets = [{ ...design.closets[0]!, x: 0 }];
    design.trunks = design.trunks.map((row) => (row.id === "tg" ? { ...row, path: [[0, 3], [0, 12], [40, 12], [40, 3], [4, 3]] } : row));
    const finding = runsChecks(design).find((one) => one.code === "runs.voltage-drop");
    expect(finding?.fix?.label).toMatch(/second supply/);
    const groups = treadGroups(applyChanges(design, finding!.fix!.changes));
    expect(groups).toHaveLength(2);
  });
  test("each to the cabinet: no group, every tread its own run", () => {
    const design = stair(5, 100);
    design.design = { ...design.design, schools: { treadCable: "each to the cabinet" } };
    expect(treadGroups(design)).toEqual([]);
    expect(dropsOf(design).every((drop) => !drop.to)).toBe(true);
  });
  test("a tread that moves takes its lead along; the bill has supplies and boxes by group", () => {
    const design = stair(6, 30);
    dropsOf(design);
    const moved = { ...design, points: design.points.map((row) => (row.id === "t0" ? { ...row, y: 0.5 } : row)) };
    const of = (d: Design) => dropsOf(d).find((drop) => drop.point.id === "t0" && drop.to)!.route!.pathM;
    expect(of(moved)).toBeCloseTo(of(design) + 0.5, 6);
    const bill = billOf(design);
    expect(bill.find((row) => row.what.startsWith("Supply for light strips"))!.count).toBe(2);
    expect(bill.find((row) => row.what.startsWith("Junction box"))!.count).toBe(2);
  });
});
