import fc from "fast-check";
import { testDesign } from "../test-design";
import { dropsOf } from "./drops";
import { routeGraph } from "./graph";
import { routeTo } from "./route";
import { isFree, obstaclesOf, pathLength, voidPath } from "./void-path";

const SQUARE = { areas: [[[4, -1], [6, -1], [6, 1], [4, 1]]] as [number, number][][], mains: [] };

describe("ways round what no cable may cross", () => {
  test("nothing in the way: the plain elbow", () => {
    expect(voidPath(undefined, [0, 0], [5, 3], 2.6)).toEqual([[0, 0], [5, 0], [5, 3]]);
    expect(voidPath(undefined, [0, 0], [5, 0], 2.6)).toEqual([[0, 0], [5, 0]]);
  });
  test("a square in the way: round it by 0.1 m, no longer than has to be", () => {
    const path = voidPath(SQUARE, [0, 0], [10, 0], 2.6);
    expect(pathLength(path)).toBeCloseTo(10 + 2 * 1.1, 6);
    expect(path.slice(1).every((corner, i) => isFree(SQUARE, path[i]!, corner))).toBe(true);
  });
  test("mains along the way: beside them by more than 0.2 m, unless at another height", () => {
    const mains = { areas: [], mains: [{ path: [[1, 0], [9, 0]] as [number, number][], heightM: 2.6 }] };
    const path = voidPath(mains, [0, 0], [10, 0], 2.6);
    expect(path.length).toBeGreaterThan(2);
    expect(path.some(([, y]) => Math.abs(y) > 0.2)).toBe(true);
    expect(voidPath(mains, [0, 0], [10, 0], 0.3)).toEqual([[0, 0], [10, 0]]);
  });
  test("never shorter than the straight line at right angles, and free where a free way exists", () => {
    const coordinate = fc.integer({ min: -800, max: 800 }).map((cm) => cm / 100);
    fc.assert(fc.property(coordinate, coordinate, coordinate, coordinate, (ax, ay, bx, by) => {
      const inside = (x: number, y: number) => x > 3.8 && x < 6.2 && y > -1.2 && y < 1.2;
      fc.pre(!inside(ax, ay) && !inside(bx, by));
      const path = voidPath(SQUARE, [ax, ay], [bx, by], 2.6);
      expect(path[0]).toEqual([ax, ay]);
      expect(path.at(-1)).toEqual([bx, by]);
      expect(pathLength(path)).toBeGreaterThanOrEqual(Math.abs(ax - bx) + Math.abs(ay - by) - 1e-6);
      expect(path.slice(1).every((corner, i) => isFree(SQUARE, path[i]!, corner))).toBe(true);
    }), { numRuns: 200 });
  });
  test("a point's stub goes round an area between it and its trunk", () => {
    const design = testDesign();
    const before = dropsOf(design).find((drop) => drop.point.id === "cam")!.route!;
    const walled = { ...design, noGo: [{ id: "ng", level: "g", name: "Shaft", outline: [[4, 1.5], [6, 1.5], [6, 2.5], [4, 2.5]] as [number, number][] }] };
    const round = dropsOf(walled).find((drop) => drop.point.id === "cam")!.route!;
    expect(round.stubM).toBeCloseTo(before.stubM + 2.2, 6);
    expect(obstaclesOf(walled, "u")).toBeUndefined();
  });
  test("a trunk through an area is taken only where there is no other way", () => {
    const design = testDesign();
    const area = { id: "ng", level: "g", name: "Shaft", outline: [[2, 2.5], [3, 2.5], [3, 3.5], [2, 3.5]] as [number, number][] };
    const loop = { id: "tl", level: "g", name: "Loop", kind: "tray" as const, path: [[0, 3], [0, 5.9], [5, 5.9], [5, 3]] as [number, number][], heightM: 2.6 };
    const straight = routeTo(routeGraph({ ...design, noGo: [area] }), { level: "g", x: 5, y: 3, z: 2.6 }, "c")!;
    expect(straight.ways.map((way) => way.id)).toEqual(["tg"]);
    const round = routeTo(routeGraph({ ...design, noGo: [area], trunks: [...design.trunks, loop] }), { level: "g", x: 5, y: 3, z: 2.6 }, "c")!;
    expect(round.ways.map((way) => way.id)).toContain("tl");
    expect(round.pathM).toBeGreaterThan(straight.pathM);
  });
});
