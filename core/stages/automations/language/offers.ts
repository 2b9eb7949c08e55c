/** What may stand where somebody types: words of the language, and names of what exists and can do it. */
import type { Design } from "../../../design/collections";
import { byName } from "../../../design/words";
import { AGAIN, PRIORITIES, type Aspect } from "../../../design/rows/automations-words";
import { ableOf } from "../things";
import { Cursor, readPhrase, type Expected, type Phrase } from "./grammar";
import { namesOf } from "./names";
import { BRANCH_HEAD, CUE_PHRASES, GUARD_PHRASES, MOVE_PHRASES, REPEAT_HEAD } from "./phrases";
import { bracketed, NOTHING_YET, TOGETHER, type Names } from "./slots";

export interface Offer {
  /** What is put in from `from` on. */
  text: string;
  /** What it is, in a word: a thing, a flag, a value. */
  what: string;
}

export interface Offers {
  /** Place in the line from which on an offer stands instead of what was typed. */
  from: number;
  offers: readonly Offer[];
}

const NOTHING: Offers = { from: 0, offers: [] };
const MOST_OFFERS = 60;

/** What a line of an automation begins with, and what may follow. */
const HEADS: readonly (readonly [RegExp, readonly Phrase<Names>[]])[] = [
  [/^\s*cue [^:]*: ?/i, CUE_PHRASES],
  [/^\s*(?:provided|unless) (?:all the while )?/i, GUARD_PHRASES],
  [/^\s*do (?=repeat )/i, REPEAT_HEAD],
  [/^\s*do /i, MOVE_PHRASES],
  [/^\s+(?=(?:when|where|always))/i, BRANCH_HEAD],
];

const BEGINNINGS: readonly string[] = [
  "cue k: ",
  "provided ",
  "unless ",
  "do ",
  ...PRIORITIES.map((one) => `for ${one}`),
  "switched off",
  ...AGAIN.map((one) => `cued again it ${one}`),
  "do choose",
  "do repeat every ",
  "when ",
  "where ",
  "otherwise",
];

const WHAT: Readonly<Record<string, string>> = {
  points: "thing",
  groups: "group",
  dials: "dial",
  people: "person",
  calendars: "calendar",
  scenes: "scene",
  automations: "automation",
};

/** Is the point one of which the sentence asks what it can do? */
function fits(design: Design, id: string, { kind, aspect }: NonNullable<Expected["of"]>): boolean {
  const able = ableOf(design).get(id);
  if (!able) return false;
  const of = aspect as Aspect | undefined;
  switch (kind) {
    case "set":
    case "step":
    case "toggle":
      return of !== undefined && able.sets.includes(of);
    case "dim":
      return able.sets.includes("level");
    case "let go":
    case "capture":
      return able.sets.length > 0;
    case "press":
      return able.type === "button" || able.type === "door station";
    case "say":
      return able.type === "button" || able.type === "loudspeaker" || able.type === "television";
    case "state":
    case "threshold":
      return of !== undefined && able.reads.includes(of);
    default:
      return able.reads.length > 0;
  }
}

function namesFor(design: Design, names: Names, wanted: readonly Expected[]): Offer[] {
  const found = new Map<string, Offer>();
  for (const { text, of = {} } of wanted)
    for (const collection of TOGETHER[text] ?? [text]) {
      const rows = design[collection as "points" | "groups" | "dials"] as { id: string; points?: string[] }[];
      if (!Array.isArray(rows)) continue;
      for (const { id, points } of rows) {
        const key = `${collection} ${id}`;
        if (found.has(key)) continue;
        if (collection === "points" && !fits(design, id, of)) continue;
        // A group is told together: all of it must be able to.
        if (collection === "groups" && (!points!.length || !points!.every((one) => fits(design, one, of))))
          continue;
        const word = { text: id, names: { in: collection, id } };
        found.set(key, {
          text: bracketed(names, TOGETHER[collection] ?? [collection], word),
          what: WHAT[collection] ?? collection,
        });
      }
    }
  return [...found.values()].sort((a, b) => byName(a.text, b.text));
}

/** Of a word that is typed, what begins with it first, then what has it within. */
function matching(offers: readonly Offer[], typed: string): Offer[] {
  const word = typed.trim().replace(/^\[/, "").toLowerCase();
  if (!word) return [...offers];
  const at = ({ text }: Offer) => text.toLowerCase().replace(/^\[/, "").indexOf(word);
  return offers.filter((offer) => at(offer) >= 0).sort((a, b) => Number(at(a) > 0) - Number(at(b) > 0));
}

/** @param line of an automation's text, up to where somebody types */
export function offersAt(design: Design, line: string): Offers {
  const head = HEADS.map(([pattern, phrases]) => ({ found: pattern.exec(line), phrases })).find(
    ({ found }) => found,
  );
  if (!head) {
    const from = line.length - line.trimStart().length;
    const typed = line.slice(from);
    // Only a whole beginning is offered: what is typed must be the start of it.
    const offers = BEGINNINGS.filter((text) => text.startsWith(typed.toLowerCase()) && text !== typed);
    return /^automation/i.test(typed)
      ? NOTHING
      : { from, offers: offers.map((text) => ({ text, what: "line" })) };
  }
  const names = namesOf(design);
  const cursor = new Cursor(line);
  cursor.at = head.found![0].length;
  cursor.furthest = cursor.at;
  readPhrase(head.phrases, cursor, names);
  // Behind a bracket that was opened the name begins at the bracket.
  const open = line[cursor.furthest - 1] === "[" ? 1 : 0;
  const here = cursor.furthest - open;
  const { wanted } = cursor;
  // Words half typed begin further on than where they were begun to be read.
  const from = Math.min(here, ...wanted.map((one) => one.from ?? Infinity));
  // The space that stands before what follows may not be typed yet.
  const space = here === line.length && /\S$/.test(line) ? " " : "";
  const before = line.slice(from, here);
  const words = wanted
    .filter(({ what, text }) => what === "words" && text !== NOTHING_YET)
    .map(({ text, from: own }): Offer => ({
      text: own === undefined ? before + spaced(space, text) : line.slice(from, own) + text,
      what: "",
    }))
    .filter(({ text }) => text.toLowerCase().startsWith(line.slice(from).toLowerCase()));
  const values = wanted
    .filter(({ what }) => what === "value" && !line.slice(here).trim())
    .map(({ text }): Offer => ({ text: before + spaced(space, text), what: "such as" }));
  const called = matching(
    namesFor(
      design,
      names,
      wanted.filter(({ what }) => what === "name"),
    ),
    line.slice(here),
  ).map((offer): Offer => ({ ...offer, text: before + spaced(space, offer.text) }));
  const unique = new Map([...called, ...words, ...values].map((offer) => [offer.text, offer]));
  return { from, offers: [...unique.values()].slice(0, MOST_OFFERS) };
}

const spaced = (space: string, text: string) => (/^[\s,]/.test(text) ? text : space + text);

/**
 * Does what is offered come after what stands, instead of ending a word that was begun?
 * Enter then ends the line, and takes nothing that nobody asked for.
 */
export const onlyFollows = ({ from, offers }: Offers, line: string): boolean => {
  const typed = line.slice(from);
  const rest = (text: string) => (text.startsWith(typed) ? text.slice(typed.length) : undefined);
  return !typed || offers.every(({ text }) => /^[\s,[]/.test(rest(text) ?? "?"));
};
