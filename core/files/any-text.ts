/** Text of bytes whatever wrote them: UTF-8 or UTF-16 by their mark, UTF-8 where they are it, else Windows-1252. */

export interface AnyText {
  text: string;
  encoding: "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";
}

const MARKS: readonly [AnyText["encoding"], readonly number[]][] = [
  ["utf-8", [0xef, 0xbb, 0xbf]],
  ["utf-16le", [0xff, 0xfe]],
  ["utf-16be", [0xfe, 0xff]],
];

export function anyText(bytes: Uint8Array): AnyText {
  const marked = MARKS.find(([, mark]) => mark.every((byte, n) => bytes[n] === byte));
  if (marked) {
    const [encoding, mark] = marked;
    return { text: new TextDecoder(encoding).decode(bytes.subarray(mark.length)), encoding };
  }
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "utf-8" };
  } catch {
    return { text: new TextDecoder("windows-1252").decode(bytes), encoding: "windows-1252" };
  }
}
