/**
 * What modules in a cabinet drive: lamps, shades, awnings, valves and locks that have no bus of their own, each with
 * what it takes, what it is to a contact, and where its cable would end.
 */
import { byId, type Design } from "../../design/collections";
import { memoByParts } from "../../design/kept";
import { placedStops } from "../../points/lines";
import { LOW_V } from "../../points/terminals";
import type { LampRow } from "../house/rows-survey";
import type { RoomRow } from "../house/rows-house";
import type { PointRow } from "../runs/rows";
import type { ChannelRow, Drives, ModuleTypeRow } from "./rows";

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

/** The kind it was made of: `shade--solar` is a shade. */
const kindOf = (point: PointRow) => point.kind.split("--")[0]!;

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

/** Where the cable of a load ends: its own closet, else that of most points of its room, of its level, the first. */
function closetFor(design: Design, spot: { room: string; level: string; closet?: string }) {
  const closets = cabinetClosets(design);
  const there = (id: string | undefined) => closets.some((closet) => closet.id === id);
  if (there(spot.closet)) return spot.closet;
  const most = (of: (point: PointRow) => boolean) => {
    const counts = new Map<string, number>();
    for (const point of design.points)
      if (point.closet !== undefined && there(point.closet) && of(point))
        counts.set(point.closet, (counts.get(point.closet) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
  };
  return (
    most(({ room }) => room === spot.room) ??
    most(({ level }) => level === spot.level) ??
    closets.find(({ level }) => level === spot.level)?.id ??
    closets[0]?.id
  );
}

/** Circuit of the lamps of a room, else of those of its level. */
function lightCircuit(design: Design, room: string, level: string): string | undefined {
  const legs = byId(design, "legs");
  const of = (fits: (lamp: LampRow) => boolean) => {
    for (const lamp of design.lamps) {
      const circuit = fits(lamp) ? legs.get(lamp.leg ?? "")?.circuit : undefined;
      if (circuit !== undefined) return circuit;
    }
    return undefined;
  };
  return of((lamp) => lamp.room === room) ?? of((lamp) => lamp.level === level);
}

/** All loads of a house, points first, each in the order of its collection. */
export const loadsOf = memoByParts(
  [
    placedStops,
    "design",
    "points",
    "kinds",
    "legs",
    "lamps",
    "rooms",
    "closets",
    "circuits",
    "boards",
    "pins",
  ],
  (design): Load[] => {
    const lampsBy = new Map<string, LampRow[]>();
    const lampsOfLeg = new Map<string, LampRow[]>();
    const into = (map: Map<string, LampRow[]>, key: string, lamp: LampRow) =>
      map.set(key, [...(map.get(key) ?? []), lamp]);
    for (const lamp of design.lamps) {
      into(lampsBy, lamp.room, lamp);
      if (lamp.leg !== undefined) into(lampsOfLeg, lamp.leg, lamp);
    }
    // What a board of somebody's own switches needs no channel.
    const onBoards = new Set(design.pins.flatMap(({ load }) => load ?? []));
    const kinds = byId(design, "kinds");
    const lit = new Map<string, number>();
    for (const point of design.points)
      if (kindOf(point) === "lamp") lit.set(point.room, (lit.get(point.room) ?? 0) + 1);
    const points = design.points.flatMap((point): Load[] => {
      const kind = KINDS[kindOf(point)];
      if (!kind || placedStops(design).has(point.id) || onBoards.has(point.id)) return [];
      const needs = kinds.get(point.kind)?.needs;
      // A shade with no cable at all runs on cells or the sun, and an outlet of a mobile kind is nobody's load.
      if (kind.nature === "motor" && point.closet === undefined) return [];
      const own = kind.nature === "lamp" ? (lampsBy.get(point.room) ?? []) : [];
      const surveyed = wattsOf(own);
      const watts =
        needs?.watts ?? (surveyed === undefined ? kind.watts : surveyed / (lit.get(point.room) ?? 1));
      const volts = needs?.volts ?? design.design.mainsV;
      const { id, name, level, room, x, y, z } = point;
      const circuit = volts > LOW_V ? lightCircuit(design, room, level) : undefined;
      const closet = closetFor(design, point);
      return [
        {
          ...{ id, in: "points", name, rooms: [room], level, room, x, y, z },
          ...{ wants: kind.nature === "lamp" ? lampWants(design, [room], own) : kind.wants },
          ...{ nature: kind.nature, carries: volts > LOW_V ? "mains" : "low voltage", volts, watts },
          wattsFrom:
            needs?.watts === undefined
              ? surveyed === undefined
                ? "typical"
                : "lamps of its room, shared by its points"
              : "its kind",
          ...(closet === undefined ? {} : { closet }),
          ...(circuit === undefined ? {} : { circuit }),
          ...(kind.byHandOnly ? { byHandOnly: true } : {}),
        },
      ];
    });
    const legs = design.legs.flatMap((leg): Load[] => {
      const lamps = lampsOfLeg.get(leg.id) ?? [];
      const [first] = lamps;
      // Where a room has points for its lamps, those are its loads.
      if (!first || lamps.some((lamp) => lit.has(lamp.room))) return [];
      const rooms = [...new Set(lamps.map((lamp) => lamp.room))];
      const watts = wattsOf(lamps);
      const { level, room, x, y } = first;
      const closet = closetFor(design, { room, level });
      return [
        {
          ...{ id: leg.id, in: "legs", name: leg.name, rooms, level, room, x, y },
          z: byId(design, "levels").get(level)?.ceilingHeightM ?? 2.5,
          ...{ wants: lampWants(design, rooms, lamps), nature: "lamp", carries: "mains" },
          ...{ volts: design.design.mainsV, watts: watts ?? TYPICAL_W.lamp },
          wattsFrom: watts === undefined ? "typical" : "its lamps",
          ...(closet === undefined ? {} : { closet }),
          ...(leg.circuit === undefined ? {} : { circuit: leg.circuit }),
        },
      ];
    });
    return [...points, ...legs];
  },
);

const loadsByKey = memoByParts(
  [loadsOf],
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
