/**
 * What modules in a cabinet drive: lamps, shades, awnings, valves and locks that have no bus of their own, each with
 * what it takes, what it is to a contact, and where its cable would end.
 */
import { sameList } from "../../design/alike";
import { byId, type Design } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import { placedStops } from "../../points/lines";
import { LOW_V } from "../../points/terminals";
import type { LampRow, LegRow } from "../../design/rows/house-survey";
import type { RoomRow } from "../../design/rows/house-structure";
import type { PointRow } from "../../design/rows/runs";
import type { ChannelRow, Drives, ModuleTypeRow } from "../../design/rows/bus";

/** What a load is to the contact or the dimmer that feeds it. */
export type Nature = "lamp" | "motor" | "heater" | "plain";

export interface Load {
  id: string;
  in: "points" | "legs";
  name: string;
  /** Rooms it lights or serves; a leg may reach several. */
  rooms: readonly string[];
  level: string;
  x: number;
  y: number;
  z: number;
  room: string;
  /** What drives it best. */
  wants: Extract<Drives, "relay" | "dimmer" | "shutter">;
  nature: Nature;
  carries: "mains" | "low voltage";
  volts: number;
  watts: number;
  wattsFrom: string;
  /** Closet its cable ends at; absent in a house without any. */
  closet?: string;
  circuit?: string;
  /** Left alone unless somebody puts it on a channel: most sockets are never switched. */
  byHandOnly?: boolean;
}

/** Watts of a load where neither the plan nor its kind says. Typical. */
const TYPICAL_W = { lamp: 40, shade: 120, awning: 250, socket: 1000, heater: 800, valve: 6 };
const TUBES = /^G(5|13|23|24)/i;
/** Rooms people stay in: their lamps are dimmed. */
const STAYED_IN: readonly RoomRow["type"][] = ["living", "sleeping", "kitchen"];

const KINDS: Readonly<
  Record<string, { wants: Load["wants"]; nature: Nature; watts: number; byHandOnly?: true }>
> = {
  lamp: { wants: "dimmer", nature: "lamp", watts: TYPICAL_W.lamp },
  shade: { wants: "shutter", nature: "motor", watts: TYPICAL_W.shade },
  awning: { wants: "shutter", nature: "motor", watts: TYPICAL_W.awning },
  valve: { wants: "relay", nature: "plain", watts: TYPICAL_W.valve },
  "water-valve": { wants: "relay", nature: "plain", watts: TYPICAL_W.valve },
  lock: { wants: "relay", nature: "plain", watts: TYPICAL_W.valve },
  plug: { wants: "relay", nature: "plain", watts: TYPICAL_W.socket, byHandOnly: true },
  radiator: { wants: "relay", nature: "heater", watts: TYPICAL_W.heater, byHandOnly: true },
};

/** Without a cable they have a supply of their own: a lock on cells, a valve on the circuit beside it. */
const ALONE: ReadonlySet<string> = new Set(["lock", "water-valve"]);

/** The kind it was made of: `shade--solar` is a shade. */
const madeOf = (kind: string) => kind.split("--")[0]!;

const wattsOf = (lamps: readonly LampRow[]): number | undefined =>
  lamps.length && lamps.every(({ watts }) => watts !== undefined)
    ? lamps.reduce((sum, lamp) => sum + lamp.count * lamp.watts!, 0)
    : undefined;

/** Is the lamp of a room dimmed? Tubes are not, nor lamps where nobody stays. */
function lampWants(design: Design, rooms: readonly string[], lamps: readonly LampRow[]): Load["wants"] {
  if (lamps.some(({ cap }) => TUBES.test(cap ?? ""))) return "relay";
  return rooms.some((id) => STAYED_IN.includes(byId(design, "rooms").get(id)?.type ?? "store"))
    ? "dimmer"
    : "relay";
}

/** Closets whose cables come to a cabinet; all of them in a house that has none yet. */
export function cabinetClosets(design: Design) {
  const own = design.closets.filter(({ cabinetRows }) => cabinetRows !== undefined);
  return own.length ? own : design.closets;
}

/** Of each room and each level, the closet at which most of its points end, of those that have a cabinet. */
const mostAt = memo("mostAt", (design) => {
  const there = new Set(cabinetClosets(design).map(({ id }) => id));
  const rooms = new Map<string, Map<string, number>>();
  const levels = new Map<string, Map<string, number>>();
  const count = (map: Map<string, Map<string, number>>, place: string, closet: string) => {
    let own = map.get(place);
    if (!own) map.set(place, (own = new Map()));
    own.set(closet, (own.get(closet) ?? 0) + 1);
  };
  for (const { room, level, closet } of design.points) {
    if (closet === undefined || !there.has(closet)) continue;
    count(rooms, room, closet);
    count(levels, level, closet);
  }
  const most = (of: Map<string, Map<string, number>>) =>
    new Map([...of].map(([place, own]) => [place, [...own].sort((a, b) => b[1] - a[1])[0]![0]]));
  return { ofRoom: most(rooms), ofLevel: most(levels) };
});

