/** Walls drawn, split, joined and moved; rooms and what hangs on them follow. */
import type { Design } from "../../design/collections";
import { applyChanges, invertChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { writeFile } from "../../design/file";
import { removeRows } from "../../design/remove";
import type { Xy } from "../../geometry/segment";
import { area } from "../../geometry/polygon";
import { larkspurWeir } from "../../../tests/core/houses";
import { blankDesign } from "../../test-design";
import { dropsOf } from "../runs";
import { ledgerValue } from "../../whole/ledger";
import { addOpening, azimuthDeg, azimuthWorking, changeOpening, windName } from "./openings";
import { findRooms } from "./rooms";
import {
  addWall,
  changeWall,
  joinWalls,
  moveWalls,
  setWallLength,
  snapEnd,
  splitWall,
  wallLengthM,
} from "./walls";

const make = { thicknessM: 0.1, material: "brick-single" };

function draw(lines: readonly (readonly [Xy, Xy])[], from?: Design): Design {
  let design = from ?? blankDesign();
  lines.forEach(([a, b]) => {
    design = applyChanges(design, addWall(design, `w${design.walls.length + 1}`, "g", a, b, make));
  });
  return design;
}
let ids = 0;
const withRooms = (design: Design) =>
  applyChanges(design, findRooms(design, "g", () => `r${(ids += 1)}`).changes);
const twoRooms = () =>
  withRooms(
    draw([
      [
        [0, 0],
        [6, 0],
      ],
      [
        [6, 0],
        [6, 4],
      ],
      [
        [6, 4],
        [0, 4],
      ],
      [
        [0, 4],
        [0, 0],
      ],
      [
        [3, 0],
        [3, 4],
      ],
    ]),
  );
const areas = (design: Design) => design.rooms.map((room) => area(room.outline)).sort((a, b) => a - b);

describe("drawing", () => {
  test("a wall of no length is refused in a sentence", () => {
    expect(() =>
      draw([
        [
          [1, 1],
          [1.02, 1],
        ],
      ]),
    ).toThrow("Wall must be at least 0.05 m long.");
  });
  test("rooms are found once, and named apart", () => {
    const design = twoRooms();
    expect(design.rooms.map((room) => room.name).sort()).toEqual(["Room 1", "Room 2"]);
    expect(areas(design)[0]).toBeCloseTo(2.9 * 3.9);
    expect(findRooms(design, "g", () => "again").changes).toEqual([]);
  });
});

describe("moving", () => {
  test("a partition moved half a metre: both rooms follow, and the whole stays the same", () => {
    const design = twoRooms();
    const moved = applyChanges(design, moveWalls(design, ["w5"], { dx: 0.5, dy: 0 }));
    expect(areas(moved).map((m) => Math.round(m * 100) / 100)).toEqual(
      [9.36, 13.26].map((m) =>
        m === 9.36 ? Math.round(2.4 * 3.9 * 100) / 100 : Math.round(3.4 * 3.9 * 100) / 100,
      ),
    );
    expect(moved.rooms.map((room) => room.name)).toEqual(design.rooms.map((room) => room.name));
  });
  test("a point, a switch and a lamp between the old place of a partition and its new one change rooms with it", () => {
    const design = twoRooms();
    const [left, right] = [...design.rooms].sort(
      (a, b) => a.outline.reduce((sum, [x]) => sum + x, 0) - b.outline.reduce((sum, [x]) => sum + x, 0),
    );
    const at = { level: "g", room: right!.id, x: 3.3, y: 2 };
    const hung: Design = {
      ...design,
      points: [{ ...at, id: "p", kind: "motion", z: 2.2, name: "p" }],
      switches: [{ ...at, id: "s", name: "s", z: 1.1, gangs: 1, neutral: "yes" }],
      lamps: [{ ...at, id: "l", name: "l", count: 1, watts: 5 } as Design["lamps"][number]],
    };
    const moved = applyChanges(hung, moveWalls(hung, ["w5"], { dx: 0.6, dy: 0 }));
    expect([moved.points[0]!.room, moved.switches[0]!.room, moved.lamps[0]!.room]).toEqual([
      left!.id,
      left!.id,
      left!.id,
    ]);
  });
  test("an outer wall takes the ends of its neighbours along", () => {
    const design = twoRooms();
    const moved = applyChanges(design, moveWalls(design, ["w2"], { dx: 1, dy: 0 }));
    const top = moved.walls.find((wall) => wall.id === "w1")!;
    expect([top.bx, top.by]).toEqual([7, 0]);
    expect(areas(moved)[1]).toBeCloseTo(3.9 * 3.9);
  });
  test("a move that would leave a wall without length is refused", () => {
    const design = twoRooms();
    expect(() => moveWalls(design, ["w2"], { dx: -6, dy: 0 })).toThrow("would have no length");
  });
  test("in the demo house: points on the wall, routes and ledger follow, and the inverse takes all of it back", () => {
    const design = larkspurWeir();
    const changes = moveWalls(design, ["g-office"], { dx: 0.4, dy: 0 });
    checkWhole(applyChanges(design, changes), changes);
    const moved = applyChanges(design, changes);
    const size = (d: Design, id: string) => area(d.rooms.find((room) => room.id === id)!.outline);
    expect(size(moved, "office")).toBeGreaterThan(size(design, "office") + 1);
    expect(size(moved, "hall")).toBeLessThan(size(design, "hall") - 1);
    const keypad = (d: Design) => d.points.find((point) => point.id === "office-key-1")!;
    expect(keypad(moved).x).toBeCloseTo(keypad(design).x + 0.4);
    const length = (d: Design) => dropsOf(d).find((drop) => drop.point.id === "office-key-1")!.lengthM;
    expect(length(moved)).not.toBe(length(design));
    expect(ledgerValue(moved, "cableM")).not.toBe(ledgerValue(design, "cableM"));
    expect(writeFile(applyChanges(moved, invertChanges(design, changes)))).toBe(writeFile(design));
  });
  test("a length set by tape moves the far end and the corner there", () => {
    const design = twoRooms();
    const set = applyChanges(design, setWallLength(design, "w1", 6.5));
    expect(wallLengthM(set.walls.find((wall) => wall.id === "w1")!)).toBeCloseTo(6.5);
    expect(set.walls.find((wall) => wall.id === "w2")!.ax).toBeCloseTo(6.5);
  });
});

describe("splitting and joining", () => {
  test("openings go with their part; one across the cut forbids it", () => {
    let design = twoRooms();
    design = applyChanges(design, addOpening(design, "win", "w1", "window", 4.5));
    const split = applyChanges(design, splitWall(design, "w1", 3, "w1b"));
    expect(split.openings.find((row) => row.id === "win")).toMatchObject({ wall: "w1b", offsetM: 0.9 });
    expect(areas(split)).toEqual(areas(design));
    expect(() => splitWall(design, "w1", 4.5, "x")).toThrow("goes through a window");
    expect(() => splitWall(design, "w1", 0.01, "x")).toThrow("Cut must lie between");
    const joined = applyChanges(split, joinWalls(split, "w1", "w1b"));
    expect(joined.walls).toHaveLength(5);
    expect(joined.openings.find((row) => row.id === "win")).toMatchObject({ wall: "w1", offsetM: 3.9 });
  });
  test("walls at an angle are not joined", () => {
    const design = twoRooms();
    expect(() => joinWalls(design, "w1", "w2")).toThrow("must lie on one line");
  });
  test("joining one drawn the other way turns its openings round", () => {
    let design = draw([
      [
        [0, 0],
        [3, 0],
      ],
      [
        [6, 0],
        [3, 0],
      ],
    ]);
    design = applyChanges(design, [
      {
        in: "openings",
        put: {
          id: "o",
          wall: "w2",
          kind: "window",
          offsetM: 0.5,
          widthM: 1,
          heightM: 1,
          sillM: 1,
          outsideIs: "right",
        },
      },
    ]);
    const joined = applyChanges(design, joinWalls(design, "w1", "w2"));
    expect(joined.openings[0]).toMatchObject({ wall: "w1", offsetM: 4.5, outsideIs: "left" });
  });
});

test("a wall taken out takes its openings and measurements along", () => {
  let design = twoRooms();
  design = applyChanges(design, [
    ...addOpening(design, "win", "w1", "window", 1.5),
    { in: "measurements", put: { id: "m", wall: "w1", of: "length", typed: "6m", metres: 6 } },
  ]);
  design = applyChanges(design, [
    { in: "constraints", put: { id: "c", name: "Keep", kind: "keep", rooms: [], walls: ["w1", "w2"] } },
  ]);
  const changes = removeRows(design, [{ in: "walls", id: "w1" }]);
  const after = applyChanges(design, changes);
  checkWhole(after, changes);
  expect(after.openings).toEqual([]);
  expect(after.constraints[0]!.walls).toEqual(["w2"]);
});

describe("openings", () => {
  const design = () => twoRooms();
  test("a window wider than its wall, beyond its end or over another is refused", () => {
    let d = design();
    d = applyChanges(d, addOpening(d, "win", "w1", "window", 1));
    expect(() => changeOpening(d, "win", { widthM: 7 })).toThrow(
      "Width must be at most 6.00 m, the length of its wall.",
    );
    expect(() => changeOpening(d, "win", { offsetM: 5.5 })).toThrow("Offset must be at most 4.80 m");
    expect(() => addOpening(d, "two", "w1", "door", 1)).toThrow("puts it over a window");
    expect(() => changeWall(d, "w1", { bx: 1 })).toThrow("for its window");
  });
  test("azimuth from wall, outside and true north", () => {
    let d = design();
    d = applyChanges(d, addOpening(d, "win", "w1", "window", 1));
    // The upper wall's outside is up the sheet: due north.
    expect(azimuthDeg(d, d.openings[0]!)).toBeCloseTo(0);
    d = applyChanges(d, [{ in: "design", put: { ...d.design, northDeg: 18 } }]);
    expect(azimuthDeg(d, d.openings[0]!)).toBeCloseTo(342);
    expect(windName(342)).toBe("north");
    expect(azimuthWorking(d, d.openings[0]!)!.steps).toHaveLength(3);
    expect(azimuthDeg(d, { ...d.openings[0]!, outsideIs: "none" })).toBeUndefined();
  });
});

describe("snapping", () => {
  const design = draw([
    [
      [0, 0],
      [4, 0],
    ],
  ]);
  test.each([
    ["an end near by", undefined, [3.95, 0.05], [4, 0], "end of a wall"],
    ["a wall", undefined, [2.03, 0.08], [2.03, 0], "a wall"],
    ["a right angle", [1, 2], [1.04, 3.51], [1, 3.5], "upright"],
    ["level", [1, 2], [2.53, 2.06], [2.55, 2], "level"],
    ["square on a wall", [1, 2], [1.05, 0.06], [1, 0], "a wall, square"],
    ["the grid alone", [1, 2], [2.21, 3.33], [2.2, 3.35], undefined],
  ] as const)("%s", (_what, from, to, at, what) => {
    const snap = snapEnd(design, "g", from, to, 0.15);
    expect(snap.at[0]).toBeCloseTo(at[0]);
    expect(snap.at[1]).toBeCloseTo(at[1]);
    expect(snap.to).toBe(what);
  });
});
