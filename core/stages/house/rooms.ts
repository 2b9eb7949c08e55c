/** Rooms from walls, and rooms that follow their walls. */
import { byId, type Design, rowOf } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import { putRow } from "../../design/row-changes";
import { ROOM_TYPES, type RoomRow } from "../../design/rows/house-structure";
import { area, centroid, contains } from "../../geometry/polygon";
import { distance, type Xy } from "../../geometry/segment";
import { facesOf, type Face } from "./faces";

/** Two outlines whose areas differ by more than this part are not the same room. */
const LIKE = 0.35;

/**
 * A place inside an outline: its centre of area, or where that lies outside the middle of a triangle that
 * does not.
 */
export function insideOf(outline: readonly Xy[]): [number, number] {
  const middle = centroid(outline);
  if (contains(outline, middle)) return middle;
  for (let i = 0; i < outline.length; i++) {
    const ear = [outline[i]!, outline[(i + 1) % outline.length]!, outline[(i + 2) % outline.length]!];
    const place = centroid(ear);
    if (contains(outline, place)) return place;
  }
  return middle;
}

const levelWalls = (design: Design, level: string) => design.walls.filter((wall) => wall.level === level);

/** The face a room stands in, if its walls are drawn: it holds the room's middle and is about as large. */
function faceOfRoom(room: RoomRow, faces: readonly Face[]): Face | undefined {
  const middle = insideOf(room.outline);
  const size = area(room.outline);
  return faces.find(
    (face) =>
      contains(face.corners, middle) && Math.abs(area(face.outline) - size) <= LIKE * Math.max(size, 1),
  );
}

/** A name of a room no other room has: "Room 3". */
function freeRoom(taken: Set<string>): { name: string; code: string } {
  let n = 1;
  while (taken.has(`Room ${n}`)) n += 1;
  taken.add(`Room ${n}`);
  return { name: `Room ${n}`, code: `R${n}` };
}

/** Code of a room nobody has named yet. */
const UNNAMED = /^R\d+$/;

/**
 * A room's short form out of its name, that no other room has: "Kitchen" is KIT, or KITC where KIT is taken.
 * Undefined where the name has no letter or digit that a label can hold.
 */
export function codeFrom(name: string, taken: ReadonlySet<string>): string | undefined {
  const letters = name
    .normalize("NFD")
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, "");
  for (let n = Math.min(3, letters.length); n <= Math.min(6, letters.length); n++)
    if (n && !taken.has(letters.slice(0, n))) return letters.slice(0, n);
  for (let n = 2; letters && n < 1000; n++) {
    const code = `${letters.slice(0, 3)}${n}`;
    if (!taken.has(code)) return code;
  }
  return undefined;
}

/** New values of a room. One that is named for the first time has its code out of its name, for the labels. */
export function changeRoom(design: Design, id: string, values: Partial<RoomRow>): Change[] {
  const room = rowOf(design, "rooms", id);
  const name = values.name?.trim();
  const code =
    name && name !== room.name && values.code === undefined && UNNAMED.test(room.code)
      ? codeFrom(name, new Set(design.rooms.map((one) => one.code)))
      : undefined;
  return putRow("rooms", { ...room, ...(code ? { code } : {}), ...values });
}

/**
 * Rooms for every closed space of a level that has none yet. `newId` gives ids. Rooms that are there stay
 * as they are, except that their outline is set to their walls where `refit` is asked.
 */
export function findRooms(
  design: Design,
  level: string,
  newId: () => string,
  { refit = false } = {},
): { changes: Change[]; found: number; loose: number } {
  const { faces, loose } = facesOf(levelWalls(design, level));
  const rooms = design.rooms.filter((room) => room.level === level);
  const names = new Set(design.rooms.map((room) => room.name));
  const changes: Change[] = [];
  let found = 0;
  for (const face of faces) {
    const own = rooms.find((room) => faceOfRoom(room, [face]));
    if (own) {
      if (refit && !sameOutline(own.outline, face.outline))
        changes.push({ in: "rooms", put: { ...own, outline: startingLike(own.outline, face.outline) } });
      continue;
    }
    const middle = insideOf(face.outline);
    if (area(face.outline) < 0.2 || rooms.some((room) => contains(room.outline, middle))) continue;
    changes.push({
      in: "rooms",
      put: { id: newId(), level, ...freeRoom(names), type: ROOM_TYPES[0], outline: face.outline },
    });
    found += 1;
  }
  return { changes, found, loose: loose.length };
}

/** Are two outlines the same ring of corners, wherever each starts? */
export function sameOutline(a: readonly Xy[], b: readonly Xy[]): boolean {
  if (a.length !== b.length) return false;
  const near = (p: Xy, q: Xy) => distance(p, q) < 0.0015;
  return b.some((_, shift) => a.every((p, i) => near(p, b[(i + shift) % b.length]!)));
}

/**
 * The new outline from the corner on that lies nearest to where the old one starts: sides keep their
 * numbers, and what was measured of them stays theirs.
 */
export function startingLike(old: readonly Xy[], outline: readonly [number, number][]): [number, number][] {
  const far = (shift: number) =>
    old.length === outline.length
      ? old.reduce((sum, corner, i) => sum + distance(corner, outline[(i + shift) % outline.length]!), 0)
      : distance(old[0]!, outline[shift]!);
  let best = 0;
  for (let shift = 1; shift < outline.length; shift++) if (far(shift) < far(best) - 1e-9) best = shift;
  return [...outline.slice(best), ...outline.slice(0, best)];
}

const shared = (a: readonly string[], b: readonly string[]) => {
  const of = new Set(b);
  return a.filter((wall) => of.has(wall)).length / new Set([...a, ...b]).size;
};

/**
 * After changes to walls of `level`: the rooms that were bounded by them take the new shape. A room follows the
 * space that shares most of its walls; one whose space is gone stays as it was (and a check says so).
 */
export function followWalls(design: Design, level: string, changes: readonly Change[]): Change[] {
  const before = facesOf(levelWalls(design, level)).faces;
  const after = facesOf(levelWalls(applyChanges(design, changes), level)).faces;
  const taken = new Set<Face>();
  const follow: Change[] = [];
  for (const room of design.rooms) {
    if (room.level !== level) continue;
    const old = faceOfRoom(room, before);
    if (!old) continue;
    const now = after
      .filter((face) => !taken.has(face))
      .map((face) => ({
        face,
        part: shared(face.walls, old.walls),
        far: distance(centroid(face.corners), centroid(old.corners)),
      }))
      .filter(({ part }) => part >= 0.5)
      .sort((p, q) => q.part - p.part || p.far - q.far)[0]?.face;
    if (!now) continue;
    taken.add(now);
    if (!sameOutline(old.outline, now.outline))
      follow.push({ in: "rooms", put: { ...room, outline: startingLike(room.outline, now.outline) } });
  }
  return follow;
}

/** Points, switches and lamps of a level whose place now lies in another room are given to it. */
export function resettle(design: Design, level: string): Change[] {
  const rooms = design.rooms.filter((room) => room.level === level);
  const changes: Change[] = [];
  for (const name of ["points", "switches", "lamps"] as const) {
    for (const row of design[name]) {
      if (row.level !== level) continue;
      const own = byId(design, "rooms").get(row.room);
      if (own?.level === level && contains(own.outline, [row.x, row.y])) continue;
      const room = rooms.find((one) => contains(one.outline, [row.x, row.y]));
      if (room && room.id !== row.room) changes.push({ in: name, put: { ...row, room: room.id } } as Change);
    }
  }
  return changes;
}
