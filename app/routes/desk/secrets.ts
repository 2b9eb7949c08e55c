/** Codes and keys of a design: which are kept, one shown on request, one entered. Each look is written down. */
import { fail } from "#core/design/input-error";
import { Choice, Id, Text } from "#core/design/fields";
import { SECRET_FIELDS, type Secret, type SecretIn } from "#core/stages/register/secrets";
import { wrongCode } from "#core/stages/register/codes";
import { forgetSecret, keepSecrets, keptSecrets, looksOf, showSecret } from "#db/secrets";
import { membersOf } from "#db/people";
import { readDesign } from "#db/read-design";
import { asked, bodyOf } from "#server/asked";
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
const FIELD_NAMES: Readonly<Record<Secret["field"], string>> = { code: "Pairing code", value: "Value" };

/** One secret: which row's, and what is to be done with it. */
class SecretAsked {
  @Choice(["show", "keep", "forget"]) what!: "show" | "keep" | "forget";
  @Choice(Object.keys(SECRET_FIELDS)) in!: SecretIn;
  @Id() id!: string;
  @Text({ max: 200, optional: true }) value?: string;
}
/** A pairing or joining code is shorter than what a key may hold. */
class CodeAsked extends SecretAsked {
  @Text({ max: 120, optional: true }) override value?: string;
}

function secretIn(body: object): { what: SecretAsked["what"]; place: Omit<Secret, "value">; value?: string } {
  const { value, ...rest } = body as { value?: unknown; in?: unknown };
  const field = SECRET_FIELDS[rest.in as SecretIn] as Secret["field"] | undefined;
  const text = typeof value === "string" ? value.trim() : value;
  const {
    what,
    in: collection,
    id,
    ...own
  } = asked(field === "code" ? CodeAsked : SecretAsked, text === "" ? rest : { ...rest, value: text }, {
    value: FIELD_NAMES[field ?? "value"],
  });
  return { what, place: { in: collection, id, field: SECRET_FIELDS[collection] }, ...own };
}

/** One that is to be kept. */
function kept(place: Omit<Secret, "value">, value: string | undefined): Secret {
  return { ...place, value: value ?? fail(FIELD_NAMES[place.field], "is missing") };
}

const MOST_AT_ONCE = 10_000;

/** Codes of many rows at once, as a table brings them: their rows may still be to come. */
function many(list: unknown): Secret[] {
  if (!Array.isArray(list) || list.length > MOST_AT_ONCE)
    return fail("secrets", `must be a list of at most ${MOST_AT_ONCE}`);
  return list.map((one: unknown) => {
    const { place, value } = secretIn({ ...(one as object), what: "keep" });
    return kept(place, value);
  });
}

export async function action({ request, params: { design } }: Route.ActionArgs) {
  const { person } = await requireRole(request, design, "edit");
  try {
    const body = await bodyOf(request);
    if (body.what === "keep-all") {
      await keepSecrets(db(), design, person.id, many(body.secrets));
      return Response.json({ done: true }, NOBODY);
    }
    const { what, place, value } = secretIn(body);
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
    const secret = kept(place, value);
    await keepSecrets(db(), design, person.id, [secret]);
    const wrong = place.field === "code" ? wrongCode(secret.value) : undefined;
    return Response.json({ state: wrong ? "bad" : "ok", ...(wrong ? { wrong } : {}) }, NOBODY);
  } catch (error) {
    return inputAnswer(error);
  }
}
