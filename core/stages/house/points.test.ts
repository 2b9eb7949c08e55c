/** Points on walls, new levels, and what is taken out with a point. */
import { applyChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { larkspurWeir } from "../../../tests/core/houses";
import { houseChecks } from "./checks";
import { addPoint, newLevel, roomAt } from ".";
import { edgeDistance } from "../../geometry/polygon";
import { blankDesign, testDesign } from "../../test-design";

const design = larkspurWeir();

describe("the room of a place", () => {
  test.each([
    ["inside", 2, 2, "office"],
    ["in the wall between office and hall, nearer the hall", 4.22, 2, "hall"],
    ["in the outer wall", 2, 0.05, "office"],
    ["out in the open", -3, -3, undefined],
  ])("%s", (_what, x, y, room) => expect(roomAt(design, "ground", x, y)?.id).toBe(room));
  test("a point may be put on a wall, and is no finding there", () => {
    const changes = addPoint(design, "new", "keypad", "ground", { x: 4.2, y: 1.5 });
    const after = applyChanges(design, changes);
    checkWhole(after, changes);
    expect(
      houseChecks(after).some(
        (finding) => finding.code === "house.point-outside-room" && finding.about[0]!.id === "new",
      ),
    ).toBe(false);
    const off = applyChanges(after, [
      { in: "points", put: { ...after.points.find((point) => point.id === "new")!, x: -4 } },
    ]);
    expect(houseChecks(off).some((finding) => finding.code === "house.point-outside-room")).toBe(true);
  });
  test("distance to a ring, from inside and out", () => {
    const square = [
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
    ] as const;
    expect(edgeDistance(square, [1, 2])).toBe(1);
    expect(edgeDistance(square, [6, 2])).toBe(2);
    expect(edgeDistance(square, [7, 8])).toBe(5);
  });
});

describe("a new level", () => {
  test("stands on the void of the one below, with a code nobody has", () => {
    // Upper at 3.00, ceiling 2.50, void 0.20, slab 0.20.
    expect(newLevel(testDesign(), "l")).toMatchObject({
      id: "l",
      name: "New level",
      code: "2",
      order: 2,
      elevationM: 5.9,
      ceilingHeightM: 2.5,
    });
  });
  test("the first of all is at zero", () => {
    const empty = blankDesign();
    empty.levels = [];
    expect(newLevel(empty, "l")).toMatchObject({ order: 0, elevationM: 0, code: "1" });
  });
  test("two of them have names apart", () => {
    const one = applyChanges(testDesign(), [{ in: "levels", put: newLevel(testDesign(), "a") }]);
    expect(newLevel(one, "b").name).toBe("New level 2");
  });
});
