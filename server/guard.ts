/** What every loader and action asks first: who is it, and what may they do here. */
import { redirect } from "react-router";
import { InputError } from "../core/design/input-error";
import { isText } from "../core/design/text";
import { roleOf, type Person } from "../db/people";
import type { Role } from "../db/schema";
import { asking, AWAY_TEXT, isAway } from "./away";
import { db } from "./db";
import { personOf } from "./sessions";

/** The signed-in person; others are sent to sign in and come back afterwards. */
export async function requirePerson(request: Request): Promise<Person> {
  const person = await asking(() => personOf(request));
  if (person) return person;
  if (request.method !== "GET") throw new Response("Sign in first.", { status: 401 });
  const { pathname, search } = new URL(request.url);
  throw redirect(`/sign-in?to=${encodeURIComponent(pathname.replace(/\.data$/, "") + search)}`);
}

/** The household uses its panel, and may look no further. */
const RANK: Record<Role, number> = { household: 0, view: 1, edit: 2, owner: 3 };

/** The person and their role on a design. Who is no member learns nothing: 404. Who may too little: 403. */
export async function requireRole(
  request: Request,
  design: string,
  least: Role,
): Promise<{ person: Person; role: Role }> {
  const person = await requirePerson(request);
  const role = await asking(() => roleOf(db(), design, person.id));
  if (!role) throw new Response("There is no such design, or it is not shared with you.", { status: 404 });
  if (RANK[role] < RANK[least]) {
    throw new Response(
      least === "owner"
        ? "Only the owner of this design may do that."
        : role === "household"
          ? "You may use the panel of this house, and nothing else of its design."
          : "You may look at this design but not change it.",
      { status: 403 },
    );
  }
  return { person, role };
}

/** The form of a post. Throws a 400 response where it is none, or holds text that is none. */
export async function formOf(request: Request): Promise<FormData> {
  let form: FormData;
  try {
    form = await request.formData();
  } catch {
    throw new Response("The form could not be read.", { status: 400 });
  }
  for (const [, value] of form)
    if (typeof value === "string" && !isText(value))
      throw new Response("The form holds characters that are no text.", { status: 400 });
  return form;
}

/** An InputError as a 422 answer, a database that is away as 503; anything else is thrown on. */
export function inputAnswer(error: unknown) {
  if (error instanceof InputError)
    return Response.json({ error: error.message, problems: error.problems }, { status: 422 });
  if (isAway(error)) return Response.json({ error: AWAY_TEXT }, { status: 503 });
  throw error;
}
