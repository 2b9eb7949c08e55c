/** What the household's panel says of the house at a moment: each room, what is not in order, what may be done by holding. */
import type { Value } from "../automations/engine/world";
import type { Change } from "../../design/edit";
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { dayText, localParts } from "../../design/local-time";
import { byName, counted, listed } from "../../design/words";
import type { Sums } from "./play/log";
import type { Whereabouts } from "./play/people";
import type { Sky } from "./play/weather";
import { valueSaid } from "../automations/value-said";
import type { Aspect } from "../../design/rows/automations-words";
import { ableOf } from "../automations/things";
import { batteriesOf } from "../register/cells";
import type { PointRow } from "../../design/rows/runs";

export interface Snapshot {
  now: number;
  /** By point and aspect, as `hall-lmp-1 on`. */
  values: ReadonlyMap<string, Value>;
  people: readonly Whereabouts[];
  dials: ReadonlyMap<string, Value>;
  sums: Sums;
  sky: Sky;
  hubDown: boolean;
  /** The door station that was rung last, and when. */
  bell?: { point: string; at: number };
}

export interface RoomSaid {
  id: string;
  name: string;
  lit: boolean;
  /** How warm it is, °C; undefined where nothing tells. */
  celsius?: number;
  /** What is so there, the most urgent first. */
  says: readonly { text: string; bad?: true }[];
  people: readonly string[];
}

const pointsByRoom = memo("pointsByRoom", (design): ReadonlyMap<string, readonly PointRow[]> => {
  const found = new Map<string, PointRow[]>();
  for (const point of design.points) found.set(point.room, [...(found.get(point.room) ?? []), point]);
  return found;
});

const typeOf = (design: Design, { id }: PointRow) => ableOf(design).get(id)?.type ?? "";
const isLight = (design: Design, point: PointRow) => typeOf(design, point).endsWith("light");
const at = ({ values }: Snapshot, { id }: PointRow, aspect: Aspect) => values.get(`${id} ${aspect}`);

/** "shades shut", "shade 40 %": alike where all are. */
function shadesSaid(shades: readonly number[]): string | undefined {
  const [first] = shades;
  if (first === undefined) return undefined;
  const name = shades.length > 1 ? "shades" : "shade";
  return shades.every((one) => one === first)
    ? `${name} ${valueSaid("position", first)}`
    : `shades ${shades.map((one) => valueSaid("position", one)).join(", ")}`;
}

export function roomSaid(design: Design, now: Snapshot, room: string): RoomSaid {
  const points = pointsByRoom(design).get(room) ?? [];
  const lit = points.filter((point) => isLight(design, point) && at(now, point, "on") === true);
  const level = lit.length === 1 ? at(now, lit[0]!, "level") : undefined;
  const shades = points.flatMap((point) => {
    const position = typeOf(design, point) === "cover" ? at(now, point, "position") : undefined;
    return typeof position === "number" ? [Math.round(position)] : [];
  });
  const wet = points.filter((point) => at(now, point, "wet") === true);
  const open = points.filter(
    (point) => typeOf(design, point) === "contact sensor" && at(now, point, "open") === true,
  );
  const shaded = shadesSaid(shades);
  const celsius = points
    .filter((point) => typeOf(design, point) !== "weather sensor")
    .map((point) => at(now, point, "temperature"))
    .find((value) => typeof value === "number");
  return {
    ...(celsius === undefined ? {} : { celsius }),
    id: room,
    name: byId(design, "rooms").get(room)?.name ?? room,
    lit: lit.length > 0,
    says: [
      ...wet.map(({ name }) => ({ text: `${name}: wet`, bad: true as const })),
      ...open.map(({ name }) => ({ text: `${name.replace(/ contact$/, "")} open`, bad: true as const })),
      ...(lit.length
        ? [
            {
              text:
                typeof level === "number" && level < 100
                  ? `lit at ${Math.round(level)} %`
                  : counted(lit.length, "lamp"),
            },
          ]
        : []),
      ...(shaded ? [{ text: shaded }] : []),
    ],
    people: now.people
      .filter(({ home, room: own }) => home && own === room)
      .map(({ person }) => byId(design, "people").get(person)?.role ?? person),
  };
}

