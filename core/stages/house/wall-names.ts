/** Walls named by where they stand: nobody knows a wall by its number. */
import { group } from "d3-array";
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { facingOnSheet, turned } from "../../design/place";
import { boxNear, boxOf, contains, signedArea } from "../../geometry/polygon";
import { windName } from "./openings";
import type { OpeningRow, RoomRow, WallRow } from "../../design/rows/house-structure";

/** How far beyond its face a wall is looked at, m: past a skirting, not past a room. */
const BEYOND_M = 0.2;
/** Where along a wall it is asked what lies beside it: a partition may end at any one of them. */
const ALONG = [0.1, 0.3, 0.5, 0.7, 0.9];
/** More rooms than these are not said on one side. */
const MOST_ROOMS = 2;

/** A stretch of wall that is named: a whole wall, or the part of it that an opening takes up. */
type Stretch = Pick<WallRow, "id" | "level" | "ax" | "ay" | "bx" | "by" | "thicknessM">;

/** Every wall's name, none twice on a level: "North wall of Hall", "Between Hall and Snug". */
export const wallNames = memo("wallNames", (design): ReadonlyMap<string, string> =>
  told(
    design.walls,
    namer(design, (name) => name),
  ),
);

/** Every opening's, by the part of the wall it is in: "Window in north wall of Hall", "Door between Hall and Snug". */
const openingNames = memo("openingNames", (design): ReadonlyMap<string, string> => {
  const kinds = new Map(design.openings.map(({ id, kind }) => [id, kind]));
  const stretches = design.openings.flatMap(({ id, wall: on, offsetM, widthM }): Stretch[] => {
    const wall = byId(design, "walls").get(on);
    if (!wall) return [];
    const { level, thicknessM } = wall;
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
    const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
    const [from, to] = [offsetM, offsetM + widthM];
    return [
      {
        ...{ id, level, thicknessM, ax: wall.ax + ux * from, ay: wall.ay + uy * from },
        ...{ bx: wall.ax + ux * to, by: wall.ay + uy * to },
      },
    ];
  });
  const inWall = (name: string, id: string) => {
    const where = name[0]!.toLowerCase() + name.slice(1);
    return `${capital(kinds.get(id)!)} ${/^Between/.test(name) ? "" : "in "}${where}`;
  };
  return told(stretches, namer(design, inWall));
});

/** "Window in north wall of Hall": an opening by where it is. */
export const openingName = (design: Design, opening: Pick<OpeningRow, "id" | "kind">): string =>
  openingNames(design).get(opening.id) ?? capital(opening.kind);

/** The walls of a level as one reads a sheet: from the top down, and from left to right. */
export const wallsInOrder = (design: Pick<Design, "walls">, level: string): WallRow[] =>
  design.walls
    .filter((wall) => wall.level === level)
    .sort((a, b) => a.ay + a.by - b.ay - b.by || a.ax + a.bx - b.ax - b.bx || (a.id < b.id ? -1 : 1));

/** Names of stretches by their ids; those of one name on a level are counted. */
function told(stretches: readonly Stretch[], name: (stretch: Stretch) => string): Map<string, string> {
  const alike = group(
    stretches,
    ({ level }) => level,
    (stretch) => name(stretch),
  );
  const names = new Map<string, string>();
  for (const byName of alike.values()) {
    for (const [text, own] of byName) {
      if (own.length === 1) names.set(own[0]!.id, text);
      else inOrder(own).forEach(({ id }, i) => names.set(id, `${text}, ${i + 1} of ${own.length}`));
    }
  }
  return names;
}

function namer(design: Pick<Design, "rooms" | "design">, as: (name: string, id: string) => string) {
  const boxes = new Map(design.rooms.map((room) => [room.id, boxOf(room.outline)]));
  return (stretch: Stretch) =>
    as(
      nameOf(design, stretch, (room, at) => boxNear(boxes.get(room.id)!, at)),
      stretch.id,
    );
}

/** As they are met from left to right and from the top of the sheet down. */
const inOrder = (walls: readonly Stretch[]) =>
  [...walls].sort((a, b) => a.ax + a.bx - b.ax - b.bx || a.ay + a.by - b.ay - b.by || (a.id < b.id ? -1 : 1));

function nameOf(
  design: Pick<Design, "rooms" | "design">,
  wall: Stretch,
  near: (room: RoomRow, at: [number, number]) => boolean,
): string {
  const { ax, ay, bx, by } = fromLeft(wall);
  const length = Math.hypot(bx - ax, by - ay) || 1;
  const [nx, ny] = [-(by - ay) / length, (bx - ax) / length];
  const reach = wall.thicknessM / 2 + BEYOND_M;
  /** Rooms on one side of it, as they are met along it. */
  const beside = (side: number) => {
    const met = ALONG.flatMap((t) => {
      const at: [number, number] = [
        ax + (bx - ax) * t + nx * side * reach,
        ay + (by - ay) * t + ny * side * reach,
      ];
      return (
        design.rooms.find(
          (room) => room.level === wall.level && near(room, at) && contains(room.outline, at),
        ) ?? []
      );
    });
    return [...new Set(met)];
  };
  const [right, left] = [beside(1), beside(-1)];
  // Said from left to right, and from the top of the sheet down.
  const [first, second] = nx < -0.5 ? [right, left] : [left, right];
  const facing = facingOnSheet({ ax, ay, bx, by }) - design.design.northDeg;
  const outward = (inner: readonly RoomRow[]) =>
    capital(windName(turned(facing + (inner === right ? 0 : 180))));
  const indoors = (rooms: readonly RoomRow[]) => rooms.filter((room) => !room.outdoor);
  if (indoors(first).length && indoors(second).length)
    return `Between ${said(indoors(first))} and ${said(indoors(second))}`;
  const inner = indoors(right).length ? right : left;
  if (indoors(inner).length) return `${outward(inner)} wall of ${said(indoors(inner))}`;
  if (right.length && left.length) return `Between ${said(first)} and ${said(second)}`;
  const open = right.length ? right : left;
  return open.length ? `${outward(open)} edge of ${said(open)}` : "Free-standing wall";
}

/** The same wall walked from its left end, or from its upper one where it stands upright on the sheet. */
const fromLeft = ({ ax, ay, bx, by }: Stretch) =>
  ax < bx - 1e-6 || (Math.abs(ax - bx) <= 1e-6 && ay <= by)
    ? { ax, ay, bx, by }
    : { ax: bx, ay: by, bx: ax, by: ay };

const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);

function said(rooms: readonly RoomRow[]): string {
  const names = rooms.slice(0, MOST_ROOMS).map((room) => room.name);
  return `${names.join(" / ")}${rooms.length > MOST_ROOMS ? " …" : ""}`;
}

/** A side of a room's outline by the wind one looks towards when facing it from within: "North wall", 1 of 2 where two do. */
export function sideName(design: Pick<Design, "design">, room: RoomRow, side: number): string {
  const { outline } = room;
  const clockwise = signedArea(outline) > 0;
  const facing = outline.map(([ax, ay], i) => {
    const [bx, by] = outline[(i + 1) % outline.length]!;
    const left = facingOnSheet({ ax, ay, bx, by });
    return windName(turned(left + (clockwise ? 0 : 180) - design.design.northDeg));
  });
  const alike = facing.flatMap((wind, i) => (wind === facing[side] ? [i] : []));
  const name = `${capital(facing[side]!)} wall`;
  return alike.length === 1 ? name : `${name} ${alike.indexOf(side) + 1} of ${alike.length}`;
}
