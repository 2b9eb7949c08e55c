/**
 * What a thing can be asked to do, and what is left of it between two platforms (docs/model.md §9).
 *
 * Abilities are sets that hold all that lies under them: whoever can set a colour can set a white, a level, and on and
 * off. Two sides meet at what both have; as a set that holds all under it meets another in one that does so too, the
 * order of meeting makes no difference, and nobody gains by meeting.
 */
import { CAPABILITIES, type Capability, type ShownType } from "../../design/rows/bridges-words";

export { CAPABILITIES, SHOWN_TYPES, type Capability, type ShownType } from "../../design/rows/bridges-words";

/** What lies directly under each: a level is a light that is more than on and off. */
const UNDER: Readonly<Partial<Record<Capability, Capability>>> = {
  colour: "tunable white",
  "tunable white": "level",
  level: "on and off",
  tilt: "position",
  position: "open and close",
};

/** With all that lies under them, in the order of the list. */
export function closed(own: Iterable<Capability>): readonly Capability[] {
  const all = new Set<Capability>();
  for (const first of own) for (let one: Capability | undefined = first; one; one = UNDER[one]) all.add(one);
  return CAPABILITIES.filter((one) => all.has(one));
}

/** What both have: the lesser of two lights is the one with fewer abilities, a lock and a lamp have nothing in common. */
export function meet(a: Iterable<Capability>, b: Iterable<Capability>): readonly Capability[] {
  const other = new Set(closed(b));
  return closed(a).filter((one) => other.has(one));
}

/** What somebody has and does not keep. */
export const lostOf = (had: Iterable<Capability>, kept: Iterable<Capability>): readonly Capability[] => {
  const left = new Set(closed(kept));
  return closed(had).filter((one) => !left.has(one));
};

/** What can be asked of each type. */
export const TYPE_CAN: Readonly<Record<ShownType, readonly Capability[]>> = {
  "on/off light": closed(["on and off"]),
  "dimmable light": closed(["level"]),
  "tunable light": closed(["tunable white"]),
  "colour light": closed(["colour"]),
  plug: closed(["on and off", "energy"]),
  switch: closed(["on and off"]),
  cover: closed(["tilt"]),
  "door lock": closed(["lock and unlock"]),
  thermostat: closed(["set temperature", "readings"]),
  // Open is on to whoever knows switches only.
  valve: closed(["open and close", "on and off"]),
  "occupancy sensor": closed(["readings"]),
  "contact sensor": closed(["readings"]),
  "leak sensor": closed(["readings"]),
  "climate sensor": closed(["readings"]),
  "weather sensor": closed(["readings"]),
  button: closed(["presses"]),
  camera: closed(["picture"]),
  "door station": closed(["picture", "sound", "presses"]),
  loudspeaker: closed(["sound", "level"]),
  television: closed(["on and off", "sound"]),
  scene: closed(["on and off"]),
};

/** What may stand in for a type that somebody does not take, nearest first; a lamp as a plain lamp, a plug as a switch. */
const INSTEAD: Readonly<Partial<Record<ShownType, readonly ShownType[]>>> = {
  "colour light": ["tunable light", "dimmable light", "on/off light", "switch"],
  "tunable light": ["dimmable light", "on/off light", "switch"],
  "dimmable light": ["on/off light", "switch"],
  "on/off light": ["switch"],
  plug: ["switch"],
  valve: ["switch"],
  "weather sensor": ["climate sensor"],
  "door station": ["camera"],
};

/** As what it is shown to somebody who takes `accepts`; undefined where nothing of it is left. */
export const shownAs = (type: ShownType, accepts: readonly string[]): ShownType | undefined =>
  [type, ...(INSTEAD[type] ?? [])].find((one) => accepts.includes(one));
