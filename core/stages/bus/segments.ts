/**
 * A segment as it stands: its nodes with their volts, its stretches with what flows in them, and what it is held
 * against. Metres and routes come from its drops, so that what was measured on site counts.
 */
import { byId, type Design, type Rows } from "../../design/collections";
import { findIn, findRow, keptFor, memo, memoByRow } from "../../design/kept";
import type { Verdict } from "../../desk/working";
import { verdictUnder } from "../../desk/working";
import { CLOSING_INDEX, parentsOf, placedStops, pointOfStop, stopsOf } from "../../points/lines";
import { routeGraph } from "../../ways/graph";
import { routeTo } from "../../ways/route";
import { dropsOf, type Drop } from "../runs/drops";
import type { PointRow } from "../../design/rows/runs";
import { atTemperature } from "../runs/electrical";
import type { BusLimits, BusProfileRow, SegmentRow, StopRow } from "../../design/rows/bus";
import { nodeVolts } from "./network";

export interface BusNode {
  /** The stop's id; the closet's at the head. */
  id: string;
  stop?: StopRow;
  name: string;
  /** What it draws: whatever the volts are, or as watts. */
  loadA?: number;
  loadW?: number;
  /** Absent where the segment carries signals alone, or collapses. */
  volts?: number;
  /** Metres along the cable from the supply nearest to it. */
  fromSupplyM?: number;
}

export interface BusEdge {
  /** Nodes by number; a is nearer to the closet. */
  a: number;
  b: number;
  distanceM: number;
  /** Both conductors, at the design's temperature. */
  ohm: number;
  drop: Drop;
  /** From a to b, A; absent where the volts are not known. */
  amps?: number;
  dropV?: number;
}

export interface BusSupply {
  node: number;
  volts: number;
  maxA: number;
  /** What it gives; below 0 where it is fed backwards. */
  amps?: number;
}

export interface Segment {
  row: SegmentRow;
  profile: BusProfileRow;
  nodes: BusNode[];
  edges: BusEdge[];
  supplies: BusSupply[];
  /** Stops without a way to them, or whose point is gone or on another segment: not in the sums. */
  loose: StopRow[];
  lengthM: number;
  /** What the same points would take as home runs. */
  homeRunsM: number;
  currentA?: number;
  /** Node with the fewest volts that draws something. */
  low?: number;
  lowV?: number;
  /** Least any device may have. */
  limitV?: number;
  /** The loads outrun the cable. */
  collapsed: boolean;
  /** Of the volts alone. */
  verdict: Verdict;
  supplyToDeviceM: number;
  deviceToDeviceM: number;
}

/** What the devices of a stop draw: what it says itself, else what its kind does. */
export function loadOfStop(design: Design, stop: StopRow): { amps?: number; watts?: number } {
  if (stop.currentA !== undefined) return { amps: stop.currentA };
  if (stop.watts !== undefined) return { watts: stop.watts };
  const kind = byId(design, "kinds").get(pointOfStop(design, stop)?.kind ?? "");
  if (kind?.needs?.busA !== undefined) return { amps: kind.needs.busA };
  return kind?.needs?.busW === undefined ? {} : { watts: kind.needs.busW };
}

/** Least volts a device may have under a profile at `supplyV`: its own least, and what may be lost on the way. */
export function leastVolts(limits: BusLimits, supplyV: number): number | undefined {
  const { minV, dropV } = limits;
  const byDrop = dropV === undefined ? undefined : supplyV - dropV;
  if (minV === undefined || byDrop === undefined) return minV ?? byDrop;
  return Math.max(minV, byDrop);
}

/** What feeds a segment at its closet; undefined where its profile carries signals alone. */
export function supplyOf(
  design: Design,
  segment: SegmentRow,
): { volts: number; maxA: number; row?: Rows["busSupplies"] } | undefined {
  const row = byId(design, "busSupplies").get(segment.supply ?? "");
  if (row) return { volts: row.volts, maxA: row.maxA, row };
  const profile = byId(design, "busProfiles").get(segment.profile);
  return profile?.supplyV === undefined
    ? undefined
    : { volts: profile.supplyV, maxA: profile.limits.maxA ?? Infinity };
}

/** The drops of each segment, in the order of all drops. */
const dropsBySegment = memo("dropsBySegment", (design): ReadonlyMap<string, Drop[]> => {
  const drops = new Map<string, Drop[]>();
  for (const drop of dropsOf(design)) {
    if (drop.segment === undefined) continue;
    const list = drops.get(drop.segment);
    if (list) list.push(drop);
    else drops.set(drop.segment, [drop]);
  }
  return drops;
});

/** The lists given last: one with the same drops is given again, so that what is known of its segment stays. */
const lastDrops = keptFor(() => new Map<string, readonly Drop[]>());

function steadyDrops(design: Design, row: SegmentRow): readonly Drop[] {
  const now = dropsBySegment(design).get(row.id) ?? [];
  const last = lastDrops(design).get(row.id);
  if (last?.length === now.length && last.every((drop, i) => drop === now[i])) return last;
  lastDrops(design).set(row.id, now);
  return now;
}

