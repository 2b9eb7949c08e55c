/** Words of stage 9 that rows hold: what a thing can be asked to do, and as what it is shown. */
export const CAPABILITIES = [
  "on and off",
  "level",
  "tunable white",
  "colour",
  "open and close",
  "position",
  "tilt",
  "lock and unlock",
  "set temperature",
  "readings",
  "energy",
  "presses",
  "picture",
  "sound",
] as const;
export type Capability = (typeof CAPABILITIES)[number];

/** What a device is shown as: device types as standards of many makers name them. */
export const SHOWN_TYPES = [
  "on/off light",
  "dimmable light",
  "tunable light",
  "colour light",
  "plug",
  "switch",
  "cover",
  "door lock",
  "thermostat",
  "valve",
  "occupancy sensor",
  "contact sensor",
  "leak sensor",
  "climate sensor",
  "weather sensor",
  "button",
  "camera",
  "door station",
  "loudspeaker",
  "television",
  "scene",
] as const;
export type ShownType = (typeof SHOWN_TYPES)[number];
