import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import { applyChanges } from "../../design/edit";
import { point, testDesign } from "../../test-design";
import { runsChecks } from "./checks";
import { dropsOf, groupOf, homeDropV } from "./drops";
import { billOf } from "./materials";
import { longestStair, treadGroups, treadsPerSupply } from "./treads";
import type { Design } from "../../design/collections";
import { labelsOf } from "./labels";
import { scheduleCsv } from "./output";
import { pullSheets } from "./pull-sheet";
import { noteDrop } from "./site";

/** `count` treads up a stair in the hall, from the closet's side on. */
function stair(count: number, ledSupplyW: number): Design {
  const design = testDesign();
  design.design = { ...design.design, running: { ledSupplyW } };
  design.points = Array.from({ length: count }, (_, i) => ({
    ...point(`t${i}`, "stair-tread", "g", "hall", 4, 1 + i * 0.25, 0.2 + i * 0.18),
    number: i + 1,
  }));
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
    expect(groups.flatMap((group) => group.points.map((row) => row.id))).toEqual(
      Array.from({ length: 13 }, (_, i) => `t${i}`),
    );
    expect(groups[0]!.at.id).toBe("t3");
  });
  test("the longest stair is the one with most treads, whatever the number of its groups", () => {
    const groups = treadGroups(stair(13, 100));
    const two = groups.map((group) => ({ ...group, points: group.points.slice(0, 2) }));
    const other = { ...groups[0]!, at: { ...groups[0]!.at, room: "elsewhere" } };
    expect(longestStair([...two, other])).toEqual([other]);
    expect(longestStair(groups)).toEqual(groups);
    expect(
      longestStair([
        { ...other, closet: "a" },
        { ...other, closet: "b" },
      ]),
    ).toHaveLength(1);
    expect(longestStair([])).toEqual([]);
  });
  test("groups hold every tread once, none above what its supply takes", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 8, max: 200 }), (count, watts) => {
        const groups = treadGroups(stair(count, watts));
        expect(groups.flatMap((group) => group.points.map((row) => row.id)).sort()).toEqual(
          stair(count, watts)
            .points.map((row) => row.id)
            .sort(),
        );
        for (const group of groups)
          expect(group.points.length).toBeLessThanOrEqual(
            Math.max(1, Math.floor((0.8 * watts) / 7.2 + 1e-9)),
          );
      }),
      { numRuns: 40 },
    );
  });
  test("a group has a single cable to its closet and short leads from the rest; its conductor is the thinnest that holds", () => {
    const design = stair(6, 60);
    const [group] = treadGroups(design);
    const light = dropsOf(design).filter((drop) => drop.group);
    expect(light.filter((drop) => drop.home)).toHaveLength(1);
    expect(light.filter((drop) => drop.to === group!.at.id)).toHaveLength(5);
    const run = light.find((drop) => drop.home)!;
    const four = design.cableTypes.filter((type) => type.medium === "power" && type.conductors >= 4);
    const { lit } = groupOf(design, run)!;
    const lost = (type: (typeof four)[number]) =>
      homeDropV(design, group!, type, run.installedM!) + lit.worstV;
    const thinner = four.filter((type) => type.ohmPerKm! > run.cableType!.ohmPerKm!);
    expect(lost(run.cableType!)).toBeLessThanOrEqual(0.72);
    for (const type of thinner) expect(lost(type)).toBeGreaterThan(0.72);
    expect(run.load!.watts).toBeCloseTo(6 * 7.2, 6);
    expect(run.load!.endV).toBeCloseTo(24 - lost(run.cableType!), 6);
  });
  test("too far for any conductor: a second supply is offered, and holds", () => {
    const design = stair(10, 100);
    design.closets = [{ ...design.closets[0]!, x: 0 }];
    design.trunks = design.trunks.map((row) =>
      row.id === "tg"
        ? {
            ...row,
            path: [
              [0, 3],
              [0, 12],
              [40, 12],
              [40, 3],
              [4, 3],
            ],
          }
        : row,
    );
    const finding = runsChecks(design).find((one) => one.code === "runs.voltage-drop");
    expect(finding?.fix?.label).toMatch(/second supply/);
    const groups = treadGroups(applyChanges(design, changesOf(finding!.fix!, design)));
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
    const moved = {
      ...design,
      points: design.points.map((row) => (row.id === "t0" ? { ...row, y: 0.5 } : row)),
    };
    const of = (d: Design) => dropsOf(d).find((drop) => drop.point.id === "t0" && drop.to)!.route!.pathM;
    expect(of(moved)).toBeCloseTo(of(design) + 0.5, 6);
    const bill = billOf(design);
    expect(bill.find((row) => row.what.startsWith("Supply for light strips"))!.count).toBe(2);
    expect(bill.find((row) => row.what.startsWith("Junction box"))!.count).toBe(2);
  });

  describe("what lies in the wall counts, not what was planned", () => {
    // Six treads of 7.2 W at 24 V: 1.8 A on the home run, 0.3 A on a lead; leads and home run of power-4x13
    // unless said.
    const design = stair(6, 60);
    const light = (d: Design) => dropsOf(d).filter((drop) => drop.group);
    const home = (d: Design) => light(d).find((drop) => drop.home)!;
    const lead = (d: Design, id: string) => light(d).find((drop) => drop.point.id === id)!;
    const put = (d: Design, point: string, values: object): Design => {
      const drop = lead(d, point);
      return applyChanges(d, [
        { in: "drops", put: { id: `n-${point}`, point, index: drop.index, state: "pulled", ...values } },
      ]);
    };
    const ohm = (id: string) => design.cableTypes.find((type) => type.id === id)!.ohmPerKm!;
    const lost = (metres: number, amps: number, type: string) => (2 * metres * amps * ohm(type)) / 1000;
    const stripV = (0.75 * 0.3 * 100) / 1000;
    test("a thicker home run raises the volts of every lead", () => {
      const run = home(design);
      const thick = put(design, run.point.id, { cableType: "power-4x25" });
      const expected = (type: string) =>
        24 -
        lost(run.installedM!, 1.8, type) -
        lost(lead(design, "t0").installedM!, 0.3, lead(design, "t0").cableType!.id) -
        stripV;
      expect(lead(design, "t0").load!.endV).toBeCloseTo(expected(run.cableType!.id), 9);
      expect(lead(thick, "t0").load!.endV).toBeCloseTo(expected("power-4x25"), 9);
      expect(lead(thick, "t0").load!.endV).toBeGreaterThan(lead(design, "t0").load!.endV!);
    });
    test("a home run pulled at 42 m is reckoned at 42 m, at its own end and at every lead's", () => {
      const run = home(design);
      const long = put(design, run.point.id, {
        cableType: run.cableType!.id,
        markStartM: 100,
        markEndM: 142,
      });
      expect(home(long).load!.homeV).toBeCloseTo(lost(42, 1.8, run.cableType!.id), 9);
      expect(lead(long, "t0").load!.homeV).toBeCloseTo(lost(42, 1.8, run.cableType!.id), 9);
      expect(home(long).load!.endV).toBeCloseTo(
        24 -
          lost(42, 1.8, run.cableType!.id) -
          Math.max(
            ...light(long)
              .filter((drop) => !drop.home)
              .map((drop) => lost(drop.installedM!, 0.3, drop.cableType!.id)),
          ) -
          stripV,
        9,
      );
    });
    test("a pinned home run takes the metres of its pin along to the leads", () => {
      const two: Design = {
        ...design,
        trunks: [
          ...design.trunks,
          {
            id: "tl",
            level: "g",
            name: "Long way",
            kind: "tray",
            path: [
              [0, 3],
              [0, 5.9],
              [9, 5.9],
              [9, 3],
            ],
            heightM: 2.6,
          },
        ],
      };
      const run = home(two);
      const pinned = put(two, run.point.id, {
        state: "planned",
        cableType: run.cableType!.id,
        route: { trunks: ["tl"], risers: [] },
      });
      expect(home(pinned).installedM).toBeGreaterThan(run.installedM! + 5);
      expect(lead(pinned, "t0").load!.homeV).toBeCloseTo(
        lost(home(pinned).installedM!, 1.8, run.cableType!.id),
        9,
      );
    });
    test("a lead of 60 m on a thin conductor is found, and what is offered holds", () => {
      const long = put(design, "t0", { cableType: "power-4x13", markStartM: 0, markEndM: 60 });
      const heavy = {
        ...long,
        cableTypes: long.cableTypes.map((type) =>
          type.id === "power-4x13" ? { ...type, ohmPerKm: 18.1 } : type,
        ),
      };
      expect(lead(heavy, "t0").load!.dropPct).toBeGreaterThan(3);
      const found = runsChecks(heavy).filter((one) => one.code === "runs.voltage-drop");
      expect(found.map((one) => one.title)).toEqual(["The lead to t0 is too long for its conductor"]);
      expect(found[0]!.measured).toBeCloseTo(lead(heavy, "t0").load!.dropPct!, 9);
      const mended = applyChanges(heavy, changesOf(found[0]!.fix!, heavy));
      expect(runsChecks(mended).filter((one) => one.code === "runs.voltage-drop")).toEqual([]);
    });
    test("a lead of another cable counts with its own conductor", () => {
      const thin = put(design, "t5", { cableType: "power-2x1", state: "planned" });
      const two = {
        ...thin,
        cableTypes: [
          ...thin.cableTypes,
          {
            ...thin.cableTypes.find((type) => type.id === "power-4x13")!,
            id: "power-2x1",
            conductors: 2,
            ohmPerKm: 18.1,
          },
        ],
      };
      expect(lead(two, "t5").load!.endV).toBeCloseTo(
        24 - home(two).load!.homeV! - (2 * lead(two, "t5").installedM! * 0.3 * 18.1) / 1000 - stripV,
        9,
      );
    });
    test("once pulled, a home run keeps its conductor whatever happens to the leads", () => {
      const run = home(design);
      const pulled = applyChanges(
        design,
        noteDrop(design, run.key, { state: "pulled", markStartM: 10, markEndM: 19 }, "2026-10-01"),
      );
      expect(pulled.drops[0]!.cableType).toBe(run.cableType!.id);
      const later = put(pulled, "t0", { markStartM: 0, markEndM: 90 });
      expect(home(later).cableType!.id).toBe(run.cableType!.id);
    });
    test("the name of what a lead ends at is today's on labels, sheets and the schedule", () => {
      dropsOf(design);
      const at = home(design).point.id;
      const renamed = applyChanges(design, [
        { in: "points", put: { ...design.points.find((row) => row.id === at)!, name: "Halfway box" } },
      ]);
      expect(
        labelsOf(renamed).filter((one) => one.end === "closet" && one.here === "Halfway box").length,
      ).toBe(5);
      expect(
        scheduleCsv(renamed)
          .split("\n")
          .filter((row) => row.includes("Halfway box")).length,
      ).toBeGreaterThanOrEqual(5);
      expect(pullSheets(renamed).map((sheet) => sheet.from)).toContain("Halfway box");
    });
  });
});
