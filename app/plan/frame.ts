/** The plan's frame: what a level covers, and a zoom that shows it whole. */
import type { Design } from "#core/design/collections";
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

/** A round length for the scale bar: as near to 90 px as 1, 2, 5, 10 … m comes. */
export function scaleBarM(k: number): number {
  const steps = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100];
  return steps.reduce((best, m) => (Math.abs(m * k - 90) < Math.abs(best * k - 90) ? m : best), 1);
}

/** What a kit dragged onto the plan is called on its way. */
export const KIT_DRAG = "application/x-zinc-kit";

/** A list in lots of so many: what React compares and draws together. */
export const inLots = <T>(list: readonly T[], most: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / most) }, (_, i) => list.slice(i * most, (i + 1) * most));
