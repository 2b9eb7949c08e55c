/** What is broken on purpose, from when and for how long. */
import { fail } from "../../../design/input-error";
import { clockInstant, parseDay } from "../../../design/local-time";
import type { House, Thing } from "./house";

/** What a failure does to a house, by points: what cannot be heard any more, and what has no supply. */
export interface Hit {
  deaf: ReadonlySet<string>;
  dead: ReadonlySet<string>;
  /** The hub itself is gone. */
  hub: boolean;
}

export interface Break {
  /** "internet", "cloud", "mains", "hub", "device:d-hall-lmp-1", "room:hall", or another part of the house. */
  what: string;
  /** Milliseconds. */
  from: number;
  to: number;
  /** Of a part that the house knows how others hang on. */
  hit?: Hit;
}

const ALONE = new Set(["internet", "cloud", "mains", "hub"]);
const KINDS = new Set(["device", "point", "room"]);
/** No longer than a year. */
const MOST_MIN = 366 * 1440;

/**
 * "internet@2026-11-26T12:00+360": what, when by the site's clock, and for how many minutes.
 * @throws InputError that says what is wanted
 */
export function readBreak(text: string, zone: string, house: House): Break {
  const match = /^(.+)@(\d{4}-\d{2}-\d{2})T(\d{2}:\d{2})\+(\d{1,6})$/.exec(text.trim());
  if (!match) fail("--break", `"${text}" must be WHAT@TIME+MINUTES, as internet@2026-11-26T12:00+360`);
  const [, what, day, clock, minutes] = match as unknown as [string, string, string, string, string];
  if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(clock)) fail("--break", `"${clock}" is no time of day`);
  if (Number(minutes) < 1 || Number(minutes) > MOST_MIN)
    fail("--break", `must last 1 to ${MOST_MIN} minutes, and not ${minutes}`);
  const [kind, id] = what.split(":", 2) as [string, string?];
  if (kind === "water" && house.things.some((thing) => thing.id === id && thing.reads.includes("wet")))
    return lasting(what, clockInstant(zone, parseDay(day, "--break"), clock), Number(minutes));
  if (kind === "phone" && house.people.some((person) => person.id === id))
    return lasting(what, clockInstant(zone, parseDay(day, "--break"), clock), Number(minutes));
  const hit = house.hitBy?.(what);
  if (!hit && (id === undefined ? !ALONE.has(what) : !KINDS.has(kind)))
    fail(
      "--break",
      `"${what}" must be internet, cloud, mains, hub, or KIND:ID of device, point, room, phone, water or another part of the house`,
    );
  if (!hit && id !== undefined && !house.things.some((thing) => isHit({ what, from: 0, to: 1 }, thing)))
    fail("--break", `"${what}" is nothing of this house that could break`);
  const one = lasting(what, clockInstant(zone, parseDay(day, "--break"), clock), Number(minutes));
  return hit ? { ...one, hit } : one;
}

const lasting = (what: string, from: number, minutes: number): Break => ({
  what,
  from,
  to: from + minutes * 60_000,
});

/** Somebody's telephone lies at home: by it they are there, wherever they are. */
export const phoneOf = ({ what }: Break): string | undefined =>
  what.startsWith("phone:") ? what.slice("phone:".length) : undefined;

/** Water comes to a leak sensor: nothing is broken of the house itself. */
export const wetProbe = ({ what }: Break): string | undefined =>
  what.startsWith("water:") ? what.slice("water:".length) : undefined;

/** Whole mains last longer than the racks' batteries: from when these are empty, more goes. */
export function withEmptyBattery(one: Break, house: House): Break[] {
  const at = one.from + house.hubOnBatteryMs;
  const empty = house.hitBy?.("mains+battery");
  if (one.what !== "mains" || !one.hit || !empty || at >= one.to) return [one];
  return [one, { what: "battery", from: at, to: one.to, hit: empty }];
}

/** It takes the thing itself: dead, or cut off from everything. */
export function isHit({ what, hit }: Break, thing: Thing): boolean {
  if (hit) return hit.deaf.has(thing.id) || hit.dead.has(thing.id);
  switch (what) {
    case "internet":
    case "cloud":
      return !thing.local;
    case "mains":
      return thing.supply === "mains";
    case "hub":
      return false;
    default: {
      if (what.startsWith("phone:") || what.startsWith("water:")) return false;
      const id = what.slice(what.indexOf(":") + 1);
      return what.startsWith("device:")
        ? thing.device === id
        : what.startsWith("room:")
          ? thing.room === id
          : thing.id === id;
    }
  }
}

/** It takes the supply as well: what it was at is over. */
export const cutsSupply = ({ what, hit }: Break, thing: Thing): boolean =>
  hit ? hit.dead.has(thing.id) : what !== "internet" && what !== "cloud" && what !== "hub";

/** From when on nobody hears cues and nobody commands: without mains once the rack's battery is empty; undefined where never. */
export function hubStopsAt({ what, from, to, hit }: Break, onBatteryMs: number): number | undefined {
  if (hit) return hit.hub ? from : undefined;
  const at = what === "hub" ? from : what === "mains" ? from + onBatteryMs : Infinity;
  return at < to ? at : undefined;
}
