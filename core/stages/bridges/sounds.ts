/**
 * How names sound, and which of them are taken for one another (docs/model.md §9).
 *
 * A word is written in the sounds it is said in, by the rules of its language, so far as spelling tells; two names are
 * then held against each other sound by sound. What differs only in a vowel or in voice costs less than what differs
 * wholly: those are heard wrong in a kitchen with the tap running.
 */
import type { Language } from "../../design/rows/settings";

/** Replaced one after another, from the longest; capitals are sounds, small letters are still spelling. */
type Spelling = readonly (readonly [RegExp, string])[];

/**
 * Sounds: A (star), E (stair), I (see), O (gold), U (moon), Y (light), @ (a vowel nobody stresses) · P B T D K G F V S Z
 * $ (shade) C (chair) J (hinge) 0 (bath) H M N L R W.
 */
const ENGLISH: Spelling = [
  [/^kn|^gn/g, "N"],
  [/^wr/g, "R"],
  [/^ps/g, "S"],
  [/tch/g, "C"],
  [/dge?(?=$|[^a-z])|dg(?=[eiy])/g, "J"],
  [/eigh/g, "E"],
  [/igh/g, "Y"],
  [/augh|ough/g, "O"],
  [/gh/g, ""],
  [/ph/g, "F"],
  [/sch(?=o)/g, "SK"],
  [/sh|ti(?=on)|ssi(?=on)|ci(?=a)/g, "$"],
  [/ch/g, "C"],
  [/th/g, "0"],
  [/wh/g, "W"],
  [/ck|cc(?![eiy])/g, "K"],
  [/qu/g, "KW"],
  [/x/g, "KS"],
  [/c(?=[eiy])/g, "S"],
  [/c/g, "K"],
  [/q/g, "K"],
  [/g(?=e$|ent|ine)/g, "J"],
  [/mb$/g, "M"],
  // A vowel, a consonant and a last e that is silent: the vowel is said by its name.
  [/a(?=[bdfgklmnpstvzKSJ$]e$)/g, "E"],
  [/i(?=[bdfgklmnpstvzKSJ$]e$)/g, "Y"],
  [/o(?=[bdfgklmnpstvzKSJ$]e$)/g, "O"],
  [/u(?=[bdfgklmnpstvzKSJ$]e$)/g, "U"],
  [/(?<=[bdfgklmnpstvzKSJ$0C])es?$/g, ""],
  [/oar|oor|our|ore|or/g, "OR"],
  [/air|are(?=$)|ear(?=$)|eir/g, "ER"],
  [/aar|ar/g, "AR"],
  [/er|ir|ur|yr/g, "@R"],
  [/ai|ay|ei|ey(?=.)/g, "E"],
  [/ee|ea|ie|ey$/g, "I"],
  [/oo|ou|ue|ui|ew/g, "U"],
  [/ow$|oa|oe/g, "O"],
  [/ow|au|aw/g, "A"],
  [/oi|oy/g, "O"],
  [/y$/g, "I"],
  [/a/g, "A"],
  [/e/g, "E"],
  [/i|y/g, "I"],
  [/o/g, "O"],
  [/u/g, "@"],
];

const GERMAN: Spelling = [
  [/tsch/g, "C"],
  [/sch/g, "$"],
  [/^sp/g, "$P"],
  [/^st/g, "$T"],
  [/chs/g, "KS"],
  [/ph/g, "F"],
  [/ch/g, "H"],
  [/ck|qu?/g, "K"],
  [/x/g, "KS"],
  [/tz|z/g, "TS"],
  [/dt|th/g, "T"],
  [/ß/g, "S"],
  [/v/g, "F"],
  [/w/g, "V"],
  [/j/g, "I"],
  [/eu|äu/g, "OI"],
  [/ei|ai|ey|ay/g, "Y"],
  [/ie|ih/g, "I"],
  [/(?<=[aeiouäöü])h/g, ""],
  [/c/g, "K"],
  // Voice is lost where a word ends.
  [/b$/g, "P"],
  [/d$/g, "T"],
  [/g$/g, "K"],
  [/e$/g, "@"],
  [/er$/g, "@"],
  [/ä/g, "E"],
  [/ö/g, "E"],
  [/ü|y/g, "I"],
  [/a/g, "A"],
  [/e/g, "E"],
  [/i/g, "I"],
  [/o/g, "O"],
  [/u/g, "U"],
];

/** Where no rules are known: letters, with what is said alike nearly everywhere. */
const ANY: Spelling = [
  [/ph/g, "F"],
  [/ch|sh|sj/g, "$"],
  [/th/g, "T"],
  [/ck|qu|[cq]/g, "K"],
  [/x/g, "KS"],
  [/[ae]/g, "A"],
  [/[iyj]/g, "I"],
  [/[ou]/g, "O"],
];

const rulesOf = (language: Language): Spelling =>
  language.startsWith("en") ? ENGLISH : language === "de" ? GERMAN : ANY;

/** At most so many words and names are kept as they are said: those of a large house, twice over. */
const MOST_KNOWN = 20_000;

/** Keeps what `make` gave for a text; begins anew where it would grow without end. */
function kept<T>(make: (text: string) => T): (text: string) => T {
  const known = new Map<string, T>();
  return (text) => {
    const before = known.get(text);
    if (before !== undefined) return before;
    if (known.size >= MOST_KNOWN) known.clear();
    const made = make(text);
    known.set(text, made);
    return made;
  };
}

