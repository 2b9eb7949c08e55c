/** Tape and pencil: typed sides, closures, switches traced, things arranged; and what the checks say. */
import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import type { Design } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { InputError } from "../../design/input-error";
import { blankDesign } from "../../test-design";
import { area, selfCrossing } from "../../geometry/polygon";
import { larkspurWeir } from "../../../tests/core/houses";
import { TAPED } from "../../../demo/ropewalk-court";
import { ropewalkCourt } from "../../../tests/core/houses";
import { alignRows, copyLevel, copyRoom, inBox, mirrorRows, moveRows } from "./arrange";
import { houseChecks } from "./checks";
import { facesOf } from "./faces";
import { closure, closureWorking, roomClosure, toleranceM } from "./measure";
import { allGangs, gangsOf, lampsOf, traceGang, unknownGangs, wayName } from "./switches";
import { startingLike } from "./rooms";
import { doubledWalls } from "./survey-checks";
import { cornersOf, parseSides, tapeRoom } from "./traverse";

let n = 0;
const newId = (prefix: string) => `${prefix}${(n += 1)}`;
const make = {
  name: "Box room",
  code: "BOX",
  type: "store" as const,
  thicknessM: 0.1,
  material: "plasterboard",
};
const codes = (design: Design) => houseChecks(design).map((finding) => finding.code);

describe("typed sides", () => {
  test.each([
    [
      "3.8m right\n2.4m down",
      [
        [3.8, 0],
        [2.4, 90],
      ],
    ],
    [
      "→ 3.8m; ↓ 240cm; left 380 cm",
      [
        [3.8, 0],
        [2.4, 90],
        [3.8, 180],
      ],
    ],
    [
      `12' 6" r; 87in d`,
      [
        [3.81, 0],
        [2.2098, 90],
      ],
    ],
    [
      "3.8; 2.4; 3.8; 2.4",
      [
        [3.8, 0],
        [2.4, 90],
        [3.8, 180],
        [2.4, 270],
      ],
    ],
    [
      "2 @ 45; 1.5m @ 135°",
      [
        [2, 45],
        [1.5, 135],
      ],
    ],
  ])("%s", (text, sides) => {
    expect(parseSides(text).map((side) => [Math.round(side.lengthM * 1e6) / 1e6, side.headingDeg])).toEqual(
      sides,
    );
  });
  test("a line that is no length names itself", () =>
    expect(() => parseSides("3.8 right\nwide")).toThrow("line 2 must be a length"));
  test("fuzz: any text is read or refused in a sentence", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[0-9.,'" a-z@;\n→↓-]*$/)), (text) => {
        try {
          for (const side of parseSides(text)) expect(side.lengthM).toBeGreaterThan(0);
        } catch (problem) {
          expect(problem).toBeInstanceOf(InputError);
        }
      }),
      { numRuns: 400 },
    );
  });
});

