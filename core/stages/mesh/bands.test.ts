import { bandShapes } from "./bands";
import { gridOver } from "./coverage";

const grid = gridOver({ x0: 10, y0: 20, x1: 20, y1: 30 }, 1, 0.5);
/** A hill round (15, 25): 20 less 4 for each metre. */
const hill = Float32Array.from({ length: grid.columns * grid.rows }, (_, at) => {
  const x = grid.x0 + (at % grid.columns) * grid.stepM;
  const y = grid.y0 + Math.floor(at / grid.columns) * grid.stepM;
  return 20 - 4 * Math.hypot(x - 15, y - 25);
});
const numbers = (path: string) => path.match(/-?[\d.]+/g)!.map(Number);

test("a band's outline lies where its value is reached, in metres", () => {
  const [four, ten] = bandShapes(hill, grid, [4, 10]);
  for (const [shape, radius] of [
    [four!, 4],
    [ten!, 2.5],
  ] as const) {
    const at = numbers(shape.path);
    for (let i = 0; i < at.length; i += 2)
      expect(Math.abs(Math.hypot(at[i]! - 15, at[i + 1]! - 25) - radius)).toBeLessThan(0.06);
    expect(shape.labels).toHaveLength(1);
    const [[x, y]] = shape.labels as [[number, number]];
    expect(Math.abs(Math.hypot(x - 15, y - 25) - radius)).toBeLessThan(0.06);
    // A ring that meets no edge is closed.
    expect(numbers(shape.outline).slice(0, 2)).toEqual(numbers(shape.outline).slice(-2));
  }
  expect([four!.from, ten!.from]).toEqual([4, 10]);
});

test("what lies along the edge of the grid is filled, and not drawn as an outline", () => {
  const [all, none] = bandShapes(new Float32Array(hill.length).fill(15), grid, [10, 18]);
  expect(all!.path).not.toBe("");
  expect(all!.outline).toBe("");
  expect(all!.labels).toEqual([]);
  expect(none!.path).toBe("");
  // Half of the level: one line through it, and nothing along its edge.
  const half = Float32Array.from(hill, (_, at) => (at % grid.columns < grid.columns / 2 ? 30 : -Infinity));
  const at = numbers(bandShapes(half, grid, [10])[0]!.outline);
  const xs = at.filter((_, i) => i % 2 === 0);
  expect(Math.max(...xs) - Math.min(...xs)).toBeLessThan(0.6);
});