/** All segments of a design. One whose cable, stops and limits are the same is not worked out again. */
export const segmentsOf = memo("segmentsOf", (design): Segment[] =>
  segmentOf
    .all(
      design,
      design.segments,
      design.segments.map((row) => steadyDrops(design, row)),
    )
    .flatMap((segment) => segment ?? []),
);

/** `also`: its drops. */
const segmentOf = memoByRow("segmentOf", (design, row: SegmentRow, also): Segment | undefined => {
  const profile = findRow(design, "busProfiles", row.profile);
  return profile && segmentWith(design, row, profile, also as readonly Drop[]);
});

function segmentWith(
  design: Design,
  row: SegmentRow,
  profile: BusProfileRow,
  drops: readonly Drop[],
): Segment {
  const stops = stopsOf(design, row.id);
  const placed = stops.filter((stop) => {
    const point = pointOfStop(design, stop);
    return point && findIn(design, placedStops, point.id)?.stop === stop;
  });
  const parents = parentsOf(row.topology, placed, stops);
  const own = new Map<string, Drop[]>();
  for (const drop of drops) own.set(drop.point.id, [...(own.get(drop.point.id) ?? []), drop]);
  const nodes: BusNode[] = [{ id: row.closet, name: closetName(design, row) }];
  const at = new Map<string, number>();
  const edges: BusEdge[] = [];
  const loose = stops.filter((stop) => !placed.includes(stop));
  const ohmPerKm = atTemperature(
    byId(design, "cableTypes").get(row.cableType)?.ohmPerKm ?? 0,
    design.design.ambientC,
  );
  const stretch = (a: number, b: number, drop: Drop) => {
    const distanceM = drop.installedM!;
    const ohm = (2 * distanceM * ohmPerKm) / 1000 / (row.parallel ?? 1);
    edges.push({ a, b, distanceM, ohm, drop });
  };
  for (const stop of inTreeOrder(placed, parents)) {
    const point = pointOfStop(design, stop);
    const drops = own.get(point?.id ?? "") ?? [];
    const drop = drops.find((one) => one.index !== CLOSING_INDEX);
    const parent = parents[placed.indexOf(stop)];
    const from = parent ? at.get(parent.id) : 0;
    if (!point || drop?.installedM === undefined || from === undefined) {
      loose.push(stop);
      continue;
    }
    const { amps, watts } = loadOfStop(design, stop);
    const node = nodes.push({
      id: stop.id,
      stop,
      name: point.name,
      ...(amps ? { loadA: amps } : {}),
      ...(watts ? { loadW: watts } : {}),
    });
    at.set(stop.id, node - 1);
    stretch(from, node - 1, drop);
    const back = drops.find((one) => one.index === CLOSING_INDEX);
    if (back?.installedM !== undefined) stretch(0, node - 1, back);
  }
  const feed = supplyOf(design, row);
  const supplies: BusSupply[] = [
    ...(feed ? [{ node: 0, volts: feed.volts, maxA: feed.maxA }] : []),
    ...(row.supplies ?? []).flatMap(({ stop, volts, maxA }) => {
      const node = at.get(stop);
      return node === undefined ? [] : [{ node, volts, maxA }];
    }),
  ];
  const segment: Segment = {
    row,
    profile,
    nodes,
    edges,
    supplies,
    loose,
    lengthM: edges.reduce((sum, edge) => sum + edge.distanceM, 0),
    homeRunsM: homeRunsM(design, row, nodes),
    collapsed: false,
    verdict: "none",
    supplyToDeviceM: 0,
    deviceToDeviceM: 0,
  };
  solve(segment);
  reaches(segment);
  return segment;
}

const closetName = (design: Design, { closet }: SegmentRow) =>
  byId(design, "closets").get(closet)?.name ?? closet;

/** Parents before what hangs on them. */
function inTreeOrder(stops: readonly StopRow[], parents: readonly (StopRow | undefined)[]): StopRow[] {
  const done = new Set<string>();
  const order: StopRow[] = [];
  const visit = (i: number) => {
    const stop = stops[i]!;
    if (done.has(stop.id)) return;
    done.add(stop.id);
    const parent = parents[i];
    if (parent) visit(stops.indexOf(parent));
    order.push(stop);
  };
  stops.forEach((_, i) => visit(i));
  return order;
}

/** A point's own way to a closet; undefined where there is none. */
const homeRoute = memoByRow("homeRoute", (design, point: PointRow, closet) =>
  routeTo(routeGraph(design), point, closet as string),
);

/** Cable in the house if each of its points had one of its own to the closet. */
function homeRunsM(design: Design, row: SegmentRow, nodes: readonly BusNode[]): number {
  const { slackPointM, slackClosetM } = design.design;
  return nodes.reduce((sum, { stop }) => {
    const point = stop && pointOfStop(design, stop);
    const route = point && homeRoute(design, point, row.closet);
    return route ? sum + route.pathM + route.riseM + slackPointM + slackClosetM : sum;
  }, 0);
}

