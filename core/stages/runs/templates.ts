/** Room templates: what a room of its type usually gets, each thing at the place it usually has. */
import { byId, type Design, rowOf } from "../../design/collections";
import { applyChanges, type Change } from "../../design/edit";
import type { OpeningRow, RoomRow } from "../../design/rows/house-structure";
import { area, centroid, contains, edgeDistance } from "../../geometry/polygon";
import { distance, type Xy } from "../../geometry/segment";
import { addPoint, WALL_REACH_M } from "../house/points";
import { openingsOf } from "../house/openings";
import { pairUp } from "../../points/symmetry";

/** Where a thing of a template goes. */
export const PLACES = [
  "each window",
  "each door",
  "by the door",
  "middle",
  "pair across",
  "inner wall",
  "corner",
] as const;
export type TemplatePlace = (typeof PLACES)[number];

export interface TemplateLine {
  kind: string;
  place: TemplatePlace;
}

/** By type of room; usual practice, for a start. */
export const ROOM_TEMPLATES: Readonly<Record<RoomRow["type"], readonly TemplateLine[]>> = {
  living: [
    { kind: "keypad", place: "by the door" },
    { kind: "temperature", place: "inner wall" },
    { kind: "lamp", place: "middle" },
    { kind: "loudspeaker", place: "pair across" },
    { kind: "shade", place: "each window" },
    { kind: "motion", place: "corner" },
    { kind: "television", place: "inner wall" },
  ],
  sleeping: [
    { kind: "keypad", place: "by the door" },
    { kind: "temperature", place: "inner wall" },
    { kind: "lamp", place: "middle" },
    { kind: "shade", place: "each window" },
    { kind: "contact", place: "each window" },
    { kind: "spare", place: "inner wall" },
  ],
  wet: [
    { kind: "lamp", place: "middle" },
    { kind: "temperature", place: "inner wall" },
    { kind: "leak", place: "corner" },
    { kind: "mirror", place: "inner wall" },
  ],
  kitchen: [
    { kind: "keypad", place: "by the door" },
    { kind: "temperature", place: "inner wall" },
    { kind: "lamp", place: "middle" },
    { kind: "leak", place: "corner" },
    { kind: "shade", place: "each window" },
    { kind: "loudspeaker", place: "pair across" },
  ],
  circulation: [
    { kind: "motion", place: "corner" },
    { kind: "lamp", place: "middle" },
    { kind: "contact", place: "each door" },
    { kind: "access-point", place: "middle" },
  ],
  work: [
    { kind: "keypad", place: "by the door" },
    { kind: "temperature", place: "inner wall" },
    { kind: "lamp", place: "middle" },
    { kind: "shade", place: "each window" },
    { kind: "spare", place: "inner wall" },
  ],
  store: [
    { kind: "lamp", place: "middle" },
    { kind: "motion", place: "corner" },
  ],
  plant: [
    { kind: "lamp", place: "middle" },
    { kind: "leak", place: "corner" },
    { kind: "temperature", place: "inner wall" },
  ],
  outdoor: [
    { kind: "camera", place: "corner" },
    { kind: "lamp", place: "middle" },
  ],
};

/** A plate stands so far in from the face of its wall, beside a door so far along. */
const IN_M = 0.05;
const BESIDE_DOOR_M = 0.2;

function toward(outline: readonly Xy[], from: Xy, metres: number): Xy {
  const middle = centroid(outline);
  const far = distance(from, middle);
  return far < 1e-9
    ? from
    : [from[0] + ((middle[0] - from[0]) / far) * metres, from[1] + ((middle[1] - from[1]) / far) * metres];
}

