/**
 * Bus segments as cable: which stop each stretch comes from, and what a point's stop does to its kit. Lengths
 * and volts are worked out above this, from the drops that stretches are.
 */
import { byId, type Design } from "../design/collections";
import { group } from "d3-array";
import { sameList, sameMap } from "../design/alike";
import { findIn, findRow, memo } from "../design/kept";
import type { SegmentRow, StopRow } from "../design/rows/bus";
import type { CableTypeRow, PointRow } from "../design/rows/runs";
import type { KitCable } from "./kits";

/** Where a stretch of a segment comes from. */
export interface PointStop {
  segment: SegmentRow;
  stop: StopRow;
  /** Point of the stop before it; absent where the stretch comes from the closet. */
  from?: PointRow;
  /** Last stop of a ring: a second stretch leads back to the closet. */
  closes: boolean;
}

/** The point of a stop: its own, or that of its device. */
export const pointOfStop = (design: Design, stop: StopRow): PointRow | undefined =>
  findRow(design, "points", stop.point ?? findRow(design, "devices", stop.device)?.point);

/** The stops of each segment, in the order the cable visits them. */
export const stopsBySegment = memo("stopsBySegment", (design): ReadonlyMap<string, readonly StopRow[]> => {
  const inOrder = (list: StopRow[]) => list.sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
  return new Map(
    [...group(design.stops, ({ segment }) => segment)].map(([segment, list]) => {
      const now = inOrder(list);
      const last = listOf.get(now[0]!);
      const kept = last && sameList(last, now) ? last : now;
      listOf.set(now[0]!, kept);
      return [segment, kept];
    }),
  );
});

/** By its first stop, the list that was given last: given again where it is the same. */
const listOf = new WeakMap<StopRow, readonly StopRow[]>();

/** Stops of one segment; none where it has none yet. */
export const stopsOf = (design: Design, segment: string): readonly StopRow[] =>
  findIn(design, stopsBySegment, segment) ?? [];

/**
 * The stop each one's cable comes from; undefined is the closet. A parent that leads round to the stop itself is
 * no parent: the stop hangs on the closet. What hangs on a stop that is not on the line hangs on what that hung on.
 * @param all stops of the segment, those that are not on the line included
 */
export function parentsOf(
  topology: SegmentRow["topology"],
  stops: readonly StopRow[],
  all: readonly StopRow[] = stops,
): (StopRow | undefined)[] {
  if (topology === "star") return stops.map(() => undefined);
  if (topology !== "tree") return stops.map((_, i) => stops[i - 1]);
  const rows = new Map(all.map((stop) => [stop.id, stop]));
  const standing = new Set(stops.map((stop) => stop.id));
  return stops.map((stop) => {
    const seen = new Set([stop.id]);
    let parent: StopRow | undefined;
    for (let up = rows.get(stop.parent ?? ""); up; up = rows.get(up.parent ?? "")) {
      if (seen.has(up.id)) return undefined;
      seen.add(up.id);
      if (!parent && standing.has(up.id)) parent = up;
    }
    return parent;
  });
}

/** What a stop says, without where its point stands. */
type Placed = { segment: SegmentRow; stop: StopRow; from?: StopRow; closes: boolean };

const places = new WeakMap<StopRow, Placed>();
/** What was given last of a stop, where it says the same. */
function placedAs(now: Placed): Placed {
  const last = places.get(now.stop);
  if (last?.segment === now.segment && last.from === now.from && last.closes === now.closes) return last;
  places.set(now.stop, now);
  return now;
}

/** By point, its stop on the first segment that visits it; the same map while no stop and no segment changes. */
export const placedStops = memo(
  "placedStops",
  (design): ReadonlyMap<string, Placed> => {
    const found = new Map<string, Placed>();
    const devices = byId(design, "devices");
    for (const segment of design.segments) {
      const all = stopsOf(design, segment.id);
      const own = new Map<string, StopRow>();
      for (const stop of all) {
        const point = stop.point ?? devices.get(stop.device ?? "")?.point;
        if (point !== undefined && !found.has(point) && !own.has(point)) own.set(point, stop);
      }
      const stops = [...own.values()];
      const parents = parentsOf(segment.topology, stops, all);
      [...own].forEach(([point, stop], i) => {
        const closes = segment.topology === "ring" && i === stops.length - 1 && i > 0;
        found.set(point, placedAs({ segment, stop, from: parents[i], closes }));
      });
    }
    return found;
  },
  sameMap,
);

/** The stop of a point on its segment; undefined where it is on none. */
export function stopOf(design: Design, point: Pick<PointRow, "id">): PointStop | undefined {
  const known = findIn(design, placedStops, point.id);
  if (!known) return undefined;
  const from = known.from && pointOfStop(design, known.from);
  return { segment: known.segment, stop: known.stop, closes: known.closes, ...(from ? { from } : {}) };
}

const spot = ({ id, level, x, y, z }: PointRow) => `${id} ${level} ${x} ${y} ${z}`;

/** What about other rows the cables of a point on a segment hang on, written out; empty where it is on none. */
export function stopSignature(design: Design, point: PointRow): string {
  const through = byId(design, "points").get(point.through ?? "");
  if (through) return `through ${spot(through)}`;
  const known = stopOf(design, point);
  if (!known) return "";
  const { segment, from, closes } = known;
  const end = from ? spot(from) : "closet";
  return `on ${segment.id} ${segment.closet} ${segment.cableType} ${end}${closes ? " closes" : ""}`;
}

/** What a stretch has where no line of its kit makes room for it, and where a ring closes. */
export const EXTRA_INDEX = 91;
export const CLOSING_INDEX = 92;
const MEDIA_OF_A_BUS = ["bus", "control", "data"] as const;

/**
 * Which drop of a point its segment's cable takes the place of: the first that is for a bus, else for control, else
 * for data; one beside its kit where it has none of them.
 */
export function replacedIndex(kit: readonly KitCable[], types: ReadonlyMap<string, CableTypeRow>): number {
  for (const medium of MEDIA_OF_A_BUS)
    for (const { line, index } of kit) {
      // A line of a kit whose cable nobody has chosen yet says what it is for.
      const of = types.get(line.cableType ?? "")?.medium ?? (line.purpose === "bus" ? "bus" : undefined);
      if (of === medium && line.end !== "beside it") return index;
    }
  return EXTRA_INDEX;
}
