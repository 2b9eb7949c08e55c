/** From points and their kits to the drops of a design, each with its label, route and length. */
import { byId, memoByParts, memoByRow, type Design } from "../design/collections";
import type { CableTypeRow, DropRow, KindRow, KitLine, PointRow } from "../design/rows-system";
import { atTemperature, poeLoopOhm, poeVolts, POE_CLASSES, twoWireDropV } from "./electrical";
import { GRAPH_PARTS, routeGraph, type Graph } from "./graph";
import { kitOf, shadeNeeds } from "./kits";
import { stripDropV } from "./line";
import { pointRoute, type Place, type Route } from "./route";
import { coaxLossDb, speakerLossDb } from "./signal";
import { leadM, lightIndex, treadRoles, wattsOf, type TreadGroup } from "./treads";

export interface Load {
  watts: number;
  /** What the source gives out, cable loss included. */
  sourceW: number;
  sourceV: number;
  endV?: number;
  dropPct?: number;
  limitPct?: number;
  poeClass?: number;
  loopOhm: number;
  /** Lost on the home run before its junction box, and along its own strip, in volts: part of the whole. */
  homeV?: number;
  stripV?: number;
}

/** What the cable takes from a signal. */
export interface Loss {
  db: number;
  limitDb: number;
  /** Of a coaxial cable: the highest frequency on it. */
  mhz?: number;
  /** Of a loudspeaker line: both conductors, and the loudspeaker. */
  loopOhm?: number;
  loadOhm?: number;
}

export interface Drop {
  /** point/index: the same for life. */
  key: string;
  label: string;
  index: number;
  point: PointRow;
  kind: KindRow;
  line: KitLine;
  cableType?: CableTypeRow;
  closet?: string;
  route?: Route;
  slackM: number;
  /** Cable in the house: route + rises + slack. */
  installedM?: number;
  /** What is cut: installed + waste, up to the next 0.05 m; or what the jacket marks say. */
  lengthM?: number;
  marked: boolean;
  load?: Load;
  loss?: Loss;
  state: DropRow["state"];
  row?: DropRow;
  /** Ends at this point and not in a closet: a lead to a junction box, or to what it feeds. */
  to?: PointRow;
  /** The supply it hangs on with others; `home`: it is the run from their junction box. */
  group?: TreadGroup;
  home?: boolean;
}

/** Cut lengths go up to the next 5 cm. */
export const CUT_STEP_M = 0.05;
const upToStep = (m: number) => Math.round(Math.ceil(m / CUT_STEP_M - 1e-6) * 5) / 100;

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

/** The kit line that carries the device's power: the first data cable for power over data, else the first power, bus or speaker cable. */
function loadLine(kind: KindRow, lines: readonly KitLine[], cableTypes: ReadonlyMap<string, CableTypeRow>): KitLine | undefined {
  const needs = kind.needs;
  if (!needs) return undefined;
  const medium = (line: KitLine) => (line.cableType ? cableTypes.get(line.cableType)?.medium : undefined);
  if (needs.poeClass) return lines.find((line) => medium(line) === "data");
  if (!needs.volts || !wattsOf(needs)) return undefined;
  return lines.find((line) => ["power", "bus", "speaker"].includes(medium(line) ?? ""));
}

function loadOf(kind: KindRow, cable: CableTypeRow, installedM: number, ambientC: number): Load | undefined {
  const needs = kind.needs;
  if (!needs || cable.ohmPerKm === undefined) return undefined;
  if (needs.poeClass) {
    const power = POE_CLASSES[needs.poeClass]!;
    const watts = needs.watts ?? power.deviceW;
    const loopOhm = poeLoopOhm(installedM, cable.ohmPerKm, power.fourPair);
    const endV = poeVolts(power.sourceV, watts, loopOhm);
    return { watts, sourceV: power.sourceV, endV, sourceW: endV ? (watts / endV) * power.sourceV : power.sourceW, poeClass: needs.poeClass, loopOhm };
  }
  const watts = wattsOf(needs);
  if (!needs.volts || !watts) return undefined;
  return lowVoltage(needs.volts, watts, needs.dropLimitPct ?? 5, installedM, atTemperature(cable.ohmPerKm, ambientC));
}

