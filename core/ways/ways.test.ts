import { changesOf } from "../desk/findings";
import fc from "fast-check";
import { byId, type Design } from "../design/collections";
import { applyChanges } from "../design/edit";
import { larkspurWeir } from "../../tests/core/houses";
import { point, testDesign } from "../test-design";
import { alternativesOf, capacityAlong, capacityWorking, pinRoute } from "../stages/runs/alternatives";
import { runsChecks } from "../stages/runs/checks";
import { boxesFor, MOST_BENDS_DEG, pullLimitM, sectionsOf, type Corner } from "../stages/runs/containment";
import { dropsOf } from "../stages/runs/drops";
import { fireCrossings } from "../stages/runs/fire";
import { bundlesOf, traysOf, trayWorking } from "../stages/runs/tray";

const ZIGZAG: Corner[] = [
  [0, 0],
  [5, 0],
  [5, 5],
  [10, 5],
  [10, 0],
  [15, 0],
  [15, 5],
];

/** A second way on the ground: longer, from the first trunk's middle to the closet. */
function twoWays(): Design {
  const design = testDesign();
  design.trunks = [
    ...design.trunks,
    {
      id: "tl",
      level: "g",
      name: "Long way",
      kind: "conduit",
      path: [
        [0, 3],
        [0, 5.5],
        [6, 5.5],
        [6, 3],
      ],
      heightM: 2.6,
      boreMm: 25,
    },
  ];
  return design;
}

describe("sections between boxes", () => {
  test("a path cut at a box keeps its metres and its bends on either side", () => {
    const [a, b] = sectionsOf(ZIGZAG, [[10, 5]], 30);
    expect([a!.lengthM, b!.lengthM]).toEqual([15, 15]);
    expect([a!.bendsDeg, b!.bendsDeg]).toEqual([180, 180]);
    expect(sectionsOf(ZIGZAG, [], 30)[0]).toMatchObject({
      lengthM: 30,
      bendsDeg: 450,
      limitM: pullLimitM(30, 450),
    });
  });
  test("boxes put in hold every section, and no path of few bends gets one", () => {
    expect(
      boxesFor(
        [
          [0, 0],
          [5, 0],
          [5, 5],
        ],
        30,
      ),
    ).toEqual([]);
    const turn = fc.constantFrom<[number, number]>([1, 0], [0, 1], [-1, 0], [0, -1]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(turn, fc.integer({ min: 2, max: 40 })), { minLength: 1, maxLength: 12 }),
        (steps) => {
          const path: [number, number][] = [[0, 0]];
          for (const [[dx, dy], metres] of steps)
            path.push([path.at(-1)![0] + dx * metres, path.at(-1)![1] + dy * metres]);
          // A way that turns back on itself meets its own boxes; nobody draws that.
          fc.pre(
            new Set(path.map(String)).size === path.length &&
              steps.every(
                ([[dx, dy]], i) => i === 0 || dx * steps[i - 1]![0][0] + dy * steps[i - 1]![0][1] >= 0,
              ) &&
              new Set(steps.map(([d]) => String(d))).size <= 2,
          );
          for (const section of sectionsOf(path, boxesFor(path, 30), 30)) {
            expect(section.bendsDeg).toBeLessThanOrEqual(MOST_BENDS_DEG + 1e-6);
            expect(section.lengthM).toBeLessThanOrEqual(section.limitM + 1e-6);
          }
        },
      ),
      { numRuns: 100 },
    );
  });
  test("a conduit bent too often is put right by the step offered", () => {
    const design = testDesign();
    design.trunks = [
      ...design.trunks,
      {
        id: "tz",
        level: "g",
        name: "Zigzag",
        kind: "conduit",
        path: ZIGZAG.map(([x, y]) => [x, y]),
        heightM: 2.6,
        boreMm: 25,
      },
    ];
    const finding = runsChecks(design).find((one) => one.code === "runs.conduit-bends")!;
    expect(finding.measured).toBe(450);
    const fixed = applyChanges(design, changesOf(finding.fix!, design));
    expect(
      runsChecks(fixed).filter((one) => one.code === "runs.conduit-bends" || one.code === "runs.pull-long"),
    ).toEqual([]);
  });
});

