/** From points and their kits to the drops of a design, each with its label, route and length. */
import { group } from "d3-array";
import { sameList } from "../../design/alike";
import { round3, round4 } from "../../geometry/round";
import { byId, type Design, rowIn } from "../../design/collections";
import type { Units } from "../../design/units";
import { findRow, keptFor, memo, memoByRow } from "../../design/kept";
import type { CableTypeRow, DropRow, KindRow, KitLine, PointRow } from "../../design/rows/runs";
import { atTemperature, poeLoopOhm, poeVolts, POE_CLASSES, twoWireDropV } from "./electrical";
import { routeGraph, type Graph } from "../../ways/graph";
import { kitOf } from "../../points/kits";
import { pointLabel, pointNumbers } from "../../points/labels";
import {
  CLOSING_INDEX,
  EXTRA_INDEX,
  placedStops,
  replacedIndex,
  stopOf,
  stopSignature,
  type PointStop,
} from "../../points/lines";
import { routeBetween } from "../../ways/between";
import { stripDropV } from "./line";
import { pointRoute, routeTo, type Place, type Route } from "../../ways/route";
import { coaxLossDb, speakerLossDb } from "./signal";
import { leadM, lightIndex, treadGroups, treadRoles, wattsOf, type TreadGroup } from "./treads";

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
  /**
   * Id of the point it ends at, where that is no closet: a lead to a junction box, to what it feeds, or a stretch
   * to the stop before. The row is looked up, so that its name is always today's.
   */
  to?: string;
  /** Id of the supply it hangs on with others (`groupOf`); `home`: it is the run from their junction box. */
  group?: string;
  home?: boolean;
  /** Id of the bus segment it is a stretch of: from its point to the stop before, or to the closet. */
  segment?: string;
}

/** Cut lengths go up to what is easily measured off: the next 5 cm, or the next 3 inches in a house in feet. */
export const CUT_STEP_M: Readonly<Record<Units, number>> = { metric: 0.05, imperial: 0.0762 };
/** The step as it is said: "0.05 m". */
export const cutStepText = (units: Units) => (units === "metric" ? `${CUT_STEP_M.metric} m` : '3"');
const upToStep = (m: number, units: Units) =>
  round4(Math.ceil(m / CUT_STEP_M[units] - 1e-6) * CUT_STEP_M[units]);

/**
 * The kit line that carries the device's power: the first data cable for power over data, else the first
 * power, bus or speaker cable.
 */
function loadLine(
  kind: KindRow,
  lines: readonly KitLine[],
  cableTypes: ReadonlyMap<string, CableTypeRow>,
): KitLine | undefined {
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
    const loopOhm = poeLoopOhm(installedM, atTemperature(cable.ohmPerKm, ambientC), power.fourPair);
    const endV = poeVolts(power.sourceV, watts, loopOhm);
    return {
      watts,
      sourceV: power.sourceV,
      endV,
      sourceW: endV ? (watts / endV) * power.sourceV : power.sourceW,
      poeClass: needs.poeClass,
      loopOhm,
    };
  }
  const watts = wattsOf(needs);
  if (!needs.volts || !watts) return undefined;
  return lowVoltage(
    needs.volts,
    watts,
    needs.dropLimitPct ?? 5,
    installedM,
    atTemperature(cable.ohmPerKm, ambientC),
  );
}

/** A load at the end of a two-wire run of low voltage; `ohm`: Ω/km of one conductor as warm as it is. */
function lowVoltage(
  volts: number,
  watts: number,
  limitPct: number,
  installedM: number,
  ohm: number,
  more = 0,
): Load {
  const amps = watts / volts;
  const dropV = twoWireDropV(installedM, amps, ohm) + more;
  return {
    watts,
    sourceW: watts + dropV * amps,
    sourceV: volts,
    endV: volts - dropV,
    dropPct: (100 * dropV) / volts,
    limitPct,
    loopOhm: (2 * installedM * ohm) / 1000,
  };
}

