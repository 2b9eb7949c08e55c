/**
 * What a spoken sentence would do: which of the things that one ecosystem is shown it reaches, whether it asks back, and
 * what it could be taken for (docs/model.md §9). A rehearsal of speech, not speech: a sentence is a verb, a thing by its name
 * or by its sort and room, and perhaps a value.
 */
import type { Language } from "../../design/rows/settings";
import { closed, type Capability, type ShownType } from "./capabilities";
import { ALIKE_SCORE, likeness, wordsOf } from "./sounds";

/** What somebody may ask of a thing. */
export const ASKED = [
  "on",
  "off",
  "open",
  "close",
  "stop",
  "value",
  "colour",
  "lock",
  "unlock",
  "disarm",
  "look",
  "tell",
] as const;
export type Asked = (typeof ASKED)[number];

/** A thing as an ecosystem knows it. */
export interface Spoken {
  device: string;
  name: string;
  type: ShownType;
  can: readonly Capability[];
  /** Its room there; absent: nobody put it in one. */
  room?: string;
  /** Asks for a code or a second word before it is opened. */
  factor?: boolean;
}

export interface Heard {
  asked?: Asked;
  /** Per cent or degrees, where the sentence had a number. */
  value?: number;
  /** Devices that do it. */
  reached: readonly string[];
  /** It asks back which one of these is meant. */
  asks: readonly string[];
  /** What else was nearly said. */
  mistaken: readonly { device: string; score: number }[];
  /** It asks for a second factor first. */
  factor: boolean;
  /** Why nothing happens, or what it does not know. */
  why?: string;
}

interface Tongue {
  /** Words of what is asked; the longest that fits counts. */
  verbs: readonly (readonly [words: string, asked: Asked])[];
  /** Words that say nothing. */
  empty: readonly string[];
  all: readonly string[];
  /** How a thing may be that somebody asks after. */
  states: readonly string[];
  /** Sorts of things, one and many. */
  sorts: readonly (readonly [one: string, many: string, types: readonly ShownType[]])[];
  colours: readonly string[];
  numbers: readonly string[];
}

const LIGHTS: readonly ShownType[] = ["on/off light", "dimmable light", "tunable light", "colour light"];

const ENGLISH: Tongue = {
  verbs: [
    ["turn on", "on"],
    ["switch on", "on"],
    ["put on", "on"],
    ["start", "on"],
    ["turn off", "off"],
    ["switch off", "off"],
    ["put off", "off"],
    ["on", "on"],
    ["off", "off"],
    ["open", "open"],
    ["raise", "open"],
    ["close", "close"],
    ["shut", "close"],
    ["lower", "close"],
    ["stop", "stop"],
    ["set", "value"],
    ["dim", "value"],
    ["make", "colour"],
    ["lock", "lock"],
    ["unlock", "unlock"],
    ["disarm", "disarm"],
    ["show", "look"],
    ["is", "tell"],
    ["what is", "tell"],
    ["how warm is", "tell"],
    ["how is", "tell"],
  ],
  empty: [
    "the",
    "a",
    "an",
    "my",
    "our",
    "please",
    "in",
    "of",
    "to",
    "at",
    "up",
    "down",
    "percent",
    "degrees",
    "now",
    "it",
  ],
  all: ["all", "every", "everything", "both"],
  states: ["on", "off", "open", "closed", "shut", "locked", "unlocked"],
  sorts: [
    ["lamp", "lamps", LIGHTS],
    ["light", "lights", LIGHTS],
    ["shade", "shades", ["cover"]],
    ["curtain", "curtains", ["cover"]],
    ["awning", "awnings", ["cover"]],
    ["vent", "vents", ["cover"]],
    ["cover", "covers", ["cover"]],
    ["lock", "locks", ["door lock"]],
    ["door", "doors", ["door lock", "contact sensor", "cover"]],
    ["plug", "plugs", ["plug"]],
    ["socket", "sockets", ["plug"]],
    ["heating", "radiators", ["thermostat"]],
    ["valve", "valves", ["valve", "thermostat"]],
    ["camera", "cameras", ["camera", "door station"]],
    ["temperature", "temperatures", ["climate sensor", "thermostat"]],
    ["loudspeaker", "loudspeakers", ["loudspeaker"]],
    ["television", "televisions", ["television"]],
  ],
  colours: ["red", "green", "blue", "yellow", "orange", "purple", "pink", "white", "warm", "cool"],
  numbers: [
    "zero",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
    "twenty",
    "thirty",
    "forty",
    "fifty",
    "sixty",
    "seventy",
    "eighty",
    "ninety",
    "hundred",
  ],
};

