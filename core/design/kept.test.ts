/** What is kept follows all that it read, and nothing else. */
import fc from "fast-check";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { testDesign } from "../test-design";
import type { Design } from "./collections";
import { applyChanges, type Change } from "./edit";
import { findIn, findRow, keptFor, memo, memoAnywhere, memoByRow, withRows } from "./kept";

const renamed = (name: string): Change[] => [{ in: "rooms", put: { ...testDesign().rooms[0]!, name } }];
const moved = (design: Design, x: number): Change[] => [{ in: "points", put: { ...design.points[0]!, x } }];

/** A result that counts how often it was worked out. */
function counting<R>(compute: (design: Design) => R) {
  const asked = { times: 0 };
  const of = memo("counted", (design) => {
    asked.times += 1;
    return compute(design);
  });
  return { asked, of };
}
const namesOf = (design: Design) => design.rooms.map((room) => room.name);

describe("memo", () => {
  test("is worked out once a design, and again only where something it read changed", () => {
    const { asked, of } = counting(namesOf);
    const design = testDesign();
    const first = of(design);
    expect(of(design)).toBe(first);
    const other = applyChanges(design, moved(design, 6));
    expect(of(other)).toBe(first);
    expect(asked.times).toBe(1);
    expect(of(applyChanges(other, renamed("Parlour")))).toContain("Parlour");
    expect(asked.times).toBe(2);
    expect(of.name).toBe("counted");
  });

  test("hangs on the settings, and on what only some designs make it read", () => {
    const { asked, of } = counting((design) => (design.design.wastePct > 50 ? design.points.length : -1));
    const design = testDesign();
    expect(of(design)).toBe(-1);
    of(applyChanges(design, moved(design, 6)));
    expect(asked.times).toBe(1);
    const wasteful = applyChanges(design, [{ in: "design", put: { ...design.design, wastePct: 60 } }]);
    expect(of(wasteful)).toBe(design.points.length);
    of(applyChanges(wasteful, moved(design, 6)));
    expect(asked.times).toBe(3);
  });

  test("keeps two: a design and a trial edit of it are asked in turns", () => {
    const { asked, of } = counting(namesOf);
    const design = testDesign();
    const trials = ["A", "B"].map((name) => applyChanges(design, renamed(name)));
    const turns = (...own: Design[]) => {
      asked.times = 0;
      for (let x = 0; x < 3; x++) for (const one of own) of(applyChanges(one, moved(one, x)));
      return asked.times;
    };
    expect(turns(design, trials[0]!)).toBe(2);
    expect(turns(design, trials[0]!)).toBe(0);
    expect(turns(design, ...trials)).toBeGreaterThan(3);
  });

  test("what another result read is read by whoever asks for it, kept or not", () => {
    const inner = counting(namesOf);
    const outer = counting((design) => inner.of(design).length);
    const design = testDesign();
    inner.of(design);
    outer.of(design);
    outer.of(applyChanges(design, moved(design, 6)));
    expect(outer.asked.times).toBe(1);
    outer.of(applyChanges(design, renamed("Parlour")));
    expect([inner.asked.times, outer.asked.times]).toEqual([2, 2]);
  });

  test("where the new result says the same, the last one is given again, and what hangs on it stays", () => {
    const names = memo(
      "names",
      (design) => design.points.map((point) => point.name),
      (a, b) => a.join() === b.join(),
    );
    const upper = counting((design) => names(design).map((name) => name.toUpperCase()));
    const design = testDesign();
    const first = names(design);
    upper.of(design);
    const next = applyChanges(design, moved(design, 6));
    expect(names(next)).toBe(first);
    upper.of(next);
    expect(upper.asked.times).toBe(1);
    const put = { ...design.points[0]!, name: "Other" };
    expect(names(applyChanges(design, [{ in: "points", put }]))).not.toBe(first);
    // The same words in another lineage are another list.
    expect(names(testDesign())).not.toBe(first);
  });

  test("a trial edit made on the way hangs on what is read of it, by way of others too", () => {
    const inner = counting((design) => design.points.map(({ x }) => x));
    const { asked, of } = counting((design) => [
      inner.of(applyChanges(design, moved(design, 9)))[0],
      withRows(design, { lamps: [] }).rooms.length,
    ]);
    const design = testDesign();
    expect(of(design)).toEqual([9, design.rooms.length]);
    // Neither read, nor changed on the way.
    of(applyChanges(design, [{ in: "devices", drop: design.devices[0]!.id }]));
    expect(asked.times).toBe(1);
    of(applyChanges(design, moved(design, 6)));
    expect(asked.times).toBe(2);
    of(applyChanges(design, renamed("Parlour")));
    expect(asked.times).toBe(3);
    expect(inner.of(design)[0]).toBe(design.points[0]!.x);
  });

  test("who looks one row up by its id hangs on that row alone", () => {
    const { asked, of } = counting((design) => findRow(design, "points", "cam-up")?.name);
    const design = testDesign();
    expect(of(design)).toBe(design.points.find(({ id }) => id === "cam-up")!.name);
    of(applyChanges(design, moved(design, 6)));
    expect(asked.times).toBe(1);
    const up = design.points.find(({ id }) => id === "cam-up")!;
    expect(of(applyChanges(design, [{ in: "points", put: { ...up, name: "Other" } }]))).toBe("Other");
    expect(of(applyChanges(design, [{ in: "points", drop: "cam-up" }]))).toBeUndefined();
    expect(findRow(design, "points", undefined)).toBeUndefined();
  });

  test("who copies a design whole has read it whole", () => {
    const { asked, of } = counting((design) => Object.keys({ ...design }).length);
    const design = testDesign();
    of(design);
    of(applyChanges(design, moved(design, 6)));
    expect(asked.times).toBe(2);
  });

  test("many designs on one machine each keep their own", () => {
    const { asked, of } = counting(namesOf);
    const designs = Array.from({ length: 25 }, testDesign);
    for (let round = 0; round < 4; round++)
      for (const [i, design] of designs.entries())
        of((designs[i] = applyChanges(design, moved(design, round))));
    expect(asked.times).toBe(25);
  });

  test("what throws is not kept, and who goes on without it hangs on what it read", () => {
    const fails = memo("fails", (design) => {
      if (design.rooms[0]!.name !== "Parlour") throw new Error("not yet");
      return 1;
    });
    const { of } = counting((design) => {
      try {
        return fails(design);
      } catch {
        return 0;
      }
    });
    const design = testDesign();
    expect(() => fails(design)).toThrow("not yet");
    expect(of(design)).toBe(0);
    expect(of(applyChanges(design, renamed("Parlour")))).toBe(1);
    expect(of(design)).toBe(0);
  });

  test("a result may not read its design after it was worked out: nothing would know", () => {
    const late = memo("late", (design) => () => design.rooms.length);
    expect(late(testDesign())).toThrow("late reads rooms after it was worked out");
    const byWay = memo("byWay", (design) => () => late(design));
    expect(byWay(testDesign())).toThrow("byWay reads late after it was worked out");
    const trial = memo("trial", (design) => {
      const other = withRows(design, { lamps: [] });
      return () => findRow(other, "rooms", "hall");
    });
    expect(trial(testDesign())).toThrow("trial reads rooms after it was worked out");
  });
});

