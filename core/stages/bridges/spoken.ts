/** Names people say: which clash within an ecosystem, what is taken for something else, and what to say instead. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Language } from "../../design/rows/settings";
import type { ShownType } from "./capabilities";
import { seenOf, type Exposed } from "./matrix";
import { hear, takenFor, type Heard, type Spoken } from "./sentence";
import { alikeNames } from "./alike";
import { alikeOf, wordsOf, type Alike } from "./sounds";

export const languageOf = (design: Design): Language => design.design.language ?? "en-GB";

export interface AlikePair extends Alike {
  ecosystem: string;
  a: Exposed;
  b: Exposed;
}

const byDevice = (a: Exposed, b: Exposed) => (a.device.id < b.device.id ? -1 : 1);

/** What each ecosystem is shown, by ecosystem. */
const seenBy = memo("seenBy", (design): ReadonlyMap<string, readonly Exposed[]> => {
  const by = new Map<string, Exposed[]>();
  for (const one of seenOf(design)) {
    const own = by.get(one.ecosystem.id);
    if (own) own.push(one);
    else by.set(one.ecosystem.id, [one]);
  }
  return by;
});

/** Names that clash within an ecosystem: the same, one in the other, or sounding alike. */
export const alikeIn = memo("alikeIn", (design): readonly AlikePair[] =>
  design.ecosystems
    .filter(({ speech }) => speech !== "none")
    .flatMap(({ id }) => {
      const own = [...(seenBy(design).get(id) ?? [])].sort(byDevice);
      const said = own.map(({ spokenName }) => spokenName);
      return alikeNames(said, languageOf(design)).flatMap(({ a, b, ...alike }): AlikePair[] =>
        own[a]!.device.id === own[b]!.device.id ? [] : [{ ecosystem: id, a: own[a]!, b: own[b]!, ...alike }],
      );
    }),
);

/** What a thing is called where its own name will not do. */
const SORT_WORDS: Readonly<Record<string, Readonly<Partial<Record<ShownType, string>>>>> = {
  en: {
    "on/off light": "lamp",
    "dimmable light": "lamp",
    "tunable light": "lamp",
    "colour light": "lamp",
    plug: "plug",
    switch: "switch",
    cover: "shade",
    "door lock": "lock",
    thermostat: "heating",
    valve: "valve",
    "occupancy sensor": "presence",
    "contact sensor": "contact",
    "leak sensor": "leak sensor",
    "climate sensor": "temperature",
    "weather sensor": "weather",
    button: "button",
    camera: "camera",
    "door station": "door station",
    loudspeaker: "loudspeaker",
    television: "television",
    scene: "scene",
  },
  de: {
    "on/off light": "Lampe",
    "dimmable light": "Lampe",
    "tunable light": "Lampe",
    "colour light": "Lampe",
    plug: "Steckdose",
    cover: "Rollo",
    "door lock": "Schloss",
    thermostat: "Heizung",
    camera: "Kamera",
  },
};
/** Words that sound like nothing else here, to tell several of a room apart. */
const APART: Readonly<Record<string, readonly string[]>> = {
  en: ["window", "corner", "ceiling", "north", "south", "garden", "copper", "velvet"],
  de: ["Fenster", "Ecke", "Decke", "Garten", "Nord", "Süd"],
};

/**
 * Up to three names for a device that clash with nothing in any ecosystem it is shown to, and are no command, number or
 * room: its room and sort, its own name with its room, then with a word that sets it apart.
 */
export function betterNames(design: Design, one: Exposed): readonly string[] {
  const language = languageOf(design);
  const tongue = language === "de" ? "de" : "en";
  const rooms = design.rooms.map(({ name }) => name);
  const room = one.room === undefined ? undefined : byId(design, "rooms").get(one.room)?.name;
  const sort = (one.type && SORT_WORDS[tongue]![one.type]) ?? one.type ?? "";
  const where = new Set(
    seenOf(design).flatMap(({ device, ecosystem }) => (device.id === one.device.id ? [ecosystem.id] : [])),
  );
  const others = new Set(
    seenOf(design).flatMap(({ device, ecosystem, spokenName }) =>
      device.id !== one.device.id && where.has(ecosystem.id) ? [spokenName] : [],
    ),
  );
  const good = (name: string) =>
    name.length <= 80 &&
    wordsOf(name).join(" ") !== wordsOf(one.spokenName).join(" ") &&
    !takenFor(name, rooms, language) &&
    ![...others].some((other) => alikeOf(name, other, language));
  const candidates = [
    ...(room ? [`${room} ${sort}`] : []),
    ...(room && !wordsOf(one.spokenName).includes(wordsOf(room)[0]!) ? [`${room} ${one.spokenName}`] : []),
    ...APART[tongue]!.flatMap((word) => (room ? [`${room} ${word} ${sort}`] : [`${word} ${sort}`])),
  ].map((name) => name.charAt(0).toUpperCase() + name.slice(1));
  return [...new Set(candidates)].filter(good).slice(0, 3);
}

/** What a listener would take a name for: a command, a number, a whole room; of names people can say. */
export const mistakable = memo("mistakable", (design) => {
  const rooms = design.rooms.map(({ name }) => name);
  return design.ecosystems
    .filter(({ speech }) => speech !== "none")
    .flatMap(({ id }) => seenBy(design).get(id) ?? [])
    .flatMap((one) => {
      const taken = takenFor(one.spokenName, rooms, languageOf(design));
      return taken ? [{ one, ...taken }] : [];
    });
});

/** What a sentence would do in each ecosystem that listens, with devices by id. */
export function sayIt(design: Design, sentence: string): { ecosystem: string; heard: Heard }[] {
  const rooms = byId(design, "rooms");
  return design.ecosystems
    .filter(({ speech }) => speech !== "none")
    .map((ecosystem) => ({
      ecosystem: ecosystem.id,
      heard: hear(
        sentence,
        (seenBy(design).get(ecosystem.id) ?? []).flatMap((one): Spoken[] => {
          // Where rooms do not carry over, nobody knows its room until somebody puts it there.
          const room =
            one.room !== undefined && (ecosystem.roomsCarry || one.row.placed)
              ? rooms.get(one.room)?.name
              : undefined;
          return one.type && one.state === "shown"
            ? [
                {
                  device: one.device.id,
                  name: one.spokenName,
                  type: one.type,
                  can: one.can,
                  ...(room ? { room } : {}),
                  ...(one.row.factor ? { factor: true } : {}),
                },
              ]
            : [];
        }),
        { language: languageOf(design), several: ecosystem.several ?? "asks which" },
      ),
    }));
}
