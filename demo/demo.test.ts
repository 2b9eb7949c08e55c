import { readFileSync } from "node:fs";
import { writeFile } from "../core/design/file";
import { dropsOf } from "../core/stages/runs";
import { larkspurWeir } from "./larkspur-weir";

test("the project file is what the code writes", () =>
  expect(readFileSync("demo/larkspur-weir.zinc.json", "utf8")).toBe(writeFile(larkspurWeir())));

test("the house is as large as it should be", () => {
  const design = larkspurWeir();
  expect(design.points.length).toBeGreaterThanOrEqual(105);
  expect(design.closets.map(({ kind }) => kind)).toEqual(["board", "rack", "cupboard"]);
  expect(dropsOf(design).length).toBeGreaterThanOrEqual(85);
  expect(design.points.filter((point) => point.kind === "shade").length).toBe(16);
  expect(design.points.filter((point) => point.kind === "camera").length).toBe(6);
});
