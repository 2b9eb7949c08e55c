/** What stands, by hand on small graphs and against a plain search on many. */
import fc from "fast-check";
import { fallen, graphOf, standing, type Part } from "./graph";

/** Ids of what stands without some parts. */
const left = (parts: readonly Part[], ...failed: string[]) => {
  const graph = graphOf(parts);
  const whole = standing(graph);
  const down = fallen(
    whole,
    failed.map((id) => graph.numbers.get(id)!),
  );
  return graph.ids.filter((_, i) => whole.turn[i]! >= 0 && !down.has(i));
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

test("a ring of routers that is held at two places still stands without one of them", () => {
  const ring: readonly Part[] = [
    { id: "a", needs: [["b", "c", "root"]] },
    { id: "b", needs: [["a", "c"]] },
    { id: "c", needs: [["b", "other"]] },
    { id: "root", needs: [] },
    { id: "other", needs: [] },
  ];
  // Each was found by the other way round: what stood first now stands on what came after it.
  expect(left(ring, "root")).toEqual(["a", "b", "c", "other"]);
  expect(left(ring, "other")).toEqual(["a", "b", "c", "root"]);
  expect(left(ring, "root", "other")).toEqual([]);
});

test("only what hung on what has failed is down; what was named is, whether it stood or not", () => {
  const graph = graphOf([...HOUSE, { id: "never", needs: [[]] }]);
  const down = (...ids: string[]) =>
    [
      ...fallen(
        standing(graph),
        ids.map((id) => graph.numbers.get(id)!),
      ),
    ]
      .map((i) => graph.ids[i])
      .sort();
  expect(down("battery")).toEqual(["battery"]);
  expect(down("hub")).toEqual(["hub", "lamp"]);
  expect(down("never")).toEqual(["never"]);
  expect(down("mains", "battery")).toEqual(["battery", "hub", "lamp", "mains", "rack"]);
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
