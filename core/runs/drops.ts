/** From points and their kits to the drops of a design, each with its label, route and length. */
import { byId, memoByParts, memoByRow, type Design } from "../design/collections";
import type { CableTypeRow, DropRow, KindRow, KitLine, PointRow } from "../design/rows-system";
import { atTemperature, poeLoopOhm, poeVolts, POE_CLASSES, twoWireDropV } from "./electrical";
import { routeGraph, type Graph } from "./graph";
import { pointRoute, type Route } from "./route";

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
  state: DropRow["state"];
  row?: DropRow;
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
function loadLine(kind: KindRow, cableTypes: ReadonlyMap<string, CableTypeRow>): KitLine | undefined {
  const needs = kind.needs;
  if (!needs) return undefined;
  const medium = (line: KitLine) => (line.cableType ? cableTypes.get(line.cableType)?.medium : undefined);
  if (needs.poeClass) return kind.drops.find((line) => medium(line) === "data");
  if (!needs.volts || !needs.watts) return undefined;
  return kind.drops.find((line) => ["power", "bus", "speaker"].includes(medium(line) ?? ""));
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
  if (!needs.volts || !needs.watts) return undefined;
  const amps = needs.watts / needs.volts;
  const ohm = atTemperature(cable.ohmPerKm, ambientC);
  const dropV = twoWireDropV(installedM, amps, ohm);
  return {
    watts: needs.watts,
    sourceW: needs.watts + dropV * amps,
    sourceV: needs.volts,
    endV: needs.volts - dropV,
    dropPct: (100 * dropV) / needs.volts,
    limitPct: needs.dropLimitPct ?? 5,
    loopOhm: (2 * installedM * ohm) / 1000,
  };
}

function dropOf(design: Design, graph: Graph, point: PointRow, kind: KindRow, line: KitLine, index: number, label: string, carriesLoad: boolean, row?: DropRow): Drop {
  const cableId = row?.cableType ?? line.cableType;
  const cableType = cableId ? byId(design, "cableTypes").get(cableId) : undefined;
  const route = pointRoute(graph, point);
  const slackM = design.design.slackPointM + design.design.slackClosetM;
  const marked = row?.markStartM !== undefined && row.markEndM !== undefined;
  const markedM = marked ? Math.round(Math.abs(row!.markEndM! - row!.markStartM!) * 1000) / 1000 : undefined;
  const installedM = markedM ?? (route ? route.pathM + route.riseM + slackM : undefined);
  const lengthM = markedM ?? (installedM === undefined ? undefined : upToStep(installedM * (1 + design.design.wastePct / 100)));
  const load = carriesLoad && cableType && installedM !== undefined ? loadOf(kind, cableType, installedM, design.design.ambientC) : undefined;
  return {
    key: `${point.id}/${index}`, label: `${label}/${index}`, index, point, kind, line, cableType, closet: point.closet,
    route, slackM, installedM, lengthM, marked, load, state: row?.state ?? "planned", row,
  };
}

/** What is noted of each drop, by point and index. */
const dropRows = memoByParts(["drops"], (design) => new Map(design.drops.map((row) => [`${row.point}/${row.index}`, row])));

/** The drops of one point. `number` is the nn of its label. */
const pointDrops = memoByRow(
  ["design", "levels", "rooms", "trunks", "risers", "closets", "cableTypes", "kinds", "drops"],
  (design, point: PointRow): Drop[] => {
    const kind = byId(design, "kinds").get(point.kind);
    if (!kind) return [];
    const label = pointLabel(design, point);
    const carrier = loadLine(kind, byId(design, "cableTypes"));
    const drops: Drop[] = [];
    for (const line of kind.drops) {
      for (let n = 0; n < line.count; n++) {
        const index = drops.length + 1;
        drops.push(dropOf(design, routeGraph(design), point, kind, line, index, label, line === carrier && n === 0, dropRows(design).get(`${point.id}/${index}`)));
      }
    }
    return drops;
  },
);

/** All drops of a design, by label. A point that did not change keeps its drops as the same objects. */
export const dropsOf = memoByParts(
  ["design", "levels", "rooms", "trunks", "risers", "closets", "cableTypes", "kinds", "points", "drops"],
  (design): Drop[] => {
    const numbers = pointNumbers(design);
    return design.points.flatMap((point) => pointDrops(design, point, numbers.get(point.id))).sort((a, b) => (a.label < b.label ? -1 : a.label > b.label ? 1 : 0));
  },
);