describe("memoAnywhere", () => {
  const called = (asked: { times: number }) =>
    memoAnywhere("called", (design) => {
      asked.times += 1;
      return design.points.map(({ name, z }) => `${name} ${z}`).join();
    });
  const put = (design: Design, more: object): Change[] => [
    { in: "points", put: { ...design.points[0]!, ...more } },
  ];

  test("stays while points are moved, and while others that hang on it ask", () => {
    const asked = { times: 0 };
    const of = called(asked);
    const { asked: above, of: louder } = counting((design) => of(design).toUpperCase());
    const design = testDesign();
    louder(design);
    const drawn = { x: 1, y: 1, z: 1, on: "2026-11-02" };
    const next = applyChanges(applyChanges(design, moved(design, 6)), put(design, { x: 7, drawn }));
    expect(louder(next)).toBe(louder(design));
    expect([asked.times, above.times]).toEqual([1, 1]);
    expect(of(applyChanges(next, put(next, { name: "Other" })))).toContain("Other");
    expect(of(applyChanges(next, put(next, { z: 1.25 })))).toContain("1.25");
    expect(of(applyChanges(next, [{ in: "points", drop: design.points[0]!.id }]))).not.toBe(of(design));
    expect(louder(next)).toBe(louder(design));
    expect(asked.times).toBe(4);
  });

  test("other collections it follows like any other result", () => {
    const of = memoAnywhere("rooms", (design) => namesOf(design).join());
    const design = testDesign();
    expect(of(applyChanges(design, moved(design, 6)))).toBe(of(design));
    expect(of(applyChanges(design, renamed("Parlour")))).toContain("Parlour");
  });

  test.each(["x", "y", "drawn"] as const)("who reads %s there is told off", (field) => {
    const of = memoAnywhere("placed", (design) => design.points[0]![field]);
    expect(() => of(testDesign())).toThrow("where cam lies is read by a result that hangs on no place");
    const trial = memoAnywhere("trial", (design) => withRows(design, { lamps: [] }).points[0]![field]);
    expect(() => trial(testDesign())).toThrow("where cam lies");
  });

  test("a point that has lost its place is put nowhere; a trial edit of others may be made", () => {
    const puts = memoAnywhere("puts", (design) => applyChanges(design, put(design, { name: "Other" })));
    expect(() => puts(testDesign())).toThrow("where cam lies");
    const asked = { times: 0 };
    const of = called(asked);
    const trial = memoAnywhere("trial", (design) => of(applyChanges(design, renamed("Parlour"))));
    const design = testDesign();
    expect(trial(design)).toBe(of(design));
    trial(applyChanges(design, moved(design, 6)));
    expect(asked.times).toBe(1);
  });
});

