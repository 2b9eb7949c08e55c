import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import Papa from "papaparse";
import { byId, type Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import type { FixtureRow } from "../../design/rows/house-survey";
import { larkspurWeir } from "../../../tests/core/houses";
import { movePoint } from "../house/points";
import { KIND_TABLE } from "../house/tables";
import { point, testDesign } from "../../test-design";
import { runsChecks } from "./checks";
import { classOf, collisionsOf, freePlace } from "./clearance";
import { crowdedBoxes, mountingCsv, mountingsOf, MOUNTING_HEADER } from "./mounting";
import { mirrored, pairUp } from "../../points/symmetry";
import { applyTemplate, placesFor, ROOM_TEMPLATES } from "./templates";

const fixture = (
  kind: FixtureRow["kind"],
  [x0, y0, x1, y1]: [number, number, number, number],
  more: Partial<FixtureRow> = {},
): FixtureRow => ({
  id: `f-${kind}`,
  level: "g",
  name: `The ${kind}`,
  kind,
  outline: [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ],
  clearanceM: 0,
  ...more,
});

function ceiling(kind: string, x: number, y: number, ...fixtures: FixtureRow[]): Design {
  const design = testDesign();
  design.points = [point("p", kind, "g", "hall", x, y, 2.4)];
  design.fixtures = fixtures;
  return design;
}

describe("other trades", () => {
  test.each([
    ["loudspeaker", "loudspeaker"],
    ["access-point", "access point"],
    ["motion", "sensor"],
    ["camera", "camera"],
    ["keypad", "control"],
    ["shade", "other"],
  ])("a %s counts as %s", (id, own) => {
    expect(classOf(KIND_TABLE.find((kind) => kind.id === id)!)).toBe(own);
  });
  test("an access point keeps 0.5 m from a pipe; at 0.4 m it is too near, at 0.5 m it is not", () => {
    const pipe = fixture("pipe", [0, 0, 10, 0.1]);
    expect(
      collisionsOf(
        ceiling("access-point", 5, 0.5, pipe),
        point("p", "access-point", "g", "hall", 5, 0.5, 2.4),
      ),
    ).toMatchObject([{ farM: 0.4, neededM: 0.5 }]);
    expect(
      collisionsOf(
        ceiling("access-point", 5, 0.6, pipe),
        point("p", "access-point", "g", "hall", 5, 0.6, 2.4),
      ),
    ).toEqual([]);
  });
  test("a loudspeaker between two lamps is moved to where both leave it room", () => {
    const design = ceiling("loudspeaker", 5, 3);
    design.lamps = [4.8, 5.3].map((x, i) => ({
      id: `l${i}`,
      level: "g",
      room: "hall",
      name: `Spot ${i}`,
      x,
      y: 3,
      count: 1,
      holeMm: 80,
    }));
    const finding = runsChecks(design).find((one) => one.code === "runs.collision")!;
    expect(finding.about[0]).toEqual({ in: "points", id: "p" });
    const fixed = applyChanges(design, changesOf(finding.fix!, design));
    expect(runsChecks(fixed).some((one) => one.code === "runs.collision")).toBe(false);
    const moved = fixed.points[0]!;
    for (const lamp of design.lamps)
      expect(Math.hypot(moved.x - lamp.x, moved.y - lamp.y)).toBeGreaterThanOrEqual(0.34 - 1e-6);
  });
  test("a lamp that is a point of the design counts as well, and troubles neither itself nor another lamp", () => {
    const design = ceiling("access-point", 5, 3);
    design.points = [
      ...design.points,
      { ...point("lamp", "lamp", "g", "hall", 5.2, 3, 2.4), closet: undefined as never },
      { ...point("lamp2", "lamp", "g", "hall", 5.3, 3, 2.4), closet: undefined as never },
    ];
    expect(
      runsChecks(design)
        .filter((one) => one.code === "runs.collision")
        .map((one) => one.about.map((ref) => ref.id)),
    ).toEqual([["p", "lamp"]]);
    const low = {
      ...design,
      points: design.points.map((row) => (row.id.startsWith("lamp") ? { ...row, z: 0.4 } : row)),
    };
    expect(runsChecks(low).some((one) => one.code === "runs.collision")).toBe(false);
  });
  test("at another height a thing is no trouble", () => {
    const low = fixture("duct", [4, 0, 6, 2], { lowM: 0, highM: 0.5 });
    expect(runsChecks(ceiling("access-point", 5, 1, low)).some((one) => one.code === "runs.collision")).toBe(
      false,
    );
    expect(
      runsChecks(ceiling("access-point", 5, 1, fixture("duct", [4, 0, 6, 2]))).some(
        (one) => one.code === "runs.collision",
      ),
    ).toBe(true);
  });
  test("a keypad behind an open door is found, on the side of its hinge", () => {
    const design = testDesign();
    design.walls = [
      { id: "w", level: "g", ax: 0, ay: 0, bx: 10, by: 0, thicknessM: 0.1, material: "brick-single" },
    ];
    design.openings = [
      {
        id: "o",
        wall: "w",
        kind: "door",
        offsetM: 4,
        widthM: 0.9,
        heightM: 2,
        sillM: 0,
        outsideIs: "none",
        hinge: "start",
      },
    ];
    const at = (x: number) => ({ ...design, points: [point("k", "keypad", "g", "hall", x, 0.05, 1.1)] });
    expect(runsChecks(at(3.5)).find((one) => one.code === "runs.collision")!.why).toMatch(/open door/);
    expect(runsChecks(at(5.2)).some((one) => one.code === "runs.collision")).toBe(false);
    // The step offered keeps it on its wall.
    const fix = runsChecks(at(3.5)).find((one) => one.code === "runs.collision")!.fix!;
    expect(applyChanges(at(3.5), changesOf(fix, at(3.5))).points[0]!.y).toBeCloseTo(0.05, 6);
  });
  test("the nearest free place is free, in its room, and no free one is nearer", () => {
    const coordinate = fc.integer({ min: 10, max: 190 }).map((n) => n / 20);
    fc.assert(
      fc.property(
        coordinate,
        fc.integer({ min: 4, max: 110 }).map((n) => n / 20),
        (x, y) => {
          const design = ceiling(
            "loudspeaker",
            x,
            y,
            fixture("outlet", [4, 2, 6, 4]),
            fixture("beam", [2, 0, 2.2, 6]),
          );
          const [p] = design.points;
          const free = freePlace(design, p!)!;
          expect(collisionsOf(design, { ...p!, ...free })).toEqual([]);
          if (!collisionsOf(design, p!).length) expect(free).toEqual({ x, y });
        },
      ),
      { numRuns: 30 },
    );
  });
  test("nowhere free: said so when it is asked for", () => {
    const design = ceiling("loudspeaker", 5, 3, fixture("structure", [-5, -5, 15, 11], { clearanceM: 1 }));
    const finding = runsChecks(design).find((one) => one.code === "runs.collision")!;
    expect(() => changesOf(finding.fix!, design)).toThrow(/no free place within 3 m/);
    expect(finding.why).toMatch(/who moves/);
  });
});

describe("symmetric pairs", () => {
  const pair = (): Design => {
    const design = testDesign();
    design.points = [
      point("a", "loudspeaker", "g", "hall", 3, 2, 2.4),
      point("b", "loudspeaker", "g", "hall", 7, 2, 2.4),
    ];
    design.symmetries = [pairUp("sy", design.points[0]!, design.points[1]!)];
    return design;
  };
  test("made about the middle between them", () => {
    expect(pair().symmetries).toEqual([{ id: "sy", left: "a", right: "b", axis: "across", atM: 5 }]);
    expect(mirrored({ axis: "down", atM: 1 }, { x: 4, y: 3 })).toEqual({ x: 4, y: -1 });
  });
  test("one that moves takes the other along", () => {
    const moved = applyChanges(pair(), movePoint(pair(), "a", { x: 2.5, y: 4 }));
    expect(byId(moved, "points").get("b")).toMatchObject({ x: 7.5, y: 4 });
    expect(runsChecks(moved).some((one) => one.code === "runs.pair-off")).toBe(false);
  });
  test("one moved by other means is found and put back", () => {
    const off = {
      ...pair(),
      points: pair().points.map((row) => (row.id === "b" ? { ...row, x: 6.5 } : row)),
    };
    const finding = runsChecks(off).find((one) => one.code === "runs.pair-off")!;
    expect(finding.measured).toBe(500);
    expect(byId(applyChanges(off, changesOf(finding.fix!, off)), "points").get("b")!.x).toBe(7);
  });
  test("its free place is free for both of them", () => {
    const design = {
      ...pair(),
      fixtures: [fixture("sprinkler", [2.9, 1.9, 3.1, 2.1]), fixture("outlet", [7.5, 1.9, 7.7, 2.1])],
    };
    const finding = runsChecks(design).find((one) => one.code === "runs.collision")!;
    expect(
      runsChecks(applyChanges(design, changesOf(finding.fix!, design))).filter(
        (one) => one.code === "runs.collision" || one.code === "runs.pair-off",
      ),
    ).toEqual([]);
  });
});

describe("mounting sheet", () => {
  const wall = (...at: [string, string, number][]): Design => ({
    ...testDesign(),
    points: at.map(([id, kind, x]) => point(id, kind, "g", "hall", x, 0.05, 1.1)),
  });
  test("along the wall from both corners, and holes from the middle of the plate", () => {
    const [row] = mountingsOf(wall(["k", "panel", 3]));
    expect(row).toMatchObject({ leftM: 3, rightM: 7, sideM: 10, heightM: 1.1, box: "double, deep" });
    expect(row!.holes).toEqual([
      { leftM: 2.965, upM: 1.1 },
      { leftM: 3.036, upM: 1.1 },
    ]);
  });
  test("a box let into a wall of a foot is on it, one that stands 0.4 m off is not", () => {
    const off = (y: number) =>
      mountingsOf({ ...testDesign(), points: [point("k", "panel", "g", "hall", 3, y, 1.1)] });
    expect(off(0.3)).toHaveLength(1);
    expect(off(-0.3)).toHaveLength(1);
    expect(off(0.4)).toEqual([]);
  });
  test("an outline that runs the other way round reads the same wall from the left of who faces it", () => {
    const design = wall(["k", "keypad", 3]);
    const turned = {
      ...design,
      rooms: design.rooms.map((room) => ({
        ...room,
        outline: [...room.outline].reverse() as [number, number][],
      })),
    };
    expect(mountingsOf(turned)[0]!.leftM).toBeCloseTo(mountingsOf(design)[0]!.leftM, 9);
  });
  test("two single plates need 91 mm from middle to middle; the step offered gives it", () => {
    const design = wall(["k1", "keypad", 3], ["k2", "keypad", 3.05]);
    expect(crowdedBoxes(design)).toMatchObject([{ mm: 50, leastMm: 91 }]);
    const finding = runsChecks(design).find((one) => one.code === "runs.boxes-crowded")!;
    expect(crowdedBoxes(applyChanges(design, changesOf(finding.fix!, design)))).toEqual([]);
    expect(crowdedBoxes(wall(["k1", "keypad", 3], ["k2", "keypad", 3.1]))).toEqual([]);
  });
  test("the CSV has a row for every box", () => {
    const design = larkspurWeir();
    const { data } = Papa.parse<Record<string, string>>(mountingCsv(design).slice(1), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(mountingsOf(design).length);
    expect(Object.keys(data[0]!)).toEqual(MOUNTING_HEADER);
    expect(mountingsOf(design).some((row) => row.point.kind === "door-station")).toBe(true);
    // Walls are called what the drawing calls them.
    const station = data.find((row) => row.Point === "Front door station");
    expect(station).toMatchObject({ Room: "Hall", Wall: "North wall" });
  });
});

describe("room templates", () => {
  const ids = () => {
    let n = 0;
    return (prefix: string) => `${prefix}-${(n += 1)}`;
  };
  test("every template names kinds that exist", () => {
    for (const lines of Object.values(ROOM_TEMPLATES))
      for (const line of lines) expect(KIND_TABLE.some((kind) => kind.id === line.kind)).toBe(true);
  });
  test("a living room gets its keypad, its pair, a shade at each window; a second time it gets nothing", () => {
    const design = testDesign();
    design.points = [];
    design.rooms = design.rooms.map((room) =>
      room.id === "hall" ? { ...room, type: "living" as const } : room,
    );
    design.walls = [
      { id: "w", level: "g", ax: 0, ay: 0, bx: 10, by: 0, thicknessM: 0.2, material: "brick-single" },
      { id: "e", level: "g", ax: 10, ay: 0, bx: 10, by: 6, thicknessM: 0.1, material: "brick-single" },
    ];
    design.openings = [
      {
        id: "o1",
        wall: "w",
        kind: "window",
        offsetM: 1,
        widthM: 1.2,
        heightM: 1.2,
        sillM: 0.9,
        outsideIs: "left",
      },
      {
        id: "o2",
        wall: "w",
        kind: "window",
        offsetM: 6,
        widthM: 1.2,
        heightM: 1.2,
        sillM: 0.9,
        outsideIs: "left",
      },
      { id: "o3", wall: "e", kind: "door", offsetM: 2, widthM: 0.9, heightM: 2, sillM: 0, outsideIs: "none" },
    ];
    const plan = applyTemplate(design, ["hall"], ROOM_TEMPLATES.living, ids());
    const after = applyChanges(design, plan.changes);
    const count = (kind: string) => after.points.filter((row) => row.kind === kind).length;
    expect([count("shade"), count("loudspeaker"), count("keypad")]).toEqual([2, 2, 1]);
    expect(after.symmetries).toHaveLength(1);
    expect(new Set(after.points.map((row) => row.name)).size).toBe(after.points.length);
    expect(placesFor(design, after.rooms[0]!, "each door")).toHaveLength(1);
    expect(applyTemplate(after, ["hall"], ROOM_TEMPLATES.living, ids()).changes).toEqual([]);
    expect(plan.added.find((row) => row.kind === "Shade pocket")!.count).toBe(2);
  });
});