/** Places on the plan for one line of a template; none where the room has no such thing. */
export function placesFor(design: Design, room: RoomRow, place: TemplatePlace): Xy[] {
  const openings = openingsOf(design, room);
  const near = (found: { at: Xy; row: OpeningRow }[]) =>
    found.map(({ at }) => toward(room.outline, at, IN_M));
  const middle = centroid(room.outline);
  const inside = (at: Xy) => contains(room.outline, at) || edgeDistance(room.outline, at) <= WALL_REACH_M;
  switch (place) {
    case "each window":
      return near(openings.filter(({ row }) => row.kind === "window"));
    case "each door":
      return near(openings.filter(({ row }) => row.kind === "door" || row.kind === "gate"));
    case "by the door": {
      const door = openings.find(({ row }) => row.kind === "door" || row.kind === "gap");
      if (!door) return [toward(room.outline, room.outline[0]!, 0.4)];
      // On the side of the latch where the hinge is known: an open door then does not hide it.
      const way = door.row.hinge === "end" ? -1 : 1;
      const ways = [way, -way].map(
        (sign) =>
          [
            door.at[0] + sign * door.along[0] * (door.row.widthM / 2 + BESIDE_DOOR_M),
            door.at[1] + sign * door.along[1] * (door.row.widthM / 2 + BESIDE_DOOR_M),
          ] as Xy,
      );
      return [toward(room.outline, ways.find(inside) ?? ways[0]!, IN_M)];
    }
    case "middle":
      return [middle];
    case "pair across": {
      const xs = room.outline.map(([x]) => x);
      const ys = room.outline.map(([, y]) => y);
      const [width, height] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
      const wide = width >= height;
      const by = (wide ? width : height) / 4;
      return wide
        ? [
            [middle[0] - by, middle[1]],
            [middle[0] + by, middle[1]],
          ]
        : [
            [middle[0], middle[1] - by],
            [middle[0], middle[1] + by],
          ];
    }
    case "corner":
      return [
        toward(
          room.outline,
          room.outline.reduce((best, corner) =>
            distance(corner, middle) > distance(best, middle) ? corner : best,
          ),
          0.35,
        ),
      ];
    case "inner wall": {
      // The longest side that no window or door is on.
      const sides = room.outline
        .map((a, i) => ({ a, b: room.outline[(i + 1) % room.outline.length]! }))
        .map(({ a, b }) => ({
          at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as Xy,
          long: distance(a, b),
          used: openings.some(({ at }) => {
            const d = distance(a, b);
            return (
              d > 0 &&
              Math.abs((b[0] - a[0]) * (a[1] - at[1]) - (a[0] - at[0]) * (b[1] - a[1])) / d < WALL_REACH_M
            );
          }),
        }));
      const best = sides.sort((p, q) => Number(p.used) - Number(q.used) || q.long - p.long)[0]!;
      return [toward(room.outline, best.at, IN_M)];
    }
  }
}

export interface TemplatePlan {
  changes: Change[];
  /** What is put in, by room. */
  added: { room: string; kind: string; count: number }[];
}

/** Nothing is put nearer than this to another of its kind: the room has it already. */
const SAME_M = 0.6;

/**
 * Changes that give rooms what a template has and they lack: kinds a room has enough of are left out, pairs
 * are made symmetric pairs. `newId` makes ids of new rows.
 */
export function applyTemplate(
  design: Design,
  rooms: readonly string[],
  lines: readonly TemplateLine[],
  newId: (prefix: string) => string,
): TemplatePlan {
  const plan: TemplatePlan = { changes: [], added: [] };
  let now = design;
  const take = (changes: Change[]) => {
    plan.changes.push(...changes);
    now = applyChanges(now, changes);
  };
  for (const id of rooms) {
    const room = rowOf(design, "rooms", id);
    if (area(room.outline) < 0.5) continue;
    for (const line of lines) {
      if (!byId(design, "kinds").has(line.kind)) continue;
      const own = now.points.filter((point) => point.room === id && point.kind === line.kind);
      const wanted = placesFor(now, room, line.place);
      const missing = line.place.startsWith("each")
        ? wanted.filter((at) => own.every((point) => distance([point.x, point.y], at) > SAME_M))
        : wanted.slice(own.length);
      const made: string[] = [];
      for (const [x, y] of missing) {
        const point = newId("p");
        take(addPoint(now, point, line.kind, room.level, freeSpot(now, room, [x, y])));
        made.push(point);
      }
      if (line.place === "pair across" && made.length === 2)
        take([
          {
            in: "symmetries",
            put: pairUp(newId("sy"), rowOf(now, "points", made[0]!), rowOf(now, "points", made[1]!)),
          },
        ]);
      if (made.length)
        plan.added.push({
          room: room.name,
          kind: rowOf(design, "kinds", line.kind).name,
          count: made.length,
        });
    }
  }
  return plan;
}

/** The place itself, or one beside it along the wall where another point stands there already. */
function freeSpot(design: Design, room: RoomRow, [x, y]: Xy): { x: number; y: number } {
  const taken = (at: Xy) =>
    design.points.some((point) => point.level === room.level && distance([point.x, point.y], at) < 0.25);
  for (const [dx, dy] of [
    [0, 0],
    [0.3, 0],
    [-0.3, 0],
    [0, 0.3],
    [0, -0.3],
    [0.6, 0],
    [-0.6, 0],
    [0, 0.6],
    [0, -0.6],
  ] as const) {
    const at: Xy = [x + dx, y + dy];
    if (!taken(at) && (contains(room.outline, at) || edgeDistance(room.outline, at) <= WALL_REACH_M))
      return { x: at[0], y: at[1] };
  }
  return { x, y };
}
