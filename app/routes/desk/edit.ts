/** The one action that changes a design: an edit, an undo or a redo. */
import { checkChanges } from "#core/design/edit";
import { fail } from "#core/design/input-error";
import { redo, undo, writeEdit } from "#db/write-edit";
import { db } from "#server/db";
import { inputAnswer, jsonBody, requireRole } from "#server/guard";
import { wake } from "#server/live";
import type { Route } from "./+types/edit";

export const loader = () => new Response("Changes are posted here.", { status: 405 });

export async function action({ request, params }: Route.ActionArgs) {
  const { person } = await requireRole(request, params.design, "edit");
  const body = await jsonBody(request);
  try {
    if (typeof body !== "object" || body === null) fail("", "The request must be an object");
    const { kind, base, changes } = body as { kind?: unknown; base?: unknown; changes?: unknown };
    const result =
      kind === "undo" ? await undo(db(), params.design, person.id)
      : kind === "redo" ? await redo(db(), params.design, person.id)
      : kind === "edit" ? await writeEdit(db(), params.design, person.id, { base: typeof base === "number" ? base : fail("base", "must be a number"), changes: checkChanges(changes) })
      : fail("kind", "must be edit, undo or redo");
    if (result.ok) wake(params.design);
    return Response.json(result, { status: result.ok ? 200 : 409 });
  } catch (error) {
    return inputAnswer(error);
  }
}
