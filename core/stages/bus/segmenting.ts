/**
 * Which points share a segment: rules kept, supplies and limits held with spare left, and with that as little cable
 * as can be found. Points that the rules cannot tell apart are one class; classes are put together, as few groups as
 * the rules allow, in the way that takes least cable; a group that outgrows its profile is cut along its line.
 * Then single points change over where that saves cable, until none does.
 */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { counted } from "../../design/words";
import type { PointRow } from "../../design/rows/runs";
import { dropsOf } from "../runs/drops";
import { lengthOf, orderOfLine, treeLength } from "./line-order";
import { metricOf } from "./order";
import { apartOf, classOf, rulesBetween } from "./rules";
import type { BusProfileRow, SegmentRuleRow } from "../../design/rows/bus";
import { memo } from "../../design/kept";
import { placedStops, stopOf } from "../../points/lines";

export interface Placement {
  point: PointRow;
  /** Metres its segment would be shorter without it. */
  ownM: number;
  /** Metres more on the next best segment it may be on; absent where the rules leave none. */
  nextM?: number;
  /** Rules that keep it off other segments, by what they say. */
  kept: string[];
}

export interface Group {
  closet: string;
  /** In the order the cable visits them. */
  placements: Placement[];
  lengthM: number;
  amps: number;
}

export interface Segmenting {
  groups: Group[];
  lengthM: number;
  homeRunsM: number;
  /** Rules that clash, the fewest that do, where there are fewer supplies than groups they ask for. */
  clash?: { rules: SegmentRuleRow[]; needs: number };
}

/** What a point draws at the profile's volts, A. */
function ampsOf(design: Design, profile: BusProfileRow, point: PointRow): number {
  const needs = byId(design, "kinds").get(point.kind)?.needs;
  return needs?.busA ?? (needs?.busW && profile.supplyV ? needs.busW / profile.supplyV : 0);
}

/** Points with a cable of their own for a bus, by the profile of their kind. */
const ridersBy = memo("ridersBy", (design): ReadonlyMap<string, PointRow[]> => {
  const kinds = byId(design, "kinds");
  const types = byId(design, "cableTypes");
  const cabled = new Set<string>();
  for (const drop of dropsOf(design)) {
    const medium = types.get(drop.line.cableType ?? "")?.medium ?? drop.line.purpose;
    if (medium === "bus" || drop.segment) cabled.add(drop.point.id);
  }
  const riders = new Map<string, PointRow[]>();
  for (const point of design.points) {
    const profile = kinds.get(point.kind)?.needs?.busProfile;
    if (profile === undefined || !cabled.has(point.id)) continue;
    if (point.closet === undefined && !placedStops(design).has(point.id)) continue;
    const own = riders.get(profile);
    if (own) own.push(point);
    else riders.set(profile, [point]);
  }
  return riders;
});

/** Points that ride on a profile and have a cable of their own for it to a closet. */
export const ridersOf = (design: Design, profile: string): readonly PointRow[] =>
  ridersBy(design).get(profile) ?? [];

/** Part of a profile's limits that stays free, unless a design says otherwise, %. */
export const SPARE_PCT = 20;
export const sparePct = (design: Design) => design.design.busSettings?.sparePct ?? SPARE_PCT;

/**
 * Propose segments of a profile for points.
 * @param most most segments there may be, where supplies are given; as many as are needed otherwise
 */