describe("a room by tape", () => {
  test("sides in, room and walls out, measured between the faces", () => {
    const { changes, closing, outline } = tapeRoom(
      blankDesign(),
      newId,
      "g",
      [0, 0],
      parseSides("4m r; 3m d; 4m l; 3m u"),
      make,
    );
    const design = applyChanges(blankDesign(), changes);
    checkWhole(design, changes);
    expect(closing.errorM).toBeCloseTo(0);
    expect(area(outline)).toBeCloseTo(12);
    expect(design.walls).toHaveLength(4);
    expect(area(facesOf(design.walls).faces[0]!.outline)).toBeCloseTo(12, 3);
    expect(design.measurements.map((row) => row.typed)).toEqual(["4m", "3m", "4m", "3m"]);
  });
  test("the flat: four rooms share their walls, and have the areas that were taped", () => {
    const flat = ropewalkCourt();
    const sizes = Object.fromEntries(
      flat.rooms.map((room) => [room.id, Math.round(area(room.outline) * 100) / 100]),
    );
    expect(sizes).toEqual({ living: 17.46, bed: 11.52, hall: 7.02, bath: 3.45 });
    expect(TAPED).toHaveLength(4);
    // Every taped room is found again from the walls alone.
    const found = facesOf(flat.walls)
      .faces.map((face) => area(face.outline))
      .sort((a, b) => a - b);
    expect(found).toHaveLength(4);
    [3.445, 7.02, 11.52, 17.46].forEach((size, i) => expect(found[i]).toBeCloseTo(size, 1));
    expect(codes(flat)).not.toContain("house.measure-off");
  });
  test("a small slip is shut by its share on each corner, and stays a finding; a large one is refused", () => {
    const sides = parseSides("4.00 r; 3.00 d; 4.10 l; 3.00 u");
    const { changes, closing } = tapeRoom(blankDesign(), newId, "g", [0, 0], sides, make);
    expect(closing.errorM).toBeCloseTo(0.1);
    const design = applyChanges(blankDesign(), changes);
    expect(codes(design)).toContain("house.room-open");
    expect(closureWorking(design, design.rooms[0]!)!.verdict).toBe("fails");
    expect(() => tapeRoom(blankDesign(), newId, "g", [0, 0], parseSides("4 r; 3 d; 2 l; 3 u"), make)).toThrow(
      "do not close: the walk ends 2.00 m from its start",
    );
    expect(() => tapeRoom(blankDesign(), newId, "g", [0, 0], parseSides("4 r; 4 l"), make)).toThrow(
      "at least three",
    );
  });
  test("misclosure and the side to measure again come from the angles as taped, not from walls the compass rule tilted", () => {
    const { changes, closing } = tapeRoom(
      blankDesign(),
      newId,
      "g",
      [0, 0],
      parseSides("4.20 right; 3.05 down; 4.25 left; 3.05 up"),
      make,
    );
    expect(closing.errorM).toBeCloseTo(0.05, 9);
    const design = applyChanges(blankDesign(), changes);
    const kept = roomClosure(design, design.rooms[0]!)!;
    expect(kept.errorM).toBeCloseTo(0.05, 9);
    expect(kept.suspects[0]).toMatchObject({
      side: 2,
      measuredM: 4.25,
      shouldBeM: expect.closeTo(4.2, 9),
      leftM: expect.closeTo(0, 9),
    });
    expect(closureWorking(design, design.rooms[0]!)!.steps[1]).toMatchObject({
      with: "directions as taped",
      gives: "0.050 m",
    });
    expect(houseChecks(design).find((one) => one.code === "house.room-open")!.why).toContain(
      "4.20 m would fit, 4.25 m was written",
    );
  });
  test("a room by any directions: the error is the gap of the walk as it was taped", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 100, max: 600 }), fc.integer({ min: 20, max: 160 })), {
          minLength: 3,
          maxLength: 7,
        }),
        fc.integer({ min: -9, max: 9 }),
        (steps, slip) => {
          let heading = 0;
          const sides = steps.map(([cm, turn]) => ({
            typed: `${cm}`,
            lengthM: cm / 100,
            headingDeg: (heading = (heading + turn) % 360),
          }));
          // The last side closes the walk but for the slip in the first.
          const { end } = cornersOf([0, 0], sides);
          const back = {
            typed: "back",
            lengthM: Math.hypot(...end),
            headingDeg: ((Math.atan2(-end[1], -end[0]) * 180) / Math.PI + 360) % 360,
          };
          fc.pre(back.lengthM > 0.5);
          const walk = [{ ...sides[0]!, lengthM: sides[0]!.lengthM + slip / 100 }, ...sides.slice(1), back];
          const corners = cornersOf([0, 0], walk).corners;
          expect(
            closure(
              corners,
              walk.map((side) => side.lengthM),
              walk.map((side) => side.headingDeg),
            ).errorM,
          ).toBeCloseTo(Math.abs(slip) / 100, 2);
        },
      ),
      { numRuns: 100 },
    );
  });
  test("a room whose walls move keeps the numbers of its sides", () => {
    const outline: [number, number][] = [
      [0, 0],
      [4, 0],
      [4, 3],
      [0, 3],
    ];
    expect(
      startingLike(outline, [
        [4, 3],
        [0, 3],
        [0.2, 0],
        [4, 0],
      ]),
    ).toEqual([
      [0.2, 0],
      [4, 0],
      [4, 3],
      [0, 3],
    ]);
    expect(
      startingLike(outline, [
        [4, 3],
        [2, 3.5],
        [0, 3],
        [0, 0.1],
        [4, 0],
      ])[0],
    ).toEqual([0, 0.1]);
  });
});