const GERMAN: Tongue = {
  verbs: [
    ["schalte ein", "on"],
    ["schalte aus", "off"],
    ["mach an", "on"],
    ["mach aus", "off"],
    ["mach auf", "open"],
    ["mach zu", "close"],
    ["öffne", "open"],
    ["schließe", "close"],
    ["schließ ab", "lock"],
    ["sperr auf", "unlock"],
    ["stopp", "stop"],
    ["stelle", "value"],
    ["dimme", "value"],
    ["färbe", "colour"],
    ["zeige", "look"],
    ["ist", "tell"],
    ["wie warm ist", "tell"],
    ["ein", "on"],
    ["an", "on"],
    ["aus", "off"],
  ],
  empty: [
    "der",
    "die",
    "das",
    "den",
    "dem",
    "bitte",
    "im",
    "in",
    "auf",
    "von",
    "prozent",
    "grad",
    "mein",
    "meine",
    "es",
  ],
  all: ["alle", "alles", "beide"],
  states: ["an", "aus", "offen", "zu", "abgeschlossen"],
  sorts: [
    ["lampe", "lampen", LIGHTS],
    ["licht", "lichter", LIGHTS],
    ["rollo", "rollos", ["cover"]],
    ["vorhang", "vorhänge", ["cover"]],
    ["markise", "markisen", ["cover"]],
    ["schloss", "schlösser", ["door lock"]],
    ["tür", "türen", ["door lock", "contact sensor", "cover"]],
    ["steckdose", "steckdosen", ["plug"]],
    ["heizung", "heizungen", ["thermostat"]],
    ["kamera", "kameras", ["camera", "door station"]],
    ["temperatur", "temperaturen", ["climate sensor", "thermostat"]],
  ],
  colours: ["rot", "grün", "blau", "gelb", "weiß", "warm", "kalt"],
  numbers: [
    "null",
    "eins",
    "zwei",
    "drei",
    "vier",
    "fünf",
    "sechs",
    "sieben",
    "acht",
    "neun",
    "zehn",
    "elf",
    "zwölf",
  ],
};

/** Of languages without words of their own here, English is rehearsed. */
const tongueOf = (language: Language): Tongue => (language === "de" ? GERMAN : ENGLISH);

const NEEDS: Readonly<Record<Asked, readonly Capability[]>> = {
  on: ["on and off"],
  off: ["on and off"],
  open: ["open and close"],
  close: ["open and close"],
  stop: ["open and close"],
  value: ["level", "position", "set temperature"],
  colour: ["tunable white", "colour"],
  lock: ["lock and unlock"],
  unlock: ["lock and unlock"],
  disarm: ["lock and unlock"],
  look: ["picture"],
  tell: ["readings", "open and close", "lock and unlock", "on and off", "set temperature"],
};

const able = (thing: Spoken, asked: Asked) => {
  const can = new Set(closed(thing.can));
  return NEEDS[asked].some((need) => can.has(need));
};

/** So near must a name be that is not said rightly: half a word is no name. */
const HEARD_SCORE = 0.75;

interface Parsed {
  asked?: Asked;
  value?: number;
  all: boolean;
  /** What is left: the thing. */
  thing: readonly string[];
}

