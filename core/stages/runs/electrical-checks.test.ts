import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { generateHouse } from "../house/generate";
import { point, testDesign } from "../../test-design";
import { runsChecks } from "./checks";
import { dropsOf } from "./drops";
import { leadsOf } from "./leads";
import { billOf } from "./materials";
import { pulledOnce, pullSheets } from "./pull-sheet";
import { cableTotals } from "./totals";
import { lengthWorking, loadWorking, lossWorking } from "./workings";

const codes = (design: Design) => runsChecks(design).map((finding) => finding.code);
/** One point of a kind at the far end of a very long upper trunk; a second closet beside it where asked. */
function far(kind: string, metres: number, near = false): Design {
  const design = testDesign();
  design.trunks = design.trunks.map((row) =>
    row.id === "tu"
      ? {
          ...row,
          path: [
            [0, 3],
            [metres, 3],
          ],
        }
      : row,
  );
  design.rooms = design.rooms.map((room) =>
    room.id === "store"
      ? {
          ...room,
          outline: [
            [10, 0],
            [metres + 5, 0],
            [metres + 5, 6],
            [10, 6],
          ],
        }
      : room,
  );
  design.points = [point("p", kind, "u", "store", metres - 1, 3, 2.4)];
  if (near)
    design.closets = [
      ...design.closets,
      { ...design.closets[0]!, id: "c2", level: "u", room: "store", name: "Near", x: metres - 5 },
    ];
  return design;
}

describe("what arrives at the far end", () => {
  test("coaxial cable too long for its signal: a nearer closet is offered, and holds", () => {
    expect(codes(far("television", 90))).toContain("runs.coax-loss");
    const finding = runsChecks(far("television", 90, true)).find((one) => one.code === "runs.coax-loss")!;
    expect(finding.fix!.label).toMatch(/^End it at Near/);
    expect(
      codes(applyChanges(far("television", 90, true), changesOf(finding.fix!, far("television", 90, true)))),
    ).not.toContain("runs.coax-loss");
    const drop = dropsOf(far("television", 90)).find((one) => one.loss)!;
    const working = lossWorking(far("television", 90), drop)!;
    expect(working.value).toBeCloseTo((31.2 * drop.installedM!) / 100, 6);
    expect(working.verdict).toBe("fails");
  });
  test("a coaxial cable of less loss is offered before another closet", () => {
    const design = far("television", 90, true);
    design.cableTypes = [
      ...design.cableTypes,
      {
        ...design.cableTypes.find((type) => type.id === "coax")!,
        id: "coax-thick",
        name: "Coaxial, thick",
        lossDb: [{ mhz: 2150, dbPer100M: 18 }],
      },
    ];
    const finding = runsChecks(design).find((one) => one.code === "runs.coax-loss")!;
    expect(finding.fix!.label).toBe("Pull Coaxial, thick");
    // It has two antenna cables: the one that was changed holds now, the other still does not.
    const over = (d: Design) =>
      dropsOf(d).filter((drop) => drop.loss && drop.loss.db > drop.loss.limitDb).length;
    expect([over(design), over(applyChanges(design, changesOf(finding.fix!, design)))]).toEqual([2, 1]);
  });
  test("a loudspeaker line of 0.5 dB and more, with the power that warms the line", () => {
    const design = far("loudspeaker", 60);
    const finding = runsChecks(design).find((one) => one.code === "runs.speaker-loss")!;
    const [drop] = dropsOf(design);
    expect(finding.measured).toBeCloseTo(drop!.loss!.db, 2);
    expect(lossWorking(design, drop!)!.steps.at(-1)!.formula).toBe("Power that warms the line");
    expect(codes(far("loudspeaker", 20))).not.toContain("runs.speaker-loss");
  });
  test("a device that cannot start over its cable starts from a nearer closet", () => {
    const design = far("access-point", 400, true);
    const hungry = {
      ...design,
      kinds: design.kinds.map((kind) =>
        kind.id === "access-point" ? { ...kind, needs: { poeClass: 4, watts: 25.5 } } : kind,
      ),
    };
    const finding = runsChecks(hungry).find((one) => one.code === "runs.poe-no-start")!;
    expect(loadWorking(hungry, dropsOf(hungry)[0]!)!.verdict).toBe("fails");
    expect(codes(applyChanges(hungry, changesOf(finding.fix!, hungry)))).not.toContain("runs.poe-no-start");
  });
  test("low voltage: a thicker conductor where one is thick enough, else a nearer closet", () => {
    const thick = runsChecks(far("awning", 16)).find((one) => one.code === "runs.voltage-drop")!;
    expect(thick.fix!.label).toMatch(/^Pull/);
    expect(codes(applyChanges(far("awning", 16), changesOf(thick.fix!, far("awning", 16))))).not.toContain(
      "runs.voltage-drop",
    );
    const nearer = runsChecks(far("awning", 150, true)).find((one) => one.code === "runs.voltage-drop")!;
    expect(nearer.fix!.label).toMatch(/^End it at Near/);
    expect(
      codes(applyChanges(far("awning", 150, true), changesOf(nearer.fix!, far("awning", 150, true)))),
    ).not.toContain("runs.voltage-drop");
  });
  test("leads of panel and battery: their own way, their volts, no closet", () => {
    const design = testDesign();
    design.points = [
      point("aw", "awning", "g", "hall", 4, 1, 2.8),
      point("sun", "solar-panel", "g", "hall", 9, 5, 2.4),
      point("cells", "shade-battery", "g", "hall", 4.5, 1, 2.2),
    ];
    expect(leadsOf(design).map((drop) => [drop.point.id, drop.to!])).toEqual([
      ["sun", "aw"],
      ["cells", "aw"],
    ]);
    const [sun] = leadsOf(design);
    expect(sun!.installedM).toBeCloseTo(5 + 4 + 0.4 + 1, 6);
    // 6 W at 12 V over 1 mm²: 2 × 10.4 m × 0.5 A × 18.1 Ω/km.
    expect(12 - sun!.load!.endV!).toBeCloseTo((2 * 10.4 * 0.5 * 18.1) / 1000, 6);
    expect(lengthWorking(design, sun!)!.steps[0]!.with).toContain("to aw");
  });
});

