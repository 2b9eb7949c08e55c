import fc from "fast-check";
import { loopsOf, mastersOf, MOST_LOOPS, type Tie } from "./loops";

const tie = (text: string, n: number): Tie => {
  const [, left, way, right] = /^(\w)(<->|->|<-)(\w)$/.exec(text)!;
  return {
    id: `t${n}`,
    left: left!,
    right: right!,
    way: way === "<->" ? "both" : way === "->" ? "to right" : "to left",
  };
};
const ties = (text: string) => text.split(" ").filter(Boolean).map(tie);
const loops = (text: string) => loopsOf(ties(text)).loops.map((loop) => loop.join(""));

describe("loops", () => {
  test.each([
    ["a<->b", []],
    ["a->b b->c", []],
    ["a->b b->a", ["ab"]],
    ["a<->b a->b", ["ab"]],
    ["a<->b b<->a", ["ab"]],
    ["a->b b->c c->a", ["abc"]],
    ["a<->b b<->c c<->a", ["abc"]],
    ["a->b a<-c b->c", ["abc"]],
    ["a->b b->c c->a a<-b b<-c c<-a", ["abc", "acb", "ab", "bc", "ac"]],
    ["a<->b b->c c->a", ["abc"]],
    ["a->a", ["a"]],
    ["a->b b->c c->d d->b", ["bcd"]],
    ["a->b b->c c->d d->a d->e", ["abcd"]],
    ["a<->b b<->c c<->d d<->a", ["abcd"]],
    ["", []],
  ])("%s: %s", (text, want) => expect(loops(text).sort()).toEqual([...want].sort()));

  /** All orders of all subsets of devices that can be gone round with a pair of its own for each step. */
  function bruteForce(all: readonly Tie[]): Set<string> {
    const devices = [...new Set(all.flatMap(({ left, right }) => [left, right]))].sort();
    const carries = ({ left, right, way }: Tie, from: string, to: string) =>
      (left === from && right === to && way !== "to left") ||
      (right === from && left === to && way !== "to right");
    const found = new Set<string>();
    const goesWith = (path: string[], n: number, used: ReadonlySet<string>): ReadonlySet<string>[] =>
      n === path.length
        ? [used]
        : all
            .filter((one) => !used.has(one.id) && carries(one, path[n]!, path[(n + 1) % path.length]!))
            .flatMap((one) => goesWith(path, n + 1, new Set([...used, one.id])));
    const grow = (path: string[]) => {
      const sets = goesWith(path, 0, new Set());
      if (sets.length) {
        const back = [path[0]!, ...path.slice(1).reverse()];
        for (const set of sets) {
          const same = back.every((from, n) =>
            all.some((one) => set.has(one.id) && carries(one, from, back[(n + 1) % back.length]!)),
          );
          const [here, there] = [path.join(""), back.join("")];
          found.add(same && there < here ? there : here);
        }
      }
      for (const next of devices) if (next > path[0]! && !path.includes(next)) grow([...path, next]);
    };
    for (const first of devices) grow([first]);
    return found;
  }
  test("as many as a search of every order finds", () => {
    const one = fc.record({
      left: fc.constantFrom(..."abcde"),
      right: fc.constantFrom(..."abcde"),
      way: fc.constantFrom<Tie["way"]>("both", "to right", "to left"),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 7 }), (rows) => {
        const all = rows.map((row, n) => ({ ...row, id: `t${n}` }));
        expect(new Set(loopsOf(all).loops.map((loop) => loop.join("")))).toEqual(bruteForce(all));
      }),
      { numRuns: 300 },
    );
  });
  test("where everything is tied to everything, it stops at the limit and says so", () => {
    const names = [..."abcdefghi"];
    const all = names.flatMap((left, n) =>
      names.slice(n + 1).map((right): Tie => ({ id: left + right, left, right, way: "both" })),
    );
    const { loops: found, more } = loopsOf(all);
    expect([found.length, more]).toEqual([MOST_LOOPS, true]);
    expect(loopsOf(all.slice(0, 3)).more).toBe(false);
  });
});

test("two masters: who is commanded by more than one other", () => {
  expect(mastersOf(ties("a->c b->c"))).toEqual([{ device: "c", masters: ["a", "b"] }]);
  expect(mastersOf(ties("a->c c->b"))).toEqual([]);
  expect(mastersOf(ties("a<-c b<->a"))).toEqual([{ device: "a", masters: ["b", "c"] }]);
  expect(mastersOf(ties("a->c a->c"))).toEqual([]);
});
