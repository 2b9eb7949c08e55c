/** Edits of points: pure functions from a design to the changes that do it. */
import { byId, type Design, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import type { RoomRow } from "../../design/rows/house-structure";
import type { KindRow, PointRow } from "../../design/rows/runs";
import { contains, edgeDistance } from "../../geometry/polygon";
import { fail } from "../../design/input-error";
import { closetsFor } from "../../ways/closets";
import { mountOf } from "../../points/kits";
import { mirrored, pairOf, partnerOf } from "../../points/symmetry";

/** Points snap to 5 cm. */
export const GRID_M = 0.05;

/** The nearest multiple of 5 cm, without binary dust. */
export const snap = (m: number) => (Math.round(m / GRID_M) * 5) / 100;

/** What is fixed on a wall, or in it, belongs to the room whose outline is no farther than this. */
export const WALL_REACH_M = 0.3;

/** The room of a level that holds (x, y), or the one whose walls it is on; undefined in the open. */
export function roomAt(design: Design, level: string, x: number, y: number): RoomRow | undefined {
  const rooms = design.rooms.filter((room) => room.level === level);
  const within = rooms.find((room) => contains(room.outline, [x, y]));
  if (within) return within;
  const near = rooms
    .map((room) => ({ room, far: edgeDistance(room.outline, [x, y]) }))
    .sort((a, b) => a.far - b.far)[0];
  return near && near.far <= WALL_REACH_M ? near.room : undefined;
}

function existing(design: Design, id: string): PointRow {
  return byId(design, "points").get(id) ?? fail("point", `"${id}" does not exist`);
}

/** The lowest label number free for a kind in a room. */
export function freeNumber(design: Design, kind: string, room: string, self?: string): number {
  const taken = new Set(
    design.points.filter((p) => p.kind === kind && p.room === room && p.id !== self).map((p) => p.number),
  );
  let number = 1;
  while (taken.has(number)) number += 1;
  return number;
}

/** A name no other point has: "Camera, hall" or "Camera, hall 2". */
export function freeName(design: Design, kind: KindRow, room: RoomRow): string {
  const names = new Set(design.points.map((point) => point.name));
  const stem = `${kind.name}, ${room.name.toLowerCase()}`;
  let name = stem;
  for (let n = 2; names.has(name); n++) name = `${stem} ${n}`;
  return name;
}

/** Move a point on its level to (x, y), snapped; its room follows, and with the room its label. */
export function movePoint(design: Design, id: string, to: { x: number; y: number }): Change[] {
  const point = existing(design, id);
  const x = snap(to.x);
  const y = snap(to.y);
  const room = roomAt(design, point.level, x, y)?.id ?? point.room;
  const moved: PointRow = { ...point, x, y, room };
  if (room !== point.room) moved.number = freeNumber(design, point.kind, room, id);
  const changes: Change[] = [{ in: "points", put: moved }];
  // One of a symmetric pair takes the other with it.
  const pair = pairOf(design, id);
  const partner = partnerOf(design, id);
  if (!pair || !partner || partner.level !== point.level) return changes;
  const image = mirrored(pair, { x, y });
  const itsRoom = roomAt(design, partner.level, image.x, image.y)?.id ?? partner.room;
  const other: PointRow = { ...partner, ...image, room: itsRoom };
  if (itsRoom !== partner.room) other.number = freeNumber(design, partner.kind, itsRoom, partner.id);
  return [...changes, { in: "points", put: other }];
}

/** Put new values in some fields of a point. */
export function changePoint(design: Design, id: string, values: Partial<Omit<PointRow, "id">>): Change[] {
  const put = { ...existing(design, id), ...values };
  // What is taken away is not there any more.
  if (put.closet === undefined) delete put.closet;
  if (put.appliance === undefined) delete put.appliance;
  if (put.ratedW === undefined) delete put.ratedW;
  if (put.serves === undefined) delete put.serves;
  return [{ in: "points", put }];
}

/**
 * A new point of a kind at (x, y) of a level, at the kind's mounting height, ending at the closet with the
 * shortest way.
 */
export function addPoint(
  design: Design,
  newId: string,
  kindId: string,
  level: string,
  at: { x: number; y: number },
): Change[] {
  const kind = byId(design, "kinds").get(kindId) ?? fail("kind", `"${kindId}" does not exist`);
  const x = snap(at.x);
  const y = snap(at.y);
  const room =
    roomAt(design, level, x, y) ?? fail("room", "has to be under the pointer: there is none at this place");
  const point: PointRow = {
    id: newId,
    kind: kindId,
    level,
    room: room.id,
    x,
    y,
    z: mountOf(design, { room: room.id }, kind).mountHeightM,
    name: freeName(design, kind, room),
    number: freeNumber(design, kindId, room.id),
  };
  const closet = kind.drops.length ? closetsFor(design, point)[0]?.closet : undefined;
  return [{ in: "points", put: closet ? { ...point, closet } : point }];
}

/** A second point like this one, half a metre to the right and down (or wherever the room still is). */
export function duplicatePoint(design: Design, id: string, newId: string): Change[] {
  const point = existing(design, id);
  const kind = rowOf(design, "kinds", point.kind);
  const room = rowOf(design, "rooms", point.room);
  const spot = [
    [0.5, 0],
    [0, 0.5],
    [-0.5, 0],
    [0, -0.5],
  ].find(([dx, dy]) => contains(room.outline, [point.x + dx!, point.y + dy!])) ?? [0.2, 0.2];
  const { settled: _settled, drawn: _drawn, ...rest } = point;
  return [
    {
      in: "points",
      put: {
        ...rest,
        id: newId,
        x: snap(point.x + spot[0]!),
        y: snap(point.y + spot[1]!),
        name: freeName(design, kind, room),
        number: freeNumber(design, point.kind, point.room),
      },
    },
  ];
}
