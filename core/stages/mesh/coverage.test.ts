import fc from "fast-check";
import { meshHouse, PROFILE } from "../../test-mesh";
import { gridOver, lossField, marginsOf, placesOf, type Grid } from "./coverage";
import { rayBetween } from "./ray";
import { sceneOf } from "./scene";

const LEVELS = [
  ["c", -2.7, "slab"],
  ["g", 0, "slab"],
  ["u", 2.7, "timber-floor"],
] as const;
const MATERIALS = ["brick-single", "rubble-500", "foil-insulation", "plasterboard", "sheet-metal"] as const;

const tenth = (min: number, max: number) =>
  fc.integer({ min: min * 10, max: max * 10 }).map((value) => value / 10);
const walls = fc.array(
  fc.record({
    level: fc.constantFrom("c", "g", "u"),
    ax: tenth(0, 12),
    ay: tenth(0, 12),
    bx: tenth(0, 12),
    by: tenth(0, 12),
    material: fc.constantFrom(...MATERIALS),
    kind: fc.constantFrom("door", "window", "gap", undefined),
    from: tenth(0, 4),
    sill: tenth(0, 1),
  }),
  { maxLength: 14 },
);

const houses = fc
  .record({ walls, sides: fc.array(fc.tuple(tenth(0, 12), tenth(0, 12)), { minLength: 3, maxLength: 6 }) })
  .map(({ walls, sides }) => {
    const design = meshHouse(
      LEVELS.map(([id, z, slab]) => [id, z, slab]),
      walls.map((wall, i) => [`w${i}`, wall.level, wall.ax, wall.ay, wall.bx, wall.by, wall.material]),
      walls.flatMap(({ kind, from, sill }, i) =>
        kind
          ? [{ id: `o${i}`, wall: `w${i}`, kind, offsetM: from, widthM: 1.2, heightM: 1.3, sillM: sill }]
          : [],
      ),
    );
    // Upstairs a room of any shape, crossed sides and all.
    design.rooms[2] = { ...design.rooms[2]!, outline: sides };
    return design;
  });

/** The same place by place. */
function plainField(
  scene: ReturnType<typeof sceneOf>,
  from: { x: number; y: number; z: number },
  grid: Grid,
) {
  return Float32Array.from(
    { length: placesOf(grid) },
    (_, at) =>
      rayBetween(scene, PROFILE, from, {
        x: grid.x0 + (at % grid.columns) * grid.stepM,
        y: grid.y0 + Math.floor(at / grid.columns) * grid.stepM,
        z: grid.z,
      }).lossDb,
  );
}

test("a level at once is what each ray alone is, to a hundredth of a decibel", () => {
  fc.assert(
    fc.property(
      houses,
      fc.record({ x: tenth(-1, 13), y: tenth(-1, 13), z: fc.constantFrom(-1.5, 0.3, 1.1, 4.2) }),
      fc.constantFrom(-1.6, 1.05, 3.9),
      (design, from, z) => {
        const scene = sceneOf(design);
        // Places off the tenths and the diagonals walls stand on: what grazes a wall's end may fall either way.
        for (const stepM of [0.7713, 0.9317]) {
          const grid = gridOver({ x0: -0.5237, y0: -0.4613, x1: 12.5, y1: 12.5 }, z, stepM);
          const [fast, plain] = [lossField(scene, PROFILE, from, grid), plainField(scene, from, grid)];
          const worst = fast.reduce((most, db, at) => Math.max(most, Math.abs(db - plain[at]!)), 0);
          expect(worst).toBeLessThan(0.01);
        }
      },
    ),
    { numRuns: 150 },
  );
});

test("a grid covers its box with places in the middle of their squares", () => {
  const grid = gridOver({ x0: 1, y0: 2, x1: 4, y1: 3 }, 1, 0.5);
  expect(grid).toEqual({ x0: 1.25, y0: 2.25, z: 1, stepM: 0.5, columns: 6, rows: 2 });
  expect(gridOver({ x0: 0, y0: 0, x1: 1.1, y1: 0.1 }, 1, 0.5)).toMatchObject({ columns: 3, rows: 1 });
});

test("best, second best and whose they are", () => {
  const field = (...lossDb: number[]) => Float32Array.from(lossDb);
  const { best, second, by } = marginsOf(3, [
    { lossDb: field(60, 90, 70), budgetDb: 100 },
    { lossDb: field(70, 60, 70), budgetDb: 110 },
    { lossDb: field(65, 95, 90), budgetDb: 100 },
  ]);
  expect([...best]).toEqual([40, 50, 40]);
  expect([...second]).toEqual([40, 10, 30]);
  expect([...by]).toEqual([0, 1, 1]);
  const alone = marginsOf(1, [{ lossDb: field(60), budgetDb: 100 }]);
  expect([...alone.second]).toEqual([-Infinity]);
});
