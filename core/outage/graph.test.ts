/** What stands, by hand on small graphs and against a plain search on many. */
import fc from "fast-check";
import { graphOf, standing, type Part } from "./graph";

/** Ids of what stands without some parts. */
const left = (parts: readonly Part[], ...failed: string[]) => {
  const graph = graphOf(parts);
  const stands = standing(
    graph,
    failed.map((id) => graph.numbers.get(id)!),
  );
  return graph.ids.filter((_, i) => stands[i]);
};

const HOUSE: readonly Part[] = [
  { id: "mains", needs: [] },
  { id: "battery", needs: [] },
  { id: "rack", needs: [["mains", "battery"]] },
  { id: "hub", needs: [["rack"]] },
  { id: "lamp", needs: [["mains"], ["hub"]] },
];

test("a need is met by any one of it; a part wants all its needs", () => {
  expect(left(HOUSE)).toEqual(["mains", "battery", "rack", "hub", "lamp"]);
  expect(left(HOUSE, "battery")).toEqual(["mains", "rack", "hub", "lamp"]);
  // The battery carries the hub; the lamp has nothing to shine with.
  expect(left(HOUSE, "mains")).toEqual(["battery", "rack", "hub"]);
  expect(left(HOUSE, "mains", "battery")).toEqual([]);
  expect(left(HOUSE, "hub")).toEqual(["mains", "battery", "rack"]);
});

test("two that only hold one another hold nothing; a third that stands holds both", () => {
  const ring: readonly Part[] = [
    { id: "a", needs: [["b", "root"]] },
    { id: "b", needs: [["a"]] },
    { id: "root", needs: [] },
  ];
  expect(left(ring)).toEqual(["a", "b", "root"]);
  expect(left(ring, "root")).toEqual([]);
});

test("a need that names nobody is not met; one part named twice in a need counts once", () => {
  expect(left([{ id: "a", needs: [["nobody"]] }])).toEqual([]);
  expect(left([{ id: "a", needs: [[]] }])).toEqual([]);
  expect(
    left([
      { id: "a", needs: [["b", "b"], ["c"]] },
      { id: "b", needs: [] },
    ]),
  ).toEqual(["b"]);
});

test("two parts of one id are refused", () => {
  expect(() => graphOf([HOUSE[0]!, HOUSE[0]!])).toThrow("two parts have one id");
});

/** What stands by trying over and over until nothing more does. */
function plainly(parts: readonly Part[], failed: ReadonlySet<string>): string[] {
  const stands = new Set<string>();
  for (let more = true; more;) {
    more = false;
    for (const { id, needs } of parts)
      if (!stands.has(id) && !failed.has(id) && needs.every((any) => any.some((one) => stands.has(one)))) {
        stands.add(id);
        more = true;
      }
  }
  return parts.map(({ id }) => id).filter((id) => stands.has(id));
}

test("as a plain search finds it, and never more stands when more has failed", () => {
  const name = fc.integer({ min: 0, max: 11 }).map(String);
  const parts = fc
    .array(fc.array(fc.array(name, { maxLength: 3 }), { maxLength: 3 }), { minLength: 12, maxLength: 12 })
    .map((all) => all.map((needs, i): Part => ({ id: String(i), needs })));
  fc.assert(
    fc.property(parts, fc.uniqueArray(name, { maxLength: 4 }), (house, failed) => {
      const now = left(house, ...failed);
      expect(now).toEqual(plainly(house, new Set(failed)));
      const before = new Set(left(house));
      expect(now.every((id) => before.has(id))).toBe(true);
    }),
  );
});
