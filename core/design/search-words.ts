/** Words that things are found by, whatever their case, accents and the sign between their parts. */

/** A text without accents and capitals. */
export const plain = (text: string): string => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** Characters of a search that can be typed. */
export const MOST_TYPED = 200;

/** Characters of a word that count: two that differ only beyond are the same. */
export const MOST_LETTERS = 40;

/** What stands between the parts of an address or a label is one sign, whichever it was. */
const joined = (text: string) => plain(text).replace(/[-:/_]+/g, "-");
const trimmed = (word: string) => word.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, "");
const wordsIn = (text: string) => joined(text).split(/\s+/).map(trimmed).filter(Boolean);

/**
 * All words by whose beginning a text is found: each word, and what of it follows a sign in it. `192.168.10.20` is found
 * by `192.168`, by `10.20` and by `20`; an address of pairs also without its signs. The order is that of the text.
 */
export function searchWords(text: string): string[] {
  const found = new Set<string>();
  for (const word of wordsIn(text)) {
    for (let at = 0; at < word.length; at++)
      if (at === 0 || /[^\p{L}\p{N}]/u.test(word[at - 1]!)) found.add(word.slice(at, at + MOST_LETTERS));
    if (/^[0-9a-f]{2}(-[0-9a-f]{2}){5,7}$/.test(word)) found.add(word.replaceAll("-", ""));
    // A version is asked for with its v and without.
    if (/^v\d/.test(word)) found.add(word.slice(1, 1 + MOST_LETTERS));
  }
  return [...found].filter((word) => /^[\p{L}\p{N}]/u.test(word));
}

/** What was typed, as beginnings of such words, without one twice; the longest first, for it finds the fewest. */
export const askedWords = (typed: string): string[] =>
  [...new Set(wordsIn(typed).map((word) => word.slice(0, MOST_LETTERS)))].sort((a, b) => b.length - a.length);
