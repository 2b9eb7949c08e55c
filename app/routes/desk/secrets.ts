/** Codes and keys of a design: which are kept, one shown on request, one entered. Each look is written down. */
import { fail } from "#core/design/input-error";
import { isText } from "#core/design/text";
import { SECRET_FIELDS, type Secret, type SecretIn } from "#core/stages/register/secrets";
import { wrongCode } from "#core/stages/register/codes";
import { forgetSecret, keepSecrets, keptSecrets, looksOf, showSecret } from "#db/secrets";
import { membersOf } from "#db/people";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { inputAnswer, requireRole } from "#server/guard";
import type { Route } from "./+types/secrets";

const NOBODY = { headers: { "Cache-Control": "no-store" } };

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "edit");
  const members = await membersOf(db(), params.design);
  const names = new Map(members.map((member) => [member.id, member.name]));
  const looks = (await looksOf(db(), params.design)).map((look) => ({
    ...look,
    person: names.get(look.person) ?? "Somebody who has left",
  }));
  return Response.json({ kept: await keptSecrets(db(), params.design), looks }, NOBODY);
}

const ROW_NAMES: Readonly<Record<SecretIn, string>> = { devices: "Device", bridges: "Bridge", keys: "Key" };
const MOST: Readonly<Record<Secret["field"], number>> = { code: 120, value: 200 };

function asked(body: unknown): {
  what: "show" | "keep" | "forget";
  place: Omit<Secret, "value">;
  value: string;
} {
  if (typeof body !== "object" || body === null) return fail("", "The request must be an object");
  const { what, in: collection, id, value } = body as Record<string, unknown>;
  if (what !== "show" && what !== "keep" && what !== "forget")
    return fail("what", "must be show, keep or forget");
  if (typeof collection !== "string" || !Object.hasOwn(SECRET_FIELDS, collection))
    return fail("in", "must be devices, bridges or keys");
  const field = SECRET_FIELDS[collection as SecretIn];
  if (typeof id !== "string") return fail("id", "must be a row's");
  return {
    what,
    place: { in: collection as Secret["in"], id, field },
    value: typeof value === "string" ? value.trim() : "",
  };
}

const MOST_AT_ONCE = 10_000;

/** Codes of many rows at once, as a table brings them: their rows may still be to come. */
function many(list: unknown): Secret[] {
  if (!Array.isArray(list) || list.length > MOST_AT_ONCE)
    return fail("secrets", `must be a list of at most ${MOST_AT_ONCE}`);
  return list.map((one: unknown) => {
    const { place, value } = asked({ ...(one as object), what: "keep" });
    if (!/^[\w-]{1,40}$/.test(place.id)) fail("id", "must be a row's");
    if (!value || !isText(value) || value.length > MOST[place.field])
      fail("Pairing code", `must be text of at most ${MOST[place.field]} characters`);
    return { ...place, value };
  });
}

export async function action({ request, params: { design } }: Route.ActionArgs) {
  const { person } = await requireRole(request, design, "edit");
  try {
    let body: unknown;
    try {
      body = await request.json();
    } catch {
      return new Response("The request is not JSON.", { status: 400 });
    }
    if (typeof body === "object" && body !== null && (body as { what?: unknown }).what === "keep-all") {
      await keepSecrets(db(), design, person.id, many((body as { secrets?: unknown }).secrets));
      return Response.json({ done: true }, NOBODY);
    }
    const { what, place, value } = asked(body);
    const { design: rows } = (await readDesign(db(), design))!;
    if (!rows[place.in].some((row) => row.id === place.id))
      fail(ROW_NAMES[place.in], "is gone: somebody took it out");
    if (what === "show") {
      const shown = await showSecret(db(), design, person.id, place);
      if (shown === undefined) fail("Secret", "is not kept here: enter it again");
      return Response.json({ value: shown }, NOBODY);
    }
    if (what === "forget") {
      await forgetSecret(db(), design, place);
      return Response.json({ done: true }, NOBODY);
    }
    const name = place.field === "code" ? "Pairing code" : "Value";
    if (!value) fail(name, "is missing");
    if (!isText(value)) fail(name, "holds characters that are no text");
    if (value.length > MOST[place.field]) fail(name, `must be at most ${MOST[place.field]} characters`);
    await keepSecrets(db(), design, person.id, [{ ...place, value }]);
    const wrong = place.field === "code" ? wrongCode(value) : undefined;
    return Response.json({ state: wrong ? "bad" : "ok", ...(wrong ? { wrong } : {}) }, NOBODY);
  } catch (error) {
    return inputAnswer(error);
  }
}