/** A load at the end of a two-wire run of low voltage; `ohm`: Ω/km of one conductor as warm as it is. */
function lowVoltage(volts: number, watts: number, limitPct: number, installedM: number, ohm: number, more = 0): Load {
  const amps = watts / volts;
  const dropV = twoWireDropV(installedM, amps, ohm) + more;
  return { watts, sourceW: watts + dropV * amps, sourceV: volts, endV: volts - dropV, dropPct: (100 * dropV) / volts, limitPct, loopOhm: (2 * installedM * ohm) / 1000 };
}

function lossOf(kind: KindRow, cable: CableTypeRow, installedM: number, ambientC: number): Loss | undefined {
  const needs = kind.needs;
  if (cable.medium === "coax" && needs?.topMhz) {
    const db = coaxLossDb(cable, needs.topMhz, installedM);
    return db === undefined ? undefined : { db, limitDb: needs.lossLimitDb ?? 20, mhz: needs.topMhz };
  }
  if (cable.medium === "speaker" && needs?.loadOhm && cable.ohmPerKm !== undefined) {
    const loopOhm = (2 * installedM * atTemperature(cable.ohmPerKm, ambientC)) / 1000;
    return { db: speakerLossDb(loopOhm, needs.loadOhm), limitDb: needs.lossLimitDb ?? 0.5, loopOhm, loadOhm: needs.loadOhm };
  }
  return undefined;
}

/** A lead laid straight between two points: along, across and up. */
function leadRoute(design: Design, from: PointRow, to: PointRow): Route {
  const { pathM, riseM } = leadM(design, from, to);
  const places: Place[] = [[from.level, from.x, from.y, from.z], [from.level, to.x, from.y, from.z], [from.level, to.x, to.y, from.z], [to.level, to.x, to.y, to.z]];
  return { places: places.filter((place, i) => i === 0 || place.some((value, n) => value !== places[i - 1]![n])), pathM, riseM, stubM: pathM, bends: 0, pieces: [], ways: [] };
}

/** Things that move, by level and service: what a lead of that service may end at. Empty where no kind in use has a lead. */
const besideTargets = memoByParts(["kinds", "points"], (design): ReadonlyMap<string, PointRow[]> => {
  const targets = new Map<string, PointRow[]>();
  const kinds = byId(design, "kinds");
  const leads = new Set(design.kinds.filter(hasLead).map((kind) => kind.id));
  if (!design.points.some((point) => leads.has(point.kind))) return targets;
  const services = new Set([...leads].map((id) => kinds.get(id)!.service));
  for (const point of design.points) {
    const kind = kinds.get(point.kind)!;
    if (kind.glyph !== "moves" || !services.has(kind.service)) continue;
    const key = `${point.level}/${kind.service}`;
    const list = targets.get(key);
    if (list) list.push(point);
    else targets.set(key, [point]);
  }
  return targets;
});

const hasLead = (kind: KindRow) => kind.drops.some((line) => line.end === "beside it");

/** What a lead ends at: the nearest thing on its level that moves for the same service. */
function besideOf(design: Design, point: PointRow, kind: KindRow): PointRow | undefined {
  let best: { target: PointRow; far: number } | undefined;
  for (const target of besideTargets(design).get(`${point.level}/${kind.service}`) ?? []) {
    const far = Math.abs(target.x - point.x) + Math.abs(target.y - point.y);
    if (target.id !== point.id && (!best || far < best.far || (far === best.far && target.id < best.target.id))) best = { target, far };
  }
  return best?.target;
}

/**
 * The thinnest cable of the same medium for a home run: the far strip of its group still gets its volts. The thickest
 * where none holds; a check then says so.
 */
function homeCable(design: Design, group: TreadGroup, own: CableTypeRow, homeM: number): CableTypeRow {
  const fit = design.cableTypes
    .filter((type) => type.medium === own.medium && type.conductors >= own.conductors && type.ohmPerKm !== undefined)
    .sort((a, b) => b.ohmPerKm! - a.ohmPerKm! || a.costPerM - b.costPerM);
  const limitV = ((group.kind.needs?.dropLimitPct ?? 3) / 100) * (group.kind.needs?.volts ?? 24);
  return fit.find((type) => farDropV(design, group, own, type, homeM) <= limitV) ?? fit.at(-1) ?? own;
}

