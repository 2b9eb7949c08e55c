/** Small words of sentences: a count with its noun, a capital. */

/** `1 bend`, `2 bends`; `many` where the plural is not the noun with an s. */
export const counted = (count: number, one: string, many = `${one}s`) =>
  `${count} ${count === 1 ? one : many}`;

/** With its first letter large, as a heading or a sentence begins. */
export const capital = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** "A, B and C"; of more than `most` the rest is counted: "A, B, C and 4 more". */
export function listed(names: readonly string[], between = "and", most = 4): string {
  const own = names.length > most ? [...names.slice(0, most - 1), `${names.length - most + 1} more`] : names;
  return own.length < 2 ? own.join("") : `${own.slice(0, -1).join(", ")} ${between} ${own.at(-1)!}`;
}

/** What somebody wrote, as a sentence of its own: with a stop where it has none. */
export const stopped = (text: string) => (/[.!?…]$/.test(text.trim()) ? text.trim() : `${text.trim()}.`);

/**
 * Order of names as people read them: `2` before `10`. Made once: a comparison that makes its own takes a
 * hundred times as long.
 */
export const byName: (a: string, b: string) => number = new Intl.Collator("en", { numeric: true }).compare;