describe("walls that lie on each other", () => {
  const wall = (id: string, ax: number, ay: number, bx: number, by: number, thicknessM = 0.1) => ({
    id,
    level: "g",
    ax,
    ay,
    bx,
    by,
    thicknessM,
    material: "brick-single",
  });
  const found = (...walls: ReturnType<typeof wall>[]) =>
    doubledWalls(walls).map(({ wall: gives, on, part }) => [
      gives.id,
      on.id,
      ...part.map((m) => Math.round(m * 100) / 100),
    ]);
  test.each([
    ["in part", [wall("a", 0, 0, 6, 0), wall("b", 4, 0, 8, 0)], [["b", "a", 0, 2]]],
    ["turned round", [wall("a", 0, 0, 6, 0), wall("b", 8, 0, 4, 0)], [["b", "a", 2, 4]]],
    [
      "wholly, the thinner gives way though it is longer",
      [wall("a", 0, 0, 6, 0), wall("b", 1, 0, 3, 0, 0.3)],
      [["a", "b", 1, 3]],
    ],
    [
      "a hand beside each other, within half of the thinner",
      [wall("a", 0, 0, 6, 0), wall("b", 0, 0.04, 6, 0.04, 0.3)],
      [["a", "b", 0, 6]],
    ],
    ["beside each other", [wall("a", 0, 0, 6, 0), wall("b", 0, 0.06, 6, 0.06)], []],
    ["end to end", [wall("a", 0, 0, 6, 0), wall("b", 6, 0, 9, 0)], []],
    ["crossing", [wall("a", 0, 0, 6, 0), wall("b", 3, -1, 3, 1)], []],
    ["on another level", [wall("a", 0, 0, 6, 0), { ...wall("b", 0, 0, 6, 0), level: "u" }], []],
  ])("%s", (_what, walls, expected) => expect(found(...walls)).toEqual(expected));
  test("the step offered leaves them end to end, or one of them; a wall with openings is left to a person", () => {
    const base = { ...blankDesign(), walls: [wall("a", 0, 0, 6, 0), wall("b", 4, 0, 8, 0)] };
    const doubled = (design: Design) =>
      houseChecks(design).filter((one) => one.code === "house.wall-doubled");
    const [finding] = doubled(base);
    expect(finding).toMatchObject({
      title: "Two walls on Ground lie on each other for 2.00 m",
      measured: 2,
      fix: { label: "Cut it back to where the other begins" },
    });
    const cut = applyChanges(base, changesOf(finding!.fix!, base));
    expect(cut.walls.map((row) => [row.id, row.ax, row.bx])).toEqual([
      ["a", 0, 6],
      ["b", 6, 8],
    ]);
    expect(doubled(cut)).toEqual([]);
    const whole = { ...base, walls: [wall("a", 0, 0, 6, 0), wall("b", 1, 0, 3, 0)] };
    expect(applyChanges(whole, changesOf(doubled(whole)[0]!.fix!, whole)).walls.map((row) => row.id)).toEqual(
      ["a"],
    );
    expect(
      doubled({
        ...whole,
        openings: [
          {
            id: "o",
            wall: "b",
            kind: "door",
            offsetM: 0.2,
            widthM: 0.8,
            heightM: 2,
            sillM: 0,
            outsideIs: "none",
          },
        ],
      })[0]!.fix,
    ).toBeUndefined();
  });
});