/** Volts lost to the far end of a group's worst strip: home run, lead, half of the strip's own. */
export function farDropV(design: Design, group: TreadGroup, lead: CableTypeRow, home: CableTypeRow, homeM: number): number {
  return homeDropV(design, group, home, homeM) + Math.max(...group.points.map((point) => leadDropV(design, group, point, lead)));
}

const homeDropV = (design: Design, group: TreadGroup, home: CableTypeRow, homeM: number) =>
  twoWireDropV(homeM, (group.points.length * group.each) / (group.kind.needs?.volts ?? 24), atTemperature(home.ohmPerKm ?? 0, design.design.ambientC));

/** Ω/km of the copper in a light strip, both ways counted as a conductor each: 1 oz on a 10 mm tape, typical. */
export const STRIP_OHM_PER_KM = 100;

/** Along its lead and its strip; the strip is loaded evenly, so half of it counts. */
function leadDropV(design: Design, group: TreadGroup, point: PointRow, lead: CableTypeRow): number {
  const amps = group.each / (group.kind.needs?.volts ?? 24);
  const { pathM, riseM } = leadM(design, point, group.at);
  const leadCableM = point === group.at ? 0 : pathM + riseM + 2 * design.design.slackPointM;
  return twoWireDropV(leadCableM, amps, atTemperature(lead.ohmPerKm ?? 0, design.design.ambientC)) + stripDropV(group.kind.needs?.stripM ?? 0, amps, STRIP_OHM_PER_KM);
}

interface Cable {
  point: PointRow;
  kind: KindRow;
  line: KitLine;
  index: number;
  label: string;
  carriesLoad: boolean;
  row?: DropRow;
  /** Set where it is the light line of a grouped tread. */
  group?: TreadGroup;
}

function dropOf(design: Design, graph: Graph, { point, kind, line, index, label, carriesLoad, row, group }: Cable): Drop {
  const settings = design.design;
  const home = group !== undefined && group.at === point;
  const to = group && !home ? group.at : line.end === "beside it" ? besideOf(design, point, kind) : undefined;
  const route = to ? leadRoute(design, point, to) : line.end === "beside it" ? undefined : pointRoute(graph, point, row?.route);
  const slackM = settings.slackPointM + (to ? settings.slackPointM : settings.slackClosetM);
  const marked = row?.markStartM !== undefined && row.markEndM !== undefined;
  const markedM = marked ? Math.round(Math.abs(row!.markEndM! - row!.markStartM!) * 1000) / 1000 : undefined;
  const installedM = markedM ?? (route ? route.pathM + route.riseM + slackM : undefined);
  const lengthM = markedM ?? (installedM === undefined ? undefined : upToStep(installedM * (1 + settings.wastePct / 100)));
  const types = byId(design, "cableTypes");
  const kitType = types.get(line.cableType ?? "");
  const cableType = row?.cableType ? types.get(row.cableType) : home && kitType && installedM !== undefined ? homeCable(design, group, kitType, installedM) : kitType;
  const drop: Drop = { key: `${point.id}/${index}`, label: `${label}/${index}`, index, point, kind, line, cableType, ...(to ? { to } : { closet: point.closet }), route, slackM, installedM, lengthM, marked, state: row?.state ?? "planned", row, ...(group ? { group, home } : {}) };
  if (!cableType || installedM === undefined) return drop;
  const loss = lossOf(kind, cableType, installedM, settings.ambientC);
  if (loss) drop.loss = loss;
  if (group) drop.load = treadLoad(design, graph, group, point, cableType, kitType ?? cableType, installedM);
  else if (carriesLoad) drop.load = loadOf(kind, cableType, installedM, settings.ambientC);
  return drop;
}

