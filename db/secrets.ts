/**
 * Secrets at rest: sealed with AES-256-GCM under a key that stands in a file, never in the database. What is sealed is
 * bound to its place, so that it cannot be moved to another row. Each look is written down.
 */
import { createCipheriv, createDecipheriv, randomBytes } from "node:crypto";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, resolve } from "node:path";
import { and, desc, eq } from "drizzle-orm";
import { fail } from "../core/design/input-error";
import type { Secret } from "../core/stages/register/secrets";
import type { Db, Tx } from "./connect";
import { secretLooks, secrets } from "./schema";

const KEY_BYTES = 32;
const IV_BYTES = 12;
const TAG_BYTES = 16;

/** Where the key stands: readable by the one who runs the application, made at the first need. */
export const keyFile = () => resolve(process.env.ZINC_SECRETS_FILE ?? ".zinc/secrets.key");

let known: { file: string; key: Buffer } | undefined;

function theKey(): Buffer {
  const file = keyFile();
  if (known?.file === file) return known.key;
  let key: Buffer;
  try {
    key = Buffer.from(readFileSync(file, "utf8").trim(), "base64");
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "ENOENT") throw error;
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    try {
      // Never over another's: two processes that begin at once end with one key.
      writeFileSync(file, `${randomBytes(KEY_BYTES).toString("base64")}\n`, { mode: 0o600, flag: "wx" });
    } catch (late) {
      if ((late as NodeJS.ErrnoException).code !== "EEXIST") throw late;
    }
    key = Buffer.from(readFileSync(file, "utf8").trim(), "base64");
  }
  if (key.length !== KEY_BYTES) throw new Error("The file of the secrets' key does not hold one.");
  known = { file, key };
  return key;
}

type Place = Pick<Secret, "in" | "id" | "field">;
const bound = (design: string, place: Place) =>
  Buffer.from(JSON.stringify([design, place.in, place.id, place.field]));

export function seal(design: string, secret: Secret): Buffer {
  const iv = randomBytes(IV_BYTES);
  const cipher = createCipheriv("aes-256-gcm", theKey(), iv);
  cipher.setAAD(bound(design, secret));
  const body = Buffer.concat([cipher.update(secret.value, "utf8"), cipher.final()]);
  return Buffer.concat([iv, cipher.getAuthTag(), body]);
}

/** What was sealed; throws InputError where the key is another, or what is stored was changed or moved. */
export function unseal(design: string, place: Place, sealed: Uint8Array): string {
  const bytes = Buffer.from(sealed);
  try {
    const decipher = createDecipheriv("aes-256-gcm", theKey(), bytes.subarray(0, IV_BYTES));
    decipher.setAAD(bound(design, place));
    decipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES));
    return decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES), undefined, "utf8") + decipher.final("utf8");
  } catch {
    return fail(
      "Secret",
      "cannot be read: the key it was sealed with is another one. Bring back the key's file, or enter it again",
    );
  }
}

const at = (design: string, place: Place) =>
  and(
    eq(secrets.design, design),
    eq(secrets.collection, place.in),
    eq(secrets.row, place.id),
    eq(secrets.field, place.field),
  );

/** Seal and keep; that it was entered is written down. */
export async function keepSecrets(
  tx: Tx | Db,
  design: string,
  person: string,
  found: readonly Secret[],
): Promise<void> {
  const now = new Date();
  for (const secret of found) {
    const sealed = seal(design, secret);
    await tx
      .insert(secrets)
      .values({ design, collection: secret.in, row: secret.id, field: secret.field, sealed, at: now })
      .onDuplicateKeyUpdate({ set: { sealed, at: now } });
  }
  await noteLooks(tx, design, person, "entered", found);
}

export async function forgetSecret(db: Db, design: string, place: Place): Promise<void> {
  await db.delete(secrets).where(at(design, place));
}

async function noteLooks(
  tx: Tx | Db,
  design: string,
  person: string,
  how: "shown" | "saved" | "entered",
  places: readonly Place[],
): Promise<void> {
  if (!places.length) return;
  const now = new Date();
  await tx.insert(secretLooks).values(
    places.map((place) => ({
      design,
      collection: place.in,
      row: place.id,
      field: place.field,
      person,
      how,
      at: now,
    })),
  );
}

/** Show one, and write down who looked: first written, then shown. Undefined where none is kept. */
export async function showSecret(
  db: Db,
  design: string,
  person: string,
  place: Place,
): Promise<string | undefined> {
  const [row] = await db.select({ sealed: secrets.sealed }).from(secrets).where(at(design, place));
  if (!row) return undefined;
  const value = unseal(design, place, row.sealed);
  await noteLooks(db, design, person, "shown", [place]);
  return value;
}

/** All of a design, for a file that was asked for with them: each is written down as saved. */
export async function allSecrets(db: Db, design: string, person: string): Promise<Secret[]> {
  const rows = await db.select().from(secrets).where(eq(secrets.design, design));
  const found = rows.map((row): Secret => {
    const place = { in: row.collection, id: row.row, field: row.field } as Place;
    return { ...place, value: unseal(design, place, row.sealed) };
  });
  await noteLooks(db, design, person, "saved", found);
  return found;
}

/** Which are kept; no value of any. */
export async function keptSecrets(db: Db, design: string): Promise<(Place & { at: string })[]> {
  const rows = await db
    .select({ in: secrets.collection, id: secrets.row, field: secrets.field, at: secrets.at })
    .from(secrets)
    .where(eq(secrets.design, design));
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }) as Place & { at: string });
}

export interface Look extends Place {
  person: string;
  how: "shown" | "saved" | "entered";
  at: string;
}

const MOST_LOOKS = 500;

/** Who looked at what, the last first. */
export async function looksOf(db: Db, design: string): Promise<Look[]> {
  const rows = await db
    .select({
      in: secretLooks.collection,
      id: secretLooks.row,
      field: secretLooks.field,
      person: secretLooks.person,
      how: secretLooks.how,
      at: secretLooks.at,
    })
    .from(secretLooks)
    .where(eq(secretLooks.design, design))
    .orderBy(desc(secretLooks.number))
    .limit(MOST_LOOKS);
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }) as Look);
}
