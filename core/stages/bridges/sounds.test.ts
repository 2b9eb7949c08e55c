import fc from "fast-check";
import { ALIKE_SCORE, alikeOf, likeness, soundDistance, soundsOf, wordsOf } from "./sounds";

describe("a word in its sounds", () => {
  test.each([
    ["star", "STAR"],
    ["stair", "STER"],
    ["stare", "STER"],
    ["lamp", "LAMP"],
    ["light", "LYT"],
    ["knight", "NYT"],
    ["night", "NYT"],
    ["shade", "$ED"],
    ["chair", "CER"],
    ["kitchen", "KICEN"],
    ["bridge", "BRIJ"],
    ["phone", "FON"],
    ["wrap", "RAP"],
    ["bath", "BA0"],
    ["quay", "KWE"],
    ["box", "BOKS"],
    ["cellar", "SELAR"],
    ["colour", "KOLOR"],
    ["hall", "HAL"],
  ])("%s", (word, sounds) => expect(soundsOf(word)).toBe(sounds));
  test.each([
    ["Stube", "$TUB@"],
    ["Rad", "RAT"],
    ["Rat", "RAT"],
    ["Küche", "KIH@"],
    ["Vater", "FAT@"],
    ["Licht", "LIHT"],
    ["Zimmer", "TSIM@"],
  ])("in German, %s", (word, sounds) => expect(soundsOf(word, "de")).toBe(sounds));
  test("of a language without rules, by letters and what is said alike nearly everywhere", () => {
    expect(soundsOf("kök", "sv")).toBe("KOK");
    expect(soundsOf("cuisine", "fr")).toBe(soundsOf("kuisine", "fr"));
  });
  test("words: figures apart, apostrophes closed up, small letters", () => {
    expect(wordsOf("Nurse's lamp 2")).toEqual(["nurses", "lamp", "2"]);
    expect(wordsOf("Door2,  left")).toEqual(["door", "2", "left"]);
    expect(wordsOf("…")).toEqual([]);
  });
});

describe("held against each other", () => {
  test("a vowel costs less than a consonant, voice less than another sound", () => {
    expect(soundDistance("STAR", "STER")).toBeCloseTo(0.4);
    expect(soundDistance("BAT", "PAT")).toBeCloseTo(0.4);
    expect(soundDistance("BAT", "SAT")).toBeCloseTo(1);
    expect(soundDistance("BAT", "BATS")).toBeCloseTo(1);
    expect(soundDistance("BAT", "BATE")).toBeCloseTo(0.7);
    expect(soundDistance("BAT", "BAT@")).toBeCloseTo(0.4);
    expect(soundDistance("B@T", "BAT")).toBeCloseTo(0.3);
    expect(soundDistance("", "KO")).toBeCloseTo(1.7);
  });
  const sounds = fc.string({ unit: fc.constantFrom(..."AEIOUY@PBTDKGFVSZ$CJ0HMNLRW"), maxLength: 8 });
  test("a distance: nothing to itself, the same both ways", () => {
    fc.assert(
      fc.property(sounds, sounds, (a, b) => {
        expect(soundDistance(a, a)).toBe(0);
        expect(soundDistance(a, b)).toBeCloseTo(soundDistance(b, a), 9);
        expect(soundDistance(a, b)).toBeLessThanOrEqual(
          Math.max(a.length, b.length) + 1e-9 + Math.min(a.length, b.length),
        );
      }),
    );
  });
  test.each([
    ["Star lamp", "Stair lamp", "sounds alike"],
    ["Hall light", "Hall lights", "sounds alike"],
    ["Snug lamp", "snug  LAMP", "same"],
    ["Lamp", "Snug lamp", "contained"],
    ["Snug lamp", "Snug lamp left", "contained"],
    ["Bed lamp", "Bad lamp", "sounds alike"],
    ["Landing lamp", "Snug lamp", undefined],
    ["Snug shade left", "Snug shade right", undefined],
    ["Bath lamp", "Path lamp", "sounds alike"],
    ["Plant house", "Boat house", undefined],
    // Parted words are no part of the name.
    ["Snug left", "Snug shade left", undefined],
  ])("%s and %s: %s", (a, b, why) => {
    expect(alikeOf(a, b)?.why).toBe(why);
    expect(alikeOf(b, a)?.why).toBe(why);
  });
  test("the score of what sounds alike, and its limit", () => {
    // One vowel of eight sounds, and of the four of the word that differs.
    expect(likeness("Star lamp", "Stair lamp")).toBeCloseTo((1 - 0.4 / 8 + 1 - 0.4 / 4) / 2);
    // One word: as it is.
    expect(likeness("star", "stair")).toBeCloseTo(0.9);
    // Words of different number: as a whole.
    expect(likeness("Star", "Star lamp")).toBeCloseTo(0.5 + 0.3 / 8);
    expect(likeness("Star lamp", "Star lamp")).toBe(1);
    expect(likeness("", "")).toBe(1);
    // Half of it is the word they differ in most, not the one they share.
    expect(likeness("Snug shade left", "Snug shade right")).toBeLessThan(0.75);
    expect(ALIKE_SCORE).toBe(0.8);
  });
});
