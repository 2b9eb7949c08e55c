/** Rows taken out with all that cannot stand without them. */
import fc from "fast-check";
import { larkspurWeir } from "../../tests/core/houses";
import { FILE_ORDER, type AnyRow } from "./collections";
import { applyChanges, invertChanges } from "./edit";
import { checkWhole } from "./check-edit";
import { writeFile } from "./file";
import { danglingReferences } from "./references";
import { removeRows } from "./remove";

const design = larkspurWeir();
const rows = FILE_ORDER.flatMap((name) =>
  (design[name] as AnyRow[]).map((row) => ({ in: name, id: row.id })),
);

describe("removeRows", () => {
  test("a leaf goes alone", () => {
    expect(removeRows(design, [{ in: "devices", id: "d-quay-cam-1" }])).toEqual([
      { in: "devices", drop: "d-quay-cam-1" },
    ]);
  });
  test("what requires it goes too, what only mentions it forgets it", () => {
    const changes = removeRows(design, [{ in: "points", id: "nurse-shd-1" }]);
    const kinds = changes.map((change) => `${change.in} ${"drop" in change ? "drop" : "put"}`).sort();
    expect(kinds).toEqual([
      "automations put",
      "channels put",
      "devices drop",
      "exposures drop",
      "exposures drop",
      "points drop",
      "problems put",
      "wants put",
    ]);
    expect(JSON.stringify(changes.filter((change) => "put" in change))).not.toContain("nurse-shd-1");
  });
  test("a switch taken out leaves its legs with their other gangs, and its traces go", () => {
    const after = applyChanges(design, removeRows(design, [{ in: "switches", id: "sw-stair-foot" }]));
    expect(after.legs.find((leg) => leg.id === "leg-stair")!.switches.map((one) => one.switch)).toEqual([
      "sw-stair-head",
      "sw-loft",
    ]);
    expect(after.traces.some((trace) => trace.switch === "sw-stair-foot")).toBe(false);
  });
  test("a level takes everything on it along, storeys above stay", () => {
    const changes = removeRows(design, [{ in: "levels", id: "loft" }]);
    const after = applyChanges(design, changes);
    checkWhole(after, changes);
    for (const name of FILE_ORDER)
      expect((after[name] as { level?: string }[]).some((row) => row.level === "loft")).toBe(false);
    expect(after.walls.some((wall) => wall.level === "first")).toBe(true);
  });
  test("a row of every collection of the demo house can be taken out, and what is left holds together", () => {
    const few = FILE_ORDER.flatMap((name) => {
      const own = rows.filter((row) => row.in === name);
      return [...new Set([own[0], own[own.length >> 1], own.at(-1)])].flatMap((row) => row ?? []);
    });
    expect(few.length).toBeGreaterThan(100);
    for (const row of few) {
      const after = applyChanges(design, removeRows(design, [row]));
      expect([row, danglingReferences(after)]).toEqual([row, []]);
    }
  });
  test("property: any handful of rows goes together and comes back whole", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...rows), { minLength: 1, maxLength: 6 }), (some) => {
        const changes = removeRows(design, some);
        const after = applyChanges(design, changes);
        checkWhole(after, changes);
        expect(writeFile(applyChanges(after, invertChanges(design, changes)))).toBe(writeFile(design));
      }),
      { numRuns: 40 },
    );
  });
});
