import { testDesign } from "../test-design";
import { applyChanges } from "./edit";
import { changeRow, changeSettings, dropRow, putRow } from "./row-changes";

const design = testDesign();
const level = design.levels[0]!;

test("a row is put, changed in some fields, and dropped", () => {
  const added = applyChanges(design, putRow("levels", { ...level, id: "attic", name: "Attic" }));
  expect(added.levels.map((row) => row.id)).toEqual(["attic", "g", "u"]);
  const changed = applyChanges(added, changeRow(added, "levels", "attic", { name: "Roof" }));
  expect(changed.levels[0]).toEqual({ ...level, id: "attic", name: "Roof" });
  expect(applyChanges(changed, dropRow("levels", "attic")).levels).toEqual(design.levels);
});

test("undefined takes a field out, so that absent stays absent", () => {
  const point = design.points[0]!;
  const settled = applyChanges(design, changeRow(design, "points", point.id, { phase: undefined }));
  expect(Object.keys(settled.points[0]!)).not.toContain("phase");
  const noted = applyChanges(design, changeSettings(design, { notes: "as built" }));
  expect(noted.design).toEqual({ ...design.design, notes: "as built" });
  expect(Object.keys(applyChanges(noted, changeSettings(noted, { notes: undefined })).design)).toEqual(
    Object.keys(design.design),
  );
});

test("a row that is gone is said to be", () => {
  expect(() => changeRow(design, "levels", "cellar", {})).toThrow("level is gone: somebody took it out");
});
