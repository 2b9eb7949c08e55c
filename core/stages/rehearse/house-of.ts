/** A design as it is rehearsed: each device's point a thing, with the times it takes. */
import { byName } from "../../design/words";
import { type Design, rowOf } from "../../design/collections";
import { memo } from "../../design/kept";
import { MINUTE_MS } from "../../design/local-time";
import { USUAL_W } from "./play/things/appliance";
import { ACTUATOR_MS } from "./play/things/slow";
import type { House, RehearsedRoom, Thing } from "./play/house";
import { AT_REST } from "../automations/tried";
import { programmeOf } from "../automations/programme";
import { ableOf } from "../automations/things";
import { thingsOf } from "../bridges/things";
import type { ShownType } from "../../design/rows/bridges-words";
import type { Appliance } from "../../design/vocabulary";
import { applianceNamed } from "../runs/appliances";
import type { PointRow } from "../../design/rows/runs";
import { middleOf, roomsAtOpenings } from "./beside";
import { lossOf, stairsOf } from "./heard-of";
import { isVent, warmOf } from "./warm-of";
import { drainsOf, linksOf } from "./ways-of";
import { racksOf } from "../rack/racks";
import { batteriesOf } from "../register/cells";
import type { Hit } from "./play/breaks";
import { wiringsOf } from "./outage/parts";
import { downWithout, isPartOf, longCut, readyOf, upWithout } from "./outage/table";
import type { Aspect } from "../../design/rows/automations";
import type { Value } from "../automations/engine/world";

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

/** What only runs while it is told to. */
const ON_DEMAND: ReadonlySet<Appliance> = new Set(["vacuum", "heater", "screen"]);
const KEYS = new Set(["keypad", "remote", "panel"]);

const kindOf = (kind: string) => kind.split("--")[0]!;

/** Height of what a shade covers, m. */
function heightOf(design: Design, point: PointRow): number {
  let best: { height: number; away: number } | undefined;
  for (const opening of design.openings) {
    const middle = middleOf(design, opening);
    if (middle?.level !== point.level) continue;
    const away = Math.hypot(middle.at[0] - point.x, middle.at[1] - point.y);
    if (away < NEAR_M && (!best || away < best.away)) best = { height: opening.heightM, away };
  }
  return best?.height ?? USUAL_HEIGHT_M;
}

/** How a thing stands at first: as it does before anything happens, people's doings aside. */
const firstOf = (
  { serves }: PointRow,
  type: ShownType,
  reads: readonly Aspect[],
  appliance: Appliance | undefined,
): Thing["first"] =>
  Object.fromEntries(
    reads.flatMap((aspect): [Aspect, Value][] => {
      // A water valve stands open: it is shut when something is wrong. One of a heated floor is shut without power.
      const open = type === "valve" && aspect === "open" && serves === undefined;
      const fed = aspect === "on" && appliance !== undefined && !ON_DEMAND.has(appliance);
      const value = open || fed ? true : AT_REST[aspect];
      return value === undefined || aspect === "presence" || aspect === "online" ? [] : [[aspect, value]];
    }),
  );

/** What hangs on a point that is switched: as somebody chose, else as its name says. */
function applianceOf({ appliance, name }: PointRow, type: ShownType): Appliance | undefined {
  if (type === "television") return "screen";
  if (type !== "plug" && type !== "switch") return undefined;
  return appliance ?? applianceNamed(name);
}

/** Covers that keep the sun off a window. */
const shadesRoom = (base: string, name: string) => (base === "shade" || base === "curtain") && !isVent(name);

/** Of a lamp: what its want says of each, W. */
function wattsOf(design: Design, point: string): number {
  const want = design.wants.find(({ points }) => points.includes(point));
  return want?.loadW === undefined ? USUAL_LAMP_W : want.loadW / Math.max(1, want.lampsEach ?? 1);
}

/** Most lamps with a radio, and those on a lighting bus, light up when they get their supply: nobody has told them otherwise. */
const LIT_AGAIN = new Set(["Zigbee", "Z-Wave", "Thread", "Wi-Fi", "Bluetooth LE", "DALI"]);

