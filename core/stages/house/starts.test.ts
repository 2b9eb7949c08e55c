import { applyChanges } from "../../design/edit";
import { blankDesign } from "../../test-design";
import { startsOf } from "./starts";
import { parseSides, tapeRoom } from "./traverse";

let made = 0;
const ids = (kind: string) => `${kind}${++made}`;
const make = (name: string, thicknessM = 0.1) => ({
  ...{
    name,
    code: name.slice(0, 4).toUpperCase(),
    type: "living" as const,
    thicknessM,
    material: "brick-single",
  },
});

/** One room of 4 × 3 m at the origin, taken down by tape. */
function first() {
  const design = blankDesign();
  const hall = tapeRoom(
    design,
    ids,
    "g",
    [0, 0],
    parseSides("4 right\n3 down\n4 left\n3 up"),
    make("Hall", 0.2),
  );
  return applyChanges(design, hall.changes);
}
const byText = (design: ReturnType<typeof first>) =>
  Object.fromEntries(startsOf(design, "g").map(({ text, at }) => [text, at]));

test("every corner across each of its walls, by the thickness of the wall", () => {
  const starts = byText(first());
  expect(Object.keys(starts)).toHaveLength(8);
  expect(starts).toMatchObject({
    "Hall, north-east corner, across the east wall": [4.2, 0],
    "Hall, north-east corner, across the north wall": [4, -0.2],
    "Hall, south-west corner, across the west wall": [-0.2, 3],
    "Hall, south-west corner, across the south wall": [0, 3.2],
  });
  expect(startsOf(first(), "elsewhere")).toEqual([]);
});

test("the next room started there shares the wall: none is drawn twice", () => {
  const design = first();
  const at = byText(design)["Hall, north-east corner, across the east wall"]!;
  const next = tapeRoom(design, ids, "g", at, parseSides("2 right\n3 down\n2 left\n3 up"), make("Snug", 0.2));
  const both = applyChanges(design, next.changes);
  expect(both.walls).toHaveLength(7);
  expect(both.rooms.find((room) => room.name === "Snug")!.outline[0]).toEqual([4.2, 0]);
  // A start that the new room now takes up is offered no more.
  expect(byText(both)).not.toHaveProperty("Hall, north-east corner, across the east wall");
  expect(byText(both)).toHaveProperty("Snug, north-east corner, across the east wall");
});

test("both sides of a door, on the face where no room is yet", () => {
  const design = first();
  const east = design.walls.find((wall) => wall.ax === wall.bx && wall.ax > 2)!;
  const down = east.by > east.ay;
  design.openings = [
    {
      ...{
        id: "d",
        wall: east.id,
        kind: "door",
        offsetM: 1,
        widthM: 0.8,
        heightM: 2,
        sillM: 0,
        outsideIs: "none",
      },
    },
  ] as typeof design.openings;
  const starts = byText(design);
  const [top, bottom] = down ? [east.ay + 1, east.ay + 1.8] : [east.ay - 1.8, east.ay - 1];
  expect(starts["Door in east wall of Hall, north side of it"]).toEqual([4.2, expect.closeTo(top, 3)]);
  expect(starts["Door in east wall of Hall, south side of it"]).toEqual([4.2, expect.closeTo(bottom, 3)]);
  design.openings = [{ ...design.openings[0]!, kind: "window" }];
  expect(Object.keys(byText(design)).filter((text) => /in east wall/.test(text))).toEqual([]);
});