describe("closure", () => {
  const L: [number, number][] = [
    [0, 0],
    [5, 0],
    [5, 2],
    [3, 2],
    [3, 4],
    [0, 4],
  ];
  test("the side that was misread is named", () => {
    const measured = [5, 2, 2, 2, 3, 4];
    expect(closure(L, measured).suspects).toEqual([]);
    const slipped = closure(L, [5, 2, 2.5, 2, 3, 4]);
    expect(slipped.errorM).toBeCloseTo(0.5);
    expect(slipped.suspects[0]).toMatchObject({ side: 2, measuredM: 2.5 });
    expect(slipped.suspects[0]!.shouldBeM).toBeCloseTo(2);
  });
  test("property: a slip in one side of any room is explained by that side or one parallel to it", () => {
    fc.assert(
      fc.property(fc.nat(5), fc.double({ min: 0.1, max: 0.9, noNaN: true }), (side, slip) => {
        const measured = [5, 2, 2, 2, 3, 4].map((m, i) => (i === side ? m + slip : m));
        const { errorM, suspects } = closure(L, measured);
        expect(errorM).toBeCloseTo(slip);
        expect(suspects[0]!.side % 2).toBe(side % 2);
        expect(suspects[0]!.leftM).toBeCloseTo(0);
      }),
    );
  });
  test("only a room with every side measured has one", () => {
    const design = larkspurWeir();
    expect(
      roomClosure(
        design,
        design.rooms.find((room) => room.id === "office")!,
      ),
    ).toBeUndefined();
  });
  test("tolerance grows with the length", () => {
    expect(toleranceM(1)).toBe(0.02);
    expect(toleranceM(10)).toBeCloseTo(0.05);
  });
});

describe("switch map of the demo house", () => {
  const design = larkspurWeir();
  test("which gang works this lamp, and which lamps this gang", () => {
    expect(lampsOf(design, "sw-stair-head", 1).map((lamp) => lamp.id)).toEqual(["la-stair"]);
    expect(gangsOf(design, "la-stair").map((gang) => `${gang.switch.id}/${gang.gang}`)).toEqual([
      "sw-stair-foot/2",
      "sw-stair-head/1",
      "sw-loft/1",
    ]);
    expect(gangsOf(design, "la-dining")).toEqual([]);
    expect(wayName(design.legs.find((leg) => leg.id === "leg-stair")!)).toBe(
      "3 places, with an intermediate",
    );
    expect(wayName(design.legs.find((leg) => leg.id === "leg-hall")!)).toBe("two-way");
  });
  test("eleven gangs are unknown; what was traced to something else is not among them", () => {
    const open = unknownGangs(design);
    expect(open).toHaveLength(11);
    expect(open.some((gang) => gang.switch.id === "sw-kitchen" && gang.gang === 2)).toBe(false);
    expect(open.some((gang) => gang.switch.id === "sw-front" && gang.gang === 2)).toBe(true);
    expect(allGangs(design)).toHaveLength(22);
  });
  test("a gang listed twice in one leg works one leg; in two legs it is said twice", () => {
    const leg = design.legs.find((row) => row.id === "leg-hall")!;
    const own = leg.switches[0]!;
    const twice = (legs: Design["legs"]) =>
      codes({ ...design, legs }).filter((code) => code === "house.gang-twice");
    expect(
      twice(design.legs.map((row) => (row === leg ? { ...row, switches: [...row.switches, own] } : row))),
    ).toEqual([]);
    expect(twice([...design.legs, { ...leg, id: "leg-other", switches: [own] }])).toEqual([
      "house.gang-twice",
    ]);
  });
  test("tracing: lamps seen make a leg; a second gang on them joins it", () => {
    const first = traceGang(
      design,
      { trace: "t1", leg: "l1" },
      { switch: "sw-dining", gang: 1, on: "2026-10-01", result: "lamps", lamps: ["la-dining"] },
    );
    const after = applyChanges(design, first);
    checkWhole(after, first);
    expect(gangsOf(after, "la-dining")).toHaveLength(1);
    const second = traceGang(
      after,
      { trace: "t2", leg: "l2" },
      { switch: "sw-front", gang: 3, on: "2026-10-01", result: "lamps", lamps: ["la-dining"] },
    );
    const both = applyChanges(after, second);
    expect(both.legs.some((leg) => leg.id === "l2")).toBe(false);
    expect(wayName(both.legs.find((leg) => leg.id === "l1")!)).toBe("two-way");
    expect(unknownGangs(both)).toHaveLength(9);
  });
  test.each([
    [
      "lamps without a lamp",
      { switch: "sw-dining", gang: 1, on: "2026-10-01", result: "lamps" as const, lamps: [] },
      "must name at least one lamp",
    ],
    [
      "a gang that is not there",
      { switch: "sw-dining", gang: 3, on: "2026-10-01", result: "nothing seen" as const, lamps: [] },
      "gang must be at most 2",
    ],
    [
      "two legs at once",
      {
        switch: "sw-dining",
        gang: 1,
        on: "2026-10-01",
        result: "lamps" as const,
        lamps: ["la-hall", "la-snug"],
      },
      "on different legs",
    ],
  ])("%s is refused", (_what, seen, words) =>
    expect(() => traceGang(design, { trace: "t", leg: "l" }, seen)).toThrow(words),
  );
});