test("who looks one entry of a kept map up hangs on that entry alone", () => {
  const byName = memo("byName", (design) => new Map(design.points.map((point) => [point.id, point.name])));
  const { asked, of } = counting((design) => [
    findIn(design, byName, "cam-up"),
    findIn(design, byName, "none"),
  ]);
  const inTrial = counting((design) => findIn(applyChanges(design, renamed("Trial")), byName, "cam-up"));
  const above = counting((design) => inTrial.of(applyChanges(design, renamed("Other"))));
  const design = testDesign();
  const up = design.points.find(({ id }) => id === "cam-up")!;
  expect(of(design)).toEqual([up.name, undefined]);
  of(applyChanges(design, moved(design, 6)));
  expect(asked.times).toBe(1);
  const other = applyChanges(design, [{ in: "points", put: { ...up, name: "Other" } }]);
  expect(of(other)).toEqual(["Other", undefined]);
  expect([inTrial.of(design), inTrial.of(other)]).toEqual([up.name, "Other"]);
  expect([above.of(design), above.of(other)]).toEqual([up.name, "Other"]);
  expect(findIn(other, byName, "cam-up")).toBe("Other");
});

describe("memoByRow", () => {
  test("is kept for every row that is the same object, while what it read is the same", () => {
    const asked: string[] = [];
    const of = memoByRow("of", (design: Design, row: { id: string }, also) => {
      asked.push(`${row.id} ${String(also)}`);
      return `${row.id} ${design.rooms[0]!.name}`;
    });
    const design = testDesign();
    const all = (one: Design, also?: unknown) =>
      of.all(one, one.points, also === undefined ? undefined : one.points.map(() => also));
    all(design);
    expect(all(design)).toEqual(design.points.map((point) => of(design, point)));
    expect(asked).toHaveLength(2);
    all(applyChanges(design, moved(design, 6)));
    expect(asked.slice(2)).toEqual(["cam undefined"]);
    all(design, 1);
    expect(asked).toHaveLength(5);
    expect(all(applyChanges(design, renamed("Parlour")), 1)[0]).toContain("Parlour");
    expect(asked).toHaveLength(7);
  });

  test("who asks for it hangs on what it read", () => {
    const name = memoByRow(
      "name",
      (design: Design, row: { room: string }) => design.rooms.find(({ id }) => id === row.room)!.name,
    );
    const { asked, of } = counting((design) => name.all(design, design.points).join());
    const design = testDesign();
    of(design);
    of(design);
    of(applyChanges(design, [{ in: "devices", drop: design.devices[0]!.id }]));
    expect(asked.times).toBe(1);
    of(applyChanges(design, renamed("Parlour")));
    expect(asked.times).toBe(2);
  });

  test("a row that two designs share is worked out for each", () => {
    const of = memoByRow("of", (design: Design, _row: object) => design.rooms[0]!.name);
    const design = testDesign();
    const other = { ...testDesign(), points: design.points };
    other.rooms = other.rooms.map((room) => ({ ...room, name: "Elsewhere" }));
    expect(of(design, design.points[0]!)).toBe("Hall");
    expect(of(other, design.points[0]!)).toBe("Elsewhere");
    expect(of(design, design.points[0]!)).toBe("Hall");
  });
});

/** Collections that the results of the property read, each with an edit of it. */
const READ = ["rooms", "points", "levels", "kinds", "closets", "cableTypes"] as const;
type Read = (typeof READ)[number];

/** A result by what it reads: collections, results below it, and, where a collection has many letters, one more. */
interface Recipe {
  read: readonly Read[];
  ask: readonly number[];
  row: boolean;
  /** It looks one row up by its id. */
  find: boolean;
  trial: boolean;
  coarse: boolean;
  /** It hangs on no place; what does reads the place of a point. */
  anywhere: boolean;
  /** It looks one entry up in a map that another one gives. */
  entry: boolean;
}

