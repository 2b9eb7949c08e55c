/** What a point is called on labels and sheets: level, room, kind and number. */
import { group } from "d3-array";
import { byId, type Design, rowOf } from "../design/collections";
import { memo } from "../design/kept";
import type { PointRow } from "../design/rows/runs";

type Named = Pick<PointRow, "id" | "level" | "room" | "kind" | "number">;

/**
 * What labels hang on: the same list while no point changes its level, room, kind or number, wherever it
 * moves.
 */
const named = memo(
  "named",
  (design): readonly Named[] =>
    design.points.map(({ id, level, room, kind, number }) => ({ id, level, room, kind, number })),
  (a, b) =>
    a.length === b.length &&
    a.every((one, i) => {
      const other = b[i]!;
      return (
        one.id === other.id &&
        one.level === other.level &&
        one.room === other.room &&
        one.kind === other.kind &&
        one.number === other.number
      );
    }),
);

/**
 * The nn of every point's label: its own number where it can have it, else the next free one of its room
 * and kind.
 */
export const pointNumbers = memo("pointNumbers", (design) => {
  const stems = new Map<string, Named[]>();
  for (const point of named(design)) {
    const stem = labelStem(design, point);
    const list = stems.get(stem);
    if (list) list.push(point);
    else stems.set(stem, [point]);
  }
  const numbers = new Map<string, number>();
  for (const points of stems.values()) {
    const taken = new Set<number>();
    const wanting: Named[] = [];
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
export function pointLabel(design: Design, point: Pick<PointRow, "id" | "level" | "room" | "kind">): string {
  return `${labelStem(design, point)}-${String(pointNumbers(design).get(point.id) ?? 0).padStart(2, "0")}`;
}

/** Ids of each level's points, by label. */
const idsByLevel = memo("idsByLevel", (design) => {
  const labelled = named(design).map((point) => ({ point, label: pointLabel(design, point) }));
  labelled.sort((a, b) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0));
  return group(
    labelled.map(({ point }) => point),
    (point) => point.level,
  );
});

/** Points of a level in the order keys go through them: by label, that is by room and kind. */
export const pointsInOrder = (design: Design, level: string): readonly PointRow[] =>
  (idsByLevel(design).get(level) ?? []).map(({ id }) => rowOf(design, "points", id));
