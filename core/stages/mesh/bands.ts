/** Bands of margin of a level: one outline a band with the places for their numbers, in metres. */
import { contours } from "d3-contour";
import type { Grid } from "./coverage";

/** Margins at which a band begins, dB; what lies under the first is dead. */
export const BANDS_DB = [4, 10, 18, 26, 36, 48] as const;
/** For networks: what is heard, dBm. */
export const LEVELS_DBM = [-75, -67, -60, -52, -44, -36] as const;

export interface BandShape {
  from: number;
  /** As the `d` of an SVG path. */
  path: string;
  /** Its outline without what runs along the edge of the grid. */
  outline: string;
  /** Where its number stands on its outline; those of the longest rings. */
  labels: [x: number, y: number][];
}

/** Nothing is heard at all: so far under everything that no band begins there. */
const SILENT = -200;
/** Metres of outline from which a ring has its number. */
const LEAST_RING_M = 4;

/** Outlines of what lies at or above each value. */
export function bandShapes(values: Float32Array, grid: Grid, from: readonly number[]): BandShape[] {
  const { columns, rows, stepM, x0, y0 } = grid;
  const bare = Array.from(values, (value) => (Number.isFinite(value) ? value : SILENT));
  // The first place is the middle of the first square.
  const x = (column: number) => x0 + (column - 0.5) * stepM;
  const y = (row: number) => y0 + (row - 0.5) * stepM;
  return contours()
    .size([columns, rows])
    .thresholds([...from])(bare)
    .map(({ value, coordinates }) => {
      const rings = coordinates.flat();
      const path = rings
        .map(
          (ring) =>
            `M${ring
              .slice(0, -1)
              .map((at) => `${x(at[0]!).toFixed(2)},${y(at[1]!).toFixed(2)}`)
              .join("L")}Z`,
        )
        .join("");
      const outline = rings.map((ring) => openRing(ring, grid, x, y)).join("");
      return { from: value, path, outline, labels: rings.flatMap((ring) => labelOf(ring, grid, x, y)) };
    });
}

/** A ring as lines, broken where it runs along the edge of the grid. */
function openRing(
  ring: readonly (readonly number[])[],
  { columns, rows }: Grid,
  x: (column: number) => number,
  y: (row: number) => number,
): string {
  // Round a corner of the grid too.
  const onEdge = (...ends: (readonly number[])[]) =>
    ends.every(([i, j]) => i === 0 || i === columns || j === 0 || j === rows);
  let drawn = false;
  return ring
    .slice(1)
    .map((to, i) => {
      const from = ring[i]!;
      if (onEdge(from, to)) {
        drawn = false;
        return "";
      }
      const move = drawn ? "" : `M${x(from[0]!).toFixed(2)},${y(from[1]!).toFixed(2)}`;
      drawn = true;
      return `${move}L${x(to[0]!).toFixed(2)},${y(to[1]!).toFixed(2)}`;
    })
    .join("");
}

/** A place on a ring that is long enough and not on the edge of the grid. */
function labelOf(
  ring: readonly (readonly number[])[],
  { columns, rows, stepM }: Grid,
  x: (column: number) => number,
  y: (row: number) => number,
): [number, number][] {
  if (ring.length * stepM < LEAST_RING_M) return [];
  const inside = ring.filter(([i, j]) => i! > 1 && j! > 1 && i! < columns - 1 && j! < rows - 1);
  const at = inside[Math.floor(inside.length / 2)];
  return at ? [[x(at[0]!), y(at[1]!)]] : [];
}