function thingsIn(design: Design): Thing[] {
  const { numbers } = readyOf(design).whole.graph;
  const devices = new Map(design.devices.map((device) => [device.point, device]));
  const celled = new Set([...batteriesOf(design).values()].map(({ device }) => device.point));
  return design.points.flatMap((point): Thing[] => {
    const able = ableOf(design).get(point.id);
    if (!able?.type) return [];
    const device = devices.get(point.id);
    const base = kindOf(point.kind);
    const reads = [...new Set(able.reads)];
    const appliance = applianceOf(point, able.type);
    const first = firstOf(point, able.type, reads, appliance);
    const light = able.type.endsWith("light");
    const link = device && linksOf(design).get(device.id);
    const cells = device && drainsOf(design).get(device.id);
    return [
      {
        // All fields in all things, in one order: what is looked at some millions of times is looked at faster so.
        id: point.id,
        device: device?.id,
        type: able.type,
        room: point.room,
        level: point.level,
        sets: able.sets,
        reads,
        local: device ? (thingsOf(design).get(device.id)?.local ?? true) : true,
        supply: celled.has(point.id) ? "battery" : "mains",
        hand: device && light ? numbers.has(`hand:${device.id}`) : undefined,
        linked: device && light ? numbers.has(`link:${device.id}`) : undefined,
        comesBack:
          device && (device.afterPower ?? (light && LIT_AGAIN.has(device.protocol) ? "on" : undefined)),
        watts: light ? wattsOf(design, point.id) : (point.ratedW ?? 0),
        appliance,
        link,
        cells,
        serves: point.serves,
        shades: able.type === "cover" && shadesRoom(base, point.name) ? true : undefined,
        travelMs:
          able.type === "cover"
            ? Math.round((1000 * heightOf(design, point)) / (base === "awning" ? AWNING_MS : COVER_MS))
            : undefined,
        openMs: able.sets.includes("open")
          ? base === "water-valve"
            ? PIPE_VALVE_MS
            : ACTUATOR_MS
          : undefined,
        shutsUnfed:
          able.sets.includes("open") && base !== "water-valve" && base !== "manifold" && !celled.has(point.id)
            ? true
            : undefined,
        first:
          able.type === "cover"
            ? { ...first, position: base === "awning" || isVent(point.name) ? 0 : 100 }
            : first,
      },
    ];
  });
}

function roomsIn(design: Design): RehearsedRoom[] {
  const windowed = new Set(
    design.openings.flatMap(({ id, kind }) => (kind === "window" ? roomsAtOpenings(design).get(id)! : [])),
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
    level: room.level,
    outdoor: room.outdoor === true,
    windows: windowed.has(room.id),
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
  const ready = readyOf(design);
  const mainsAndBatteries = longCut(design);
  const things = thingsOf(design);
  const hubs = design.hubs.filter(({ hub }) => hub === undefined);
  const find = (what: string): Hit | undefined => {
    const parts = what === "mains+battery" ? mainsAndBatteries : [what];
    if (what === "hub" || !parts.length || parts.some((part) => !isPartOf(ready, part))) return undefined;
    const down = downWithout(ready, parts);
    const up = (part: string) => upWithout(ready, down, part);
    const outside = up("internet") && up("cloud");
    const deaf = new Set<string>();
    const dead = new Set<string>();
    for (const { device, point } of points) {
      if (!up(`device:${device.id}`)) dead.add(point.id);
      else if (!up(`heard:${device.id}`) || (!outside && things.get(device.id)?.local === false))
        deaf.add(point.id);
    }
    return { deaf, dead, hub: hubs.length > 0 && hubs.every(({ id }) => !up(`hub:${id}`)) };
  };
  return (what) => {
    if (!known.has(what)) known.set(what, find(what));
    return known.get(what);
  };
}

/** Water under the house: a pump, and the leak sensors of its room, or those that are named after it. */
function sumpIn(design: Design, things: readonly Thing[]): House["sump"] {
  const pump = things.find(({ appliance, sets }) => appliance === "pump" && sets.includes("on"));
  if (!pump) return undefined;
  const probes = things.filter(({ type, room }) => type === "leak sensor" && room === pump.room);
  const named = probes.filter(({ id }) => /sump|pump/i.test(rowOf(design, "points", id).name));
  return { pump: pump.id, probes: (named.length ? named : probes).map(({ id }) => id) };
}

/** Locks of a room that is somebody's own. */
const locksIn = (design: Design, things: readonly Thing[]): NonNullable<House["locks"]> =>
  things.flatMap(({ id, type, room }) => {
    const own = design.people.filter((person) => person.room === room);
    return type === "door lock" && own.length === 1 ? [{ lock: id, person: own[0]!.id }] : [];
  });

/** What is always on: all that stands in the racks, W. */
const baseOf = (design: Design): number => racksOf(design).reduce((sum, { watts }) => sum + watts, 0);

export const houseOf = memo("houseOf", (design): House => houseFrom(design, thingsIn(design)));

function houseFrom(design: Design, things: readonly Thing[]): House {
  const warm = warmOf(design);
  const sump = sumpIn(design, things);
  const solar = things.filter(({ appliance }) => appliance === "solar meter");
  return {
    programme: programmeOf(design),
    things,
    rooms: roomsIn(design),
    people: design.people,
    calendars: design.calendars,
    hubOnBatteryMs: hubOnBatteryMs(design),
    doors: doorsIn(design),
    hitBy: hitsOf(design),
    bells: things.flatMap(({ id, type }) => (type === "door station" ? [id] : [])),
    locks: locksIn(design, things),
    stairs: stairsOf(design),
    loss: lossOf(design),
    baseW: baseOf(design),
    solarW: solar.reduce((sum, { watts }) => sum + (watts || USUAL_W["solar meter"]), 0),
    ...(warm ? { warm } : {}),
    ...(sump ? { sump } : {}),
  };
}