describe("in any house", () => {
  test("pulls hold every routed drop once, and sheets take no more off a reel than is on it", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const house = generateHouse({ points: 60, seed, devices: false });
        expect(pulledOnce(house)).toBe(true);
        for (const sheet of pullSheets(house))
          for (const reel of sheet.reels) expect(reel.afterM).toBeGreaterThanOrEqual(-1e-6);
        for (const { cutting } of cableTotals(house))
          expect(cutting.newReels).toBeGreaterThanOrEqual(cutting.bound);
      }),
      { numRuns: 12 },
    );
  });
  test("a voltage is never above its supply, a loss never below nothing", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        for (const drop of dropsOf(generateHouse({ points: 60, seed, devices: false }))) {
          if (drop.load?.endV !== undefined) expect(drop.load.endV).toBeLessThanOrEqual(drop.load.sourceV);
          if (drop.loss) expect(drop.loss.db).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 12 },
    );
  });
});

describe("parts along the ways", () => {
  test("pull boxes, dividers, seals and strings stand on the bill", () => {
    const design = testDesign();
    design.walls = [
      {
        id: "w",
        level: "g",
        ax: 3,
        ay: 0,
        bx: 3,
        by: 6,
        thicknessM: 0.1,
        material: "brick-single",
        fireMin: 60,
      },
    ];
    design.trunks = [
      { ...design.trunks[0]!, divider: "steel" },
      design.trunks[1]!,
      {
        id: "tc",
        level: "g",
        name: "Conduit",
        kind: "conduit",
        path: [
          [0, 5],
          [9, 5],
        ],
        heightM: 2.6,
        boreMm: 25,
        boxes: [[4, 5]],
      },
    ];
    design.points = [...design.points, point("stub", "stub-out", "g", "hall", 2, 5.9, 0.4)];
    const count = (what: string) => billOf(design).find((row) => row.what.startsWith(what))?.count;
    expect([count("Pull box"), count("Divider, steel"), count("Fire seal"), count("Pull string")]).toEqual([
      1, 5, 1, 1,
    ]);
    expect(count("Single, 47 mm")).toBe(1);
    const without = { ...design, design: { ...design.design, schools: { spareDrops: "none" as const } } };
    expect(billOf(without).find((row) => row.what.startsWith("Pull string"))?.count).toBe(1);
    expect(
      billOf({ ...without, points: testDesign().points }).some((row) => row.what.startsWith("Pull string")),
    ).toBe(false);
  });
});