function lossOf(kind: KindRow, cable: CableTypeRow, installedM: number, ambientC: number): Loss | undefined {
  const needs = kind.needs;
  if (cable.medium === "coax" && needs?.topMhz) {
    const db = coaxLossDb(cable, needs.topMhz, installedM);
    return db === undefined ? undefined : { db, limitDb: needs.lossLimitDb ?? 20, mhz: needs.topMhz };
  }
  if (cable.medium === "speaker" && needs?.loadOhm && cable.ohmPerKm !== undefined) {
    const loopOhm = (2 * installedM * atTemperature(cable.ohmPerKm, ambientC)) / 1000;
    return {
      db: speakerLossDb(loopOhm, needs.loadOhm),
      limitDb: needs.lossLimitDb ?? 0.5,
      loopOhm,
      loadOhm: needs.loadOhm,
    };
  }
  return undefined;
}

/** A lead laid straight between two points: along, across and up. */
function leadRoute(design: Design, from: PointRow, to: PointRow): Route {
  const { pathM, riseM } = leadM(design, from, to);
  const places: Place[] = [
    [from.level, from.x, from.y, from.z],
    [from.level, to.x, from.y, from.z],
    [from.level, to.x, to.y, from.z],
    [to.level, to.x, to.y, to.z],
  ];
  const apart = places.filter((place, i) => i === 0 || place.some((value, n) => value !== places[i - 1]![n]));
  return {
    places: apart,
    pathM,
    riseM,
    stubM: pathM,
    stubPlaces: apart.length,
    bends: 0,
    pieces: [],
    ways: [],
  };
}

/**
 * Things that move, by level and service: what a lead of that service may end at. Empty where no kind in
 * use has a lead.
 */
const besideTargets = memo(
  "besideTargets",
  (design): ReadonlyMap<string, readonly PointRow[]> => {
    const kinds = byId(design, "kinds");
    const leads = new Set(design.kinds.filter(hasLead).map((kind) => kind.id));
    if (!design.points.some((point) => leads.has(point.kind))) return new Map();
    const services = new Set([...leads].map((id) => rowIn(kinds, id, "kinds").service));
    return group(
      design.points.filter((point) => {
        const kind = rowIn(kinds, point.kind, "kinds");
        return kind.glyph === "moves" && services.has(kind.service);
      }),
      (point) => `${point.level}/${rowIn(kinds, point.kind, "kinds").service}`,
    );
  },
  (a, b) => a.size === b.size && [...a].every(([key, points]) => sameList(points, b.get(key) ?? [])),
);

const hasLead = (kind: KindRow) => kind.drops.some((line) => line.end === "beside it");

/** What a lead ends at: the nearest thing on its level that moves for the same service. */
function besideOf(design: Design, point: PointRow, kind: KindRow): PointRow | undefined {
  let best: { target: PointRow; far: number } | undefined;
  for (const target of besideTargets(design).get(`${point.level}/${kind.service}`) ?? []) {
    const far = Math.abs(target.x - point.x) + Math.abs(target.y - point.y);
    if (
      target.id !== point.id &&
      (!best || far < best.far || (far === best.far && target.id < best.target.id))
    )
      best = { target, far };
  }
  return best?.target;
}

/**
 * Ω/km of the copper in a light strip, both ways counted as a conductor each: 1 oz on a 10 mm tape,
 * typical.
 */
export const STRIP_OHM_PER_KM = 100;

/**
 * What brings one tread its current: its lead as it is (pulled, or of another cable), and as its kit would
 * have it.
 */
export interface TreadLead {
  cableType?: CableTypeRow;
  /** Cable in the house, m; nothing where the junction box sits at the tread itself. */
  lengthM: number;
  /** Volts lost on it, and on the lead that was planned. */
  lostV: number;
  plannedLostV: number;
}

/** A group of treads with what was pulled, pinned or put in another cable taken as it is. */
export interface LitGroup {
  home: { cableType?: CableTypeRow; lengthM?: number; lostV: number };
  leads: ReadonlyMap<string, TreadLead>;
  /** Volts along a strip: evenly loaded, so half of its own. */
  stripV: number;
  /** Volts lost to the end of the worst strip, its lead included and the home run not. */
  worstV: number;
}

/** Metres between the jacket's marks; undefined without both. To the millimetre. */
const markedM = (row?: DropRow): number | undefined =>
  row?.markStartM === undefined || row.markEndM === undefined
    ? undefined
    : round3(Math.abs(row.markEndM - row.markStartM));

/** Cable in the house: what the jacket says, else the route with its slack. */
const installedOf = (route: Route | undefined, slackM: number, row?: DropRow) =>
  markedM(row) ?? (route ? route.pathM + route.riseM + slackM : undefined);

