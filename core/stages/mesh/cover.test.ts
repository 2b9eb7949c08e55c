/** The fewest sets, against every choice there is. */
import { seeded } from "../house/generate";
import { leastCover } from "./cover";

/** The size of the smallest choice that covers all that can be, by trying all of them. */
function leastByTrying(sets: readonly (readonly number[])[], count: number): number {
  const all = new Set(sets.flat());
  let best = sets.length;
  for (let mask = 0; mask < 1 << sets.length; mask++) {
    const chosen = sets.filter((_, i) => mask & (1 << i));
    if (chosen.length < best && new Set(chosen.flat()).size === all.size) best = chosen.length;
  }
  expect(count).toBeGreaterThanOrEqual(all.size);
  return best;
}

test.each(Array.from({ length: 60 }, (_, seed) => seed))(
  "random sets %i: as few as by trying all",
  (seed) => {
    const of = seeded(seed + 1);
    const count = 4 + Math.floor(10 * of());
    const sets = Array.from({ length: 3 + Math.floor(8 * of()) }, () =>
      Array.from({ length: count }, (_, thing) => thing).filter(() => of() < 0.35),
    );
    const { chosen, bound, exact, left } = leastCover(sets, count);
    expect(exact).toBe(true);
    expect(bound).toBe(chosen.length);
    expect(chosen).toHaveLength(leastByTrying(sets, count));
    const covered = new Set(chosen.flatMap((set) => sets[set]!));
    for (let thing = 0; thing < count; thing++) expect(covered.has(thing)).toBe(!left.includes(thing));
  },
);

test("greed takes three where two would do: the large one in the middle is left out", () => {
  const sets = [
    [0, 1, 2, 3],
    [0, 1, 4],
    [2, 3, 5],
  ];
  expect(leastCover(sets, 6)).toEqual({ chosen: [1, 2], bound: 2, exact: true, left: [] });
});

test("nothing to cover needs nothing, and what nobody covers is named", () => {
  expect(leastCover([], 0)).toEqual({ chosen: [], bound: 0, exact: true, left: [] });
  expect(leastCover([[1]], 3)).toEqual({ chosen: [0], bound: 1, exact: true, left: [0, 2] });
});
