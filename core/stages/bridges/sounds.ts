/**
 * How names sound, and which of them are taken for one another (domain.md §9).
 *
 * A word is written in the sounds it is said in, by the rules of its language, so far as spelling tells; two names are
 * then held against each other sound by sound. What differs only in a vowel or in voice costs less than what differs
 * wholly: those are heard wrong in a kitchen with the tap running.
 */
import type { Language } from "../../design/rows-settings";

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

/** Words of a name as they are said: small letters, figures apart, nothing else. */
export const wordsOf = (name: string): readonly string[] =>
  name
    .toLowerCase()
    .normalize("NFC")
    .replace(/['’]s\b/g, "s")
    .replace(/['’]/g, "")
    .split(/[^\p{L}\p{N}]+/u)
    .flatMap((word) => word.match(/\p{L}+|\p{N}+/gu) ?? []);

/** Words already spelt out: names of a house are held against each other many times over. */
const known = new Map<string, string>();
const MOST_KNOWN = 10_000;

/** A word in its sounds. */
export function soundsOf(word: string, language: Language = "en-GB"): string {
  const key = `${language} ${word}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  if (known.size >= MOST_KNOWN) known.clear();
  const sounds = spelt(word, language);
  known.set(key, sounds);
  return sounds;
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

/** Sounds that must be misheard to take one for the other. */
export function soundDistance(a: string, b: string): number {
  let before = [0];
  for (const sound of b) before.push(before.at(-1)! + dropOf(sound));
  for (const one of a) {
    const row = [before[0]! + dropOf(one)];
    for (let n = 0; n < b.length; n += 1)
      row.push(
        Math.min(before[n]! + costOf(one, b[n]!), before[n + 1]! + dropOf(one), row[n]! + dropOf(b[n]!)),
      );
    before = row;
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
function soundScore(a: string, b: string): number {
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
