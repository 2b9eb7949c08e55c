/** What every loader and action asks first: who is it, and what may they do here. */
import { redirect } from "react-router";
import { InputError } from "../core/design/input-error";
import { roleOf, type Person } from "../db/people";
import type { Role } from "../db/schema";
import { db } from "./db";
import { personOf } from "./sessions";

/** The signed-in person; others are sent to sign in and come back afterwards. */
export async function requirePerson(request: Request): Promise<Person> {
  const person = await personOf(request);
  if (person) return person;
  if (request.method !== "GET") throw new Response("Sign in first.", { status: 401 });
  const { pathname, search } = new URL(request.url);
  throw redirect(`/sign-in?to=${encodeURIComponent(pathname.replace(/\.data$/, "") + search)}`);
}

const RANK: Record<Role, number> = { view: 0, edit: 1, owner: 2 };

/** The person and their role on a design. Who is no member learns nothing: 404. Who may too little: 403. */
export async function requireRole(request: Request, design: string, least: Role): Promise<{ person: Person; role: Role }> {
  const person = await requirePerson(request);
  const role = await roleOf(db(), design, person.id);
  if (!role) throw new Response("There is no such design, or it is not shared with you.", { status: 404 });
  if (RANK[role] < RANK[least]) {
    throw new Response(least === "owner" ? "Only the owner of this design may do that." : "You may look at this design but not change it.", { status: 403 });
  }
  return { person, role };
}

/** JSON body of a post. Throws a 400 response where it is not JSON. */
export async function jsonBody(request: Request): Promise<unknown> {
  try {
    return await request.json();
  } catch {
    throw new Response("The request is not JSON.", { status: 400 });
  }
}

/** An InputError as a 422 answer; anything else is thrown on. */
export function inputAnswer(error: unknown) {
  if (error instanceof InputError) return Response.json({ error: error.message, problems: error.problems }, { status: 422 });
  throw error;
}
