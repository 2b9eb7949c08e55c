/** The changes a view, a fix or a person asks of a segment: each one list, each undone as one. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { changeRow, dropRow, putRow } from "../../design/row-changes";
import { parentsOf, pointOfStop, stopOf, stopsOf } from "../../points/lines";
import type { PointRow } from "../../design/rows/runs";
import { orderOfLine } from "./line-order";
import { metricOf, formsOf } from "./order";
import type { BusLimits, SegmentRow, StopRow, Topology } from "../../design/rows/bus";

export type NewId = (prefix: string) => string;

const segmentRow = (design: Design, id: string): SegmentRow =>
  byId(design, "segments").get(id) ?? fail("segment", "is gone: somebody took it out");

/** Stops in this order, from 1 on; those that stand there already are left be. */
function inOrder(stops: readonly StopRow[]): Change[] {
  return stops.flatMap((stop, i) => (stop.order === i + 1 ? [] : putRow("stops", { ...stop, order: i + 1 })));
}

/**
 * The shortest order of a line or ring; the least tree of a tree. Nothing where a star is: every cable is its own.
 * @throws InputError where some stop cannot be reached
 */
export function orderAnew(design: Design, id: string): Change[] {
  const segment = segmentRow(design, id);
  const forms = formsOf(design, segment);
  if (segment.topology === "tree") return asTree(design, segment);
  if (segment.topology === "star") return [];
  const best = segment.topology === "ring" ? forms.ring : forms.line;
  if (!best) fail("stops", "cannot all be reached from its closet: draw a trunk or riser to them");
  return inOrder(best!.order.map((i) => forms.stops[i - 1]!));
}

function asTree(design: Design, segment: SegmentRow): Change[] {
  const { stops, tree } = formsOf(design, segment);
  return stops.flatMap((stop, i) => {
    const parent = stops[tree.parents[i]! - 1]?.id;
    if (stop.parent === parent) return [];
    const { parent: _, ...rest } = stop;
    return putRow("stops", parent === undefined ? rest : { ...rest, parent });
  });
}

/** A segment takes another form; of a tree, the least one. */
export function changeForm(design: Design, id: string, topology: Topology): Change[] {
  const segment = segmentRow(design, id);
  return [
    ...changeRow(design, "segments", id, { topology }),
    ...(topology === "tree" ? asTree(design, segment) : []),
  ];
}

/** A stop is visited as the `to`th, from 0; the others close up. */
export function moveStop(design: Design, id: string, to: number): Change[] {
  const stop = byId(design, "stops").get(id) ?? fail("stop", "is gone: somebody took it out");
  const stops = stopsOf(design, stop.segment).filter((one) => one.id !== id);
  stops.splice(Math.max(0, Math.min(stops.length, to)), 0, stop);
  return inOrder(stops);
}

/** A stop hangs on another one, or on the closet; never on what hangs on itself. */
export function hangOn(design: Design, id: string, parent: string | undefined): Change[] {
  for (let up = parent; up; up = byId(design, "stops").get(up)?.parent)
    if (up === id) fail("Comes from", "must not be a stop that hangs on this one");
  return changeRow(design, "stops", id, { parent });
}

/** Points come onto a segment, each where it makes the line least longer; they leave the one they were on. */
export function addToSegment(
  design: Design,
  id: string,
  points: readonly PointRow[],
  newId: NewId,
): Change[] {
  const segment = segmentRow(design, id);
  const profile = byId(design, "busProfiles").get(segment.profile);
  const changes = takeStops(design, stopsElsewhere(design, points, id));
  let stops = [...stopsOf(design, id)];
  const taken = new Set(stops.map((stop) => stop.address));
  for (const point of points) {
    if (stopOf(design, point)?.segment.id === id) continue;
    const address = profile && nextAddress(profile, taken);
    if (address !== undefined) taken.add(address);
    const stop: StopRow = {
      id: newId("stop"),
      segment: id,
      point: point.id,
      order: stops.length + 1,
      ...(address === undefined ? {} : { address }),
    };
    stops = insertedAt(design, segment, stops, stop, point);
  }
  const rows = stops.map((stop, i) => ({ ...stop, order: i + 1 }));
  for (const row of rows) {
    const known = byId(design, "stops").get(row.id);
    if (known?.order !== row.order) changes.push(...putRow("stops", row));
  }
  return changes;
}