/** Of a home run: its whole group, to the far end of the worst strip. Of a lead: its own tread, what the home run lost included. */
function treadLoad(design: Design, graph: Graph, group: TreadGroup, point: PointRow, cable: CableTypeRow, lead: CableTypeRow, installedM: number): Load {
  const { volts = 24, dropLimitPct = 3, stripM = 0 } = group.kind.needs ?? {};
  const ohm = atTemperature(cable.ohmPerKm ?? 0, design.design.ambientC);
  const stripV = stripDropV(stripM, group.each / volts, STRIP_OHM_PER_KM);
  if (point === group.at) {
    const worst = Math.max(...group.points.map((one) => leadDropV(design, group, one, lead)));
    return { ...lowVoltage(volts, group.points.length * group.each, dropLimitPct, installedM, ohm, worst), stripV, homeV: homeDropV(design, group, cable, installedM) };
  }
  const homeRoute = pointRoute(graph, group.at);
  const homeM = homeRoute ? homeRoute.pathM + homeRoute.riseM + design.design.slackPointM + design.design.slackClosetM : 0;
  const homeV = homeDropV(design, group, homeCable(design, group, lead, homeM), homeM);
  return { ...lowVoltage(volts, group.each, dropLimitPct, installedM, ohm, homeV + stripV), homeV, stripV };
}

/** What is noted of each drop, by point and index. */
const dropRows = memoByParts(["drops"], (design) => new Map(design.drops.map((row) => [`${row.point}/${row.index}`, row])));

/** All that drops hang on: what keeps a result derived from them. */
export const RUN_PARTS = ["design", ...GRAPH_PARTS, "closets", "cableTypes", "kinds", "roomKits", "points", "drops", shadeNeeds] as const;

/** The drops of one point. `also`: the nn of its label, and what else about other points its cables hang on. */
const pointDrops = memoByRow(
  ["design", ...GRAPH_PARTS, "cableTypes", "kinds", "roomKits", "drops", shadeNeeds],
  (design, point: PointRow): Drop[] => {
    const kind = byId(design, "kinds").get(point.kind);
    if (!kind) return [];
    const label = pointLabel(design, point);
    const kit = kitOf(design, point, kind);
    const carrier = loadLine(kind, kit.map(({ line }) => line), byId(design, "cableTypes"));
    const group = kind.grouped ? treadRoles(design).get(point.id)?.group : undefined;
    const light = group && lightIndex(design, point, kind);
    const first = kit.find(({ line }) => line === carrier)?.index;
    return kit.map(({ line, index }) =>
      dropOf(design, routeGraph(design), { point, kind, line, index, label, carriesLoad: index === first, row: dropRows(design).get(`${point.id}/${index}`), ...(index === light ? { group } : {}) }));
  },
);

/** What a lead ends at and where that is, written out: a lead follows it, and stays as it is while that stays. */
function leadEnd(design: Design, point: PointRow, kind: KindRow): string {
  const target = besideOf(design, point, kind);
  return target ? `${target.id} ${target.level} ${target.x} ${target.y} ${target.z}` : "nowhere";
}

/** All drops of a design, by label. A point that did not change keeps its drops as the same objects. */
export const dropsOf = memoByParts(
  RUN_PARTS,
  (design): Drop[] => {
    const numbers = pointNumbers(design);
    const roles = treadRoles(design);
    const kinds = byId(design, "kinds");
    const leads = new Set(design.kinds.filter(hasLead).map((kind) => kind.id));
    const alsoOf = (point: PointRow): unknown => {
      const number = numbers.get(point.id);
      const role = roles.get(point.id);
      if (role) return `${number} ${role.signature}`;
      return leads.has(point.kind) ? `${number} ${leadEnd(design, point, kinds.get(point.kind)!)}` : number;
    };
    return inOrder(design.points.flatMap((point) => pointDrops(design, point, alsoOf(point))));
  },
);

let ranks = new Map<string, { label: string; rank: number }>();

/** By label. Most edits leave every label as it was: then each drop goes to the place it had, with nothing compared. */
function inOrder(drops: Drop[]): Drop[] {
  if (drops.length === ranks.size) {
    const placed = new Array<Drop>(drops.length);
    if (drops.every((drop) => {
      const known = ranks.get(drop.key);
      if (known?.label !== drop.label) return false;
      placed[known.rank] = drop;
      return true;
    })) return placed;
  }
  drops.sort((a, b) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0));
  ranks = new Map(drops.map((drop, rank) => [drop.key, { label: drop.label, rank }]));
  return drops;
}
