/** Rows taken out with all that cannot stand without them; and the general tools of rows and memory. */
import fc from "fast-check";
import { larkspurWeir } from "../../tests/core/houses";
import { testDesign } from "../test-design";
import { FILE_ORDER, type AnyRow, type Design } from "./collections";
import { memoByParts, memoByRow } from "./kept";
import { applyChanges, invertChanges, type Change } from "./edit";
import { checkWhole } from "./check-edit";
import { writeFile } from "./file";
import { danglingReferences } from "./references";
import { removeRows } from "./remove";

const design = larkspurWeir();
const rows = FILE_ORDER.flatMap((name) =>
  (design[name] as AnyRow[]).map((row) => ({ in: name, id: row.id })),
);

interface Named {
  id: string;
  name: string;
}

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

describe("what is kept", () => {
  const small = testDesign();
  const moved = (d: Design, x: number): Design =>
    applyChanges(d, [{ in: "points", put: { ...d.points[0]!, x } } as Change]);
  test("memoByParts computes once while its parts are the same arrays, and keeps two designs apart", () => {
    let runs = 0;
    const count = memoByParts(["points"], (d) => {
      runs += 1;
      return d.points[0]!.x;
    });
    const other = moved(small, 7);
    expect([count(small), count(small), count(other), count(small), count(other)]).toEqual([5, 5, 7, 5, 7]);
    expect(runs).toBe(2);
    // Another collection is none of its business.
    count(applyChanges(small, [{ in: "devices", drop: "d-cam" }]));
    expect(runs).toBe(2);
    count(moved(small, 8));
    expect(runs).toBe(3);
  });
  test("memoByRow computes a row anew when it, its parts or the extra value changes", () => {
    const seen: string[] = [];
    const look = memoByRow(["kinds"], (_d, row: { id: string }, also) => {
      seen.push(row.id);
      return `${row.id} ${String(also)}`;
    });
    const [cam, up] = [small.points[0]!, small.points[1]!];
    look(small, cam, 1);
    look(small, up, 1);
    look(moved(small, 3), up, 1);
    expect(seen).toEqual([cam.id, up.id]);
    expect(look(small, cam, 2)).toBe(`${cam.id} 2`);
    look({ ...small, kinds: [...small.kinds] }, cam, 2);
    expect(seen).toEqual([cam.id, up.id, cam.id, cam.id]);
  });
  test("memoByRow of a list computes only rows that changed, whichever places they stand at", () => {
    const seen: string[] = [];
    const look = memoByRow(["kinds"], (_d, row: { id: string; name: string }, also) => {
      seen.push(row.id);
      return `${row.name} ${String(also)}`;
    });
    const [a, b, c] = ["a", "b", "c"].map((id) => ({ id, name: id.toUpperCase() })) as [Named, Named, Named];
    expect(look.all(small, [a, b, c])).toEqual(["A undefined", "B undefined", "C undefined"]);
    // One put in before them: those behind it stand elsewhere and are known all the same.
    const next = moved(small, 3);
    expect(look.all(next, [{ id: "x", name: "X" }, a, { ...b, name: "Bee" }, c])).toEqual(
      ["X", "A", "Bee", "C"].map((name) => `${name} undefined`),
    );
    expect(seen).toEqual(["a", "b", "c", "x", "b"]);
    // The extra value counts by place, whether or not there was one before.
    expect(look.all(next, [a, c], [1, 2])).toEqual(["A 1", "C 2"]);
    expect(look.all(next, [a, c], [1, 3])).toEqual(["A 1", "C 3"]);
    expect(look.all(next, [a, c])).toEqual(["A undefined", "C undefined"]);
    expect(seen.slice(5)).toEqual(["a", "c", "c", "a", "c"]);
    look.all({ ...next, kinds: [...next.kinds] }, [a]);
    expect(seen.slice(10)).toEqual(["a"]);
    // What is known of one is known of it in a list.
    const alone = { id: "d", name: "D" };
    look(next, alone);
    look.all(next, [alone]);
    expect(seen.slice(11)).toEqual(["d"]);
  });
});
