import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { testDesign } from "../test-design";
import type { Design } from "./collections";
import { applyChanges, type Change } from "./edit";
import { keptFor, memoByParts, memoByRow, memoSame } from "./kept";

const renamed = (name: string): Change[] => [{ in: "rooms", put: { ...testDesign().rooms[0]!, name } }];
const moved = (design: Design, x: number): Change[] => [{ in: "points", put: { ...design.points[0]!, x } }];

/** A result that counts how often it was worked out. */
function counting(parts: Parameters<typeof memoByParts>[0]) {
  const asked = { times: 0 };
  const of = memoByParts(parts, (design) => {
    asked.times += 1;
    return design.rooms.map((room) => room.name);
  });
  return { asked, of };
}

describe("memoByParts", () => {
  test("is worked out once a design, and again only where a part changed", () => {
    const { asked, of } = counting(["rooms"]);
    const design = testDesign();
    const first = of(design);
    expect(of(design)).toBe(first);
    const other = applyChanges(design, moved(design, 6));
    expect(of(other)).toBe(first);
    expect(asked.times).toBe(1);
    expect(of(applyChanges(other, renamed("Parlour")))).toContain("Parlour");
    expect(asked.times).toBe(2);
  });

  test("one of several parts is enough to make it anew, whichever it is", () => {
    const { asked, of } = counting(["rooms", "points"]);
    const design = testDesign();
    of(design);
    of(applyChanges(design, moved(design, 6)));
    expect(asked.times).toBe(2);
    of(applyChanges(design, renamed("Parlour")));
    expect(asked.times).toBe(3);
  });

  test("keeps two: a design and a trial edit of it are asked in turns", () => {
    const { asked, of } = counting(["rooms"]);
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

  test("a part that is a function brings its own parts along", () => {
    const inner = counting(["rooms"]);
    let outer = 0;
    const of = memoByParts([inner.of], () => (outer += 1));
    const design = testDesign();
    of(design);
    of(applyChanges(design, moved(design, 6)));
    expect(outer).toBe(1);
    of(applyChanges(design, renamed("Parlour")));
    expect(outer).toBe(2);
  });

  test("many designs on one machine each keep their own", () => {
    const { asked, of } = counting(["rooms"]);
    const designs = Array.from({ length: 25 }, testDesign);
    for (let round = 0; round < 4; round++)
      for (const [i, design] of designs.entries())
        of((designs[i] = applyChanges(design, moved(design, round))));
    expect(asked.times).toBe(25);
  });

  test("what throws is not kept", () => {
    let fails = true;
    const of = memoByParts(["rooms"], () => {
      if (fails) throw new Error("not yet");
      return 1;
    });
    const design = testDesign();
    expect(() => of(design)).toThrow("not yet");
    fails = false;
    expect(of(design)).toBe(1);
  });
});

describe("memoByRow", () => {
  test("is kept for every row that is the same object, while its parts are the same", () => {
    const asked: string[] = [];
    const of = memoByRow(["rooms"], (_design, row: { id: string }, also) => {
      asked.push(`${row.id} ${String(also)}`);
      return row.id;
    });
    const design = testDesign();
    const all = (one: Design, also?: unknown) => one.points.map((point) => of(one, point, also));
    all(design);
    all(design);
    expect(asked).toHaveLength(2);
    all(applyChanges(design, moved(design, 6)));
    expect(asked.slice(2)).toEqual(["cam undefined"]);
    all(design, 1);
    expect(asked).toHaveLength(5);
    all(applyChanges(design, renamed("Parlour")), 1);
    expect(asked).toHaveLength(7);
  });

  test("a row that two designs share is worked out for each", () => {
    const of = memoByRow(["rooms"], (design: Design, _row: object) => design.rooms[0]!.name);
    const design = testDesign();
    const other = { ...testDesign(), points: design.points };
    other.rooms = other.rooms.map((room) => ({ ...room, name: "Elsewhere" }));
    expect(of(design, design.points[0]!)).toBe("Hall");
    expect(of(other, design.points[0]!)).toBe("Elsewhere");
    expect(of(design, design.points[0]!)).toBe("Hall");
  });
});

test("memoSame gives the last result again where the new one says the same", () => {
  const names = memoSame(
    ["points"],
    (design) => design.points.map((point) => point.name),
    (a, b) => a.join() === b.join(),
  );
  const design = testDesign();
  const first = names(design);
  expect(names(applyChanges(design, moved(design, 6)))).toBe(first);
  const put = { ...design.points[0]!, name: "Other" };
  expect(names(applyChanges(design, [{ in: "points", put }]))).not.toBe(first);
  // The same words in another lineage are another list.
  expect(names(testDesign())).not.toBe(first);
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
  const of = memoByParts(["rooms", "points"], (design) => [design.rooms, { large: new Array(1000).fill(0) }]);
  const row = memoByRow(["rooms"], (design: Design, one: object) => [design.rooms, one]);
  // In a function of its own, so that nothing on the stack holds them.
  const held = (() => {
    const design = testDesign();
    const next = applyChanges(design, renamed("Parlour"));
    for (const one of [design, next]) for (const point of one.points) row(one, point);
    return [design, next, of(design)[1]!, of(next)[1]!].map((one) => new WeakRef(one));
  })();
  for (let i = 0; i < 20 && held.some((one) => one.deref()); i++) {
    await new Promise((done) => setTimeout(done, 5));
    collect();
  }
  expect(held.map((one) => one.deref() === undefined)).toEqual([true, true, true, true]);
});
