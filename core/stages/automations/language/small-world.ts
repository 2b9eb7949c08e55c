/** A small world to name in tests of the language: names by id, one of them twice, one that cannot be said plainly. */
import type { Names } from "./slots";

export const WORLD: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  points: {
    lamp: "Hall lamp",
    strip: "Stair strip",
    left: "Snug shade left",
    right: "Snug shade right",
    door: "Boot room door",
    keys: "Hall keys",
    mast: "Weather mast",
    plant: "Plant house sensor",
    see: "Hall sensor",
    washer: "Washer plug",
    leak: "Cellar probe",
    valve: "Water valve",
    lock: "Front door lock",
    panel: "Hall panel",
    alarm: "Alarm panel",
    twin1: "Ceiling lamp",
    twin2: "Ceiling lamp",
    odd: "Lamp [old] #2",
    vac: "Vacuum",
  },
  groups: { shades: "West shades", downs: "All ground floor lamps" },
  dials: { evening: "Evening level", bed: "Bedtime", leave: "Leave the snug be", limit: "Heat limit" },
  people: { nurse: "Nurse on night shifts", teen: "Teenager" },
  calendars: { term: "School term" },
  scenes: { film: "Film", dinner: "Dinner" },
  automations: { a: "Morning in steps", b: "Dusk" },
  rooms: { snug: "Snug" },
  phases: { one: "First" },
};

export const worldNames: Names = {
  nameOf: (collection, id) => WORLD[collection]?.[id],
  has: (collection, id) => WORLD[collection]?.[id] !== undefined,
  idOf(collection, name) {
    const own = Object.entries(WORLD[collection] ?? {}).filter(
      ([, one]) => one.toLowerCase() === name.trim().toLowerCase(),
    );
    return own.length > 1 ? "several" : own[0]?.[0];
  },
};

/** Wind, rain and comfort that all want the same two shades. */
export const WEATHER = `automation wind: W
  for safety, because of wind
  cue k: when the wind of [Weather mast] goes above 12 m/s
  do bring [West shades] to open, until somebody has seen it
automation rain: R
  for safety, because of rain
  cue k: when [Weather mast] feels rain
  do bring [West shades] to shut
automation comfort: C
  cue k: at 09:00
  do bring [West shades] to 40 %`;
