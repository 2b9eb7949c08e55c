import fc from "fast-check";
import type { Design } from "../../design/collections";
import type { WallRow } from "../../design/rows/house-structure";
import { point, testDesign } from "../../test-design";
import { crossingsOn, fireCrossings, passesThrough } from "./fire";

const wall = (ax: number, ay: number, bx: number, by: number, id = "w", fireMin = 60): WallRow => ({
  id,
  level: "g",
  ax,
  ay,
  bx,
  by,
  thicknessM: 0.1,
  material: "brick-single",
  fireMin,
});
/** A path on the ground at 2.6 m. */
const path = (...corners: [number, number][]) =>
  corners.map(([x, y]) => [x, y, 2.6] as [number, number, number]);
const upright = wall(5, 0, 5, 6);
const holes = (corners: [number, number][], one = upright) =>
  passesThrough(path(...corners), one).map(([x, y]) => [x, y]);

describe("a path and a wall", () => {
  it.each<[string, [number, number][], [number, number][]]>([
    [
      "straight through",
      [
        [0, 3],
        [10, 3],
      ],
      [[5, 3]],
    ],
    [
      "a corner on the centre line, straight on",
      [
        [0, 3],
        [5, 3],
        [10, 3],
      ],
      [[5, 3]],
    ],
    [
      "a corner on it, turning off on the other side",
      [
        [0, 3],
        [5, 3],
        [7, 5],
      ],
      [[5, 3]],
    ],
    [
      "two corners on it: along the wall, then out on the other side",
      [
        [0, 3],
        [5, 3],
        [5, 4],
        [10, 4],
      ],
      [[5, 3]],
    ],
    [
      "along the wall and back to where it came from",
      [
        [0, 3],
        [5, 3],
        [5, 4],
        [0, 4],
      ],
      [],
    ],
    [
      "touching it with a corner",
      [
        [0, 3],
        [5, 3],
        [0, 4],
      ],
      [],
    ],
    [
      "running along it only",
      [
        [5, 1],
        [5, 4],
      ],
      [],
    ],
    [
      "beginning on it",
      [
        [5, 3],
        [10, 3],
      ],
      [],
    ],
    [
      "ending on it",
      [
        [0, 3],
        [5, 3],
      ],
      [],
    ],
    [
      "past its end",
      [
        [0, 7],
        [10, 7],
      ],
      [],
    ],
    [
      "round its end: along the line beyond it",
      [
        [0, 7],
        [5, 7],
        [5, 8],
        [10, 8],
      ],
      [],
    ],
    [
      "along the line from beyond its end into the wall, and out",
      [
        [0, 7],
        [5, 7],
        [5, 4],
        [10, 4],
      ],
      [[5, 6]],
    ],
    [
      "through its very end",
      [
        [0, 6],
        [10, 6],
      ],
      [[5, 6]],
    ],
    [
      "there and back again",
      [
        [0, 3],
        [10, 3],
        [10, 4],
        [0, 4],
      ],
      [
        [5, 3],
        [5, 4],
      ],
    ],
  ])("%s", (_what, corners, expected) => expect(holes(corners)).toEqual(expected));

  it("never depends on how the legs of a way are cut, nor on which end of the wall comes first", () => {
    const xy = fc.tuple(fc.integer({ min: 0, max: 10 }), fc.integer({ min: -2, max: 8 }));
    fc.assert(
      fc.property(
        fc.array(xy, { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 1, max: 7 }),
        (corners, parts) => {
          const cut = corners.flatMap(([x, y], i): [number, number][] => {
            const next = corners[i + 1];
            return next
              ? Array.from({ length: parts }, (_, k) => [
                  x + ((next[0] - x) * k) / parts,
                  y + ((next[1] - y) * k) / parts,
                ])
              : [[x, y]];
          });
          const whole = holes(corners).length;
          expect(holes(cut)).toHaveLength(whole);
          expect(holes(corners, wall(5, 6, 5, 0))).toHaveLength(whole);
          expect(holes([...corners].reverse())).toHaveLength(whole);
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe("crossings of a way", () => {
  const design = (...walls: WallRow[]): Design => ({ ...testDesign(), walls });
  it("finds a rated wall under a corner of a trunk", () => {
    const cornered = design(wall(4, 0, 4, 6));
    cornered.trunks = cornered.trunks.map((row) =>
      row.id === "tg"
        ? {
            ...row,
            path: [
              [0, 3],
              [4, 3],
              [10, 3],
            ],
          }
        : row,
    );
    expect(fireCrossings(cornered).map((one) => [one.id, one.at, one.drops.length])).toEqual([
      ["w", [4, 3], 2],
    ]);
  });
  it("one hole where two walls go on in a line or meet in a corner, with the longer time", () => {
    const two = design(wall(5, 0, 5, 3, "w1", 30), wall(5, 3, 5, 6, "w2", 90));
    expect(
      crossingsOn(two, [
        ["g", 0, 3, 2.6],
        ["g", 10, 3, 2.6],
      ]),
    ).toMatchObject([{ id: "w2", minutes: 90 }]);
  });
  it("a rise in the middle of the wall takes nothing away", () => {
    expect(
      crossingsOn(design(upright), [
        ["g", 0, 3, 2.6],
        ["g", 5, 3, 2.6],
        ["g", 5, 3, 1],
        ["g", 10, 3, 1],
      ]),
    ).toMatchObject([{ id: "w", at: [5, 3], heightM: 1 }]);
  });
  it("what changes level on the centre line has not passed the wall of either level", () => {
    expect(
      crossingsOn(design(upright), [
        ["g", 0, 3, 2.6],
        ["g", 5, 3, 2.6],
        ["u", 5, 3, 2.6],
        ["u", 10, 3, 2.6],
      ]),
    ).toEqual([]);
  });
  it("a floor is passed from under it to its top, not from its top up", () => {
    const slab = testDesign();
    slab.levels = slab.levels.map((level) => (level.id === "u" ? { ...level, slabFireMin: 30 } : level));
    const rises = (...heights: [string, number][]) =>
      crossingsOn(
        slab,
        heights.map(([level, z]) => [level, 8, 3, z]),
      ).map((one) => one.id);
    expect(rises(["g", 2.6], ["u", 2.6])).toEqual(["u"]);
    expect(rises(["g", 2.6], ["u", 0])).toEqual(["u"]);
    expect(rises(["u", 0], ["u", 2.6])).toEqual([]);
    expect(rises(["g", 0.3], ["g", 2.6])).toEqual([]);
  });
  it("cables within 0.3 m share an opening; farther apart they need two", () => {
    const near = design(wall(0, 2, 10, 2));
    near.points = [
      point("a", "camera", "g", "hall", 4, 1, 2.4),
      point("b", "camera", "g", "hall", 4.29, 1, 2.4),
    ];
    expect(fireCrossings(near).map((one) => one.drops.length)).toEqual([2]);
    near.points = [near.points[0]!, { ...near.points[1]!, x: 4.31 }];
    expect(fireCrossings({ ...near })).toHaveLength(2);
  });
});
