/**
 * The design as one string between loader and page, and back. The server keeps the rows a text came from,
 * so that drawing a page reads nothing anew.
 */
import type { Design } from "#core/design/collections";

const MOST = 4;
const known: { text: string; design: Design }[] = [];
const texts = new WeakMap<Design, string>();

/** The rows as one string: many times quicker to send and read than thousands of values one by one. */
export function designText(design: Design): string {
  let text = texts.get(design);
  if (text === undefined) texts.set(design, (text = JSON.stringify(design)));
  if (known[0]?.text !== text) {
    known.unshift({ text, design });
    known.length = Math.min(known.length, MOST);
  }
  return text;
}

/**
 * The rows a string stands for: where they are still known, the very same, with all that was computed from
 * them.
 */
export function designOf(text: string): Design {
  return known.find((one) => one.text === text)?.design ?? (JSON.parse(text) as Design);
}
