import fc from "fast-check";
import { PROFILE } from "../../test-mesh";
import { disjointWays } from "./disjoint";
import type { Band, Link, Radio } from "./links";
import type { RadioProfileRow } from "../../design/rows/mesh";
import { forwards, isRoot, lostWithout, singlesOf, treeOf } from "./routes";

/** Radios by name, "*" a coordinator, "-" one that passes nothing on; links as [a, b, etx, share a to b]. */
function bandOf(
  names: readonly string[],
  links: readonly (readonly [string, string, number?, number?])[],
  profile: Partial<RadioProfileRow> = {},
): Band {
  const radios = names.map((name): Radio => {
    const id = name.replace(/[*-]/, "");
    return {
      row: { id, routes: !name.includes("-"), ...(name.includes("*") ? { coordinator: true } : {}) },
    } as Radio;
  });
  const byId = new Map(radios.map((radio) => [radio.row.id, radio]));
  const made = links.map(
    ([a, b, etx = 1, ab = 1]) => ({ a: byId.get(a)!, b: byId.get(b)!, etx, ab, ba: 1 / (etx * ab) }) as Link,
  );
  return {
    profile: { ...PROFILE, ...profile },
    radios,
    links: made,
    linksOf: new Map(radios.map((one) => [one.row.id, made.filter(({ a, b }) => a === one || b === one)])),
  };
}

const wayOf = (band: Band, id: string) => {
  const way = treeOf(band).ways.get(id);
  return way && [way.parent.row.id, way.hops, Number(way.etx.toFixed(6)), Number(way.delivery.toFixed(6))];
};
const ids = (radios: readonly Radio[]) => radios.map(({ row }) => row.id);

describe("ways", () => {
  it("takes the cheapest way, not the shortest, and multiplies what arrives toward the coordinator", () => {
    const band = bandOf(
      ["hub*", "a", "b-"],
      [
        ["hub", "a", 1.25, 0.8],
        ["a", "b", 2, 0.5],
        ["hub", "b", 4, 0.5],
      ],
    );
    // From a to the hub 1 ÷ (1.25 · 0.8), from b to a 1 ÷ (2 · 0.5).
    expect(wayOf(band, "a")).toEqual(["hub", 1, 1.25, 1]);
    expect(wayOf(band, "b")).toEqual(["a", 2, 3.25, 1]);
    const back = bandOf(
      ["hub*", "a", "b-"],
      [
        ["a", "hub", 1.25, 0.8],
        ["b", "a", 2, 0.5],
      ],
    );
    expect(wayOf(back, "b")).toEqual(["a", 2, 3.25, 0.4]);
  });
  it("a way within the hops may be dearer than one beyond them", () => {
    const links = [
      ["hub", "a", 1],
      ["a", "b", 1],
      ["b", "c", 1],
      ["a", "c", 5],
    ] as const;
    expect(wayOf(bandOf(["hub*", "a", "b", "c"], links), "c")?.slice(0, 3)).toEqual(["b", 3, 3]);
    expect(wayOf(bandOf(["hub*", "a", "b", "c"], links, { maxHops: 2 }), "c")?.slice(0, 3)).toEqual([
      "a",
      2,
      6,
    ]);
    const short = treeOf(bandOf(["hub*", "a", "b", "c"], links, { maxHops: 1 }));
    expect(ids(short.orphans)).toEqual(["b", "c"]);
  });
  it("what passes nothing on is the end of a way", () => {
    const band = bandOf(
      ["hub*", "a-", "b-"],
      [
        ["hub", "a"],
        ["a", "b"],
      ],
    );
    expect(wayOf(band, "a")?.[0]).toBe("hub");
    expect(ids(treeOf(band).orphans)).toEqual(["b"]);
  });
  it("every coordinator is an end", () => {
    const band = bandOf(
      ["hub*", "two*", "a"],
      [
        ["hub", "a", 3],
        ["two", "a", 2],
      ],
    );
    expect(wayOf(band, "a")?.slice(0, 3)).toEqual(["two", 1, 2]);
  });
  it("no router holds more than it may: the dearest goes elsewhere, or nowhere", () => {
    const links = [
      ["hub", "r", 1],
      ["hub", "a", 1],
      ["hub", "b", 2],
      ["r", "b", 4],
      ["hub", "c", 3],
    ] as const;
    const tree = treeOf(bandOf(["hub*", "r", "a-", "b-", "c-"], links, { maxChildren: 2 }));
    expect(ids(tree.children.get("hub")!)).toEqual(["r", "a"]);
    expect(ids(tree.children.get("r")!)).toEqual(["b"]);
    expect(ids(tree.orphans)).toEqual(["c"]);
    expect(ids(treeOf(bandOf(["hub*", "r", "a-", "b-", "c-"], links, { maxChildren: 4 })).orphans)).toEqual(
      [],
    );
  });
});

