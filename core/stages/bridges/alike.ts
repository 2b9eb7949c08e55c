/**
 * All names of an ecosystem that clash, without holding every one against every other.
 *
 * What is the same or contained is found by looking its words up. What sounds alike must score `ALIKE_SCORE`: where two
 * names have as many words, each pair of words must then score at least twice that less one, and a house has few words;
 * else the whole must, and two wholes whose consonants are too far apart cannot. Only what is left is held against each
 * other sound by sound. The same as asking `alikeOf` of every two (alike.test.ts).
 */
import type { Language } from "../../design/rows/settings";
import { ALIKE_SCORE, likeness, soundDistance, soundScore, soundsOf, wordsOf, type Alike } from "./sounds";

export interface AlikeNames extends Alike {
  /** Places in the list of names; a before b. */
  a: number;
  b: number;
}

interface Name {
  text: string;
  words: readonly string[];
  /** Numbers of its words in their sounds. */
  sounds: Int32Array;
  whole: string;
  /** Its consonants by their class, `CLASSES`. */
  bones: Uint8Array;
  /** Of each class, the places in `bones` where it stands, a bit each; absent where there are more than a word's bits. */
  places?: Int32Array;
}

/**
 * Consonants in classes: to hear one for another of another class costs 1, as does one that is swallowed. Vowels and H
 * are left out, as they are swallowed for less. A figure is taken for no other; 0 is a sound, and all that is spelt in another
 * script is one class.
 */
const CLASSES = ["PB", "TD0FVWSZ$CJ", "KG", "MN", "LR", ..."123456789"] as const;
const CLASS = new Int8Array(128).fill(CLASSES.length);
CLASSES.forEach((sounds, n) => {
  for (const sound of sounds) CLASS[sound.charCodeAt(0)] = n;
});
for (const sound of "AEIOUY@H") CLASS[sound.charCodeAt(0)] = -1;

/** Bits of a number that the places of consonants are kept in. */
const MOST_BONES = 31;

function placesOf(bones: Uint8Array): Int32Array {
  const places = new Int32Array(CLASSES.length + 1);
  bones.forEach((own, n) => (places[own]! |= 1 << n));
  return places;
}

/**
 * How many consonants must be swallowed, put in or heard as one of another class to make one name's consonants the
 * other's: less than what must be misheard in all. A column of the table of distances at once, as bits that say where it
 * rises and falls (Myers, "A fast bit-vector algorithm for approximate string matching", 1999).
 */
function bonesApart(length: number, places: Int32Array, other: Uint8Array): number {
  const last = 1 << (length - 1);
  let [rises, falls, apart] = [-1, 0, length];
  for (const own of other) {
    const equal = places[own]!;
    const down = equal | falls;
    const across = (((equal & rises) + rises) ^ rises) | equal;
    let up = falls | ~(across | rises);
    let less = rises & across;
    if (up & last) apart += 1;
    else if (less & last) apart -= 1;
    up = (up << 1) | 1;
    less <<= 1;
    rises = less | ~(down | up);
    falls = up & down;
  }
  return apart;
}

/** Less than this cannot be the score of words of one that sounds alike: half of the score is its worst word. */
const WORST_WORD = 2 * ALIKE_SCORE - 1;

/**
 * @param names in any order
 * @returns pairs by the place of their first, then of their second
 */
export function alikeNames(names: readonly string[], language: Language = "en-GB"): AlikeNames[] {
  const numbers = new Map<string, number>();
  const spelt: string[] = [];
  const all = names.map((text): Name => {
    const words = wordsOf(text);
    const sounds = words.map((word) => soundsOf(word, language));
    const whole = sounds.join("");
    const bones = Uint8Array.from(
      [...whole].map((sound) => CLASS[sound.charCodeAt(0)] ?? CLASSES.length).filter((own) => own >= 0),
    );
    return {
      text,
      words,
      sounds: Int32Array.from(sounds, (one) => {
        let number = numbers.get(one);
        if (number === undefined) {
          numbers.set(one, (number = spelt.length));
          spelt.push(one);
        }
        return number;
      }),
      whole,
      bones,
      ...(bones.length > 0 && bones.length <= MOST_BONES ? { places: placesOf(bones) } : {}),
    };
  });
  const pairs = [
    ...sameOrWithin(all, language),
    ...byOnesWords(all, spelt, language),
    ...byWhole(all, language),
  ];
  const known = new Set<number>();
  return pairs
    .filter(({ a, b }) => {
      // What is contained sounds alike too at times; the first reason counts.
      const key = a * names.length + b;
      return !known.has(key) && known.add(key);
    })
    .sort((one, other) => one.a - other.a || one.b - other.b);
}

