/** Text that the standard fonts of PDF can write, and that fits. */
import type { PDFFont } from "pdf-lib";

/**
 * What the standard fonts of PDF can write: accents they lack are left off, other letters become a question
 * mark.
 */
export function writable(known: ReadonlySet<number>, text: string): string {
  return [...text]
    .map((letter) => {
      if (known.has(letter.codePointAt(0)!)) return letter;
      const bare = letter.normalize("NFD").replace(/\p{Mark}/gu, "");
      return [...bare].every((part) => known.has(part.codePointAt(0)!)) ? bare : "?";
    })
    .join("");
}

/** The text, cut so that it is no wider than `width` points. */
export function fitting(font: PDFFont, text: string, size: number, width: number): string {
  if (font.widthOfTextAtSize(text, size) <= width) return text;
  let cut = text;
  while (cut.length > 1 && font.widthOfTextAtSize(`${cut}…`, size) > width) cut = cut.slice(0, -1);
  return `${cut}…`;
}