/**
 * The thinnest cable of the same medium with which the far strip of a group still gets its volts over
 * `homeM`; with
 * leads as planned where none holds with those there are, and the thickest where none holds at all: a check
 * says so.
 */
function homeCable(
  design: Design,
  group: TreadGroup,
  own: CableTypeRow,
  homeM: number,
  worstV: number,
  plannedV: number,
): CableTypeRow {
  const fit = design.cableTypes
    .filter(
      (type) =>
        type.medium === own.medium && type.conductors >= own.conductors && type.ohmPerKm !== undefined,
    )
    .sort((a, b) => b.ohmPerKm! - a.ohmPerKm! || a.costPerM - b.costPerM);
  const limitV = ((group.kind.needs?.dropLimitPct ?? 3) / 100) * (group.kind.needs?.volts ?? 24);
  const holds = (beyondV: number) =>
    fit.find((type) => homeDropV(design, group, type, homeM) + beyondV <= limitV);
  return holds(worstV) ?? holds(plannedV) ?? fit.at(-1) ?? own;
}

/** Volts lost on a home run of `homeM` that carries its whole group. */
export const homeDropV = (design: Design, group: TreadGroup, home: CableTypeRow, homeM: number) =>
  twoWireDropV(
    homeM,
    (group.points.length * group.each) / (group.kind.needs?.volts ?? 24),
    atTemperature(home.ohmPerKm ?? 0, design.design.ambientC),
  );

/** The lead of one tread to its junction box. */
function treadLead(design: Design, group: TreadGroup, point: PointRow): TreadLead {
  if (point === group.at) return { lengthM: 0, lostV: 0, plannedLostV: 0 };
  const index = lightIndex(design, point, group.kind);
  const line = kitOf(design, point, group.kind).find((one) => one.index === index)?.line;
  const row = dropRows(design).get(`${point.id}/${index}`);
  const types = byId(design, "cableTypes");
  const planned = types.get(line?.cableType ?? "");
  const cableType = types.get(row?.cableType ?? "") ?? planned;
  const amps = group.each / (group.kind.needs?.volts ?? 24);
  const { pathM, riseM } = leadM(design, point, group.at);
  const plannedM = pathM + riseM + 2 * design.design.slackPointM;
  const lengthM = markedM(row) ?? plannedM;
  const lost = (metres: number, type?: CableTypeRow) =>
    twoWireDropV(metres, amps, atTemperature(type?.ohmPerKm ?? 0, design.design.ambientC));
  return { cableType, lengthM, lostV: lost(lengthM, cableType), plannedLostV: lost(plannedM, planned) };
}

/** A group of treads as it stands: kept for every group while nothing about it changes. */
const litGroup = memoByRow("litGroup", (design, group: TreadGroup): LitGroup => {
  const leads = new Map(group.points.map((point) => [point.id, treadLead(design, group, point)]));
  const stripV = stripDropV(
    group.kind.needs?.stripM ?? 0,
    group.each / (group.kind.needs?.volts ?? 24),
    STRIP_OHM_PER_KM,
  );
  const most = (of: (lead: TreadLead) => number) => stripV + Math.max(...[...leads.values()].map(of));
  const worstV = most((lead) => lead.lostV);
  const index = lightIndex(design, group.at, group.kind);
  const line = kitOf(design, group.at, group.kind).find((one) => one.index === index)?.line;
  const row = dropRows(design).get(`${group.at.id}/${index}`);
  const types = byId(design, "cableTypes");
  const own = types.get(line?.cableType ?? "");
  const { slackPointM, slackClosetM } = design.design;
  const lengthM = installedOf(
    pointRoute(routeGraph(design), group.at, row?.route),
    slackPointM + slackClosetM,
    row,
  );
  const cableType =
    types.get(row?.cableType ?? "") ??
    (own && lengthM !== undefined
      ? homeCable(
          design,
          group,
          own,
          lengthM,
          worstV,
          most((lead) => lead.plannedLostV),
        )
      : own);
  return {
    home: {
      cableType,
      lengthM,
      lostV: cableType && lengthM !== undefined ? homeDropV(design, group, cableType, lengthM) : 0,
    },
    leads,
    stripV,
    worstV,
  };
});