describe("arranging", () => {
  const design = larkspurWeir();
  const good = (changes: Change[]) => {
    const after = applyChanges(design, changes);
    checkWhole(after, changes);
    return after;
  };
  test("several things move together; a point keeps to the room it comes to stand in", () => {
    const after = good(
      moveRows(
        design,
        [
          { in: "points", id: "office-lmp-1" },
          { in: "switches", id: "sw-office" },
          { in: "noGo", id: "chimney" },
        ],
        { dx: 0, dy: 2.5 },
      ),
    );
    expect(after.points.find((row) => row.id === "office-lmp-1")).toMatchObject({ y: 4.5, room: "kitchen" });
    expect(after.noGo[0]!.outline[0]).toEqual([10.6, 7.9]);
  });
  test("aligned on their left edge", () => {
    const refs = [
      { in: "points" as const, id: "snug-shd-1" },
      { in: "points" as const, id: "snug-lmp-1" },
    ];
    const after = good(alignRows(design, refs, "left"));
    expect(refs.map((ref) => after.points.find((row) => row.id === ref.id)!.x)).toEqual([8.8, 8.8]);
    expect(() => alignRows(design, refs.slice(1), "left")).toThrow("at least two");
  });
  test("mirrored twice is as before", () => {
    const refs = [
      { in: "points" as const, id: "snug-shd-1" },
      { in: "points" as const, id: "snug-shd-2" },
    ];
    const once = good(mirrorRows(design, refs, "across"));
    expect(once.points.find((row) => row.id === "snug-shd-1")!.x).toBe(10.2);
    const twice = applyChanges(once, mirrorRows(once, refs, "across"));
    expect(twice.points.find((row) => row.id === "snug-shd-1")!.x).toBe(8.8);
  });
  test("a room copied brings walls, openings and what stands in it, under free names and labels", () => {
    const { changes, room } = copyRoom(design, "boathouse", newId, { dx: 0, dy: 20 });
    const after = good(changes);
    const copy = after.rooms.find((row) => row.id === room)!;
    expect(copy.name).not.toBe("Boathouse");
    expect(area(copy.outline)).toBeCloseTo(area(design.rooms.find((row) => row.id === "boathouse")!.outline));
    const points = (d: Design, id: string) => d.points.filter((row) => row.room === id).length;
    expect(points(after, room)).toBe(points(design, "boathouse"));
    expect(new Set(after.points.map((row) => row.name)).size).toBe(after.points.length);
  });
  test("a level copied stands above the highest", () => {
    const { changes, level } = copyLevel(design, "first", newId);
    const after = good(changes);
    expect(after.levels.find((row) => row.id === level)!.elevationM).toBeGreaterThan(7);
    expect(after.walls.filter((row) => row.level === level).length).toBe(
      design.walls.filter((row) => row.level === "first").length,
    );
    expect(after.rooms.filter((row) => row.level === level).length).toBe(
      design.rooms.filter((row) => row.level === "first").length,
    );
  });
  test("a marquee catches what lies in it", () => {
    const caught = inBox(design, "ground", { x0: 0, y0: 0, x1: 4.3, y1: 4 });
    expect(caught.filter((ref) => ref.in === "points").map((ref) => ref.id)).toContain("office-lmp-1");
    expect(caught.some((ref) => ref.id === "kitchen-lmp-2")).toBe(false);
  });
});