/** Words of a name as they are said: small letters, figures apart, nothing else. */
export const wordsOf = kept((name): readonly string[] =>
  name
    .toLowerCase()
    .normalize("NFC")
    .replace(/['’]s\b/g, "s")
    .replace(/['’]/g, "")
    .split(/[^\p{L}\p{N}]+/u)
    .flatMap((word) => word.match(/\p{L}+|\p{N}+/gu) ?? []),
);

const spellers = new Map<Language, (word: string) => string>();

/** A word in its sounds. */
export function soundsOf(word: string, language: Language = "en-GB"): string {
  let own = spellers.get(language);
  if (!own) spellers.set(language, (own = kept((text) => spelt(text, language))));
  return own(word);
}

function spelt(word: string, language: Language): string {
  let said = word.toLowerCase();
  if (language !== "de") said = said.normalize("NFD").replace(/\p{M}/gu, "");
  for (const [spelling, sound] of rulesOf(language)) said = said.replace(spelling, sound);
  return said.toUpperCase().replace(/(.)\1+/g, "$1");
}

const VOWELS = "AEIOUY@";
/** Heard for one another: in voice, in place, or because both hum. */
const NEAR: readonly string[] = ["PB", "TD", "KG", "FV", "SZ", "$CJ", "0FT", "0S", "MN", "LR", "WV", "S$"];

/** What it costs to hear one sound for another: 0 the same, 1 something else. */
function costOf(a: string, b: string): number {
  if (a === b) return 0;
  if (VOWELS.includes(a) && VOWELS.includes(b)) return a === "@" || b === "@" ? 0.3 : 0.4;
  return NEAR.some((group) => group.includes(a) && group.includes(b)) ? 0.4 : 1;
}

/** A vowel or an H is swallowed more easily than a consonant. */
const dropOf = (a: string) => (a === "@" || a === "H" ? 0.4 : VOWELS.includes(a) ? 0.7 : 1);

/** Sounds are written in ASCII; what is spelt in another script stays as it is, and costs what a consonant does. */
const ASCII = 128;
const COST = Float64Array.from({ length: ASCII * ASCII }, (_, at) =>
  costOf(String.fromCharCode(Math.floor(at / ASCII)), String.fromCharCode(at % ASCII)),
);
const DROP = Float64Array.from({ length: ASCII }, (_, code) => dropOf(String.fromCharCode(code)));
const costOfCodes = (a: number, b: number) =>
  a < ASCII && b < ASCII ? COST[a * ASCII + b]! : a === b ? 0 : 1;
const dropOfCode = (a: number) => (a < ASCII ? DROP[a]! : 1);
/** Two rows of the table of distances, used again: names are held against each other by the million. */
let rows = [new Float64Array(64), new Float64Array(64)] as const;

/**
 * Sounds that must be misheard to take one for the other.
 *
 * @param most above this nobody asks how much: the sum is given up, and some number above it is returned
 */
export function soundDistance(a: string, b: string, most = Infinity): number {
  if (b.length >= rows[0].length)
    rows = [new Float64Array(2 * b.length), new Float64Array(2 * b.length)] as const;
  let [before, row] = rows;
  before[0] = 0;
  for (let n = 0; n < b.length; n += 1) before[n + 1] = before[n]! + dropOfCode(b.charCodeAt(n));
  for (let m = 0; m < a.length; m += 1) {
    const one = a.charCodeAt(m);
    const drop = dropOfCode(one);
    let least = (row[0] = before[0]! + drop);
    for (let n = 0; n < b.length; n += 1) {
      const other = b.charCodeAt(n);
      const value = Math.min(
        before[n]! + costOfCodes(one, other),
        before[n + 1]! + drop,
        row[n]! + dropOfCode(other),
      );
      row[n + 1] = value;
      if (value < least) least = value;
    }
    if (least > most) return least;
    [before, row] = [row, before];
  }
  return before[b.length]!;
}

export type Likeness = "same" | "contained" | "sounds alike";

export interface Alike {
  /** 1: no difference is heard. */
  score: number;
  why: Likeness;
}

/** Names that score as much are taken for one another. */
export const ALIKE_SCORE = 0.8;

/**
 * How alike two names are said, from 0 to 1. Of names with as many words, half of it is said by the word they differ in
 * most: "left" and "right" are told apart, whatever long words stand round them.
 */
export function likeness(a: string, b: string, language: Language = "en-GB"): number {
  const [left, right] = [a, b].map((name) => wordsOf(name).map((word) => soundsOf(word, language)));
  const whole = soundScore(left!.join(""), right!.join(""));
  return left!.length === right!.length && left!.length > 1
    ? (whole + Math.min(...left!.map((word, n) => soundScore(word, right![n]!)))) / 2
    : whole;
}

/** Of two words in their sounds: 1 less what must be misheard, as a share of the longer. */
export function soundScore(a: string, b: string): number {
  const longest = Math.max(a.length, b.length);
  return longest === 0 ? 1 : Math.max(0, 1 - soundDistance(a, b) / longest);
}

/** What makes two names clash; undefined where they can be told apart. */
export function alikeOf(a: string, b: string, language: Language = "en-GB"): Alike | undefined {
  const [left, right] = [wordsOf(a), wordsOf(b)];
  if (left.join(" ") === right.join(" ")) return { score: 1, why: "same" };
  const score = likeness(a, b, language);
  const [short, long] = left.length <= right.length ? [left, right] : [right, left];
  if (
    short.length > 0 &&
    short.length < long.length &&
    long.some((_, n) => short.every((word, at) => long[n + at] === word))
  )
    return { score, why: "contained" };
  return score >= ALIKE_SCORE ? { score, why: "sounds alike" } : undefined;
}