/** Where the cable of a load ends: its own closet, else that of most points of its room, of its level, the first. */
function closetFor(design: Design, spot: { room: string; level: string; closet?: string }) {
  const closets = cabinetClosets(design);
  if (closets.some((closet) => closet.id === spot.closet)) return spot.closet;
  const most = mostAt(design);
  return (
    most.ofRoom.get(spot.room) ??
    most.ofLevel.get(spot.level) ??
    closets.find(({ level }) => level === spot.level)?.id ??
    closets[0]?.id
  );
}

/** Lamps by room and by leg, and the circuit of those of each room and each level. */
const lampsOf = memo("lampsOf", (design) => {
  const legs = byId(design, "legs");
  const byRoom = new Map<string, LampRow[]>();
  const byLeg = new Map<string, LampRow[]>();
  const circuits = new Map<string, string>();
  const into = (map: Map<string, LampRow[]>, key: string, lamp: LampRow) => {
    const list = map.get(key);
    if (list) list.push(lamp);
    else map.set(key, [lamp]);
  };
  for (const lamp of design.lamps) {
    into(byRoom, lamp.room, lamp);
    if (lamp.leg === undefined) continue;
    into(byLeg, lamp.leg, lamp);
    const circuit = legs.get(lamp.leg)?.circuit;
    if (circuit === undefined) continue;
    for (const place of [`room ${lamp.room}`, `level ${lamp.level}`])
      if (!circuits.has(place)) circuits.set(place, circuit);
  }
  return { byRoom, byLeg, circuits };
});

/** Circuit of the lamps of a room, else of those of its level. */
function lightCircuit(design: Design, room: string, level: string): string | undefined {
  const { circuits } = lampsOf(design);
  return circuits.get(`room ${room}`) ?? circuits.get(`level ${level}`);
}

/** What `also` says of a load: what hangs on all points of the house, so that a move of one leaves the others' loads. */
const alsoOf = (closet: string | undefined, lit: number) => `${closet ?? ""} ${lit}`;
const closetIn = (also: unknown) => (also as string).split(" ")[0] || undefined;

const loadOfPoint = memoByRow("loadOfPoint", (design, point: PointRow, also) => {
  const kind = KINDS[madeOf(point.kind)]!;
  const needs = byId(design, "kinds").get(point.kind)?.needs;
  const lamps = kind.nature === "lamp" ? (lampsOf(design).byRoom.get(point.room) ?? []) : [];
  const surveyed = wattsOf(lamps);
  const lit = Number((also as string).split(" ")[1]);
  const watts = needs?.watts ?? (surveyed === undefined ? kind.watts : surveyed / Math.max(1, lit));
  const volts = needs?.volts ?? design.design.mainsV;
  const { id, name, level, room, x, y, z } = point;
  const circuit = volts > LOW_V ? lightCircuit(design, room, level) : undefined;
  const closet = closetIn(also);
  const load: Load = {
    ...{ id, in: "points", name, rooms: [room], level, room, x, y, z },
    ...{ wants: kind.nature === "lamp" ? lampWants(design, [room], lamps) : kind.wants },
    ...{ nature: kind.nature, carries: volts > LOW_V ? "mains" : "low voltage", volts, watts },
    wattsFrom:
      needs?.watts !== undefined
        ? "its kind"
        : surveyed === undefined
          ? "typical"
          : "lamps of its room, shared by its points",
    ...(closet === undefined ? {} : { closet }),
    ...(circuit === undefined ? {} : { circuit }),
    ...(kind.byHandOnly ? { byHandOnly: true } : {}),
  };
  return load;
});

