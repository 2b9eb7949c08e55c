/**
 * Which room is beside which, over how much wall and floor, and what the sun finds: sampled along the outlines and over the
 * floors of a design, half a metre a piece.
 */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { boxOf, contains, edgeDistance } from "../../geometry/polygon";
import { distance, footOn, type Xy } from "../../geometry/segment";
import type { OpeningRow, RoomRow } from "../../design/rows/house-structure";

/** A piece of outline or floor, m. */
const PIECE_M = 0.5;
/** How far out from an outline the next room is looked for: through walls up to some 0.8 m. */
const REACHES_M = [0.12, 0.3, 0.5, 0.7, 0.9];
/** A window or a door whose middle is nearer to a room's edge than this is of that room, m. */
export const BESIDE_M = 0.7;

export interface Beside {
  a: string;
  /** Undefined: outside, or an outdoor room. */
  b?: string;
  /** Of wall between them, m. */
  lengthM: number;
  /** Length × transmittance of that wall, W/(m K). */
  lengthUM: number;
}

export interface Over {
  /** The lower room; undefined: the ground, where `b` is lowest. */
  a?: string;
  /** Undefined: the roof. */
  b?: string;
  areaM2: number;
}

/** Where nobody has said: a wall outside and one inside, W/m²K. */
const OUTSIDE_U = 1.4;
const INSIDE_U = 2;

/** Middle of an opening, on the sheet. */
export function middleOf(
  design: Design,
  { wall: id, offsetM, widthM }: OpeningRow,
): { level: string; at: Xy } | undefined {
  const wall = byId(design, "walls").get(id);
  if (!wall) return undefined;
  const along = (offsetM + widthM / 2) / (Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1);
  return {
    level: wall.level,
    at: [wall.ax + (wall.bx - wall.ax) * along, wall.ay + (wall.by - wall.ay) * along],
  };
}

/** Rooms an opening is of: one, or the two it joins. */
export const roomsAtOpenings = memo(
  "roomsAtOpenings",
  (design): ReadonlyMap<string, readonly string[]> =>
    new Map(
      design.openings.map((opening) => {
        const middle = middleOf(design, opening);
        const rooms = design.rooms.filter(
          ({ level, outline }) =>
            middle?.level === level && Math.abs(edgeDistance(outline, middle.at)) < BESIDE_M,
        );
        return [opening.id, rooms.map(({ id }) => id)];
      }),
    ),
);

/** Transmittance of the wall at a place, W/m²K. */
function wallU(design: Design, level: string, at: Xy, outside: boolean): number {
  let best: { away: number; u: number } | undefined;
  for (const wall of design.walls) {
    if (wall.level !== level) continue;
    const away = distance(at, footOn(at, [wall.ax, wall.ay], [wall.bx, wall.by]).at);
    const u = byId(design, "materials").get(wall.material)?.uWm2K;
    if (u !== undefined && away < 0.7 && (!best || away < best.away)) best = { away, u };
  }
  return best?.u ?? (outside ? OUTSIDE_U : INSIDE_U);
}

function besideOf(design: Design, room: RoomRow, others: readonly RoomRow[]): Beside[] {
  const found = new Map<string, Beside>();
  const { outline } = room;
  for (const [i, from] of outline.entries()) {
    const to = outline[(i + 1) % outline.length]!;
    const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const pieces = Math.max(1, Math.round(long / PIECE_M));
    // Out of the room: the side of the edge that is not inside it.
    const [nx, ny] = [(to[1] - from[1]) / (long || 1), (from[0] - to[0]) / (long || 1)];
    for (let k = 0; k < pieces; k += 1) {
      const share = (k + 0.5) / pieces;
      const at: Xy = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
      const sign = contains(outline, [at[0] + nx * 0.05, at[1] + ny * 0.05]) ? -1 : 1;
      let other: RoomRow | undefined;
      for (const reach of REACHES_M) {
        const out: Xy = [at[0] + sign * nx * reach, at[1] + sign * ny * reach];
        other = others.find((one) => one !== room && contains(one.outline, out));
        if (other) break;
      }
      const b = other && !other.outdoor ? other.id : undefined;
      const u = wallU(design, room.level, at, b === undefined);
      const own = found.get(b ?? "") ?? {
        a: room.id,
        ...(b === undefined ? {} : { b }),
        lengthM: 0,
        lengthUM: 0,
      };
      own.lengthM += long / pieces;
      own.lengthUM += (u * long) / pieces;
      found.set(b ?? "", own);
    }
  }
  return [...found.values()];
}

/** Of every room, what is beside it; each pair of rooms from both sides. */
export const wallsBetween = memo("wallsBetween", (design): readonly Beside[] =>
  design.rooms.flatMap((room) =>
    room.outdoor
      ? []
      : besideOf(
          design,
          room,
          design.rooms.filter(({ level }) => level === room.level),
        ),
  ),
);

/** Which room is above which, over how much floor. */
export const floorsBetween = memo("floorsBetween", (design): readonly Over[] => {
  const levels = [...design.levels].sort((a, b) => a.elevationM - b.elevationM);
  const at = new Map(levels.map(({ id }, i) => [id, i]));
  const indoors = design.rooms.filter(({ outdoor }) => !outdoor);
  const found = new Map<string, Over>();
  const add = (a: string | undefined, b: string | undefined) => {
    const key = `${a ?? ""} ${b ?? ""}`;
    const own = found.get(key) ?? {
      ...(a === undefined ? {} : { a }),
      ...(b === undefined ? {} : { b }),
      areaM2: 0,
    };
    own.areaM2 += PIECE_M * PIECE_M;
    found.set(key, own);
  };
  for (const room of indoors) {
    const box = boxOf(room.outline);
    const level = at.get(room.level) ?? 0;
    // The nearest level above, and whether there is any below.
    const above = indoors
      .filter((one) => (at.get(one.level) ?? 0) > level)
      .sort((a, b) => at.get(a.level)! - at.get(b.level)!);
    const below = indoors.filter((one) => (at.get(one.level) ?? 0) < level);
    for (let x = box.x0 + PIECE_M / 2; x < box.x1; x += PIECE_M)
      for (let y = box.y0 + PIECE_M / 2; y < box.y1; y += PIECE_M) {
        if (!contains(room.outline, [x, y])) continue;
        add(room.id, above.find(({ outline }) => contains(outline, [x, y]))?.id);
        if (!below.some(({ outline }) => contains(outline, [x, y]))) add(undefined, room.id);
      }
  }
  return [...found.values()];
});
