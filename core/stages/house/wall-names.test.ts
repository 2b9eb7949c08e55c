import type { Design } from "../../design/collections";
import { blankDesign } from "../../test-design";
import { openingName, sideName, wallNames, wallsInOrder } from "./wall-names";

/** Three rooms in a row, 4 × 3 m each, with walls round and between them; the sheet's up is north. */
function row(): Design {
  const design = blankDesign();
  const room = (id: string, name: string, x: number, outdoor?: boolean) => ({
    ...{ id, name, outdoor, level: "g", code: id.toUpperCase(), type: "living" as const },
    outline: [
      [x, 0],
      [x + 4, 0],
      [x + 4, 3],
      [x, 3],
    ] as [number, number][],
  });
  const wall = (id: string, ax: number, ay: number, bx: number, by: number) => ({
    ...{ id, level: "g", ax, ay, bx, by, thicknessM: 0.2, material: "brick-single" },
  });
  design.rooms = [room("k", "Kitchen", 0), room("h", "Hall", 4), room("s", "Snug", 8)];
  design.walls = [
    wall("north", 0, 0, 12, 0),
    wall("south-k", 4, 3, 0, 3),
    wall("south-rest", 4, 3, 12, 3),
    wall("west", 0, 3, 0, 0),
    wall("kh", 4, 0, 4, 3),
    wall("hs-upper", 8, 0, 8, 1),
    wall("hs-lower", 8, 2, 8, 3),
    wall("away", 20, 0, 22, 0),
  ];
  return design;
}

const names = (design: Design) => Object.fromEntries(wallNames(design));

test("walls are named by the rooms beside them and by the wind they face", () => {
  expect(names(row())).toEqual({
    north: "North wall of Kitchen / Hall …",
    "south-k": "South wall of Kitchen",
    "south-rest": "South wall of Hall / Snug",
    west: "West wall of Kitchen",
    kh: "Between Kitchen and Hall",
    "hs-upper": "Between Hall and Snug, 1 of 2",
    "hs-lower": "Between Hall and Snug, 2 of 2",
    away: "Free-standing wall",
  });
});

test("the wind is that of the world, not of the sheet, whichever way the wall was drawn", () => {
  const design = row();
  design.design = { ...design.design, northDeg: 90 };
  const [north] = design.walls;
  Object.assign(north!, { ax: 12, bx: 0 });
  // North lies to the right of the sheet: its upper side looks west.
  expect(names(design)).toMatchObject({
    north: "West wall of Kitchen / Hall …",
    west: "South wall of Kitchen",
  });
});

test("a wall in the open is the edge of what it bounds; a room outdoors does not make a wall inner", () => {
  const design = row();
  design.rooms = design.rooms.map((room) => ({ ...room, outdoor: room.id !== "k" }));
  expect(names(design)).toMatchObject({
    kh: "East wall of Kitchen",
    "hs-upper": "Between Hall and Snug, 1 of 2",
    "south-rest": "South edge of Hall / Snug",
  });
});

test("rooms of another level do not count, and a thick wall is looked at beyond its face", () => {
  const design = row();
  design.rooms[1] = { ...design.rooms[1]!, level: "elsewhere" };
  design.walls = design.walls.map((wall) => (wall.id === "kh" ? { ...wall, thicknessM: 0.9 } : wall));
  expect(names(design)).toMatchObject({ kh: "East wall of Kitchen" });
  design.walls = design.walls.map((wall) => (wall.id === "west" ? { ...wall, thicknessM: 0.9 } : wall));
  expect(names(design).west).toBe("West wall of Kitchen");
});

test("a side of a room is named by where it lies, whichever way round the outline runs", () => {
  const design = row();
  const [kitchen] = design.rooms;
  const all = (room = kitchen!) => room.outline.map((_, side) => sideName(design, room, side));
  expect(all()).toEqual(["North wall", "East wall", "South wall", "West wall"]);
  const back = { ...kitchen!, outline: [...kitchen!.outline].reverse() };
  expect(all(back)).toEqual(["South wall", "East wall", "North wall", "West wall"]);
  design.design = { ...design.design, northDeg: 90 };
  expect(all()).toEqual(["West wall", "North wall", "East wall", "South wall"]);
  const bay = {
    ...kitchen!,
    outline: [
      [0, 0],
      [2, 0],
      [2, 1],
      [4, 1],
      [4, 3],
      [0, 3],
    ] as [number, number][],
  };
  expect(all(bay)).toEqual([
    ...["West wall 1 of 2", "North wall 1 of 2", "West wall 2 of 2"],
    ...["North wall 2 of 2", "East wall", "South wall"],
  ]);
});

test("an opening is named by the part of the wall it is in; two alike are counted", () => {
  const design = row();
  const opening = (id: string, wall: string, kind: "window" | "door", offsetM: number) => ({
    ...{ id, wall, kind, offsetM, widthM: 1, heightM: 1, sillM: 1, outsideIs: "none" as const },
  });
  design.openings = [
    opening("k", "north", "window", 1),
    opening("h1", "north", "window", 6.5),
    opening("h0", "north", "window", 5),
    opening("d", "kh", "door", 1),
    opening("lost", "gone", "door", 1),
  ];
  const named = (id: string) =>
    openingName(
      design,
      design.openings.find((one) => one.id === id)!,
    );
  expect(["k", "h0", "h1", "d", "lost"].map(named)).toEqual([
    "Window in north wall of Kitchen",
    "Window in north wall of Hall, 1 of 2",
    "Window in north wall of Hall, 2 of 2",
    "Door between Kitchen and Hall",
    "Door",
  ]);
});

test("walls in the order of a page: from the top down, then from left to right", () =>
  expect(wallsInOrder(row(), "g").map(({ id }) => id)).toEqual([
    ...["north", "away", "hs-upper", "west", "kh", "hs-lower", "south-k", "south-rest"],
  ]));
