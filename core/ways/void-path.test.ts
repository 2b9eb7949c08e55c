import fc from "fast-check";
import { testDesign } from "../test-design";
import { dropsOf } from "../stages/runs/drops";
import { routeGraph } from "./graph";
import { routeTo } from "./route";
import { lengthWorking } from "../stages/runs/workings";
import { isFree, obstaclesOf, pathLength, voidPath } from "./void-path";

const SQUARE = {
  areas: [
    [
      [4, -1],
      [6, -1],
      [6, 1],
      [4, 1],
    ],
  ] as [number, number][][],
  mains: [],
};

describe("ways round what no cable may cross", () => {
  test("nothing in the way: the plain elbow", () => {
    expect(voidPath(undefined, [0, 0], [5, 3], 2.6)).toEqual([
      [0, 0],
      [5, 0],
      [5, 3],
    ]);
    expect(voidPath(undefined, [0, 0], [5, 0], 2.6)).toEqual([
      [0, 0],
      [5, 0],
    ]);
  });
  test("a square in the way: round it by 0.1 m, no longer than has to be", () => {
    const path = voidPath(SQUARE, [0, 0], [10, 0], 2.6);
    expect(pathLength(path)).toBeCloseTo(10 + 2 * 1.1, 6);
    expect(path.slice(1).every((corner, i) => isFree(SQUARE, path[i]!, corner))).toBe(true);
  });
  test("mains along the way: beside them by more than 0.2 m, unless at another height", () => {
    const mains = {
      areas: [],
      mains: [
        {
          path: [
            [1, 0],
            [9, 0],
          ] as [number, number][],
          heightM: 2.6,
        },
      ],
    };
    const path = voidPath(mains, [0, 0], [10, 0], 2.6);
    expect(path.length).toBeGreaterThan(2);
    expect(path.some(([, y]) => Math.abs(y) > 0.2)).toBe(true);
    expect(voidPath(mains, [0, 0], [10, 0], 0.3)).toEqual([
      [0, 0],
      [10, 0],
    ]);
  });
  test("never shorter than the straight line at right angles, and free where a free way exists", () => {
    const coordinate = fc.integer({ min: -800, max: 800 }).map((cm) => cm / 100);
    fc.assert(
      fc.property(coordinate, coordinate, coordinate, coordinate, (ax, ay, bx, by) => {
        const inside = (x: number, y: number) => x > 3.8 && x < 6.2 && y > -1.2 && y < 1.2;
        fc.pre(!inside(ax, ay) && !inside(bx, by));
        const path = voidPath(SQUARE, [ax, ay], [bx, by], 2.6);
        expect(path[0]).toEqual([ax, ay]);
        expect(path.at(-1)).toEqual([bx, by]);
        expect(pathLength(path)).toBeGreaterThanOrEqual(Math.abs(ax - bx) + Math.abs(ay - by) - 1e-6);
        expect(path.slice(1).every((corner, i) => isFree(SQUARE, path[i]!, corner))).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
  test("a point's stub goes round an area between it and its trunk", () => {
    const design = testDesign();
    const before = dropsOf(design).find((drop) => drop.point.id === "cam")!.route!;
    const walled = {
      ...design,
      noGo: [
        {
          id: "ng",
          level: "g",
          name: "Shaft",
          outline: [
            [4, 1.5],
            [6, 1.5],
            [6, 2.5],
            [4, 2.5],
          ] as [number, number][],
        },
      ],
    };
    const round = dropsOf(walled).find((drop) => drop.point.id === "cam")!.route!;
    expect(round.stubM).toBeCloseTo(before.stubM + 2.2, 6);
    expect(obstaclesOf(walled, "u")).toBeUndefined();
  });
  test("a trunk through an area is taken only where there is no other way", () => {
    const design = testDesign();
    const area = {
      id: "ng",
      level: "g",
      name: "Shaft",
      outline: [
        [2, 2.5],
        [3, 2.5],
        [3, 3.5],
        [2, 3.5],
      ] as [number, number][],
    };
    const loop = {
      id: "tl",
      level: "g",
      name: "Loop",
      kind: "tray" as const,
      path: [
        [0, 3],
        [0, 5.9],
        [5, 5.9],
        [5, 3],
      ] as [number, number][],
      heightM: 2.6,
    };
    const straight = routeTo(
      routeGraph({ ...design, noGo: [area] }),
      { level: "g", x: 5, y: 3, z: 2.6 },
      "c",
    )!;
    expect(straight.ways.map((way) => way.id)).toEqual(["tg"]);
    const round = routeTo(
      routeGraph({ ...design, noGo: [area], trunks: [...design.trunks, loop] }),
      { level: "g", x: 5, y: 3, z: 2.6 },
      "c",
    )!;
    expect(round.ways.map((way) => way.id)).toContain("tl");
    expect(round.pathM).toBeGreaterThan(straight.pathM);
  });
  test("lines of the grid that are all but one turn no corner askew", () => {
    // The area's edge lies 1e-15 beside the end of the way.
    const areas = [
      [
        [1, 0.1 + 0.2 + 0.1],
        [2, 0.1 + 0.2 + 0.1],
        [2, 5],
        [1, 5],
      ],
    ] as [number, number][][];
    const path = voidPath({ areas, mains: [] }, [0, 0.30000000000000004], [3, 0.3], 2.6);
    for (const [i, [x, y]] of path.slice(1).entries())
      expect(Math.min(Math.abs(x - path[i]![0]), Math.abs(y - path[i]![1]))).toBeLessThan(1e-6);
    const between = fc.integer({ min: 0, max: 4 }).map((n) => n + 1e-15 * n);
    fc.assert(
      fc.property(
        between,
        between,
        between,
        between,
        fc.integer({ min: 1, max: 3 }),
        (ax, ay, bx, by, side) => {
          const square = [
            [side - 0.6, side - 0.6],
            [side + 0.1, side - 0.6],
            [side + 0.1, side + 0.1],
            [side - 0.6, side + 0.1],
          ] as [number, number][];
          const way = voidPath(
            {
              areas: [square],
              mains: [
                {
                  path: [
                    [0, side + 1e-15],
                    [4, side],
                  ],
                },
              ],
            },
            [ax, ay],
            [bx, by],
            2.6,
          );
          expect(way[0]).toEqual([ax, ay]);
          expect(Math.hypot(way.at(-1)![0] - bx, way.at(-1)![1] - by)).toBeLessThan(1e-6);
          for (const [i, [x, y]] of way.slice(1).entries())
            expect(Math.min(Math.abs(x - way[i]![0]), Math.abs(y - way[i]![1]))).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe("stubs", () => {
  /** A trunk that ends at (11.3, 6.4); a chimney breast stands in the elbow that goes along x first. */
  const cornered = () => {
    const design = testDesign();
    design.trunks = [
      {
        id: "tg",
        level: "g",
        name: "Ground trunk",
        kind: "tray",
        path: [
          [0, 6.4],
          [11.3, 6.4],
        ],
        heightM: 2.6,
      },
    ];
    design.noGo = [
      {
        id: "breast",
        level: "g",
        name: "Chimney breast",
        outline: [
          [11, 5.6],
          [11.6, 5.6],
          [11.6, 6.2],
          [11, 6.2],
        ],
      },
    ];
    return design;
  };
  test("go by the other elbow where the one along x is barred and that one is free", () => {
    const design = cornered();
    const route = routeTo(routeGraph(design), { level: "g", x: 11.894, y: 5.969, z: 2.6 }, "c")!;
    expect(route.places.slice(0, 3)).toEqual([
      ["g", 11.894, 5.969, 2.6],
      ["g", 11.894, 6.4, 2.6],
      ["g", 11.3, 6.4, 2.6],
    ]);
    expect(route.stubM).toBeCloseTo(0.594 + 0.431, 6);
    for (const [i, [, x, y]] of route.places.slice(1).entries())
      expect(
        isFree(
          { areas: [design.noGo[0]!.outline], mains: [] },
          [route.places[i]![1], route.places[i]![2]],
          [x, y],
        ),
      ).toBe(true);
  });
});

describe("levels without a trunk", () => {
  /** The upper trunk is gone: the void from (2, 5) and from (9, 0) to the riser at (8, 3). */
  const bare = () => ({ ...testDesign(), trunks: testDesign().trunks.filter((row) => row.level === "g") });
  test("a riser alone is reached through the void", () => {
    const route = routeTo(routeGraph(bare()), { level: "u", x: 2, y: 5, z: 2.6 }, "c")!;
    // 6 + 2 through the void at 2.6 m, 3 m down the riser, 8 m along the ground trunk, 1 m down to the closet.
    expect([route.pathM, route.riseM, route.stubM, route.byVoid]).toEqual([
      16,
      expect.closeTo(4, 9),
      8,
      true,
    ]);
    expect(
      lengthWorking(
        bare(),
        dropsOf(bare()).find((drop) => drop.point.id === "cam-up")!,
      )!.steps[0]!.formula,
    ).toMatch(/^Through the void/);
  });
  test("every point goes straight to the nearer opening, never by another's way", () => {
    const two = bare();
    two.risers = [...two.risers, { id: "r2", name: "Far riser", x: 1, y: 3, fromLevel: "g", toLevel: "u" }];
    const at = (x: number, y: number) => routeTo(routeGraph(two), { level: "u", x, y, z: 2.6 }, "c")!;
    expect(at(2, 5).pathM).toBeCloseTo(1 + 2 + 1, 9);
    // Nearer the second riser, but the first leaves less to go in all.
    expect(at(7, 4).pathM).toBeCloseTo(6 + 1 + 1, 9);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 60 }), (cx, cy) => {
        const [x, y] = [cx / 10, cy / 10];
        const by = (riser: number) => Math.abs(x - riser) + Math.abs(y - 3) + riser;
        expect(at(x, y).pathM).toBeCloseTo(Math.min(by(8), by(1)), 6);
      }),
      { numRuns: 60 },
    );
  });
  test("round an area and off the mains in the void", () => {
    const barred = {
      ...bare(),
      noGo: [
        {
          id: "tank",
          level: "u",
          name: "Tank",
          outline: [
            [4, 4],
            [6, 4],
            [6, 5.5],
            [4, 5.5],
          ] as [number, number][],
        },
      ],
    };
    const route = routeTo(routeGraph(barred), { level: "u", x: 2, y: 5, z: 2.6 }, "c")!;
    expect(route.pathM).toBeCloseTo(16, 6);
    expect(route.places[1]).toEqual(["u", 2, 3, 2.6]);
  });
});
