import { larkspurWeir } from "../../../tests/core/houses";
import { applyChanges, type Change } from "../../design/edit";
import { isSetOtherwise } from "./same-house";

const demo = larkspurWeir();
const bedtime = demo.dials.find(({ id }) => id === "bedtime")!;
const after = (change: object) => applyChanges(demo, [change as Change]);

test.each([
  ["another value", { in: "dials", put: { ...bedtime, value: "21:15" } }, true],
  ["another name", { in: "dials", put: { ...bedtime, name: "Late" } }, false],
  ["one more", { in: "dials", put: { ...bedtime, id: "other" } }, false],
  ["one less", { in: "dials", drop: bedtime.id }, false],
  ["a lamp that is called otherwise", { in: "points", put: { ...demo.points[0]!, name: "Other" } }, false],
])("%s", (_, change, same) => {
  expect(isSetOtherwise(demo, after(change))).toBe(same);
});

test("itself", () => expect(isSetOtherwise(demo, demo)).toBe(true));