describe("trays and bundles", () => {
  const full = (): Design => {
    const design = testDesign();
    design.trunks = design.trunks.map((row) =>
      row.id === "tg" ? { ...row, widthMm: 50, depthMm: 25 } : row,
    );
    design.points = Array.from({ length: 30 }, (_, i) => point(`cam${i}`, "camera", "g", "hall", 9, 1, 2.4));
    return design;
  };
  test("30 cables of 6.2 mm in 50 × 25 mm: 72.5 %, and the width offered holds them", () => {
    const [tray] = traysOf(full());
    expect(tray!.drops).toHaveLength(30);
    expect(tray!.fillPct).toBeCloseTo((100 * 30 * Math.PI * 6.2 ** 2) / 4 / 1250, 6);
    expect(trayWorking(tray!).verdict).toBe("fails");
    const finding = runsChecks(full()).find((one) => one.code === "runs.tray-overfull")!;
    const fixed = applyChanges(full(), changesOf(finding.fix!, full()));
    expect(traysOf(fixed)[0]!.widthMm).toBe(100);
    expect(runsChecks(fixed).some((one) => one.code === "runs.tray-overfull")).toBe(false);
  });
  test("30 powered cables in one bundle are above 24; two bundles are not", () => {
    expect(bundlesOf(full())[0]).toMatchObject({ powered: 30, each: 30, most: 24 });
    const finding = runsChecks(full()).find((one) => one.code === "runs.bundle-large")!;
    const fixed = applyChanges(full(), changesOf(finding.fix!, full()));
    expect(bundlesOf(fixed)[0]!.each).toBe(15);
    // 29 in two: the larger one has 15.
    expect(bundlesOf({ ...fixed, points: fixed.points.slice(1) })[0]).toMatchObject({
      powered: 29,
      each: 15,
    });
    expect(runsChecks(fixed).some((one) => one.code === "runs.bundle-large")).toBe(false);
  });
});

describe("fire-rated parts", () => {
  test("a rated wall and a rated floor are each one opening, with the cables in it", () => {
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
    design.levels = design.levels.map((level) => (level.id === "u" ? { ...level, slabFireMin: 30 } : level));
    expect(fireCrossings(design).map((one) => [one.in, one.id, one.minutes, one.drops.length])).toEqual([
      ["walls", "w", 60, 2],
      ["levels", "u", 30, 1],
    ]);
    expect(fireCrossings(design)[0]!.cableMm2).toBeCloseTo((2 * Math.PI * 6.2 ** 2) / 4, 6);
    expect(runsChecks(design).find((one) => one.code === "runs.fire-crossings")!.measured).toBe(2);
    expect(fireCrossings(testDesign())).toEqual([]);
  });
});

