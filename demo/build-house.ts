/** Small words for writing down a house as rows: rooms, walls with their openings, points. */
import type { Design } from "../core/design/collections";
import type { OpeningRow, RoomRow } from "../core/design/rows/house-structure";

export type Box = [x0: number, y0: number, x1: number, y1: number];

/** A rectangular room. */
export function room(
  design: Design,
  id: string,
  level: string,
  name: string,
  code: string,
  type: RoomRow["type"],
  [x0, y0, x1, y1]: Box,
  outdoor = false,
): void {
  design.rooms.push({
    id,
    level,
    name,
    code,
    type,
    outline: [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ],
    ...(outdoor ? { outdoor } : {}),
  });
}

interface Hole {
  kind: OpeningRow["kind"];
  offsetM: number;
  widthM: number;
  heightM?: number;
  sillM?: number;
  material?: string;
  outsideIs?: OpeningRow["outsideIs"];
}

/** A wall along [ax, ay, bx, by] and the openings in it. */
export function wall(
  design: Design,
  id: string,
  level: string,
  [ax, ay, bx, by]: Box,
  thicknessM: number,
  material: string,
  holes: Hole[] = [],
): void {
  design.walls.push({ id, level, ax, ay, bx, by, thicknessM, material });
  holes.forEach((hole, i) => {
    const window = hole.kind === "window";
    design.openings.push({
      id: `${id}-${i + 1}`,
      wall: id,
      kind: hole.kind,
      offsetM: hole.offsetM,
      widthM: hole.widthM,
      heightM: hole.heightM ?? (window ? 1.2 : 2.05),
      sillM: hole.sillM ?? (window ? 0.9 : 0),
      material: hole.material ?? (window ? "glass-clear" : "timber-door"),
      outsideIs: hole.outsideIs ?? (window ? "left" : "none"),
    });
  });
}

/**
 * The four outer walls of a block, centre lines along the box, going round with the outside on the left.
 * Openings by side.
 */
export function shell(
  design: Design,
  id: string,
  level: string,
  [x0, y0, x1, y1]: Box,
  thicknessM: number,
  material: string,
  holes: Partial<Record<"n" | "e" | "s" | "w", Hole[]>> = {},
): void {
  wall(design, `${id}-n`, level, [x0, y0, x1, y0], thicknessM, material, holes.n);
  wall(design, `${id}-e`, level, [x1, y0, x1, y1], thicknessM, material, holes.e);
  wall(design, `${id}-s`, level, [x1, y1, x0, y1], thicknessM, material, holes.s);
  wall(design, `${id}-w`, level, [x0, y1, x0, y0], thicknessM, material, holes.w);
}

export const window = (offsetM: number, widthM = 1.2, material = "glass-clear"): Hole => ({
  kind: "window",
  offsetM,
  widthM,
  material,
});
export const door = (offsetM: number, widthM = 0.85): Hole => ({ kind: "door", offsetM, widthM });
export const outsideDoor = (offsetM: number, widthM = 1): Hole => ({
  kind: "door",
  offsetM,
  widthM,
  outsideIs: "left",
});