/** The supply a drop's treads hang on, and what its cables lose; undefined for any other drop. */
export function groupOf(
  design: Design,
  drop: Pick<Drop, "group">,
): { group: TreadGroup; lit: LitGroup } | undefined {
  const group =
    drop.group === undefined ? undefined : treadGroups(design).find((one) => one.id === drop.group);
  return group && { group, lit: litGroup(design, group) };
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
  /** Set where it is a stretch of a bus segment; `back`: the one that closes a ring. */
  on?: PointStop;
  back?: boolean;
}

/** Where a drop ends, where that is no closet: at a stop, a junction box, what feeds it or what it feeds. */
function endOf(
  design: Design,
  { point, kind, line, group, on, back, carriesLoad }: Cable,
): PointRow | undefined {
  if (on) return back ? undefined : on.from;
  if (carriesLoad && point.through !== undefined) return findRow(design, "points", point.through);
  if (group && group.at !== point) return group.at;
  return line.end === "beside it" ? besideOf(design, point, kind) : undefined;
}

function routeOf(design: Design, graph: Graph, cable: Cable, to?: PointRow): Route | undefined {
  const { point, line, row, on } = cable;
  if (on) {
    const { closet } = on.segment;
    return to ? routeBetween(graph, point, to, closet) : routeTo(graph, point, closet);
  }
  if (to) return leadRoute(design, point, to);
  return line.end === "beside it" ? undefined : pointRoute(graph, point, row?.route);
}

function dropOf(design: Design, graph: Graph, cable: Cable): Drop {
  const { point, kind, line, index, label, carriesLoad, row, group, on } = cable;
  const settings = design.design;
  const home = group !== undefined && group.at === point;
  const to = endOf(design, cable);
  const route = routeOf(design, graph, cable, to);
  const slackM = settings.slackPointM + (to ? settings.slackPointM : settings.slackClosetM);
  const jacketM = markedM(row);
  const installedM = installedOf(route, slackM, row);
  const lengthM =
    jacketM ??
    (installedM === undefined
      ? undefined
      : upToStep(installedM * (1 + settings.wastePct / 100), settings.units));
  const types = byId(design, "cableTypes");
  const cableType =
    types.get(row?.cableType ?? "") ??
    (home ? litGroup(design, group).home.cableType : types.get(line.cableType ?? ""));
  const closet = on ? on.segment.closet : to ? undefined : point.closet;
  const ends = { ...(to ? { to: to.id } : {}), ...(to && !on ? {} : { closet }) };
  const drop: Drop = {
    key: `${point.id}/${index}`,
    label: `${label}/${index}`,
    index,
    point,
    kind,
    line,
    cableType,
    ...ends,
    route,
    slackM,
    installedM,
    lengthM,
    marked: jacketM !== undefined,
    state: row?.state ?? "planned",
    row,
    ...(group ? { group: group.id, home } : {}),
    ...(on ? { segment: on.segment.id } : {}),
  };
  // What a bus line loses is worked out along the whole of it.
  if (on || !cableType || installedM === undefined) return drop;
  const loss = lossOf(kind, cableType, installedM, settings.ambientC);
  if (loss) drop.loss = loss;
  if (group) drop.load = treadLoad(design, group, point, cableType, installedM);
  else if (carriesLoad) drop.load = loadOf(kind, cableType, installedM, settings.ambientC);
  return drop;
}

/**
 * Of a home run: its whole group, to the far end of the worst strip. Of a lead: its own tread, what the
 * home run lost included.
 */
function treadLoad(
  design: Design,
  group: TreadGroup,
  point: PointRow,
  cable: CableTypeRow,
  installedM: number,
): Load {
  const { volts = 24, dropLimitPct = 3 } = group.kind.needs ?? {};
  const ohm = atTemperature(cable.ohmPerKm ?? 0, design.design.ambientC);
  const { home, stripV, worstV } = litGroup(design, group);
  const own =
    point === group.at
      ? { watts: group.points.length * group.each, beyondV: worstV }
      : { watts: group.each, beyondV: home.lostV + stripV };
  return {
    ...lowVoltage(volts, own.watts, dropLimitPct, installedM, ohm, own.beyondV),
    homeV: home.lostV,
    stripV,
  };
}

/** What is noted of each drop, by point and index. */
const dropRows = memo(
  "dropRows",
  (design) => new Map(design.drops.map((row) => [`${row.point}/${row.index}`, row])),
);

