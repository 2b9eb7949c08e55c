import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { blankDesign } from "../../test-design";
import { neighboursOf, placeOn, setClear, sideWords, startOn, wallBeside } from "./beside";
import type { WallRow } from "../../design/rows/house-structure";

const wall = (id: string, ax: number, ay: number, bx: number, by: number, thicknessM = 0.2): WallRow => ({
  ...{ id, level: "g", ax, ay, bx, by, thicknessM, material: "brick-single" },
});

/** A box of 6 × 4 m with a partition 2 m from the left, and one slanting wall. */
function box(): Design {
  const design = blankDesign();
  design.walls = [
    wall("n", 0, 0, 6, 0),
    wall("e", 6, 0, 6, 4),
    wall("s", 6, 4, 0, 4),
    wall("w", 0, 4, 0, 0),
    wall("mid", 2, 0, 2, 4, 0.1),
    wall("slant", 3, 1, 5, 2),
    { ...wall("below", 1, 0, 1, 4), level: "cellar" },
  ];
  design.rooms = [
    {
      ...{ id: "k", level: "g", name: "Kitchen", code: "KIT", type: "living" },
      outline: [
        [0.1, 0.1],
        [1.95, 0.1],
        [1.95, 3.9],
        [0.1, 3.9],
      ],
    },
  ];
  return design;
}
const own = (design: Design, id: string) => design.walls.find((row) => row.id === id)!;

test("the next parallel wall on either side, face to face, and none of another level or turned away", () => {
  const design = box();
  expect(neighboursOf(design, own(design, "mid"))).toMatchObject([
    { wall: { id: "w" }, side: "right", clearM: 1.85 },
    { wall: { id: "e" }, side: "left", clearM: 3.85 },
  ]);
  expect(neighboursOf(design, own(design, "slant"))).toEqual([]);
});

test("walls on one line, or past one another's ends, do not face", () => {
  const design = box();
  design.walls = [wall("a", 0, 0, 2, 0), wall("line", 3, 0, 5, 0), wall("past", 2, 1, 5, 1)];
  expect(neighboursOf(design, own(design, "a"))).toEqual([]);
  design.walls[2] = wall("past", 1.85, 1, 5, 1);
  expect(neighboursOf(design, own(design, "a"))).toMatchObject([{ wall: { id: "past" }, side: "right" }]);
});

test("a wall moves until it is so far from the next, towards it or away, and what is joined follows", () => {
  const design = box();
  const [west, east] = neighboursOf(design, own(design, "mid"));
  const near = applyChanges(design, setClear(design, "mid", west!, 1.2));
  expect(own(near, "mid")).toMatchObject({ ax: 1.35, bx: 1.35, ay: 0, by: 4 });
  expect(neighboursOf(near, own(near, "mid"))[0]!.clearM).toBeCloseTo(1.2);
  const far = applyChanges(design, setClear(design, "mid", east!, 3));
  expect(own(far, "mid").ax).toBeCloseTo(2.85);
  const [across] = neighboursOf(design, own(design, "n"));
  const deep = applyChanges(design, setClear(design, "n", across!, 3.3));
  expect([own(deep, "n").ay, own(deep, "w").by, own(deep, "mid").ay]).toEqual([0.5, 0.5, 0.5]);
  expect(() => setClear(design, "mid", west!, 0)).toThrow("Clear distance must be above nothing");
});

test("a new wall stands so far from this one, of the same make, on the side that was asked for", () => {
  const design = box();
  const right = applyChanges(design, wallBeside(design, "n", "right", 1, "new"));
  expect(own(right, "new")).toEqual(wall("new", 0, 1.2, 6, 1.2));
  const left = applyChanges(design, wallBeside(design, "mid", "left", 0.9, "new"));
  expect(own(left, "new")).toEqual(wall("new", 3, 0, 3, 4, 0.1));
  expect(() => wallBeside(design, "n", "right", -1, "new")).toThrow("New wall must be above nothing");
});

test("a side is said by its room, else by the wind", () => {
  const design = box();
  expect(sideWords(design, own(design, "mid"), "right")).toBe("Kitchen");
  expect(sideWords(design, own(design, "mid"), "left")).toBe("the east");
  expect(sideWords(design, own(design, "n"), "left")).toBe("the north");
  design.design = { ...design.design, northDeg: 90 };
  expect(sideWords(design, own(design, "n"), "left")).toBe("the west");
});

test("a start on a wall is told from both its ends, and typed from either", () => {
  const design = box();
  const on = startOn(design, "g", [4.5, 0.004])!;
  expect(on).toMatchObject({ wall: { id: "n" }, ends: ["west end", "east end"] });
  expect(on.fromM[0]).toBeCloseTo(4.5);
  expect(on.fromM[1]).toBeCloseTo(1.5);
  expect(startOn(design, "g", [4.5, 0.02])).toBeUndefined();
  expect(startOn(design, "cellar", [4.5, 0])).toBeUndefined();
  expect(startOn(design, "g", [6, 2])!.ends).toEqual(["north end", "south end"]);
  expect(placeOn(on.wall, 0, 1.25)).toEqual([1.25, 0]);
  expect(placeOn(on.wall, 1, 1.25)).toEqual([4.75, 0]);
  expect(placeOn(own(design, "s"), 0, 1)).toEqual([5, 4]);
  expect(() => placeOn(on.wall, 0, 6.01)).toThrow("From its end must be between 0 and 6.00 m");
  expect(() => placeOn(on.wall, 1, -0.01)).toThrow("must be between");
});