/** Before bed: one line each, in order or not. */
export interface Order {
  name: string;
  ok: boolean;
  says: string;
}

/** Cells that last less than this want to be seen to, days. */
const SOON_DAYS = 21;

export function inOrder(design: Design, now: Snapshot): Order[] {
  const of = (type: string) => design.points.filter((point) => typeOf(design, point) === type);
  const found: Order[] = [];
  const locks = of("door lock").filter((point) => at(now, point, "locked") !== undefined);
  const unlocked = locks.filter((point) => at(now, point, "locked") === false);
  if (locks.length)
    found.push({
      name: "Locks",
      ok: !unlocked.length,
      says: unlocked.length ? `${listed(unlocked.map(({ name }) => name))} open` : "all locked",
    });
  const contacts = of("contact sensor");
  const open = contacts.filter((point) => at(now, point, "open") === true);
  if (contacts.length)
    found.push({
      name: "Doors and windows",
      ok: !open.length,
      says: open.length
        ? `${listed(open.map(({ name }) => name.replace(/ contact$/, "")))} open`
        : "all shut",
    });
  const leaks = of("leak sensor");
  const wet = leaks.filter((point) => at(now, point, "wet") === true);
  if (leaks.length)
    found.push({
      name: "Water",
      ok: !wet.length,
      says: wet.length
        ? `wet at ${listed(wet.map(({ name }) => name))}`
        : `dry, ${counted(leaks.length, "place")}`,
    });
  const lit = design.points.filter((point) => isLight(design, point) && at(now, point, "on") === true);
  const rooms = [...new Set(lit.map(({ room }) => byId(design, "rooms").get(room)?.name ?? room))];
  found.push({
    name: "Lights",
    ok: !lit.length,
    says: lit.length ? `lit: ${listed(rooms, "and", 3)}` : "all out",
  });
  const today = dayText(localParts(design.design.zone, now.now));
  const due = [...batteriesOf(design).values()].filter(
    ({ nextChange }) => nextChange !== undefined && daysBetween(today, nextChange) < SOON_DAYS,
  );
  if (batteriesOf(design).size)
    found.push({
      name: "Cells",
      ok: !due.length,
      says: due.length
        ? `soon: ${listed(
            due.map(({ device }) => device.name),
            "and",
            2,
          )}`
        : "all good",
    });
  return found;
}

const daysBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 86_400_000;

/** What is done only by holding the button: nobody does it by brushing past. */
export interface Hold {
  point: string;
  aspect: Aspect;
  value: Value;
  text: string;
  seconds: number;
}

export function holdsOf(design: Design, now: Snapshot): Hold[] {
  return design.points
    .flatMap((point): Hold[] => {
      const type = typeOf(design, point);
      const kind = point.kind.split("--")[0]!;
      if (type === "door lock") {
        const locked = at(now, point, "locked") !== false;
        return [
          {
            point: point.id,
            aspect: "locked",
            value: !locked,
            text: `${locked ? "Unlock" : "Lock"} ${point.name.replace(/ lock$/i, "")}`,
            seconds: locked ? 2 : 1,
          },
        ];
      }
      if (kind === "water-valve") {
        const open = at(now, point, "open") !== false;
        return [
          {
            point: point.id,
            aspect: "open",
            value: !open,
            text: `${open ? "Shut" : "Open"} the water`,
            seconds: 2,
          },
        ];
      }
      if (kind === "garage") {
        const shut = at(now, point, "position") === 0;
        return [
          {
            point: point.id,
            aspect: "position",
            value: shut ? 100 : 0,
            text: `${shut ? "Open" : "Shut"} ${point.name}`,
            seconds: 2,
          },
        ];
      }
      if (kind === "alarm-panel") {
        const armed = at(now, point, "armed") === true;
        return [
          {
            point: point.id,
            aspect: "armed",
            value: !armed,
            text: `${armed ? "Disarm" : "Arm"} the alarm`,
            seconds: 2,
          },
        ];
      }
      return [];
    })
    .sort((a, b) => byName(a.text, b.text));
}

