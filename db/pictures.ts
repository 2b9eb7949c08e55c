/** Pictures under plans: kept by the hash of their bytes, so the same picture is kept once a design. */
import { createHash } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { fail } from "../core/design/input-error";
import type { Db, Tx } from "./connect";
import { pictures } from "./schema";

export const MOST_PICTURE_BYTES = 12_000_000;

/** What the bytes are, by what they begin with; never by what somebody says they are. */
function typeOf(bytes: Buffer): string | undefined {
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return "image/png";
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return "image/jpeg";
  return isSvg(bytes.subarray(0, HEAD_BYTES).toString("utf8")) ? "image/svg+xml" : undefined;
}

/** An SVG file may begin with so much of declarations and comments. */
const HEAD_BYTES = 64_000;

/**
 * Does a text begin as an SVG file does: a mark of its byte order, an XML declaration, comments, a document
 * type without declarations of its own, then its root? Read from left to right, each character once: a
 * pattern for it would try comments every which way, and stop the server for everybody.
 */
export function isSvg(text: string): boolean {
  let at = text.startsWith("\uFEFF") ? 1 : 0;
  const blank = () => {
    while (at < text.length && text.charCodeAt(at) <= 32) at += 1;
  };
  /** Past the end of what begins here; false where it does not end in what is read. */
  const past = (end: string) => {
    const found = text.indexOf(end, at);
    at = found < 0 ? text.length : found + end.length;
    return found >= 0;
  };
  blank();
  if (text.startsWith("<?xml", at) && !past("?>")) return false;
  for (blank(); text.startsWith("<!--", at); blank()) if (!past("-->")) return false;
  if (text.startsWith("<!DOCTYPE svg", at)) {
    const from = at;
    if (!past(">") || text.slice(from, at).includes("[")) return false;
  }
  for (blank(); text.startsWith("<!--", at); blank()) if (!past("-->")) return false;
  return text.startsWith("<svg", at) && (text[at + 4] === ">" || text.charCodeAt(at + 4) <= 32);
}

/** Keep a picture; returns its hash. Throws InputError for what is none, or too large. */
export async function keepPicture(db: Db | Tx, design: string, bytes: Buffer): Promise<string> {
  if (bytes.length > MOST_PICTURE_BYTES)
    fail("Picture", `must be at most ${MOST_PICTURE_BYTES / 1_000_000} MB`);
  const type = typeOf(bytes) ?? fail("Picture", "must be a PNG, JPEG or SVG picture");
  const hash = createHash("sha256").update(bytes).digest("hex");
  await db.insert(pictures).values({ design, hash, type, bytes }).onDuplicateKeyUpdate({ set: { type } });
  return hash;
}

export async function readPicture(
  db: Db,
  design: string,
  hash: string,
): Promise<{ type: string; bytes: Buffer } | undefined> {
  const [row] = await db
    .select({ type: pictures.type, bytes: pictures.bytes })
    .from(pictures)
    .where(and(eq(pictures.design, design), eq(pictures.hash, hash)));
  return row;
}

/** Hashes of all pictures of a design. */
export async function picturesOf(db: Db, design: string): Promise<string[]> {
  const rows = await db.select({ hash: pictures.hash }).from(pictures).where(eq(pictures.design, design));
  return rows.map(({ hash }) => hash);
}
