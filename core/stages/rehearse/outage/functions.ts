/** What the house does for people, each with its ways, and what is dangerous or shuts somebody out when it is gone. */
import { byId, type Design } from "../../../design/collections";
import { sameRow } from "../../../design/edit";
import { memo, memoAnywhere } from "../../../design/kept";
import { CRITICAL_WEIGHT } from "./score";
import type { Need } from "./graph";
import { ableOf } from "../../automations/things";
import { movedBy } from "../../../design/walk";
import type { ShownType } from "../../../design/rows/bridges-words";
import { kindOf, wiringsOf } from "./parts";

/** What is lost with it, as the household says it. */
export type Deed =
  | "light"
  | "shade"
  | "power"
  | "lock"
  | "water off"
  | "heat"
  | "sound and picture"
  | "leak warning"
  | "door"
  | "alarm";

export const DEEDS: readonly Deed[] = [
  "light",
  "shade",
  "heat",
  "power",
  "lock",
  "door",
  "water off",
  "leak warning",
  "alarm",
  "sound and picture",
];

/** Something that must not stand as it is once it fails. */
export interface Danger {
  says: string;
  /** It is safe while all of these hold. */
  needs: readonly Need[];
  /** Somebody is kept out or in, rather than hurt. */
  shutOut?: true;
}

export interface HouseFunction {
  /** Its device. */
  id: string;
  device: string;
  point: string;
  name: string;
  room: string;
  deed: Deed;
  weight: number;
  danger?: Danger;
}

const OF_TYPE: Readonly<Partial<Record<ShownType, Deed>>> = {
  cover: "shade",
  plug: "power",
  switch: "power",
  "door lock": "lock",
  valve: "heat",
  thermostat: "heat",
  loudspeaker: "sound and picture",
  television: "sound and picture",
  "leak sensor": "leak warning",
  "door station": "door",
};

function deedOf(base: string, type: ShownType | undefined): Deed | undefined {
  if (base === "door-reader") return "door";
  if (base === "alarm-panel") return "alarm";
  if (base === "water-valve") return "water off";
  if (base === "wall-switch") return "light";
  if (type?.endsWith("light")) return "light";
  return type && OF_TYPE[type];
}

/** By leak sensor: devices that shut the water when it is wet, by sentences that are on. */
const shutBy = memoAnywhere("shutBy", (design): ReadonlyMap<string, ReadonlySet<string>> => {
  const device = new Map(design.devices.map((row) => [row.point, row.id]));
  const found = new Map<string, Set<string>>();
  for (const row of design.automations) {
    if (!row.enabled) continue;
    const valves = movedBy(design, row).flatMap((moved) =>
      ableOf(design).get(moved)?.type === "valve" ? (device.get(moved) ?? []) : [],
    );
    for (const cue of row.cues)
      if ("point" in cue) found.set(cue.point, new Set([...(found.get(cue.point) ?? []), ...valves]));
  }
  return found;
});

/** Devices that feel the wind. */
const mastsOf = memoAnywhere("mastsOf", (design): readonly string[] =>
  design.devices.flatMap(({ id, point }) =>
    ableOf(design).get(point)?.type === "weather sensor" ? [id] : [],
  ),
);

function dangerOf(
  design: Design,
  one: Omit<HouseFunction, "danger" | "weight">,
  base: string,
): Danger | undefined {
  const hub = `hub way:${one.id}`;
  const ways = [`hand:${one.id}`, `link:${one.id}`, hub];
  switch (one.deed) {
    case "light":
      return byId(design, "rooms").get(one.room)?.type === "circulation"
        ? { says: "a way through the house stays dark, stairs among them", needs: [ways] }
        : undefined;
    case "shade": {
      if (base !== "awning") return undefined;
      return {
        says: "an awning that is out stays out when the wind comes",
        needs: [[hub], mastsOf(design).map((id) => `heard:${id}`)],
      };
    }
    case "leak warning": {
      const valves = [...(shutBy(design).get(one.point) ?? [])];
      return {
        says: valves.length ? "a leak here shuts no water and tells nobody" : "a leak here tells nobody",
        needs: [[hub], ...valves.map((id) => [`hub way:${id}`])],
      };
    }
    case "alarm":
      return { says: "the alarm does not ring", needs: [[`device:${one.id}`]] };
    case "door":
      return {
        says:
          base === "door-reader" ? "nobody is let in here by tag or code" : "nobody hears who is at the door",
        needs: [[hub]],
        shutOut: true,
      };
    case "lock":
      return {
        says: "a lock opens by its key alone: whoever has only a code stands outside",
        needs: [[hub]],
        shutOut: true,
      };
    case "heat":
      return { says: "a heating valve shuts: its room goes cold, and may freeze", needs: [ways] };
    default:
      return undefined;
  }
}

const CRITICAL: ReadonlySet<Deed> = new Set(["lock", "water off", "leak warning", "alarm", "door"]);

/** Everything that acts, and what warns; by name within each deed. */
export const functionsOf = memo(
  "functionsOf",
  (design): readonly HouseFunction[] => {
    const wanted = new Set(design.wants.filter(({ critical }) => critical).flatMap(({ points }) => points));
    return [...wiringsOf(design).values()].flatMap(({ device, point }): HouseFunction[] => {
      const base = kindOf(point.kind);
      const deed = deedOf(base, ableOf(design).get(point.id)?.type);
      if (!deed) return [];
      const one = {
        id: device.id,
        device: device.id,
        point: point.id,
        name: point.name,
        room: point.room,
        deed,
      };
      const danger = dangerOf(design, one, base);
      return [
        {
          ...one,
          weight: CRITICAL.has(deed) || wanted.has(point.id) ? CRITICAL_WEIGHT : 1,
          ...(danger ? { danger } : {}),
        },
      ];
    });
  },
  sameRow,
);
