/** Reading a PDF back. */
import { inflateSync } from "node:zlib";

/** Texts shown in a PDF of standard fonts, in the order they are drawn. */
export function textsOf(pdf: Uint8Array): string[] {
  const bytes = Buffer.from(pdf);
  const texts: string[] = [];
  for (let at = bytes.indexOf("stream\n"); at >= 0; at = bytes.indexOf("stream\n", at + 7)) {
    if (bytes.subarray(at - 3, at).toString() === "end") continue;
    const end = bytes.indexOf("endstream", at);
    let text: string;
    try {
      text = inflateSync(bytes.subarray(at + 7, end)).toString("latin1");
    } catch {
      continue;
    }
    for (const [, hex] of text.matchAll(/<([0-9A-F]+)> Tj/g))
      texts.push(Buffer.from(hex!, "hex").toString("latin1"));
  }
  return texts;
}