function insertedAt(
  design: Design,
  segment: SegmentRow,
  stops: readonly StopRow[],
  stop: StopRow,
  point: PointRow,
): StopRow[] {
  const points = stops.map((one) => pointOfStop(design, one) ?? byId(design, "points").get(one.point ?? ""));
  if (segment.topology === "tree" || segment.topology === "star" || points.some((one) => !one))
    return [...stops, stop];
  const metric = metricOf(design, segment.closet, [...(points as PointRow[]), point]);
  const own = stops.length + 1;
  const ring = segment.topology === "ring";
  let best = { at: stops.length, moreM: Infinity };
  for (let at = 0; at <= stops.length; at++) {
    const last = at === stops.length;
    const moreM =
      metric[at]![own]! +
      (last ? (ring ? metric[own]![0]! - metric[at]![0]! : 0) : metric[own]![at + 1]! - metric[at]![at + 1]!);
    if (moreM < best.moreM) best = { at, moreM };
  }
  return [...stops.slice(0, best.at), stop, ...stops.slice(best.at)];
}

/** The least address of a profile that nobody has; undefined where none is given by hand, or all are taken. */
export function nextAddress(
  { addressFrom, addressTo }: { addressFrom?: number; addressTo?: number },
  taken: ReadonlySet<number | undefined>,
): number | undefined {
  if (addressFrom === undefined || addressTo === undefined) return undefined;
  for (let address = addressFrom; address <= addressTo; address++) if (!taken.has(address)) return address;
  return undefined;
}

/** Stops go; what hung on them hangs on what they hung on, and a supply that stood there goes with them. */
export function takeStops(design: Design, ids: readonly string[]): Change[] {
  const gone = new Set(ids);
  const rows = byId(design, "stops");
  const standing = (id: string | undefined): string | undefined =>
    id !== undefined && gone.has(id) ? standing(rows.get(id)?.parent) : id;
  const changes: Change[] = [];
  for (const segment of design.segments) {
    const supplies = segment.supplies?.filter(({ stop }) => !gone.has(stop));
    if (supplies && supplies.length !== segment.supplies!.length)
      changes.push(
        ...changeRow(design, "segments", segment.id, { supplies: supplies.length ? supplies : undefined }),
      );
  }
  for (const stop of design.stops)
    if (!gone.has(stop.id) && stop.parent !== undefined && gone.has(stop.parent))
      changes.push(...changeRow(design, "stops", stop.id, { parent: standing(stop.parent) }));
  return [...changes, ...ids.flatMap((id) => dropRow("stops", id))];
}

/** The stops of some points on other segments than this one. */
const stopsElsewhere = (design: Design, points: readonly PointRow[], segment?: string): string[] =>
  points.flatMap((point) => {
    const known = stopOf(design, point);
    return known && known.segment.id !== segment ? [known.stop.id] : [];
  });

/** All addresses of a segment anew, in the order of its stops: one edit. */
export function renumber(design: Design, id: string): Change[] {
  const profile = byId(design, "busProfiles").get(segmentRow(design, id).profile);
  if (profile?.addressFrom === undefined) return [];
  const first = profile.addressFrom;
  return stopsOf(design, id).flatMap((stop, i) =>
    stop.address === first + i ? [] : putRow("stops", { ...stop, address: first + i }),
  );
}

/** A limit of a profile is another one, and yours; undefined is no limit. */
export function changeLimit(
  design: Design,
  profileId: string,
  name: keyof BusLimits,
  value: number | undefined,
): Change[] {
  const profile =
    byId(design, "busProfiles").get(profileId) ?? fail("bus profile", "is gone: somebody took it out");
  const limits = withOne(profile.limits, name, value);
  const sources = withOne(profile.sources ?? {}, name, value === undefined ? undefined : "yours");
  return changeRow(design, "busProfiles", profileId, { limits, sources });
}

