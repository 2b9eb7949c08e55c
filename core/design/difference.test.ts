import fc from "fast-check";
import { testDesign } from "../test-design";
import { FILE_ORDER, type Design } from "./collections";
import { changesBetween } from "./difference";
import { applyChanges, type Change } from "./edit";

const point = (id: string, x: number): Change => ({
  in: "points",
  put: { ...testDesign().points[0]!, id, x },
});

test("what was put, dropped and set, and nothing else", () => {
  const design = testDesign();
  const changes: Change[] = [
    { in: "design", put: { ...design.design, wastePct: 12 } },
    point("a", 1),
    { in: "points", drop: "cam" },
    { in: "rooms", put: { ...design.rooms[1]!, name: "Attic" } },
  ];
  const found = changesBetween(design, applyChanges(design, changes));
  expect(found).toHaveLength(4);
  expect(found).toEqual(expect.arrayContaining(changes));
  expect(changesBetween(design, design)).toEqual([]);
  // The same rows in a new array are the same rows.
  expect(changesBetween(design, { ...design, points: [...design.points] })).toEqual([]);
});

test("rows at both ends of a collection", () => {
  const design = testDesign();
  const ends = applyChanges(design, [point("a", 1), point("zz", 2)]);
  expect(changesBetween(design, ends)).toEqual([point("a", 1), point("zz", 2)]);
  expect(changesBetween(ends, design)).toEqual([
    { in: "points", drop: "a" },
    { in: "points", drop: "zz" },
  ]);
  const none: Design = { ...design, points: [] };
  expect(changesBetween(none, design).map((change) => "put" in change)).toEqual([true, true]);
  expect(changesBetween(design, none).map((change) => "drop" in change)).toEqual([true, true]);
});

const anyChange = fc.oneof(
  fc
    .tuple(fc.constantFrom("a", "b", "cam", "cam-up", "z"), fc.integer({ min: 0, max: 9 }))
    .map(([id, x]) => point(id, x)),
  fc.constantFrom("a", "b", "cam", "z").map((drop): Change => ({ in: "points", drop })),
);

test("applied to the one, it makes the other: the very same rows", () => {
  fc.assert(
    fc.property(fc.array(anyChange, { maxLength: 8 }), fc.array(anyChange, { maxLength: 8 }), (one, two) => {
      const before = applyChanges(testDesign(), one);
      const after = applyChanges(before, two);
      const made = applyChanges(before, changesBetween(before, after));
      for (const name of FILE_ORDER) {
        expect(made[name]).toHaveLength(after[name].length);
        made[name].forEach((row, i) => expect(row).toBe(after[name][i]));
      }
    }),
  );
});
