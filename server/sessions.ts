/**
 * Sessions: a random token in an http-only cookie, its hash in the database; and the devices a person is
 * known from.
 */
import { createHash, randomBytes } from "node:crypto";
import { and, desc, eq, gt, lt, ne } from "drizzle-orm";
import { createCookie } from "react-router";
import { knownDevices, people, sessions } from "../db/schema";
import type { Person } from "../db/people";
import { db } from "./db";

const DAYS = 30;
const MAX_AGE = DAYS * 86_400;
/** A device is known for a year after it was last used to sign in. */
const KNOWN_DAYS = 365;
/** How often a session notes that it is in use. */
const SEEN_MS = 5 * 60_000;
const cookie = createCookie("zinc_session", { httpOnly: true, sameSite: "lax", path: "/", maxAge: MAX_AGE });
const deviceCookie = createCookie("zinc_device", {
  httpOnly: true,
  sameSite: "lax",
  path: "/sign-in",
  maxAge: KNOWN_DAYS * 86_400,
});
const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");
const isSecure = (request: Request) =>
  request.url.startsWith("https:") || request.headers.get("x-forwarded-proto") === "https";
const tokenFrom = async (request: Request, from: typeof cookie): Promise<string | undefined> => {
  const value: unknown = await from.parse(request.headers.get("Cookie"));
  return typeof value === "string" && value ? value : undefined;
};
const tokenOf = (request: Request) => tokenFrom(request, cookie);

/**
 * Start a session; returns the headers that set its cookie and make this device known. Takes the chance to
 * clear out old ones.
 */
export async function startSession(request: Request, person: string): Promise<Headers> {
  const token = randomBytes(32).toString("base64url");
  const device = randomBytes(32).toString("base64url");
  const now = new Date();
  await db().delete(sessions).where(lt(sessions.expiresAt, now));
  await db()
    .delete(knownDevices)
    .where(lt(knownDevices.seenAt, new Date(now.getTime() - KNOWN_DAYS * 86_400_000)));
  const agent =
    request.headers
      .get("User-Agent")
      ?.replace(/[^\x20-\x7e]/g, "")
      .slice(0, 200) || null;
  await db()
    .insert(sessions)
    .values({
      tokenHash: hashOf(token),
      person,
      expiresAt: new Date(now.getTime() + MAX_AGE * 1000),
      startedAt: now,
      seenAt: now,
      agent,
    });
  const old = await tokenFrom(request, deviceCookie);
  if (old)
    await db()
      .delete(knownDevices)
      .where(and(eq(knownDevices.tokenHash, hashOf(old)), eq(knownDevices.person, person)));
  await db()
    .insert(knownDevices)
    .values({ tokenHash: hashOf(device), person, seenAt: now });
  const secure = isSecure(request);
  const headers = new Headers();
  headers.append("Set-Cookie", await cookie.serialize(token, { secure }));
  headers.append("Set-Cookie", await deviceCookie.serialize(device, { secure }));
  return headers;
}

/** Has this person signed in from the device the request comes from? */
export async function isKnownDevice(request: Request, person: string): Promise<boolean> {
  const token = await tokenFrom(request, deviceCookie);
  if (!token) return false;
  const [row] = await db()
    .select({ person: knownDevices.person })
    .from(knownDevices)
    .where(eq(knownDevices.tokenHash, hashOf(token)));
  return row?.person === person;
}

/** End the request's session; returns the Set-Cookie value that clears the cookie. */
export async function endSession(request: Request): Promise<string> {
  const token = await tokenOf(request);
  if (token)
    await db()
      .delete(sessions)
      .where(eq(sessions.tokenHash, hashOf(token)));
  return cookie.serialize("", { maxAge: 0 });
}

/** Who is signed in, or undefined. */
export async function personOf(request: Request): Promise<Person | undefined> {
  const token = await tokenOf(request);
  if (!token) return undefined;
  const now = new Date();
  const [row] = await db()
    .select({ id: people.id, name: people.name, email: people.email, seenAt: sessions.seenAt })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.person))
    .where(and(eq(sessions.tokenHash, hashOf(token)), gt(sessions.expiresAt, now)));
  if (!row) return undefined;
  const { seenAt, ...person } = row;
  if (!seenAt || now.getTime() - seenAt.getTime() > SEEN_MS)
    await db()
      .update(sessions)
      .set({ seenAt: now })
      .where(eq(sessions.tokenHash, hashOf(token)));
  return person;
}

export interface SessionLine {
  /** A part of its hash: enough to name it, of no use to anybody else. */
  id: string;
  startedAt?: string;
  seenAt?: string;
  agent?: string;
  /** It is the one that asks. */
  own: boolean;
}

const LINE_ID = 16;

/** A person's sessions, the one last used first. */
export async function sessionsOf(request: Request, person: string): Promise<SessionLine[]> {
  const own = hashOf((await tokenOf(request)) ?? "");
  const rows = await db()
    .select()
    .from(sessions)
    .where(and(eq(sessions.person, person), gt(sessions.expiresAt, new Date())))
    .orderBy(desc(sessions.seenAt));
  return rows.map((row) => ({
    id: row.tokenHash.slice(0, LINE_ID),
    own: row.tokenHash === own,
    ...(row.startedAt ? { startedAt: row.startedAt.toISOString() } : {}),
    ...(row.seenAt ? { seenAt: row.seenAt.toISOString() } : {}),
    ...(row.agent ? { agent: row.agent } : {}),
  }));
}

/** End one of a person's sessions, by the id of its line; none of anybody else's. */
export async function endSessionOf(person: string, id: string): Promise<void> {
  const rows = await db()
    .select({ tokenHash: sessions.tokenHash })
    .from(sessions)
    .where(eq(sessions.person, person));
  const found = rows.find((row) => row.tokenHash.slice(0, LINE_ID) === id);
  if (found) await db().delete(sessions).where(eq(sessions.tokenHash, found.tokenHash));
}

/**
 * End all of a person's sessions but the one that asks, and forget their devices: whoever knew the old
 * password is out.
 */
export async function endOtherSessions(request: Request, person: string): Promise<void> {
  const own = hashOf((await tokenOf(request)) ?? "");
  await db()
    .delete(sessions)
    .where(and(eq(sessions.person, person), ne(sessions.tokenHash, own)));
  await db().delete(knownDevices).where(eq(knownDevices.person, person));
}