/** A random house of radios: some coordinators, some that pass nothing on. */
const houses = fc
  .record({
    kinds: fc.array(fc.constantFrom("", "", "", "-"), { minLength: 2, maxLength: 7 }),
    roots: fc.integer({ min: 1, max: 2 }),
    links: fc.array(fc.tuple(fc.nat(8), fc.nat(8), fc.integer({ min: 1, max: 9 })), { maxLength: 18 }),
    maxHops: fc.integer({ min: 1, max: 6 }),
  })
  .map(({ kinds, roots, links, maxHops }) => {
    const names = [
      ...Array.from({ length: roots }, (_, i) => `h${i}*`),
      ...kinds.map((kind, i) => `n${i}${kind}`),
    ];
    const bare = names.map((name) => name.replace(/[*-]/, ""));
    const seen = new Set<string>();
    const made = links.flatMap(([p, q, etx]) => {
      const [a, b] = [Math.min(p, q), Math.max(p, q)];
      if (a === b || b >= bare.length || seen.has(`${a} ${b}`)) return [];
      seen.add(`${a} ${b}`);
      return [[bare[a]!, bare[b]!, etx] as const];
    });
    return bandOf(names, made, { maxHops, maxChildren: 100 });
  });

/** Every way of a radio to a coordinator over different places. */
function allWays(band: Band, radio: Radio): Radio[][] {
  const found: Radio[][] = [];
  const go = (at: Radio, way: Radio[]) => {
    for (const { a, b } of band.linksOf.get(at.row.id)!) {
      const other = a === at ? b : a;
      if (other === radio || way.includes(other) || !forwards(other)) continue;
      if (isRoot(other)) found.push([...way, other]);
      else go(other, [...way, other]);
    }
  };
  go(radio, []);
  return found;
}

const costOf = (band: Band, radio: Radio, way: readonly Radio[]) =>
  way.reduce(
    ({ sum, at }, next) => ({
      sum: sum + band.links.find(({ a, b }) => (a === at && b === next) || (b === at && a === next))!.etx,
      at: next,
    }),
    { sum: 0, at: radio },
  ).sum;

describe("against all ways there are", () => {
  it("the way is the cheapest within the hops", () => {
    fc.assert(
      fc.property(houses, (band) => {
        const tree = treeOf(band);
        for (const radio of band.radios.filter((one) => !isRoot(one))) {
          const within = allWays(band, radio).filter((way) => way.length <= band.profile.maxHops);
          const way = tree.ways.get(radio.row.id);
          if (!within.length) expect(way).toBeUndefined();
          else {
            expect(way!.etx).toBeCloseTo(Math.min(...within.map((one) => costOf(band, radio, one))), 9);
            expect(way!.hops).toBeLessThanOrEqual(band.profile.maxHops);
          }
        }
      }),
      { numRuns: 300 },
    );
  });
  it("single points of failure are those without which somebody is lost", () => {
    fc.assert(
      fc.property(houses, (band) => {
        const brute = band.radios.filter(
          (router) =>
            !isRoot(router) &&
            band.radios.some((one) => {
              if (one === router || isRoot(one)) return false;
              const ways = allWays(band, one);
              return ways.length > 0 && ways.every((way) => way.includes(router));
            }),
        );
        expect(ids(singlesOf(band).map(({ radio }) => radio)).sort()).toEqual(ids(brute).sort());
      }),
      { numRuns: 300 },
    );
  });
  it("who is lost without some is who had a way and has none", () => {
    fc.assert(
      fc.property(houses, fc.array(fc.nat(8), { maxLength: 3 }), (band, gone) => {
        const out = new Set(gone.flatMap((i) => band.radios[i]?.row.id ?? []));
        const brute = band.radios.filter((one) => {
          if (out.has(one.row.id) || isRoot(one)) return false;
          const ways = allWays(band, one);
          return ways.length > 0 && ways.every((way) => way.some(({ row }) => out.has(row.id)));
        });
        expect(ids(lostWithout(band, out))).toEqual(ids(brute));
      }),
      { numRuns: 300 },
    );
  });
  it("two ways share no router, and are found where there are two", () => {
    fc.assert(
      fc.property(houses, (band) => {
        for (const radio of band.radios.filter((one) => !isRoot(one))) {
          const ways = allWays(band, radio);
          const two = ways.some((one) =>
            ways.some(
              (other) =>
                one !== other && one.every((at) => isRoot(at) || !other.includes(at)) && one[0] !== other[0],
            ),
          );
          const found = disjointWays(band, radio);
          expect(found).toHaveLength(two ? 2 : ways.length ? 1 : 0);
          for (const way of found) {
            expect(isRoot(way.at(-1)!)).toBe(true);
            // Each step is a link.
            expect(costOf(band, radio, way)).toBeGreaterThan(0);
          }
          const routers = found.flat().filter((one) => !isRoot(one));
          expect(new Set(routers).size).toBe(routers.length);
        }
      }),
      { numRuns: 300 },
    );
  });
});