export function proposeSegments(
  design: Design,
  profile: BusProfileRow,
  points: readonly PointRow[],
  most = Infinity,
): Segmenting {
  const closets = new Map<string, PointRow[]>();
  for (const point of points) {
    const closet = point.closet ?? stopOf(design, point)?.segment.closet ?? "";
    const list = closets.get(closet);
    if (list) list.push(point);
    else closets.set(closet, [point]);
  }
  const made: Group[] = [];
  let homeRunsM = 0;
  const needs = [...closets.values()].reduce(
    (sum, own) => sum + fewestGroups(design, own, design.segmentRules),
    0,
  );
  for (const [closet, own] of closets) {
    const metric = metricOf(design, closet, own);
    homeRunsM += metric[0]!.reduce((sum, metres) => sum + (metres === Infinity ? 0 : metres), 0);
    const index = new Map(own.map((point, i) => [point, i + 1]));
    const apart = apartOf(design);
    const fits = (group: readonly PointRow[]) => holds(design, profile, metric, index, group);
    const sets = mergedClasses(design, own, metric, index, apart).flatMap((set) =>
      cut(set, metric, index, fits),
    );
    settle(sets, metric, index, apart, fits);
    for (const set of sets.filter((one) => one.length))
      made.push(explained(design, profile, closet, set, sets, metric, index));
  }
  const lengthM = made.reduce((sum, group) => sum + group.lengthM, 0);
  const clash = needs > most ? smallestClash(design, points, most) : undefined;
  return { groups: made, lengthM, homeRunsM, ...(clash ? { clash } : {}) };
}

const lineM = (metric: readonly (readonly number[])[], rows: readonly number[]): number => {
  const part = [0, ...rows].map((a) => [0, ...rows].map((b) => metric[a]![b]!));
  return orderOfLine(part)?.lengthM ?? Infinity;
};

/** Metres of the least tree: quick, and never more than a line takes. What the search compares by. */
const treeM = (metric: readonly (readonly number[])[], rows: readonly number[]): number =>
  treeLength([0, ...rows].map((a) => [0, ...rows].map((b) => metric[a]![b]!)));

/** Is a set within the profile's devices, amperes and metres, with the spare share left? */
function holds(
  design: Design,
  profile: BusProfileRow,
  metric: readonly (readonly number[])[],
  index: ReadonlyMap<PointRow, number>,
  group: readonly PointRow[],
): boolean {
  const { limits } = profile;
  const share = 1 - sparePct(design) / 100;
  const amps = group.reduce((sum, point) => sum + ampsOf(design, profile, point), 0);
  if (group.length > (limits.devices ?? Infinity) * share) return false;
  if (amps > (limits.maxA ?? Infinity) * share) return false;
  if (limits.totalM === undefined) return true;
  const rows = group.map((point) => index.get(point)!);
  // A line is at most twice the least tree: there and back along it.
  return 2 * treeM(metric, rows) <= limits.totalM || lineM(metric, rows) <= limits.totalM;
}

type Apart = (a: PointRow, b: PointRow) => readonly SegmentRuleRow[];

/** Classes of points put together where the rules let them: the pair that saves most cable first. */
function mergedClasses(
  design: Design,
  points: readonly PointRow[],
  metric: readonly (readonly number[])[],
  index: ReadonlyMap<PointRow, number>,
  apart: Apart,
): PointRow[][] {
  const classes = new Map<string, PointRow[]>();
  for (const point of points) {
    const key = classOf(design, design.segmentRules, point);
    const list = classes.get(key);
    if (list) list.push(point);
    else classes.set(key, [point]);
  }
  const sets = [...classes.values()];
  const length = (set: readonly PointRow[]) =>
    treeM(
      metric,
      set.map((point) => index.get(point)!),
    );
  for (;;) {
    let best: { a: number; b: number; savedM: number } | undefined;
    sets.forEach((one, a) =>
      sets.forEach((other, b) => {
        if (b <= a || one.some((p) => other.some((q) => apart(p, q).length))) return;
        const savedM = length(one) + length(other) - length([...one, ...other]);
        if (!best || savedM > best.savedM) best = { a, b, savedM };
      }),
    );
    if (!best) return sets;
    const [taken] = sets.splice(best.b, 1);
    sets[best.a] = [...sets[best.a]!, ...taken!];
  }
}