/** The drops of one point. `also`: the nn of its label, and what else about other points its cables hang on. */
const pointDrops = memoByRow("pointDrops", (design, point: PointRow, also): Drop[] => {
  const kind = byId(design, "kinds").get(point.kind);
  if (!kind) return [];
  const label = pointLabel(design, point);
  const kit = kitOf(design, point, kind);
  const carrier = loadLine(
    kind,
    kit.map(({ line }) => line),
    byId(design, "cableTypes"),
  );
  const group = kind.grouped ? treadRoles(design).get(point.id)?.group : undefined;
  const light = group && lightIndex(design, point, kind);
  const first = kit.find(({ line }) => line === carrier)?.index;
  // A bare number says that it hangs on nothing else: then nobody looks for it on a line.
  const on = typeof also === "number" ? undefined : stopOf(design, point);
  const replaced = on && replacedIndex(kit, byId(design, "cableTypes"));
  const made = (line: KitLine, index: number, more: Partial<Cable>) =>
    dropOf(design, routeGraph(design), {
      point,
      kind,
      line,
      index,
      label,
      carriesLoad: false,
      row: dropRows(design).get(`${point.id}/${index}`),
      ...more,
    });
  const drops = kit.map(({ line, index }) =>
    index === replaced
      ? made(stretchLine(on!), index, { on })
      : made(line, index, { carriesLoad: index === first, ...(index === light ? { group } : {}) }),
  );
  if (replaced === EXTRA_INDEX) drops.push(made(stretchLine(on!), EXTRA_INDEX, { on }));
  if (on?.closes) drops.push(made(stretchLine(on), CLOSING_INDEX, { on, back: true }));
  return drops;
});

/** What a stretch is laid in: its segment's cable. */
const stretchLine = ({ segment }: PointStop): KitLine => ({
  cableType: segment.cableType,
  count: 1,
  purpose: "bus",
  end: "terminals",
});

/**
 * What a lead ends at and where that is, written out: a lead follows it, and stays as it is while that
 * stays.
 */
function leadEnd(design: Design, point: PointRow, kind: KindRow): string {
  const target = besideOf(design, point, kind);
  return target ? `${target.id} ${target.level} ${target.x} ${target.y} ${target.z}` : "nowhere";
}

const leadKinds = memo("leadKinds", (design) => new Set(design.kinds.filter(hasLead).map((kind) => kind.id)));

/** What else about other points the drops of a point hang on, beside its own row: compared by value. */
function alsoOf(design: Design): (point: PointRow) => unknown {
  const numbers = pointNumbers(design);
  const roles = treadRoles(design);
  const kinds = byId(design, "kinds");
  const leads = leadKinds(design);
  const stops = placedStops(design);
  return (point) => {
    const number = numbers.get(point.id);
    const role = roles.get(point.id);
    const line = point.through === undefined && !stops.has(point.id) ? "" : stopSignature(design, point);
    const tread = role ? ` ${role.signature}` : "";
    const lead = leads.has(point.kind) ? ` ${leadEnd(design, point, rowIn(kinds, point.kind, "kinds"))}` : "";
    return line || tread || lead ? `${number}${tread}${lead} ${line}` : number;
  };
}

/** All drops of a design, by label. A point that did not change keeps its drops as the same objects. */
export const dropsOf = memo("dropsOf", (design): Drop[] =>
  inOrder(ranksOf(design), pointDrops.all(design, design.points, design.points.map(alsoOf(design))).flat()),
);

/** The drops of one point, by label, without asking any other point for its own. */
export const dropsOfPoint = (design: Design, point: PointRow): Drop[] =>
  [...pointDrops(design, point, alsoOf(design)(point))].sort(byLabel);

const byLabel = (a: Drop, b: Drop) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0);

/** Where each drop stood in the last list of this design. */
const ranksOf = keptFor(() => ({ ranks: new Map<string, { label: string; rank: number }>() }));

/**
 * By label. Most edits leave every label as it was: then each drop goes to the place it had, with nothing
 * compared.
 */
function inOrder(last: ReturnType<typeof ranksOf>, drops: Drop[]): Drop[] {
  if (drops.length === last.ranks.size) {
    const placed = new Array<Drop>(drops.length);
    if (
      drops.every((drop) => {
        const known = last.ranks.get(drop.key);
        if (known?.label !== drop.label) return false;
        placed[known.rank] = drop;
        return true;
      })
    )
      return placed;
  }
  drops.sort(byLabel);
  last.ranks = new Map(drops.map((drop, rank) => [drop.key, { label: drop.label, rank }]));
  return drops;
}
