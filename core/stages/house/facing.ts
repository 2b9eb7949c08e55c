/** Which way a wall faces: out of the house where one side of it is indoors. */
import type { Design } from "../../design/collections";
import { facingOnSheet, turned } from "../../design/place";
import { contains } from "../../geometry/polygon";
import type { WallRow } from "../../design/rows/house-structure";

/** How far beyond its face a wall is looked at, m: past a skirting, not past a room. */
const BEYOND_M = 0.3;

/**
 * Degrees clockwise from sheet-up in which the outer side of a wall faces. With rooms on both sides, or on none,
 * the side on the left of its way from a to b.
 */
export function outwardDeg(design: Pick<Design, "rooms">, wall: WallRow): number {
  const left = facingOnSheet(wall);
  const reach = wall.thicknessM / 2 + BEYOND_M;
  const indoors = (deg: number) => {
    const rad = (deg * Math.PI) / 180;
    const place: [number, number] = [
      (wall.ax + wall.bx) / 2 + reach * Math.sin(rad),
      (wall.ay + wall.by) / 2 - reach * Math.cos(rad),
    ];
    return design.rooms.some(
      (room) => room.level === wall.level && !room.outdoor && contains(room.outline, place),
    );
  };
  const right = turned(left + 180);
  return indoors(left) && !indoors(right) ? right : left;
}
