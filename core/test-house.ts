/** A small house to rehearse, that a day of can be worked out by hand: a snug with two shades, a dark hall, a bedroom. */
import type { Aspect, CalendarRow, DialRow } from "./design/rows/automations";
import { worldNames } from "./stages/automations/language/small-world";
import { readAutomations } from "./stages/automations/language/text";
import type { PersonRow } from "./design/rows/brief";
import type { House, Thing } from "./stages/rehearse/play/house";
import type { Sky, Weather } from "./stages/rehearse/play/weather";

const LAMP: readonly Aspect[] = ["on", "level"];

const thing = (id: string, type: Thing["type"], room: string, rest: Partial<Thing> = {}): Thing => ({
  id,
  device: `d-${id}`,
  type,
  room,
  level: "g",
  sets: [],
  reads: [],
  local: true,
  supply: "mains",
  watts: 0,
  ...rest,
});

const cover = (id: string, room: string): Thing =>
  thing(id, "cover", room, {
    sets: ["position"],
    reads: ["position"],
    travelMs: 20_000,
    first: { position: 100 },
  });

export const THINGS: readonly Thing[] = [
  thing("lamp", "dimmable light", "hall", { sets: LAMP, reads: [...LAMP, "online"], watts: 12 }),
  thing("strip", "dimmable light", "bed", { sets: LAMP, reads: LAMP, watts: 6 }),
  thing("left", "cover", "bed", cover("left", "bed")),
  thing("right", "cover", "snug", cover("right", "snug")),
  thing("door", "contact sensor", "hall", { reads: ["open"], supply: "battery", first: { open: false } }),
  thing("keys", "button", "snug", { supply: "battery" }),
  thing("mast", "weather sensor", "snug", { reads: ["wind", "rain", "light", "temperature"] }),
  thing("see", "occupancy sensor", "hall", { reads: ["presence"] }),
  thing("leak", "leak sensor", "hall", { reads: ["wet"], local: false, first: { wet: false } }),
  thing("valve", "valve", "hall", { sets: ["open"], reads: ["open"], openMs: 8000, first: { open: true } }),
];

/** Ten degrees, a breeze, dry, and light from eight to sixteen by the clock of Greenwich. */
export const MILD: Weather = (ms): Sky => {
  const hour = (ms / 3_600_000) % 24;
  const day = hour >= 8 && hour < 16;
  return {
    temperatureC: 10,
    windMS: 3,
    lightLx: day ? 20_000 : 0,
    sunWM2: day ? 170 : 0,
    rain: false,
    humidityPct: 60,
  };
};

/** The nurse: out from 09:00 to 17:00, asleep from 22:00 to 07:00, and in the hall for what is left. */
export const NURSE: PersonRow = {
  id: "nurse",
  role: "Nurse on night shifts",
  room: "bed",
  times: [
    { doing: "in a room", room: "hall", from: "07:00", to: "22:00" },
    { doing: "asleep", from: "22:00", to: "07:00" },
    { doing: "away", from: "09:00", to: "17:00" },
  ],
};

export interface Given {
  text?: string;
  people?: readonly PersonRow[];
  dials?: readonly DialRow[];
  calendars?: readonly CalendarRow[];
  things?: readonly Thing[];
  rooms?: House["rooms"];
  hubOnBatteryMs?: number;
}

const room = (id: string, rest: Partial<House["rooms"][number]> = {}): House["rooms"][number] => ({
  id,
  outdoor: false,
  windows: true,
  shared: false,
  switched: false,
  keys: [],
  ...rest,
});

export const ROOMS: House["rooms"] = [
  room("hall", { windows: false, switched: true }),
  room("snug", { shared: true, keys: ["keys"] }),
  room("bed"),
];

/** @throws where a sentence cannot be read */
export function smallHouse(given: Given = {}): House {
  const { rows, faults } = readAutomations(given.text ?? "", worldNames);
  if (faults.length) throw new Error(JSON.stringify(faults));
  return {
    programme: {
      place: { latitudeDeg: 55.2, longitudeDeg: -2.4, zone: "Europe/London" },
      automations: rows,
      dials: given.dials ?? [],
      calendars: given.calendars ?? [],
      scenes: [],
      groups: [{ id: "shades", name: "West shades", points: ["left", "right"] }],
      people: (given.people ?? [NURSE]).map(({ id }) => id),
      isShade: (point) => point === "left" || point === "right",
    },
    things: given.things ?? THINGS,
    rooms: given.rooms ?? ROOMS,
    people: given.people ?? [NURSE],
    calendars: given.calendars ?? [],
    hubOnBatteryMs: given.hubOnBatteryMs ?? 0,
    doors: ["door"],
  };
}