/** A row with one field another value, or without it. */
function withOne<Row extends object>(row: Row, name: keyof Row, value: Row[keyof Row] | undefined): Row {
  const rest = Object.entries(row).filter(([key]) => key !== name);
  return Object.fromEntries(value === undefined ? rest : [...rest, [name, value]]) as Row;
}

/** The further half of a line goes to a segment of its own, with a supply of its own. */
export function splitSegment(design: Design, id: string, newId: NewId, at?: number): Change[] {
  const segment = segmentRow(design, id);
  const stops = stopsOf(design, id);
  if (stops.length < 2) fail("segment", "has too few stops to be split");
  const cutAt = at ?? Math.ceil(stops.length / 2);
  const parents = parentsOf(segment.topology, stops);
  const far = segment.topology === "tree" ? branch(stops, parents, cutAt) : new Set(stops.slice(cutAt));
  const { supply: _supply, supplies, ...rest } = segment;
  const made = newId("seg");
  const here = supplies?.filter(({ stop }) => ![...far].some((one) => one.id === stop));
  const there = supplies?.filter(({ stop }) => [...far].some((one) => one.id === stop));
  let order = 0;
  return [
    ...putRow("segments", {
      ...rest,
      id: made,
      name: `${segment.name.slice(0, 50)}, far part`,
      ...(there?.length ? { supplies: there } : {}),
    }),
    ...(supplies ? changeRow(design, "segments", id, { supplies: here?.length ? here : undefined }) : []),
    ...stops
      .filter((stop) => far.has(stop))
      .flatMap((stop) => {
        const { parent, ...own } = stop;
        const keeps = parent && [...far].some((one) => one.id === parent);
        return putRow("stops", { ...own, segment: made, order: ++order, ...(keeps ? { parent } : {}) });
      }),
  ];
}

/** What hangs on the stop that bears about half of a tree. */
function branch(
  stops: readonly StopRow[],
  parents: readonly (StopRow | undefined)[],
  about: number,
): Set<StopRow> {
  const under = (root: StopRow): Set<StopRow> => {
    const set = new Set([root]);
    for (let before = 0; before !== set.size;) {
      before = set.size;
      stops.forEach((stop, i) => parents[i] && set.has(parents[i]!) && set.add(stop));
    }
    return set;
  };
  return stops
    .map(under)
    .filter((set) => set.size < stops.length)
    .sort((a, b) => Math.abs(a.size - about) - Math.abs(b.size - about))[0]!;
}

/** A new segment of a profile with these points, in the order that takes least cable. */
export function newSegment(
  design: Design,
  { profile, name, closet }: { profile: string; name: string; closet: string },
  points: readonly PointRow[],
  newId: NewId,
): Change[] {
  const row = byId(design, "busProfiles").get(profile) ?? fail("Profile", "is gone: somebody took it out");
  const cableType =
    row.cableType ??
    design.cableTypes.find((type) => type.medium === "bus")?.id ??
    design.cableTypes[0]?.id ??
    fail("Cable", "is missing: put a cable type into House › Materials first");
  const id = newId("seg");
  const metric = metricOf(design, closet, points);
  const best =
    points.length && metric[0]!.every((m) => m < Infinity) ? orderOfLine(metric)?.order : undefined;
  const order = best ?? points.map((_, i) => i + 1);
  return [
    ...takeStops(design, stopsElsewhere(design, points)),
    ...putRow("segments", {
      id,
      name,
      profile,
      closet,
      topology: row.topologies.includes("line") ? "line" : row.topologies[0]!,
      cableType,
    }),
    ...order.flatMap((i, k) =>
      putRow("stops", {
        id: newId("stop"),
        segment: id,
        point: points[i - 1]!.id,
        order: k + 1,
        ...(row.addressFrom === undefined ? {} : { address: row.addressFrom + k }),
      }),
    ),
  ];
}
