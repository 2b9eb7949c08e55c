/** The plan's frame: what a level covers, and a zoom that shows it whole. */
import type { Design } from "#core/design/collections";
import type { Units } from "#core/design/units";
import type { View } from "../desk/desk";

export interface Extent {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Everything drawn on a level, with a margin of a metre; a plain 10 × 8 m where nothing is. */
export function extentOf(design: Design, level: string): Extent {
  // Kept as they come: a drawing taken over may have more corners than a call can have arguments.
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  const add = (x: number, y: number) => {
    x0 = Math.min(x0, x);
    y0 = Math.min(y0, y);
    x1 = Math.max(x1, x);
    y1 = Math.max(y1, y);
  };
  for (const wall of design.walls) {
    if (wall.level !== level) continue;
    add(wall.ax, wall.ay);
    add(wall.bx, wall.by);
  }
  for (const room of design.rooms) if (room.level === level) for (const [x, y] of room.outline) add(x, y);
  for (const trunk of design.trunks) if (trunk.level === level) for (const [x, y] of trunk.path) add(x, y);
  if (x0 > x1) return { x0: 0, y0: 0, x1: 10, y1: 8 };
  return { x0: x0 - 0.7, y0: y0 - 0.7, x1: x1 + 0.7, y1: y1 + 0.7 };
}

/** Pixels a metre and shift so that the extent fills a box of that many pixels. */
export function fit(extent: Extent, widthPx: number, heightPx: number): View {
  const k = Math.min(widthPx / (extent.x1 - extent.x0), heightPx / (extent.y1 - extent.y0), 120);
  return {
    k,
    x: (widthPx - k * (extent.x0 + extent.x1)) / 2,
    y: (heightPx - k * (extent.y0 + extent.y1)) / 2,
  };
}

/** Least and greatest pixels a metre. */
export const SCALES: [number, number] = [2, 400];

const FOOT_M = 0.3048;
/** Round lengths for the scale bar, m: of metres, or of feet. */
const ROUND: Readonly<Record<Units, readonly number[]>> = {
  metric: [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100],
  imperial: [0.5, 1, 2, 5, 10, 20, 50, 100, 200].map((feet) => feet * FOOT_M),
};
/** Sides of the grid's squares from fine to coarse, m, each used where it takes at least so many pixels. */
const GRIDS: Readonly<Record<Units, readonly number[]>> = {
  metric: [1, 5, 10],
  imperial: [1, 5, 20].map((feet) => feet * FOOT_M),
};
const LEAST_SQUARE_PX: Readonly<Record<Units, number>> = { metric: 22, imperial: 14 };

/** The finest grid whose squares can be told apart at this zoom. */
export const gridM = (k: number, units: Units): number =>
  GRIDS[units].find((m, i, all) => m * k >= LEAST_SQUARE_PX[units] || i === all.length - 1)!;

/** A round length for the scale bar: as near to 90 px as 1, 2, 5, 10 … of the person's unit comes. */
export function scaleBarM(k: number, units: Units): number {
  const steps = ROUND[units];
  return steps.reduce((best, m) => (Math.abs(m * k - 90) < Math.abs(best * k - 90) ? m : best));
}

/** What a kit dragged onto the plan is called on its way. */
export const KIT_DRAG = "application/x-zinc-kit";

/** A list in lots of so many: what React compares and draws together. */
export const inLots = <T>(list: readonly T[], most: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / most) }, (_, i) => list.slice(i * most, (i + 1) * most));
