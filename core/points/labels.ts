/** What a point is called on labels and sheets: level, room, kind and number. */
import { byId, type Design } from "../design/collections";
import { memoByParts } from "../design/kept";
import type { PointRow } from "../stages/runs/rows";

/** The nn of every point's label: its own number where it can have it, else the next free one of its room and kind. */
export const pointNumbers = memoByParts(["levels", "rooms", "kinds", "points"], (design) => {
  const stems = new Map<string, PointRow[]>();
  for (const point of design.points) {
    const stem = labelStem(design, point);
    const list = stems.get(stem);
    if (list) list.push(point);
    else stems.set(stem, [point]);
  }
  const numbers = new Map<string, number>();
  for (const points of stems.values()) {
    const taken = new Set<number>();
    const wanting: PointRow[] = [];
    for (const point of points) {
      if (point.number === undefined || taken.has(point.number)) wanting.push(point);
      else {
        taken.add(point.number);
        numbers.set(point.id, point.number);
      }
    }
    let next = 1;
    for (const point of wanting) {
      while (taken.has(next)) next += 1;
      taken.add(next);
      numbers.set(point.id, next);
    }
  }
  return numbers;
});

/** level-room-kind of a point's label. */
export function labelStem(design: Design, point: Pick<PointRow, "level" | "room" | "kind">): string {
  const level = byId(design, "levels").get(point.level)?.code ?? "?";
  const room = byId(design, "rooms").get(point.room)?.code ?? "?";
  const kind = byId(design, "kinds").get(point.kind)?.code ?? "?";
  return `${level}-${room}-${kind}`;
}

/** `level-room-kind-nn`, unique within the design. */
export function pointLabel(design: Design, point: PointRow): string {
  return `${labelStem(design, point)}-${String(pointNumbers(design).get(point.id) ?? 0).padStart(2, "0")}`;
}

const byLevel = memoByParts(["levels", "rooms", "kinds", "points"], (design) => {
  const labelled = design.points.map((point) => ({ point, label: pointLabel(design, point) }));
  labelled.sort((a, b) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0));
  const levels = new Map<string, PointRow[]>();
  for (const { point } of labelled) {
    const list = levels.get(point.level);
    if (list) list.push(point);
    else levels.set(point.level, [point]);
  }
  return levels;
});

/** Points of a level in the order keys go through them: by label, that is by room and kind. */
export const pointsInOrder = (design: Design, level: string): readonly PointRow[] =>
  byLevel(design).get(level) ?? [];
