/** Walls by typed distance: how far it is to the next one, moved to be so far, or a new one at that distance. */
import type { Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import type { Change } from "../../design/edit";
import { facingOnSheet, turned } from "../../design/place";
import { contains } from "../../geometry/polygon";
import { footOn, type Xy } from "../../geometry/segment";
import { round3 } from "../../geometry/round";
import { windName } from "./openings";
import type { WallRow } from "../../design/rows/house-structure";
import { addWall, moveWalls, wallLengthM, wallOf } from "./walls";

/** Left or right of a wall on its way from a to b. */
export type Side = "left" | "right";

export interface Neighbour {
  wall: WallRow;
  side: Side;
  /** Between the two faces, m. */
  clearM: number;
}

/** Walls that turn away by more than this are not parallel: the sine of 2°. */
const PARALLEL = 0.035;
/** Two walls face one another along at least so many metres. */
const LEAST_FACING_M = 0.1;

const unit = (wall: WallRow): Xy => {
  const length = wallLengthM(wall) || 1;
  return [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
};

/** Shift to the left or right of a wall, m. */
function aside(wall: WallRow, side: Side, m: number): Xy {
  const [ux, uy] = unit(wall);
  const way = side === "left" ? m : -m;
  return [uy * way, -ux * way];
}

/** The nearest wall on each side that runs parallel to this one and faces it. */
export function neighboursOf(design: Pick<Design, "walls">, wall: WallRow): Neighbour[] {
  const [ux, uy] = unit(wall);
  const length = wallLengthM(wall);
  const nearest = new Map<Side, Neighbour>();
  for (const other of design.walls) {
    if (other.id === wall.id || other.level !== wall.level) continue;
    const [vx, vy] = unit(other);
    if (Math.abs(ux * vy - uy * vx) > PARALLEL) continue;
    const along = ([x, y]: Xy) => (x - wall.ax) * ux + (y - wall.ay) * uy;
    const [p, q] = [along([other.ax, other.ay]), along([other.bx, other.by])];
    if (Math.min(Math.max(p, q), length) - Math.max(Math.min(p, q), 0) < LEAST_FACING_M) continue;
    const mid: Xy = [(other.ax + other.bx) / 2, (other.ay + other.by) / 2];
    const across = (mid[0] - wall.ax) * uy - (mid[1] - wall.ay) * ux;
    const side: Side = across > 0 ? "left" : "right";
    const clearM = round3(Math.abs(across) - (wall.thicknessM + other.thicknessM) / 2);
    const known = nearest.get(side);
    if (clearM > 0 && (!known || clearM < known.clearM)) nearest.set(side, { wall: other, side, clearM });
  }
  return [...nearest.values()].sort((a, b) => a.clearM - b.clearM);
}

/**
 * Move a wall until it stands so far from the next one, face to face; what is joined to it follows.
 * Throws InputError where the distance is not above nothing.
 */
export function setClear(design: Design, id: string, to: Neighbour, clearM: number): Change[] {
  if (!(clearM > 0)) fail("Clear distance", "must be above nothing");
  const wall = wallOf(design, id);
  const [dx, dy] = aside(wall, to.side, to.clearM - clearM);
  return moveWalls(design, [id], { dx, dy });
}

/** A new wall of the same make and length, so far from this one, face to face. Throws as `setClear` does. */
export function wallBeside(design: Design, id: string, side: Side, clearM: number, newId: string): Change[] {
  if (!(clearM > 0)) fail("New wall", "must be above nothing");
  const { level, ax, ay, bx, by, thicknessM, material, ...wall } = wallOf(design, id);
  const [dx, dy] = aside({ level, ax, ay, bx, by, thicknessM, material, ...wall }, side, clearM + thicknessM);
  return addWall(design, newId, level, [ax + dx, ay + dy], [bx + dx, by + dy], { thicknessM, material });
}

/** What lies on a side of a wall: its room, or the wind it looks to. */
export function sideWords(design: Pick<Design, "rooms" | "design">, wall: WallRow, side: Side): string {
  const [dx, dy] = aside(wall, side, wall.thicknessM / 2 + 0.2);
  const at: Xy = [(wall.ax + wall.bx) / 2 + dx, (wall.ay + wall.by) / 2 + dy];
  const room = design.rooms.find((row) => row.level === wall.level && contains(row.outline, at));
  const facing = facingOnSheet(wall) + (side === "left" ? 0 : 180) - design.design.northDeg;
  return room?.name ?? `the ${windName(turned(facing))}`;
}

/** Where a drawn wall starts on a standing one: which, how far from its ends, and what the ends are called. */
export interface StartOn {
  wall: WallRow;
  /** From a and from b, m. */
  fromM: [number, number];
  /** "west end", "east end". */
  ends: [string, string];
}

/** What the two ends of a wall are called, a's first: "west end", "east end". */
export function endsOf(design: Pick<Design, "design">, wall: WallRow): [string, string] {
  const end = (deg: number) => `${windName(turned(deg - design.design.northDeg))} end`;
  const towardsB = facingOnSheet(wall) + 90;
  return [end(towardsB + 180), end(towardsB)];
}

/** A place counts as being on a wall up to so many metres from its centre line. */
const ON_M = 0.01;

/** The wall a place is on, if it is on one and not at its very end. */
export function startOn(
  design: Pick<Design, "walls" | "design">,
  level: string,
  at: Xy,
): StartOn | undefined {
  for (const wall of design.walls) {
    if (wall.level !== level) continue;
    const foot = footOn(at, [wall.ax, wall.ay], [wall.bx, wall.by]);
    if (Math.hypot(at[0] - foot.at[0], at[1] - foot.at[1]) > ON_M) continue;
    const length = wallLengthM(wall);
    const from = foot.t * length;
    return { wall, fromM: [from, length - from], ends: endsOf(design, wall) };
  }
  return undefined;
}

/** The place so far from one end of a wall. Throws InputError where the wall is not that long. */
export function placeOn(wall: WallRow, end: 0 | 1, fromM: number): [number, number] {
  const length = wallLengthM(wall);
  if (!(fromM >= 0 && fromM <= length))
    fail("From its end", `must be between 0 and ${length.toFixed(2)} m: the wall is no longer`);
  const t = end === 0 ? fromM / length : 1 - fromM / length;
  return [round3(wall.ax + (wall.bx - wall.ax) * t), round3(wall.ay + (wall.by - wall.ay) * t)];
}