/** Volts, currents and what is lowest. */
function solve(segment: Segment): void {
  const { nodes, edges, supplies, profile } = segment;
  if (!supplies.length || !edges.length) return;
  segment.limitV = leastVolts(profile.limits, supplies[0]!.volts);
  const found = nodeVolts({
    nodes: nodes.length,
    // A cable of no stated resistance still joins what hangs on it.
    stretches: edges.map(({ a, b, ohm }) => ({ a, b, ohm: Math.max(ohm, 1e-9) })),
    loads: nodes.map((node, i) => ({ node: i, amps: node.loadA ?? 0, watts: node.loadW ?? 0 })),
    supplies,
  });
  if (!found) {
    segment.collapsed = true;
    segment.verdict = "fails";
    return;
  }
  nodes.forEach((node, i) => (node.volts = found.volts[i]!));
  edges.forEach((edge, i) => {
    edge.amps = found.amps[i]!;
    edge.dropV = found.volts[edge.a]! - found.volts[edge.b]!;
  });
  supplies.forEach((supply, i) => (supply.amps = found.supplyAmps[i]!));
  segment.currentA = found.supplyAmps.reduce((sum, amps) => sum + amps, 0);
  let low = 1;
  for (let i = 2; i < nodes.length; i++) if (nodes[i]!.volts! < nodes[low]!.volts!) low = i;
  segment.low = low;
  segment.lowV = nodes[low]!.volts!;
  if (segment.limitV !== undefined)
    segment.verdict = verdictUnder(supplies[0]!.volts - segment.lowV, supplies[0]!.volts - segment.limitV);
}

/** Metres along the cable: from the nearest supply to each device, and between the two furthest apart. */
function reaches(segment: Segment): void {
  const { nodes, edges, supplies } = segment;
  const beside: { to: number; metres: number }[][] = nodes.map(() => []);
  for (const { a, b, distanceM } of edges) {
    beside[a]!.push({ to: b, metres: distanceM });
    beside[b]!.push({ to: a, metres: distanceM });
  }
  const fed = metresFrom(beside, supplies.length ? supplies.map(({ node }) => node) : [0]);
  nodes.forEach((node, i) => (node.fromSupplyM = fed[i]!));
  segment.supplyToDeviceM = Math.max(0, ...fed.slice(1));
  // On a tree the furthest from any node is one end of the longest way; on a ring every node has to be asked.
  const ring = edges.length >= nodes.length;
  const devices = nodes.flatMap((node, i) => (node.stop ? [i] : []));
  const furthest = (from: number) => {
    const metres = metresFrom(beside, [from]);
    return devices.reduce((best, i) => (metres[i]! > best.metres ? { i, metres: metres[i]! } : best), {
      i: from,
      metres: 0,
    });
  };
  if (devices.length < 2) return;
  segment.deviceToDeviceM = ring
    ? Math.max(...devices.map((i) => furthest(i).metres))
    : furthest(furthest(devices[0]!).i).metres;
}

/**
 * Branches off the main line, the longest first: the main line is the longest way from the closet; a branch is as long as
 * the longest way in it. None on a ring.
 */
export function stubsOf({ nodes, edges }: Segment): { node: number; lengthM: number }[] {
  if (edges.length >= nodes.length) return [];
  const below = nodes.map((): { to: number; metres: number }[] => []);
  for (const { a, b, distanceM } of edges) below[a]!.push({ to: b, metres: distanceM });
  /** Longest way on from each node. Nodes stand before what hangs on them. */
  const on = nodes.map(() => 0);
  for (let i = nodes.length - 1; i >= 0; i--)
    for (const { to, metres } of below[i]!) on[i] = Math.max(on[i]!, metres + on[to]!);
  const stubs: { node: number; lengthM: number }[] = [];
  for (let here = 0; below[here]!.length;) {
    const [main, ...rest] = [...below[here]!].sort((a, b) => b.metres + on[b.to]! - (a.metres + on[a.to]!));
    for (const { to, metres } of rest) stubs.push({ node: to, lengthM: metres + on[to]! });
    here = main!.to;
  }
  return stubs.sort((a, b) => b.lengthM - a.lengthM);
}

/** Shortest metres along the cable from any of some nodes to all. */
function metresFrom(beside: readonly { to: number; metres: number }[][], from: readonly number[]): number[] {
  const metres = beside.map(() => Infinity);
  const open = new Set<number>(from);
  for (const node of from) metres[node] = 0;
  while (open.size) {
    let here = -1;
    for (const node of open) if (here < 0 || metres[node]! < metres[here]!) here = node;
    open.delete(here);
    for (const { to, metres: more } of beside[here]!) {
      if (metres[here]! + more >= metres[to]!) continue;
      metres[to] = metres[here]! + more;
      open.add(to);
    }
  }
  return metres;
}