const numberOf = (word: string, { numbers }: Tongue) => {
  if (/^\d+$/.test(word)) return Number(word);
  const at = numbers.indexOf(word);
  return at < 0 ? undefined : at <= 12 ? at : (at - 11) * 10;
};

/** Verb, thing and value of a sentence. A verb of two words may stand around the thing: turn the lamp on. */
export function parsed(sentence: string, language: Language = "en-GB"): Parsed {
  const tongue = tongueOf(language);
  let words = [...wordsOf(sentence)];
  let found: { asked: Asked; used: number[] } | undefined;
  for (const [text, asked] of tongue.verbs) {
    const parts = text.split(" ");
    const first = words.indexOf(parts[0]!);
    if (first < 0) continue;
    const used = [first];
    for (const part of parts.slice(1)) {
      const next = words.indexOf(part, used.at(-1)! + 1);
      if (next < 0) break;
      used.push(next);
    }
    // A verb begins its sentence, or ends it: "star lamp on".
    const placed = first === 0 || tongue.empty.includes(words[0]!) || used.at(-1) === words.length - 1;
    const better =
      !found ||
      used.length > found.used.length ||
      (used.length === found.used.length && used[0]! < found.used[0]!);
    if (used.length === parts.length && placed && better) found = { asked, used };
  }
  if (found) words = words.filter((_, n) => !found.used.includes(n));
  let asked = found?.asked;
  const all = words.some((word) => tongue.all.includes(word));
  words = words.filter((word) => !tongue.empty.includes(word) && !tongue.all.includes(word));
  if (asked === "tell") words = words.filter((word) => !tongue.states.includes(word));
  let value: number | undefined;
  const last = words.at(-1);
  if (last !== undefined && words.length > 1 && asked !== "tell") {
    value = numberOf(last, tongue);
    if (value !== undefined) {
      words.pop();
      if (asked === "colour" || asked === "open" || asked === "close") asked = "value";
    } else if ((asked === "colour" || asked === "value") && tongue.colours.includes(last)) {
      words.pop();
      asked = "colour";
    }
  }
  return { ...(asked ? { asked } : {}), ...(value === undefined ? {} : { value }), all, thing: words };
}

/** What an ecosystem does where several are meant: it asks back, or they all do it. */
export type Several = "asks which" | "takes all";

/**
 * What becomes of a sentence among the things an ecosystem is shown.
 *
 * A name that was said in full counts first; then a sort of thing, of a room where one was named; then the name that
 * sounds most like it. Only what can do what is asked is reached.
 */
export function hear(
  sentence: string,
  things: readonly Spoken[],
  { language = "en-GB", several }: { language?: Language; several: Several },
): Heard {
  const { asked, value, all, thing } = parsed(sentence, language);
  const nothing = (why: string, meant: readonly Spoken[] = []): Heard => ({
    ...(asked ? { asked } : {}),
    ...(value === undefined ? {} : { value }),
    reached: [],
    asks: [],
    mistaken: nearly(thing, things, meant, language),
    factor: false,
    why,
  });
  if (!asked) return nothing("no verb that is known");
  if (!thing.length && !all) return nothing("nothing is named");
  const named = byWholeName(thing, things);
  const meant = named.length ? named : bySort(thing, things, all, language);
  const sure = meant?.length ? meant : bySound(thing, things, asked, language);
  if (!sure.length) return nothing(`nothing is called “${thing.join(" ")}”`);
  const can = sure.filter((one) => able(one, asked));
  if (!can.length) return nothing(`${sure[0]!.name} cannot do that`, sure);
  const many = all || isMany(thing, language) || several === "takes all" || can.length === 1;
  return {
    asked,
    ...(value === undefined ? {} : { value }),
    reached: many ? can.map(({ device }) => device) : [],
    asks: many ? [] : can.map(({ device }) => device),
    mistaken: nearly(thing, things, can, language),
    factor: (asked === "unlock" || asked === "open" || asked === "disarm") && can.some((one) => one.factor),
  };
}