describe("checks", () => {
  const design = larkspurWeir();
  const spoil = (changes: Change[]) => houseChecks(applyChanges(design, changes));
  const of = (changes: Change[], code: string) => spoil(changes).find((finding) => finding.code === code);
  test("a window measured wider than drawn offers to draw it so", () => {
    const finding = houseChecks(design).find((one) => one.code === "house.measure-off")!;
    expect(finding.title).toContain(`4' 1"`);
    expect(
      houseChecks(applyChanges(design, changesOf(finding.fix!, design))).some(
        (one) => one.code === "house.measure-off",
      ),
    ).toBe(false);
  });
  test("a wall of no length offers to go", () => {
    const finding = of(
      [
        {
          in: "walls",
          put: {
            id: "zero",
            level: "ground",
            ax: 1,
            ay: 1,
            bx: 1,
            by: 1,
            thicknessM: 0.1,
            material: "plasterboard",
          },
        },
      ],
      "house.wall-zero",
    )!;
    expect(finding.fix!.changes).toEqual([{ in: "walls", drop: "zero" }]);
  });
  test("a room that crosses itself, a way through a no-go area, a point too near a boiler, a gang on two legs, an open wall", () => {
    const room = design.rooms.find((row) => row.id === "snug")!;
    expect(
      selfCrossing([
        [0, 0],
        [2, 2],
        [2, 0],
        [0, 2],
      ]),
    ).toBe(true);
    expect(
      of(
        [
          {
            in: "rooms",
            put: {
              ...room,
              outline: [
                [7, 0.5],
                [9, 3],
                [9, 0.5],
                [7, 3],
              ],
            },
          },
        ],
        "house.room-crossing",
      )!.severity,
    ).toBe("stop");
    expect(
      of(
        [
          {
            in: "trunks",
            put: {
              id: "t-new",
              level: "ground",
              name: "Short cut",
              kind: "void",
              path: [
                [10, 5.8],
                [11.8, 5.8],
              ],
              heightM: 2.6,
            },
          },
        ],
        "house.way-through-no-go",
      )!.title,
    ).toBe("Short cut goes through Chimney breast");
    const sensor = design.points.find((row) => row.id === "plant-room-lek-2")!;
    expect(of([{ in: "points", put: { ...sensor, x: 5.2, y: 4.0 } }], "house.fixture-near")).toMatchObject({
      limit: 0.5,
      unit: "m",
    });
    const leg = design.legs.find((row) => row.id === "leg-snug")!;
    expect(
      of([{ in: "legs", put: { ...leg, switches: [{ switch: "sw-office", gang: 1 }] } }], "house.gang-twice"),
    ).toBeDefined();
    expect(
      of(
        [
          {
            in: "walls",
            put: {
              id: "open",
              level: "ground",
              ax: 1,
              ay: 1,
              bx: 2,
              by: 1,
              thicknessM: 0.1,
              material: "plasterboard",
            },
          },
        ],
        "house.wall-loose",
      )!.measured,
    ).toBe(1);
  });
  test("an opening beyond its wall is fitted by its fix", () => {
    const opening = design.openings.find((row) => row.id === "g-out-w-1")!;
    const wide = applyChanges(design, [{ in: "openings", put: { ...opening, offsetM: 8.5 } }]);
    const finding = houseChecks(wide).find((one) => one.code === "house.opening-beyond-wall")!;
    expect(
      houseChecks(applyChanges(wide, changesOf(finding.fix!, wide))).some(
        (one) => one.code === "house.opening-beyond-wall",
      ),
    ).toBe(false);
  });
});