/** A set in pieces that hold, cut along its line; a single point stays whole whatever it draws. */
function cut(
  set: readonly PointRow[],
  metric: readonly (readonly number[])[],
  index: ReadonlyMap<PointRow, number>,
  fits: (group: readonly PointRow[]) => boolean,
): PointRow[][] {
  if (fits(set) || set.length < 2) return [[...set]];
  const rows = [0, ...set.map((point) => index.get(point)!)];
  const order = orderOfLine(rows.map((a) => rows.map((b) => metric[a]![b]!)))?.order;
  const line = order ? order.map((i) => set[i - 1]!) : [...set];
  const half = Math.ceil(line.length / 2);
  return [line.slice(0, half), line.slice(half)].flatMap((part) => cut(part, metric, index, fits));
}

/** Single points change over to another set while that saves cable and every set still holds. */
function settle(
  sets: PointRow[][],
  metric: readonly (readonly number[])[],
  index: ReadonlyMap<PointRow, number>,
  apart: Apart,
  fits: (group: readonly PointRow[]) => boolean,
): void {
  const length = (set: readonly PointRow[]) =>
    treeM(
      metric,
      set.map((point) => index.get(point)!),
    );
  for (let better = true; better;) {
    better = false;
    for (const from of sets)
      for (const point of [...from]) {
        const rest = from.filter((one) => one !== point);
        const savedM = length(from) - length(rest);
        const to = sets.find(
          (set) =>
            set !== from &&
            set.length &&
            !set.some((other) => apart(point, other).length) &&
            length([...set, point]) - length(set) < savedM - 1e-6 &&
            fits([...set, point]),
        );
        if (!to) continue;
        from.splice(from.indexOf(point), 1);
        to.push(point);
        better = true;
      }
  }
}

function explained(
  design: Design,
  profile: BusProfileRow,
  closet: string,
  set: readonly PointRow[],
  sets: readonly PointRow[][],
  metric: readonly (readonly number[])[],
  index: ReadonlyMap<PointRow, number>,
): Group {
  const rows = set.map((point) => index.get(point)!);
  const all = [0, ...rows];
  const part = all.map((a) => all.map((b) => metric[a]![b]!));
  const best = orderOfLine(part);
  const order = best?.order ?? set.map((_, i) => i + 1);
  const lengthM = lengthOf(part, order);
  const apart = apartOf(design);
  const placements = order.map((i): Placement => {
    const point = set[i - 1]!;
    const others = rows.filter((row) => row !== index.get(point));
    const next = sets
      .filter((one) => one !== set && one.length && !one.some((other) => apart(point, other).length))
      .map((one) => {
        const own = one.map((other) => index.get(other)!);
        return lineM(metric, [...own, index.get(point)!]) - lineM(metric, own);
      });
    const kept = new Set(
      sets
        .filter((one) => one !== set)
        .flatMap((one) => one.flatMap((other) => apart(point, other).map(ruleText))),
    );
    return {
      point,
      ownM: lengthM - lineM(metric, others),
      ...(next.length ? { nextM: Math.min(...next) } : {}),
      kept: [...kept],
    };
  });
  return {
    closet,
    placements,
    lengthM,
    amps: set.reduce((sum, point) => sum + ampsOf(design, profile, point), 0),
  };
}

/** A rule as a sentence. */
export function ruleText({ rule, one, other }: SegmentRuleRow): string {
  if (!other) return `${one.name} ${rule === "may share" ? "may share with anything" : "always alone"}`;
  return `${one.name} ${rule === "may share" ? "may share with" : "never with"} ${other.name.toLowerCase()}`;
}

