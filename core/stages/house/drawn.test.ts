import { applyChanges } from "../../design/edit";
import { testDesign } from "../../test-design";
import { drawnRow, placedRow, type DrawnBy, type PlacedBy } from "./drawn";

const CORNERS = [
  [1, 1],
  [3, 1],
  [3, 2],
] as const;

test.each<[DrawnBy, string, string]>([
  ["trunk", "trunks", "Trunk 3"],
  ["mains", "mainsRuns", "Mains run 1"],
  ["noGo", "noGo", "No-go area 1"],
  ["fixture", "fixtures", "Obstacle 1"],
])("a %s is drawn from its corners, under a name that is free", (tool, collection, name) => {
  const design = testDesign();
  const change = drawnRow(design, tool, "g", CORNERS, "new");
  expect(change).toMatchObject({ in: collection, put: { id: "new", level: "g", name } });
  const { path, outline } = (change as { put: { path?: unknown; outline?: unknown } }).put;
  expect(path ?? outline).toEqual(CORNERS);
  expect(() => applyChanges(design, [change])).not.toThrow();
});

test("a trunk lies in the middle of the void; a name that is taken is passed over", () => {
  const design = testDesign();
  design.trunks[0] = { ...design.trunks[0]!, name: "Trunk 3" };
  expect(drawnRow(design, "trunk", "g", CORNERS, "new")).toMatchObject({
    put: { name: "Trunk 4", heightM: 2.6, kind: "void" },
  });
});

test.each<[PlacedBy, string, object]>([
  ["closet", "closets", { room: "hall", z: 1.5 }],
  ["switch", "switches", { room: "hall", gangs: 1, z: 1.1, neutral: "unknown" }],
  ["lamp", "lamps", { room: "hall", count: 1 }],
  ["riser", "risers", { fromLevel: "g", toLevel: "u" }],
])("a %s is put down in its room", (tool, collection, fields) => {
  const change = placedRow(testDesign(), tool, "g", [4, 3], "new");
  expect(change).toMatchObject({ in: collection, put: { id: "new", x: 4, y: 3, ...fields } });
});

test("a riser from the highest level leads down; with one level, or in no room, it is refused", () => {
  const design = testDesign();
  expect(placedRow(design, "riser", "u", [4, 3], "new")).toMatchObject({
    put: { fromLevel: "u", toLevel: "g" },
  });
  const flat = { ...design, levels: design.levels.slice(0, 1) };
  expect(() => placedRow(flat, "riser", "g", [4, 3], "new")).toThrow("Riser needs a second level");
  expect(() => placedRow(design, "lamp", "g", [40, 3], "new")).toThrow("Place is in no room");
});
