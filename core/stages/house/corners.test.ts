import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { testDesign } from "../../test-design";
import { addCorner, cornersOfRow, dropCorner, hasCorners, moveCorner } from "./corners";

function drawn(): Design {
  const design = testDesign();
  design.mainsRuns = [
    {
      ...{ id: "m", level: "g", name: "Mains run" },
      path: [
        [0, 0],
        [4, 0],
        [4, 2],
      ],
    },
  ];
  design.noGo = [
    {
      ...{ id: "area", level: "g", name: "Chimney" },
      outline: [
        [1, 1],
        [2, 1],
        [2, 2],
      ],
    },
  ];
  return design;
}
const after = (
  design: Design,
  changes: ReturnType<typeof moveCorner>,
  of: "mainsRuns" | "noGo",
  id: string,
) => cornersOfRow(applyChanges(design, changes), of, id);

test("one corner moves on the grid and the others stay", () => {
  const design = drawn();
  const moved = moveCorner(design, "mainsRuns", "m", 1, { x: 3.02, y: 0.53 });
  expect(after(design, moved, "mainsRuns", "m")).toEqual([
    [0, 0],
    [3, 0.55],
    [4, 2],
  ]);
  expect(cornersOfRow(design, "mainsRuns", "m")[1]).toEqual([4, 0]);
  expect(() => moveCorner(design, "mainsRuns", "m", 3, { x: 0, y: 0 })).toThrow("Corner is gone");
});

test("a further corner half way; the last of an area leads to its first, that of a line to nothing", () => {
  const design = drawn();
  expect(after(design, addCorner(design, "mainsRuns", "m", 0), "mainsRuns", "m")[1]).toEqual([2, 0]);
  expect(after(design, addCorner(design, "noGo", "area", 2), "noGo", "area")[3]).toEqual([1.5, 1.5]);
  expect(() => addCorner(design, "mainsRuns", "m", 2)).toThrow("Corner must have another one after it");
});

test("a corner goes while enough are left", () => {
  const design = drawn();
  const shorter = applyChanges(design, dropCorner(design, "mainsRuns", "m", 1));
  expect(cornersOfRow(shorter, "mainsRuns", "m")).toEqual([
    [0, 0],
    [4, 2],
  ]);
  expect(() => dropCorner(shorter, "mainsRuns", "m", 0)).toThrow("Corners must stay at least 2");
  expect(() => dropCorner(design, "noGo", "area", 0)).toThrow("at least 3: take out the whole no-go area");
});

test("rooms and walls have no such corners", () =>
  expect(["trunks", "fixtures", "rooms", "walls"].map(hasCorners)).toEqual([true, true, false, false]));