const loadOfLeg = memoByRow("loadOfLeg", (design, leg: LegRow, also) => {
  const lamps = lampsOf(design).byLeg.get(leg.id)!;
  const rooms = [...new Set(lamps.map((lamp) => lamp.room))];
  const watts = wattsOf(lamps);
  const { level, room, x, y } = lamps[0]!;
  const closet = closetIn(also);
  const load: Load = {
    ...{ id: leg.id, in: "legs", name: leg.name, rooms, level, room, x, y },
    z: byId(design, "levels").get(level)?.ceilingHeightM ?? 2.5,
    ...{ wants: lampWants(design, rooms, lamps), nature: "lamp", carries: "mains" },
    ...{ volts: design.design.mainsV, watts: watts ?? TYPICAL_W.lamp },
    wattsFrom: watts === undefined ? "typical" : "its lamps",
    ...(closet === undefined ? {} : { closet }),
    ...(leg.circuit === undefined ? {} : { circuit: leg.circuit }),
  };
  return load;
});

/** All loads of a house, points first, each in the order of its collection; the same list while none of them changes. */
export const loadsOf = memo(
  "loadsOf",
  (design): Load[] => {
    const { byLeg } = lampsOf(design);
    // What a board of somebody's own switches needs no channel.
    const onBoards = new Set(design.pins.flatMap(({ load }) => load ?? []));
    // Asked of every point at every edit: what is the same for all is looked up once.
    const driven = new Map(
      design.kinds.flatMap(({ id }) => {
        const kind = KINDS[madeOf(id)];
        return kind ? [[id, kind] as const] : [];
      }),
    );
    const cordless = new Set(
      design.kinds.flatMap(({ id, drops }) => (ALONE.has(madeOf(id)) && !drops.length ? [id] : [])),
    );
    const onLines = placedStops(design);
    const lit = new Map<string, number>();
    for (const { kind, room } of design.points)
      if (driven.get(kind)?.nature === "lamp") lit.set(room, (lit.get(room) ?? 0) + 1);
    const points = design.points.flatMap((point): Load[] => {
      const kind = driven.get(point.kind);
      if (!kind || onLines.has(point.id) || onBoards.has(point.id)) return [];
      // A shade with no cable at all runs on cells or the sun, and so does a lock; a valve may have its own supply.
      if (point.closet === undefined && (kind.nature === "motor" || cordless.has(point.kind))) return [];
      return [loadOfPoint(design, point, alsoOf(closetFor(design, point), lit.get(point.room) ?? 0))];
    });
    const legs = design.legs.flatMap((leg): Load[] => {
      const [first, ...rest] = byLeg.get(leg.id) ?? [];
      // Where a room has points for its lamps, those are its loads.
      if (!first || lit.has(first.room) || rest.some((lamp) => lit.has(lamp.room))) return [];
      return [loadOfLeg(design, leg, alsoOf(closetFor(design, first), 0))];
    });
    return [...points, ...legs];
  },
  sameList,
);

const loadsByKey = memo(
  "loadsByKey",
  (design): ReadonlyMap<string, Load> => new Map(loadsOf(design).map((load) => [loadKey(load), load])),
);

/** A point and a leg may have one id. */
export const loadKey = (load: Pick<Load, "in" | "id">) => `${load.in}/${load.id}`;

/** The load on a channel; undefined where there is none, or it needs no channel any more. */
export const loadOn = (design: Design, channel: Pick<ChannelRow, "load" | "leg">): Load | undefined =>
  channel.load === undefined
    ? loadsByKey(design).get(loadKey({ in: "legs", id: channel.leg ?? "" }))
    : loadsByKey(design).get(loadKey({ in: "points", id: channel.load }));

/** What one channel of a kind may carry of such a load for long, A; undefined where it is not made for it. */
export const mostA = (type: ModuleTypeRow, nature: Nature): number | undefined =>
  ({ lamp: type.lampA, motor: type.motorA, heater: type.heaterA, plain: type.plainA })[nature];

/** Why a load cannot hang on a channel of this kind; undefined where it can. */
export function whyNotOn(type: ModuleTypeRow, load: Load, watts = load.watts): string | undefined {
  const name = type.name.toLowerCase();
  if (!["relay", "dimmer", "shutter", "analogue"].includes(type.drives)) return `${name} drives nothing`;
  if (load.wants === "shutter" && type.drives !== "shutter")
    return "what moves up and down wants two relays that bar one another: a shutter channel";
  if (load.wants !== "shutter" && type.drives === "shutter") return "a shutter channel is for what moves";
  if (type.carries !== "either" && type.carries !== load.carries)
    return `it wants ${load.carries}, ${name} carries ${type.carries}`;
  const most = mostA(type, load.nature);
  if (most === undefined) return `${name} is not made for a ${load.nature}`;
  const amps = watts / load.volts;
  return amps > most + 1e-9
    ? `it takes ${amps.toFixed(2)} A, a channel of ${name} carries ${most} A of a ${load.nature === "plain" ? "plain load" : load.nature}`
    : undefined;
}
