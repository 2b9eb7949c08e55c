/** A design as it is rehearsed: each device's point a thing, with the times it takes. */
import { edgeDistance } from "../../geometry/polygon";
import { byName } from "../../design/words";
import { byId, type Design } from "../../design/collections";
import { memoByParts } from "../../design/kept";
import { MINUTE_MS } from "../../design/local-time";
import { ACTUATOR_MS } from "../../rehearse/things/slow";
import type { House, RehearsedRoom, Thing } from "../../rehearse/house";
import { AT_REST } from "../automations/tried";
import { programmeOf } from "../automations/programme";
import { ableOf } from "../automations/things";
import { thingsOf } from "../bridges/things";
import type { ShownType } from "../bridges/rows-words";
import type { OpeningRow } from "../house/rows-house";
import type { PointRow } from "../runs/rows";
import { racksOf } from "../rack/racks";
import { batteriesOf } from "../register/cells";
import { standing } from "../../outage/graph";
import type { Hit } from "../../rehearse/breaks";
import { wiringsOf } from "./outage/parts";
import { isPart, longCut, readyOf } from "./outage/table";
import type { Aspect } from "../automations/rows";
import type { Value } from "../../automation/engine/world";

/** A roller or a curtain, m/s, typical of tubular motors; an awning is slower. */
const COVER_MS = 0.12;
const AWNING_MS = 0.08;
/** Of what has no opening beside it, m. */
const USUAL_HEIGHT_M = 1.6;
/** A point belongs to an opening whose middle is nearer than this, m. */
const NEAR_M = 2.5;
/** What a lamp draws where nobody has said, W. */
const USUAL_LAMP_W = 8;
/** A motor valve in the pipe turns within seconds. */
const PIPE_VALVE_MS = 8000;

/** A window whose middle is nearer to a room's edge than this lights it, m. */
const BESIDE_M = 0.7;
const KEYS = new Set(["keypad", "remote", "panel"]);

const kindOf = (kind: string) => kind.split("--")[0]!;

/** Middle of an opening, on the sheet. */
function middleOf(design: Design, { wall: id, offsetM, widthM }: OpeningRow): Middle | undefined {
  const wall = byId(design, "walls").get(id);
  if (!wall) return undefined;
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
  const along = (offsetM + widthM / 2) / length;
  return {
    level: wall.level,
    x: wall.ax + (wall.bx - wall.ax) * along,
    y: wall.ay + (wall.by - wall.ay) * along,
  };
}

interface Middle {
  level: string;
  x: number;
  y: number;
}

/** Height of what a shade covers, m. */
function heightOf(design: Design, point: PointRow): number {
  let best: { height: number; away: number } | undefined;
  for (const opening of design.openings) {
    const at = middleOf(design, opening);
    if (at?.level !== point.level) continue;
    const away = Math.hypot(at.x - point.x, at.y - point.y);
    if (away < NEAR_M && (!best || away < best.away)) best = { height: opening.heightM, away };
  }
  return best?.height ?? USUAL_HEIGHT_M;
}

/** How a thing stands at first: as it does before anything happens, people's doings aside. */
const firstOf = (type: ShownType, reads: readonly Aspect[]): Thing["first"] =>
  Object.fromEntries(
    reads.flatMap((aspect): [Aspect, Value][] => {
      // A water valve stands open: it is shut when something is wrong.
      const value = type === "valve" && aspect === "open" ? true : AT_REST[aspect];
      return value === undefined || aspect === "presence" || aspect === "online" ? [] : [[aspect, value]];
    }),
  );

/** Of a lamp: what its want says of each, W. */
function wattsOf(design: Design, point: string): number {
  const want = design.wants.find(({ points }) => points.includes(point));
  return want?.loadW === undefined ? USUAL_LAMP_W : want.loadW / Math.max(1, want.lampsEach ?? 1);
}

/** Most lamps with a radio, and those on a lighting bus, light up when they get their supply: nobody has told them otherwise. */
const LIT_AGAIN = new Set(["Zigbee", "Z-Wave", "Thread", "Wi-Fi", "Bluetooth LE", "DALI"]);

function thingsIn(design: Design): Thing[] {
  const { numbers } = readyOf(design).graph;
  const devices = new Map(design.devices.map((device) => [device.point, device]));
  const celled = new Set([...batteriesOf(design).values()].map(({ device }) => device.point));
  return design.points.flatMap((point): Thing[] => {
    const able = ableOf(design).get(point.id);
    if (!able?.type) return [];
    const device = devices.get(point.id);
    const base = kindOf(point.kind);
    const reads = [...new Set(able.reads)];
    const first = firstOf(able.type, reads);
    return [
      {
        id: point.id,
        ...(device ? { device: device.id } : {}),
        type: able.type,
        room: point.room,
        level: point.level,
        sets: able.sets,
        reads,
        local: device ? (thingsOf(design).get(device.id)?.local ?? true) : true,
        supply: celled.has(point.id) ? "battery" : "mains",
        ...(device && able.type.endsWith("light")
          ? {
              hand: numbers.has(`hand:${device.id}`),
              linked: numbers.has(`link:${device.id}`),
              ...(LIT_AGAIN.has(device.protocol) ? { comesBack: "on" as const } : {}),
            }
          : {}),
        watts: able.type.endsWith("light") ? wattsOf(design, point.id) : 0,
        ...(able.type === "cover"
          ? {
              travelMs: Math.round(
                (1000 * heightOf(design, point)) / (base === "awning" ? AWNING_MS : COVER_MS),
              ),
            }
          : {}),
        ...(able.sets.includes("open")
          ? { openMs: base === "water-valve" ? PIPE_VALVE_MS : ACTUATOR_MS }
          : {}),
        first: able.type === "cover" ? { ...first, position: base === "awning" ? 0 : 100 } : first,
      },
    ];
  });
}