const ordered = (a: number, b: number) => (a < b ? { a, b } : { a: b, b: a });

/** Names that are the same, and those whose words stand in another in one piece. */
function* sameOrWithin(all: readonly Name[], language: Language): Generator<AlikeNames> {
  const by = new Map<string, number[]>();
  all.forEach(({ words }, n) => {
    const key = words.join(" ");
    const own = by.get(key);
    if (own) own.push(n);
    else by.set(key, [n]);
  });
  for (const own of by.values())
    for (let n = 0; n < own.length; n += 1)
      for (let m = n + 1; m < own.length; m += 1) yield { a: own[n]!, b: own[m]!, score: 1, why: "same" };
  for (const [n, { words, text }] of all.entries())
    for (let from = 0; from < words.length; from += 1)
      for (let to = from + 1; to <= words.length; to += 1) {
        if (to - from === words.length) continue;
        for (const m of by.get(words.slice(from, to).join(" ")) ?? [])
          yield { ...ordered(n, m), score: likeness(text, all[m]!.text, language), why: "contained" };
      }
}

/** Names of as many words, two or more: each two words in the same place must be alike enough. */
function* byOnesWords(
  all: readonly Name[],
  spelt: readonly string[],
  language: Language,
): Generator<AlikeNames> {
  const near = new Map<number, boolean>();
  const isNear = (one: number, other: number): boolean => {
    if (one === other) return true;
    const key = one < other ? one * spelt.length + other : other * spelt.length + one;
    let known = near.get(key);
    if (known === undefined)
      near.set(key, (known = soundScore(spelt[one]!, spelt[other]!) >= WORST_WORD - 1e-9));
    return known;
  };
  const groups = new Map<number, number[]>();
  all.forEach(({ sounds: { length } }, n) => {
    if (length > 1) groups.set(length, [...(groups.get(length) ?? []), n]);
  });
  for (const [length, group] of groups)
    // By their first word: whole groups are passed over by one comparison.
    for (const { members, other, same } of firstWords(all, group, isNear))
      for (const [i, n] of members.entries()) {
        const { sounds } = all[n]!;
        for (let j = same ? i + 1 : 0; j < other.length; j += 1) {
          const m = other[j]!;
          const own = all[m]!.sounds;
          let at = 1;
          while (at < length && isNear(sounds[at]!, own[at]!)) at += 1;
          if (at < length) continue;
          const score = likeness(all[n]!.text, all[m]!.text, language);
          if (score >= ALIKE_SCORE) yield { ...ordered(n, m), score, why: "sounds alike" };
        }
      }
}

/** Groups of names by their first word, each with those groups whose first word is alike enough. */
function* firstWords(
  all: readonly Name[],
  group: readonly number[],
  isNear: (one: number, other: number) => boolean,
): Generator<{ members: readonly number[]; other: readonly number[]; same: boolean }> {
  const by = new Map<number, number[]>();
  for (const n of group) {
    const [first] = all[n]!.sounds;
    const own = by.get(first!);
    if (own) own.push(n);
    else by.set(first!, [n]);
  }
  const firsts = [...by];
  for (const [i, [first, members]] of firsts.entries())
    for (let j = i; j < firsts.length; j += 1)
      if (isNear(first, firsts[j]![0])) yield { members, other: firsts[j]![1], same: i === j };
}

/** Names of one word, and of different numbers of words: the whole must be alike enough. */
function* byWhole(all: readonly Name[], language: Language): Generator<AlikeNames> {
  for (let n = 0; n < all.length; n += 1) {
    const one = all[n]!;
    for (let m = n + 1; m < all.length; m += 1) {
      const other = all[m]!;
      const words = one.sounds.length;
      if (words === other.sounds.length && words > 1) continue;
      const most = (1 - ALIKE_SCORE) * Math.max(one.whole.length, other.whole.length) + 1e-9;
      if (
        Math.abs(one.bones.length - other.bones.length) > most ||
        (one.places && bonesApart(one.bones.length, one.places, other.bones) > most) ||
        soundDistance(one.whole, other.whole, most) > most
      )
        continue;
      const score = likeness(one.text, other.text, language);
      if (score >= ALIKE_SCORE) yield { ...ordered(n, m), score, why: "sounds alike" };
    }
  }
}