/** What can be worked in a room at a touch; what wants holding is not among it. */
export interface Touch {
  point: string;
  name: string;
  aspect: Aspect;
  value: Value | undefined;
  steps: readonly { text: string; value: Value }[];
}

export function touchesOf(design: Design, now: Snapshot, room: string): Touch[] {
  const held = new Set(holdsOf(design, now).map(({ point }) => point));
  return (pointsByRoom(design).get(room) ?? []).flatMap((point): Touch[] => {
    const sets = ableOf(design).get(point.id)?.sets ?? [];
    if (held.has(point.id)) return [];
    const one = (aspect: Aspect, steps: Touch["steps"]): Touch => ({
      point: point.id,
      name: point.name,
      aspect,
      value: at(now, point, aspect),
      steps,
    });
    if (typeOf(design, point) === "cover")
      return [
        one("position", [
          { text: "open", value: 100 },
          { text: "half", value: 50 },
          { text: "shut", value: 0 },
        ]),
      ];
    if (isLight(design, point) && sets.includes("level"))
      return [
        one("level", [
          { text: "out", value: 0 },
          { text: "low", value: 20 },
          { text: "half", value: 50 },
          { text: "full", value: 100 },
        ]),
      ];
    if (sets.includes("on"))
      return [
        one("on", [
          { text: isLight(design, point) ? "out" : "off", value: false },
          { text: "on", value: true },
        ]),
      ];
    return [];
  });
}

/** Cells below this are to be changed, %. */
const LOW_PCT = 15;

/** Things whose cells are low, or that are silent with theirs, the emptiest first. */
export function lowCells(design: Design, now: Snapshot): { point: string; name: string; says: string }[] {
  const celled = new Set([...batteriesOf(design).values()].map(({ device }) => device.point));
  return design.points
    .flatMap((point) => {
      const pct = celled.has(point.id) ? at(now, point, "battery") : undefined;
      return typeof pct === "number" && pct < LOW_PCT ? [{ point: point.id, name: point.name, pct }] : [];
    })
    .sort((a, b) => a.pct - b.pct || byName(a.name, b.name))
    .map(({ point, name, pct }) => ({ point, name, says: pct <= 0 ? "empty" : `${pct} %` }));
}

/** How a dial's row writes a value. */
const written = (value: Value): string =>
  typeof value === "boolean" ? (value ? "on" : "off") : String(value);

/** What the household has turned its dials to, as an edit that keeps them so. */
export const dialsKept = (design: Design, dials: ReadonlyMap<string, Value>): Change[] =>
  design.dials.flatMap((row): Change[] => {
    const value = dials.get(row.id);
    const now = value === undefined ? row.value : written(value);
    const same =
      now === row.value || (row.kind !== "time" && row.kind !== "flag" && Number(now) === Number(row.value));
    return same ? [] : [{ in: "dials", put: { ...row, value: now } }];
  });

/** Where the household's panel hangs: by the alarm panel, else where people come in. */
export function panelRoom(design: Design): string | undefined {
  const kind = (id: string) => id.split("--")[0];
  return (
    design.points.find((point) => kind(point.kind) === "panel" || kind(point.kind) === "alarm-panel")?.room ??
    design.rooms.find(({ type, outdoor }) => type === "circulation" && !outdoor)?.id
  );
}

/** Locks that somebody at the door may be let in by: those of the bell's own room. */
export function locksAt(design: Design, now: Snapshot, bell: string): Hold[] {
  const room = byId(design, "points").get(bell)?.room;
  const unlocks = holdsOf(design, now).filter(({ aspect, value }) => aspect === "locked" && value === false);
  return unlocks.filter(({ point }) => byId(design, "points").get(point)?.room === room);
}
