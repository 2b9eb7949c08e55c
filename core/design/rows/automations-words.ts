/** Words of stage 10 that rows hold: what can be read of a thing and set of it, presses, people's doings. */
export const PRIORITIES = ["safety", "hand", "comfort", "saving", "looks"] as const;
export type Priority = (typeof PRIORITIES)[number];

/** What a finger on a key means, of those the control can tell apart. */
export const PRESSES = ["single", "double", "triple", "many", "held", "released"] as const;
export type Press = (typeof PRESSES)[number];

/** Within a class: wind outranks rain outranks sun outranks privacy outranks convenience (docs/model.md §10). */
export const REASONS = ["wind", "rain", "sun", "privacy", "convenience"] as const;
export type Reason = (typeof REASONS)[number];

/** What an automation does that is cued while it runs; a new start where it says nothing. */
export const AGAIN = ["waits its turn", "lets it be"] as const;

export const SUN_EVENTS = ["rise", "set", "dawn", "dusk", "noon"] as const;
export type SunEvent = (typeof SUN_EVENTS)[number];

/** What can be read of a thing, or set. */
export const ASPECTS = [
  "on",
  "level",
  "white",
  "colour",
  "position",
  "tilt",
  "open",
  "locked",
  "armed",
  "running",
  "presence",
  "wet",
  "rain",
  "online",
  "temperature",
  "target",
  "humidity",
  "light",
  "wind",
  "power",
  "energy",
  "battery",
  "co2",
] as const;
export type Aspect = (typeof ASPECTS)[number];

/** Readings that go up and down: what a threshold can be laid on. */
export const WAYS = ["above", "below"] as const;

export const KEY_PRESSES = PRESSES;

export const COMINGS = [
  "arrives",
  "leaves",
  "arrives first",
  "leaves last",
  "falls asleep",
  "wakes",
] as const;
export type Coming = (typeof COMINGS)[number];

export const DOINGS = ["at home", "away", "asleep", "awake"] as const;
export type Doing = (typeof DOINGS)[number];

export const DIAL_KINDS = ["flag", "level", "temperature", "time", "number"] as const;
export type DialKind = (typeof DIAL_KINDS)[number];

export const DIAL_TURNS = ["is switched on", "is switched off", "changes"] as const;

export const CALENDAR_KINDS = ["term", "holidays", "shifts", "collections", "other"] as const;

/** How long what is set holds against what ranks lower; until its maker wishes something else where it says nothing. */
export const STANDS = ["while the guards hold", "until seen"] as const;
