import fc from "fast-check";
import { larkspurWeir } from "../../tests/core/houses";
import { byId, type Design } from "../design/collections";
import { point, testDesign } from "../test-design";
import { routeBetween } from "./between";
import { routeGraph } from "./graph";
import { routeTo, type Route } from "./route";

/** Metres along the places of a route, rises from level to level included. */
function along(design: Design, { places }: Route): number {
  const levels = byId(design, "levels");
  const height = (level: string, z: number) => levels.get(level)!.elevationM + z;
  return places.slice(1).reduce((sum, [level, x, y, z], i) => {
    const [before, px, py, pz] = places[i]!;
    return sum + Math.hypot(x - px, y - py) + Math.abs(height(level, z) - height(before, pz));
  }, 0);
}

describe("the way between two places", () => {
  const design = testDesign();
  const graph = routeGraph(design);
  const a = point("a", "keypad", "g", "hall", 2, 1, 1.1);
  const b = point("b", "keypad", "g", "hall", 7, 5, 1.1);

  test("up to the trunk, along it, and down: 2 + 5 + 2 across, 1.5 up and 1.5 down", () => {
    const route = routeBetween(graph, b, a, "c")!;
    expect(route.pathM).toBeCloseTo(9, 9);
    expect(route.riseM).toBeCloseTo(3, 9);
    expect(route.places[0]).toEqual(["g", 7, 5, 1.1]);
    expect(route.places.at(-1)).toEqual(["g", 2, 1, 1.1]);
    expect(route.ways).toEqual([{ in: "trunks", id: "tg" }]);
    expect(route.stubPlaces).toBe(3);
  });

  test("from one level to another by the riser", () => {
    const up = point("up", "keypad", "u", "loft", 3, 4, 1.6);
    const route = routeBetween(graph, up, a, "c")!;
    // 1 across, 5 along to the riser at x = 8; 3 down; 6 back to x = 2, 2 across; 1.0 up and 1.5 down.
    expect(route.pathM).toBeCloseTo(1 + 5 + 6 + 2, 9);
    expect(route.riseM).toBeCloseTo(1 + 3 + 1.5, 9);
    expect(route.ways.map((way) => way.id)).toEqual(["tu", "r", "tg"]);
  });

  test("neighbours in one room are joined straight, up to 2 m and no further", () => {
    const near = point("near", "keypad", "g", "hall", 3, 2, 1.5);
    expect(routeBetween(graph, near, a, "c")).toMatchObject({ pathM: 2, pieces: [] });
    expect(routeBetween(graph, near, a, "c")!.riseM).toBeCloseTo(0.4, 9);
    expect(routeBetween(graph, { ...near, x: 3.01 }, a, "c")!.ways).toHaveLength(1);
    expect(routeBetween(graph, { ...near, room: "store" }, a, "c")!.ways).toHaveLength(1);
  });

  test("no way where none is drawn", () => {
    const apart = { ...testDesign(), risers: [] };
    const up = point("up", "keypad", "u", "loft", 3, 4, 1.6);
    expect(routeBetween(routeGraph(apart), a, up, "c")).toBeUndefined();
    expect(routeBetween(routeGraph(apart), up, a, "c")).toBeUndefined();
  });

  test("on a level without trunks: straight through its void, and by the riser to others", () => {
    const bare = testDesign();
    bare.trunks = bare.trunks.filter((trunk) => trunk.id === "tg");
    const graph = routeGraph(bare);
    const one = point("one", "keypad", "u", "loft", 2, 1, 2.4);
    const other = point("other", "keypad", "u", "loft", 9, 4, 2.4);
    // The void's middle is at 2.6: 0.2 up and 0.2 down.
    const direct = routeBetween(graph, one, other, "c")!;
    expect(direct.pathM).toBeCloseTo(10, 9);
    expect(direct.riseM).toBeCloseTo(0.4, 9);
    expect(direct.byVoid).toBe(true);
    const down = routeBetween(graph, one, a, "c")!;
    const up = routeBetween(graph, a, one, "c")!;
    expect(down.pathM + down.riseM).toBeCloseTo(up.pathM + up.riseM, 9);
    expect(along(bare, up)).toBeCloseTo(up.pathM + up.riseM, 9);
  });

  test("property: in the demo house a way is as long as its places say, the same both ways, and never shorter than straight", () => {
    const house = larkspurWeir();
    const graph = routeGraph(house);
    const levels = byId(house, "levels");
    const points = house.points.filter((one) => routeTo(graph, one, "cellar-cabinet"));
    fc.assert(
      fc.property(fc.constantFrom(...points), fc.constantFrom(...points), (one, other) => {
        fc.pre(one !== other);
        const there = routeBetween(graph, one, other, "cellar-cabinet")!;
        const back = routeBetween(graph, other, one, "cellar-cabinet")!;
        const metres = there.pathM + there.riseM;
        expect(along(house, there)).toBeCloseTo(metres, 6);
        expect(back.pathM + back.riseM).toBeCloseTo(metres, 6);
        const straight =
          Math.hypot(one.x - other.x, one.y - other.y) +
          Math.abs(levels.get(one.level)!.elevationM + one.z - levels.get(other.level)!.elevationM - other.z);
        expect(metres).toBeGreaterThanOrEqual(straight * Math.SQRT1_2 - 1e-6);
        const last = there.places.at(-1)!;
        expect([last[0], last[1], last[2]]).toEqual([other.level, other.x, other.y]);
      }),
      { numRuns: 300 },
    );
  });
});