/** Fewest groups the points can be put in so that none holds two that must be apart. Exact: classes are few. */
export function fewestGroups(
  design: Design,
  points: readonly PointRow[],
  rules: readonly SegmentRuleRow[],
): number {
  const firsts = new Map<string, PointRow>();
  for (const point of points) {
    const key = classOf(design, rules, point);
    if (!firsts.has(key)) firsts.set(key, point);
  }
  const classes = [...firsts.values()];
  const apart = classes.map((a) => classes.map((b) => rulesBetween(design, a, b, rules).length > 0));
  for (let groups = Math.min(1, classes.length); ; groups++) if (canColour(apart, [], groups)) return groups;
}

function canColour(apart: readonly boolean[][], colours: readonly number[], most: number): boolean {
  const next = colours.length;
  if (next === apart.length) return true;
  const used = Math.max(-1, ...colours);
  // A colour not used yet is like any other not used yet: only the first of them is tried.
  for (let colour = 0; colour <= Math.min(used + 1, most - 1); colour++) {
    if (colours.some((other, i) => other === colour && apart[next]![i])) continue;
    if (canColour(apart, [...colours, colour], most)) return true;
  }
  return false;
}

/** The fewest rules that alone ask for more groups than there may be. */
export function smallestClash(
  design: Design,
  points: readonly PointRow[],
  most: number,
): Segmenting["clash"] {
  const free = design.segmentRules.filter((rule) => rule.rule === "may share");
  const strict = design.segmentRules.filter((rule) => rule.rule !== "may share");
  for (let size = 1; size <= strict.length; size++)
    for (const rules of subsets(strict, size)) {
      const needs = fewestGroups(design, points, [...rules, ...free]);
      if (needs > most) return { rules, needs };
    }
  return undefined;
}

function subsets<T>(list: readonly T[], size: number): T[][] {
  if (!size) return [[]];
  return list.flatMap((first, i) => subsets(list.slice(i + 1), size - 1).map((rest) => [first, ...rest]));
}

/** The proposal as rows: segments and stops, in the place of those the points are on. */
export function acceptSegments(
  design: Design,
  profile: BusProfileRow,
  groups: readonly Group[],
  newId: (prefix: string) => string,
): Change[] {
  const moved = new Set(groups.flatMap((group) => group.placements.map(({ point }) => point.id)));
  const gone = design.stops.filter((stop) => moved.has(stop.point ?? ""));
  const left = new Set(design.stops.filter((stop) => !gone.includes(stop)).map((stop) => stop.segment));
  const changes: Change[] = gone.map((stop): Change => ({ in: "stops", drop: stop.id }));
  for (const segment of new Set(gone.map((stop) => stop.segment)))
    if (!left.has(segment)) changes.push({ in: "segments", drop: segment });
  const cableType = profile.cableType ?? design.cableTypes.find((type) => type.medium === "bus")?.id ?? "";
  groups.forEach((group, i) => {
    const segment = newId("seg");
    changes.push({
      in: "segments",
      put: {
        id: segment,
        name: groupName(design, group, i),
        profile: profile.id,
        closet: group.closet,
        topology: profile.topologies.includes("line") ? "line" : profile.topologies[0]!,
        cableType,
      },
    });
    group.placements.forEach(({ point }, k) =>
      changes.push({
        in: "stops",
        put: {
          id: newId("stop"),
          segment,
          point: point.id,
          order: k + 1,
          ...(profile.addressFrom === undefined ? {} : { address: profile.addressFrom + k }),
        },
      }),
    );
  });
  return changes;
}

/** What is on it and where: "Keypads, ground". */
function groupName(design: Design, group: Group, i: number): string {
  const kinds = byId(design, "kinds");
  const levels = byId(design, "levels");
  const names = [...new Set(group.placements.map(({ point }) => kinds.get(point.kind)?.name ?? ""))];
  const on = [
    ...new Set(group.placements.map(({ point }) => levels.get(point.level)?.name.toLowerCase() ?? "")),
  ];
  const what = names.length > 2 ? counted(group.placements.length, "device") : names.join(" and ");
  return `${i + 1} ${what}, ${on.join(" and ")}`.slice(0, 60);
}
