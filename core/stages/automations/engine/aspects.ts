/**
 * What can be read of a thing and set of it: the words or the unit of each aspect, how a sentence says them, and which
 * types of thing have them.
 */
import type { ShownType } from "../../../design/rows/bridges-words";
import { ASPECTS, type Aspect } from "../../../design/rows/automations-words";

/** Of two states: the word for yes, the one for no. */
interface Two {
  yes: string;
  no: string;
  /** How it is said that a thing comes to be so, is so, and is told to: yes first. */
  becomes: readonly [string, string];
  is: readonly [string, string];
  /** Nothing where nobody tells it. */
  tell?: readonly [string, string];
}

interface Measured {
  unit: string;
  min?: number;
  max?: number;
  /** Words that stand for a number. */
  words?: Readonly<Record<string, number>>;
}

export const TWO: Readonly<Partial<Record<Aspect, Two>>> = {
  on: {
    yes: "on",
    no: "off",
    becomes: ["goes on", "goes off"],
    is: ["is on", "is off"],
    tell: ["switch on", "switch off"],
  },
  open: {
    yes: "open",
    no: "shut",
    becomes: ["is opened", "is shut"],
    is: ["is open", "is shut"],
    tell: ["open", "shut"],
  },
  locked: {
    yes: "locked",
    no: "unlocked",
    becomes: ["is locked", "is unlocked"],
    is: ["is locked", "is unlocked"],
    tell: ["lock", "unlock"],
  },
  armed: {
    yes: "armed",
    no: "disarmed",
    becomes: ["is armed", "is disarmed"],
    is: ["is armed", "is disarmed"],
    tell: ["arm", "disarm"],
  },
  running: {
    yes: "running",
    no: "standing",
    becomes: ["starts to run", "stops running"],
    is: ["is running", "stands still"],
    tell: ["start", "halt"],
  },
  presence: {
    yes: "somebody",
    no: "nobody",
    becomes: ["sees somebody", "sees nobody any more"],
    is: ["sees somebody", "sees nobody"],
  },
  wet: { yes: "wet", no: "dry", becomes: ["gets wet", "gets dry"], is: ["is wet", "is dry"] },
  rain: {
    yes: "raining",
    no: "dry",
    becomes: ["feels rain", "feels rain no longer"],
    is: ["feels rain", "feels no rain"],
  },
  online: {
    yes: "answering",
    no: "silent",
    becomes: ["answers again", "falls silent"],
    is: ["answers", "is silent"],
  },
};

export const MEASURED: Readonly<Partial<Record<Aspect, Measured>>> = {
  level: { unit: "%", min: 0, max: 100 },
  white: { unit: "K", min: 1000, max: 10_000 },
  position: { unit: "%", min: 0, max: 100, words: { shut: 0, open: 100 } },
  tilt: { unit: "%", min: 0, max: 100 },
  temperature: { unit: "°C" },
  target: { unit: "°C", min: 5, max: 35 },
  humidity: { unit: "%", min: 0, max: 100 },
  light: { unit: "lx", min: 0 },
  wind: { unit: "m/s", min: 0 },
  power: { unit: "W" },
  energy: { unit: "kWh", min: 0 },
  battery: { unit: "%", min: 0, max: 100 },
  co2: { unit: "ppm", min: 0 },
};

/** What a sentence calls it: "the target temperature of …". */
export const ASPECT_NAMES: Readonly<Record<Aspect, string>> = {
  ...(Object.fromEntries(ASPECTS.map((aspect) => [aspect, aspect])) as Record<Aspect, string>),
  on: "state",
  white: "white",
  open: "opening",
  locked: "bolt",
  armed: "arming",
  running: "run",
  wet: "wetness",
  online: "answering",
  target: "target temperature",
  co2: "carbon dioxide",
};

/** Both words of an aspect of two states; nothing where it is measured. */
export const wordsOf = (aspect: Aspect): readonly string[] => {
  const two = TWO[aspect];
  return two ? [two.yes, two.no] : [];
};

/** What a type of thing tells, and what it can be told. Every device tells whether it answers, and its cells. */
const OF_TYPE: Readonly<Partial<Record<ShownType, { reads?: readonly Aspect[]; sets?: readonly Aspect[] }>>> =
  {
    "on/off light": { sets: ["on"] },
    "dimmable light": { sets: ["on", "level"] },
    "tunable light": { sets: ["on", "level", "white"] },
    "colour light": { sets: ["on", "level", "white", "colour"] },
    plug: { sets: ["on"], reads: ["power", "energy"] },
    switch: { sets: ["on", "running"] },
    cover: { sets: ["position", "tilt"] },
    "door lock": { sets: ["locked"] },
    thermostat: { sets: ["target", "open"], reads: ["temperature"] },
    valve: { sets: ["open"] },
    "occupancy sensor": { reads: ["presence", "light"] },
    "contact sensor": { reads: ["open"] },
    "leak sensor": { reads: ["wet"] },
    "climate sensor": { reads: ["temperature", "humidity", "co2", "light"] },
    "weather sensor": { reads: ["temperature", "humidity", "light", "wind", "rain"] },
    camera: { reads: ["presence"] },
    loudspeaker: { sets: ["on", "level"] },
    television: { sets: ["on"] },
  };

/** What a thing of the type can be told. */
export const settable = (type: ShownType | undefined): readonly Aspect[] =>
  (type && OF_TYPE[type]?.sets) ?? [];

/** What a thing of the type tells: what it can be told as well. */
export const readable = (type: ShownType | undefined): readonly Aspect[] =>
  type ? [...settable(type), ...(OF_TYPE[type]?.reads ?? []), "online", "battery"] : [];