/** Those whose name is what was said. */
const byWholeName = (thing: readonly string[], things: readonly Spoken[]) => {
  const said = thing.join(" ");
  return things.filter(({ name }) => wordsOf(name).join(" ") === said);
};

/** Those of a sort, in a room where one is named: "snug shade", "all lights", "lights in the hall". */
function bySort(
  thing: readonly string[],
  things: readonly Spoken[],
  all: boolean,
  language: Language,
): Spoken[] | undefined {
  const { sorts } = tongueOf(language);
  const at = thing.findIndex((word) => sorts.some(([one, many]) => word === one || word === many));
  const rest = thing.filter((_, n) => n !== at);
  const types = new Set(
    sorts.filter(([one, many]) => thing[at] === one || thing[at] === many).flatMap(([, , own]) => own),
  );
  const inRoom = ({ room }: Spoken) => room !== undefined && wordsOf(room).join(" ") === rest.join(" ");
  if (at < 0) return all ? things.filter((one) => !rest.length || inRoom(one)) : undefined;
  const ofSort = things.filter(({ type }) => types.has(type));
  const meant = rest.length ? ofSort.filter(inRoom) : ofSort;
  // Whoever says curtain does not mean the roller beside it, where one is called so.
  const called = types.has("cover")
    ? meant.filter(({ name }) =>
        sorts.some(
          (words) =>
            words.includes(thing[at]!) &&
            wordsOf(name).some((word) => word === words[0] || word === words[1]),
        ),
      )
    : [];
  return called.length ? called : meant;
}

/** The one that sounds most like what was said, or those that do so equally. */
function bySound(thing: readonly string[], things: readonly Spoken[], asked: Asked, language: Language) {
  const said = thing.join(" ");
  const scored = things
    .filter((one) => able(one, asked))
    .map((one) => ({ one, score: likeness(said, one.name, language) }));
  const best = Math.max(0, ...scored.map(({ score }) => score));
  return best < HEARD_SCORE ? [] : scored.filter(({ score }) => score === best).map(({ one }) => one);
}

const isMany = (thing: readonly string[], language: Language) =>
  tongueOf(language).sorts.some(([, many]) => thing.includes(many));

/** Others that sound nearly like what was said, the nearest first. */
function nearly(
  thing: readonly string[],
  things: readonly Spoken[],
  reached: readonly Spoken[],
  language: Language,
) {
  const said = thing.join(" ");
  return things
    .filter((one) => !reached.includes(one))
    .map(({ device, name }) => ({ device, score: likeness(said, name, language) }))
    .filter(({ score }) => score >= ALIKE_SCORE)
    .sort((a, b) => b.score - a.score || (a.device < b.device ? -1 : 1));
}

/** What in a name is a command, a number or a whole room to who listens; undefined where nothing is. */
export function takenFor(
  name: string,
  rooms: readonly string[],
  language: Language = "en-GB",
): { word: string; for: "a command" | "a number" | "a room" | "all of a sort" } | undefined {
  const tongue = tongueOf(language);
  const words = wordsOf(name);
  const said = words.join(" ");
  if (rooms.some((room) => wordsOf(room).join(" ") === said)) return { word: name, for: "a room" };
  if (tongue.sorts.some(([one, many]) => said === one || said === many) || tongue.all.includes(said))
    return { word: name, for: "all of a sort" };
  // "Lock" is a verb and a thing: as a part of a longer name it is the thing.
  const verbs = new Set(tongue.verbs.flatMap(([text]) => (text.includes(" ") ? [] : [text])));
  const sorts = new Set(tongue.sorts.map(([one]) => one));
  const command = words.find((word) => verbs.has(word) && !sorts.has(word));
  if (command) return { word: command, for: "a command" };
  const number = words.find((word) => numberOf(word, tongue) !== undefined);
  return number === undefined ? undefined : { word: number, for: "a number" };
}