function roomsIn(design: Design): RehearsedRoom[] {
  const windows = design.openings.flatMap((opening) =>
    opening.kind === "window" ? (middleOf(design, opening) ?? []) : [],
  );
  const living = new Set(
    design.rooms.filter(({ type }) => type === "living" || type === "kitchen").map(({ id }) => id),
  );
  const { functions, before } = readyOf(design);
  const byHand = new Set(
    functions.flatMap(({ deed, room }, i) => (deed === "light" && before[i]!.byHand ? [room] : [])),
  );
  return design.rooms.map((room) => ({
    id: room.id,
    outdoor: room.outdoor === true,
    windows: windows.some(
      ({ level, x, y }) => level === room.level && Math.abs(edgeDistance(room.outline, [x, y])) < BESIDE_M,
    ),
    // Where nothing is lived in, people are anywhere indoors where nobody sleeps.
    shared: !room.outdoor && (living.size ? living.has(room.id) : room.type !== "sleeping"),
    switched: byHand.has(room.id),
    keys: design.points
      .filter((point) => point.room === room.id && KEYS.has(kindOf(point.kind)))
      .map(({ id }) => id),
  }));
}

/** Contacts of doors to the outside; the front door first. */
function doorsIn(design: Design): string[] {
  const contacts = design.points.filter(({ id }) => ableOf(design).get(id)?.type === "contact sensor");
  const rank = (name: string) => (/front/i.test(name) ? 0 : /door/i.test(name) ? 1 : 2);
  return contacts
    .filter(({ name }) => rank(name) < 2)
    .sort((a, b) => rank(a.name) - rank(b.name) || byName(a.name, b.name))
    .map(({ id }) => id);
}

/** How long the rack's battery carries the hub, ms: until it is empty, or the hub is switched off on the way. */
function hubOnBatteryMs(design: Design): number {
  for (const { items, runtimeMin = 0, shedding } of racksOf(design)) {
    const hub = items.find(({ kind }) => kind === "hub");
    if (!hub) continue;
    const shed = shedding?.steps.find(({ off }) => off.includes(hub));
    return Math.round(MINUTE_MS * (shed?.atMin ?? shedding?.runtimeMin ?? runtimeMin));
  }
  return 0;
}

/** What a part of the house takes with it when it fails; "mains+battery": the racks' batteries are empty as well. */
function hitsOf(design: Design): NonNullable<House["hitBy"]> {
  const known = new Map<string, Hit | undefined>();
  const points = [...wiringsOf(design).values()];
  const find = (what: string): Hit | undefined => {
    const { graph } = readyOf(design);
    const parts = what === "mains+battery" ? longCut(design) : [what];
    if (what === "hub" || !parts.length || parts.some((part) => !isPart(design, part))) return undefined;
    const stands = standing(
      graph,
      parts.map((part) => graph.numbers.get(part)!),
    );
    const up = (part: string) => {
      const number = graph.numbers.get(part);
      return number === undefined || stands[number] === 1;
    };
    const outside = up("internet") && up("cloud");
    const things = thingsOf(design);
    const deaf = new Set<string>();
    const dead = new Set<string>();
    for (const { device, point } of points) {
      if (!up(`device:${device.id}`)) dead.add(point.id);
      else if (!up(`heard:${device.id}`) || (!outside && things.get(device.id)?.local === false))
        deaf.add(point.id);
    }
    const hubs = design.hubs.filter(({ hub }) => hub === undefined);
    return { deaf, dead, hub: hubs.length > 0 && hubs.every(({ id }) => !up(`hub:${id}`)) };
  };
  return (what) => {
    if (!known.has(what)) known.set(what, find(what));
    return known.get(what);
  };
}

export const houseOf = memoByParts(
  [
    readyOf,
    wiringsOf,
    racksOf,
    programmeOf,
    thingsOf,
    batteriesOf,
    ableOf,
    "points",
    "devices",
    "rooms",
    "openings",
    "walls",
    "wants",
    "people",
    "calendars",
  ],
  (design): House => ({
    programme: programmeOf(design),
    things: thingsIn(design),
    rooms: roomsIn(design),
    people: design.people,
    calendars: design.calendars,
    hubOnBatteryMs: hubOnBatteryMs(design),
    doors: doorsIn(design),
    hitBy: hitsOf(design),
  }),
);