describe("other ways", () => {
  test("the shortest first, one without its trunk, and the one taken marked", () => {
    const design = twoWays();
    const ways = alternativesOf(design, design.points[0]!);
    expect(ways.map((way) => way.route.ways.map((one) => one.id).join())).toEqual(["tg", "tl"]);
    expect(ways.map((way) => way.taken)).toEqual([true, false]);
    expect(ways[1]!.installedM).toBeGreaterThan(ways[0]!.installedM);
  });
  test("pinned by hand: the cables keep to it; unpinned they go the shortest way, and no row is left", () => {
    const design = twoWays();
    const camera = design.points[0]!;
    const [, long] = alternativesOf(design, camera);
    const pinned = applyChanges(design, pinRoute(design, camera, long!.pin));
    const drop = dropsOf(pinned).find((one) => one.point.id === "cam")!;
    expect(drop.route!.pinned).toBe(true);
    expect(drop.installedM).toBeCloseTo(long!.installedM, 6);
    expect(alternativesOf(pinned, camera).find((way) => way.taken)!.pin).toEqual({
      trunks: ["tl"],
      risers: [],
    });
    expect(applyChanges(pinned, pinRoute(pinned, camera, undefined)).drops).toEqual([]);
  });
  test("a pin whose ways are gone is said, and the drop goes on", () => {
    const design = twoWays();
    const pinned = applyChanges(design, pinRoute(design, design.points[0]!, { trunks: ["tl"], risers: [] }));
    const cut = { ...pinned, trunks: pinned.trunks.filter((row) => row.id !== "tl") };
    expect(dropsOf(cut).find((one) => one.point.id === "cam")!.route!.pinned).toBeUndefined();
    const finding = runsChecks(cut).find((one) => one.code === "runs.pin-broken")!;
    expect(applyChanges(cut, changesOf(finding.fix!, cut)).drops).toEqual([]);
  });
  test("capacity along a way counts the cable that would be put in", () => {
    const design = twoWays();
    const [, long] = alternativesOf(design, design.points[0]!);
    const drops = dropsOf(design).filter((drop) => drop.point.id === "cam");
    expect(capacityWorking(long!.capacity[0]!)).toMatchObject({
      value: (100 * 6.2 ** 2) / 21.4 ** 2,
      verdict: "holds",
    });
    expect(capacityWorking({ ...long!.capacity[0]!, fillPct: 54 }).verdict).toBe("fails");
    expect(capacityAlong(design, long!.route, drops)).toEqual([
      {
        in: "trunks",
        id: "tl",
        name: "Long way",
        cables: 1,
        fillPct: (100 * 6.2 ** 2) / 21.4 ** 2,
        limitPct: 53,
      },
    ]);
  });
  test("in the demo house every way is at least as long as the straight line, and pins are of ways that exist", () => {
    const design = larkspurWeir();
    const camera = design.points.find((row) => row.id === "boot-cam-1")!;
    const ways = alternativesOf(design, camera);
    expect(ways.length).toBeGreaterThan(1);
    for (const way of ways) {
      const closet = byId(design, "closets").get(way.closet)!;
      expect(way.route.pathM).toBeGreaterThanOrEqual(
        Math.hypot(closet.x - camera.x, closet.y - camera.y) - 1e-6,
      );
      for (const id of way.pin.trunks) expect(byId(design, "trunks").has(id)).toBe(true);
    }
  });
});

describe("mains beside cable", () => {
  const beside = (at: number): Design => {
    const design = testDesign();
    design.mainsRuns = [
      {
        id: "m",
        level: "g",
        name: "Ring",
        path: [
          [1, 3 + at],
          [8, 3 + at],
        ],
        heightM: 2.6,
      },
    ];
    design.points = [point("cam", "camera", "g", "hall", 9, 3, 2.4)];
    return design;
  };
  test.each([
    [0.12, "aluminium"],
    [0.06, "steel"],
  ])("at %s m a divider of %s is enough", (at, divider) => {
    const finding = runsChecks(beside(at)).find((one) => one.code === "runs.near-mains")!;
    expect(finding.fix!.label).toContain(divider);
    expect(
      runsChecks(applyChanges(beside(at), changesOf(finding.fix!, beside(at)))).some(
        (one) => one.code === "runs.near-mains",
      ),
    ).toBe(false);
  });
  test("right on it, no divider helps: the trunk is led past", () => {
    const finding = runsChecks(beside(0.01)).find((one) => one.code === "runs.near-mains")!;
    expect(finding.fix!.label).toBe("Lead the trunk past it");
    expect(
      runsChecks(applyChanges(beside(0.01), changesOf(finding.fix!, beside(0.01)))).some(
        (one) => one.code === "runs.near-mains",
      ),
    ).toBe(false);
  });
  test("a trunk through a no-go area is led round it", () => {
    const design = {
      ...testDesign(),
      noGo: [
        {
          id: "ng",
          level: "g",
          name: "Shaft",
          outline: [
            [2, 2.5],
            [3, 2.5],
            [3, 3.5],
            [2, 3.5],
          ] as [number, number][],
        },
      ],
    };
    const finding = runsChecks(design).find((one) => one.code === "runs.through-no-go")!;
    expect(finding.fix!.label).toBe("Lead Ground trunk round it");
    expect(
      runsChecks(applyChanges(design, changesOf(finding.fix!, design))).some(
        (one) => one.code === "runs.through-no-go",
      ),
    ).toBe(false);
  });
});
