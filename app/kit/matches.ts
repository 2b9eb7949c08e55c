/** Finding by words: each word typed stands anywhere in the text, whatever its case and accents. */
import { plain } from "#core/design/search-words";

/** A test of a text against what was typed; everything where nothing was. */
export function wordTest(typed: string): (text: string) => boolean {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  return (text) => {
    const within = plain(text);
    return words.every((word) => within.includes(word));
  };
}
