/** Sessions: a random token in an http-only cookie, its hash in the database. */
import { createHash, randomBytes } from "node:crypto";
import { and, eq, gt, lt } from "drizzle-orm";
import { createCookie } from "react-router";
import { people, sessions } from "../db/schema";
import type { Person } from "../db/people";
import { db } from "./db";

const DAYS = 30;
const MAX_AGE = DAYS * 86_400;
const cookie = createCookie("zinc_session", { httpOnly: true, sameSite: "lax", path: "/", maxAge: MAX_AGE });
const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");
const isSecure = (request: Request) => request.url.startsWith("https:") || request.headers.get("x-forwarded-proto") === "https";

/** Start a session; returns the Set-Cookie value. Takes the chance to clear out old ones. */
export async function startSession(request: Request, person: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  const now = Date.now();
  await db().delete(sessions).where(lt(sessions.expiresAt, new Date(now)));
  await db().insert(sessions).values({ tokenHash: hashOf(token), person, expiresAt: new Date(now + MAX_AGE * 1000) });
  return cookie.serialize(token, { secure: isSecure(request) });
}

async function tokenOf(request: Request): Promise<string | undefined> {
  const value: unknown = await cookie.parse(request.headers.get("Cookie"));
  return typeof value === "string" && value ? value : undefined;
}

/** End the request's session; returns the Set-Cookie value that clears the cookie. */
export async function endSession(request: Request): Promise<string> {
  const token = await tokenOf(request);
  if (token) await db().delete(sessions).where(eq(sessions.tokenHash, hashOf(token)));
  return cookie.serialize("", { maxAge: 0 });
}

/** Who is signed in, or undefined. */
export async function personOf(request: Request): Promise<Person | undefined> {
  const token = await tokenOf(request);
  if (!token) return undefined;
  const [row] = await db().select({ id: people.id, name: people.name, email: people.email })
    .from(sessions).innerJoin(people, eq(people.id, sessions.person))
    .where(and(eq(sessions.tokenHash, hashOf(token)), gt(sessions.expiresAt, new Date())));
  return row;
}