const recipe: fc.Arbitrary<Recipe> = fc.record({
  read: fc.uniqueArray(fc.constantFrom(...READ), { maxLength: 3 }),
  ask: fc.array(fc.nat(9), { maxLength: 3 }),
  row: fc.boolean(),
  find: fc.boolean(),
  trial: fc.boolean(),
  coarse: fc.boolean(),
  anywhere: fc.boolean(),
  entry: fc.boolean(),
});

/** Another name; of a point another place as well, or that alone. */
const edited = (design: Design, [name, text]: readonly [Read | "places", string]): Change[] =>
  name === "places"
    ? moved(design, text.length)
    : [{ in: name, put: { ...design[name][0]!, name: text } } as Change];

const namesOfPoints = memo(
  "namesOfPoints",
  (design) => new Map(design.points.map(({ id, name }) => [id, name])),
);

/** Results that ask one another, each of those before it. */
function resultsOf(recipes: readonly Recipe[]): ((design: Design) => string)[] {
  const made: ((design: Design) => string)[] = [];
  const placeless: ((design: Design) => string)[] = [];
  for (const { read, ask, row, find, trial, coarse, anywhere, entry } of recipes) {
    const all = anywhere ? placeless : made;
    const below = all.length ? ask.map((n) => all[n % all.length]!) : [];
    const text = (design: Design): string => {
      const own = read.map((name) => {
        const { id } = testDesign()[name][0]!;
        return ((find ? findRow(design, name, id) : design[name][0]) as { name: string }).name;
      });
      // What is read hangs on what was read before.
      const more = own.join("").length % 2 ? [design.lamps.length] : below.map((one) => one(design));
      const place = anywhere ? [] : [design.points[0]!.x];
      const name = entry ? [findIn(design, namesOfPoints, design.points[0]!.id)] : [];
      return [...own, ...more, ...place, ...name].join(" ");
    };
    const whole = (design: Design) =>
      text(trial ? applyChanges(design, edited(design, ["rooms", "Trial"])) : design);
    const byRow = memoByRow("by row", (design: Design, one: { id: string }) => `${one.id} ${whole(design)}`);
    const result = (anywhere ? memoAnywhere : memo)(
      "whole",
      (design) => (row ? byRow.all(design, design.points).join() : whole(design)),
      coarse ? (a, b) => a === b : undefined,
    );
    made.push(result);
    if (anywhere) placeless.push(result);
  }
  return made;
}

test("property: after any edits, what any results give is what they give worked out anew", () => {
  fc.assert(
    fc.property(
      fc.array(recipe, { minLength: 1, maxLength: 7 }),
      fc.array(
        fc.tuple(
          fc.constantFrom(...READ, "places" as const),
          fc.constantFrom("a", "bb", "ccc"),
          fc.nat(6),
          fc.boolean(),
        ),
        {
          minLength: 1,
          maxLength: 8,
        },
      ),
      (recipes, edits) => {
        const results = resultsOf(recipes);
        let design = testDesign();
        for (const [name, text, asked, back] of edits) {
          const next = applyChanges(design, edited(design, [name, text]));
          // Not all are asked of each design, and some only of the one before.
          results[asked % results.length]!(next);
          if (back) results[(asked + 1) % results.length]!(design);
          design = next;
          const anew = structuredClone(design);
          for (const result of results) expect(result(design)).toBe(result(anew));
        }
      },
    ),
    { numRuns: 150 },
  );
});

test("keptFor is made once a lineage", () => {
  let made = 0;
  const own = keptFor(() => ({ n: (made += 1) }));
  const design = testDesign();
  expect(own(applyChanges(applyChanges(design, renamed("A")), renamed("B")))).toBe(own(design));
  expect(own(testDesign())).not.toBe(own(design));
  expect(made).toBe(2);
});

test("nothing of a design is held when it is let go", async () => {
  setFlagsFromString("--expose_gc");
  const collect = runInNewContext("gc") as () => void;
  const of = memo("of", (design) => [design.rooms, design.points, { large: new Array(1000).fill(0) }]);
  const row = memoByRow("row", (design: Design, one: object) => [design.rooms, one]);
  // In a function of its own, so that nothing on the stack holds them.
  const held = (() => {
    const design = testDesign();
    const next = applyChanges(design, renamed("Parlour"));
    for (const one of [design, next]) for (const point of one.points) row(one, point);
    return [design, next, of(design)[2]!, of(next)[2]!].map((one) => new WeakRef(one));
  })();
  for (let i = 0; i < 20 && held.some((one) => one.deref()); i++) {
    await new Promise((done) => setTimeout(done, 5));
    collect();
  }
  expect(held.map((one) => one.deref() === undefined)).toEqual([true, true, true, true]);
});
