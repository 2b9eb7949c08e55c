/** Where a room taken down by tape can start: across a wall from a known corner, or beside a door. */
import type { Design } from "../../design/collections";
import { turned } from "../../design/place";
import { contains, centroid, signedArea } from "../../geometry/polygon";
import { distance, footOn, type Xy } from "../../geometry/segment";
import { round3 } from "../../geometry/round";
import { windName } from "./openings";
import type { RoomRow, WallRow } from "../../design/rows/house-structure";
import { openingName } from "./wall-names";
import { wallLengthM } from "./walls";

export interface Start {
  key: string;
  /** "Hall, north-east corner, across the east wall", "Door in …, its west side". */
  text: string;
  at: [number, number];
}

/** A side of an outline lies along a wall within so many metres of its face. */
const ALONG_M = 0.08;

const wind = (design: Pick<Design, "design">, dx: number, dy: number) =>
  windName(turned((Math.atan2(dx, -dy) * 180) / Math.PI - design.design.northDeg));

/** The wall that stands along side ab of a room, if one does. */
function wallAlong(walls: readonly WallRow[], a: Xy, b: Xy): WallRow | undefined {
  const middle: Xy = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const [ux, uy] = [(b[0] - a[0]) / distance(a, b), (b[1] - a[1]) / distance(a, b)];
  return walls.find((wall) => {
    const length = wallLengthM(wall);
    if (Math.abs(ux * (wall.by - wall.ay) - uy * (wall.bx - wall.ax)) / length > 0.02) return false;
    const foot = footOn(middle, [wall.ax, wall.ay], [wall.bx, wall.by]);
    return !foot.clamped && Math.abs(distance(middle, foot.at) - wall.thicknessM / 2) <= ALONG_M;
  });
}

/** Every place at which the next room of a level could start and no room is yet, corners first. */
export function startsOf(design: Design, level: string): Start[] {
  const rooms = design.rooms.filter((room) => room.level === level);
  const walls = design.walls.filter((wall) => wall.level === level);
  const free = (at: Xy) => !rooms.some((room) => contains(room.outline, at));
  const starts: Start[] = [];
  for (const room of rooms) starts.push(...acrossCorners(design, room, walls, free));
  for (const opening of design.openings) {
    const wall = walls.find((row) => row.id === opening.wall);
    if (!wall || (opening.kind !== "door" && opening.kind !== "gap" && opening.kind !== "gate")) continue;
    const length = wallLengthM(wall) || 1;
    const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
    for (const side of [1, -1]) {
      const [nx, ny] = [-uy * side, ux * side];
      const off = wall.thicknessM / 2;
      const place = (along: number, out: number): [number, number] => [
        round3(wall.ax + ux * along + nx * out),
        round3(wall.ay + uy * along + ny * out),
      ];
      if (!free(place(opening.offsetM + opening.widthM / 2, off + 0.1))) continue;
      for (const [along, way] of [
        [opening.offsetM, -1],
        [opening.offsetM + opening.widthM, 1],
      ] as const) {
        const jamb = wind(design, ux * way, uy * way);
        starts.push({
          key: `${opening.id}/${side}/${way}`,
          text: `${openingName(design, opening)}, ${jamb} side of it`,
          at: place(along, off),
        });
      }
    }
  }
  return starts;
}

/** From each corner of a room, across each of the two walls that meet there. */
function acrossCorners(
  design: Design,
  room: RoomRow,
  walls: readonly WallRow[],
  free: (at: Xy) => boolean,
): Start[] {
  const { outline } = room;
  const count = outline.length;
  const out = signedArea(outline) > 0 ? 1 : -1;
  const middle = centroid(outline);
  const starts: Start[] = [];
  const seen = new Map<string, number>();
  outline.forEach((corner, i) => {
    const wall = wind(design, corner[0] - middle[0], corner[1] - middle[1]);
    const nth = (seen.get(wall) ?? 0) + 1;
    seen.set(wall, nth);
    for (const [from, to] of [
      [outline[(i + count - 1) % count]!, corner],
      [corner, outline[(i + 1) % count]!],
    ] as const) {
      const along = wallAlong(walls, from, to);
      if (!along) continue;
      const length = distance(from, to);
      const [nx, ny] = [((to[1] - from[1]) / length) * out, (-(to[0] - from[0]) / length) * out];
      const at: [number, number] = [
        round3(corner[0] + nx * along.thicknessM),
        round3(corner[1] + ny * along.thicknessM),
      ];
      // Looked at a little inwards: the corner itself lies on the edge of whatever is there.
      const far = from === corner ? to : from;
      const probe: Xy = [
        at[0] + nx * 0.1 + ((far[0] - corner[0]) / length) * 0.1,
        at[1] + ny * 0.1 + ((far[1] - corner[1]) / length) * 0.1,
      ];
      if (!free(probe)) continue;
      starts.push({
        key: `${room.id}/${i}/${wind(design, nx, ny)}`,
        text: `${room.name}, ${wall} corner${nth > 1 ? ` ${nth}` : ""}, across the ${wind(design, nx, ny)} wall`,
        at,
      });
    }
  });
  return starts;
}
