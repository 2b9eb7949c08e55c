/** Server-sent events: every log entry after `since`, as it is written by anybody. */
import { roleOf } from "#db/people";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import { liveStream } from "#server/live";
import { personOf } from "#server/sessions";
import type { Route } from "./+types/live";

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person } = await requireRole(request, params.design, "household");
  const given = request.headers.get("Last-Event-ID") ?? new URL(request.url).searchParams.get("since") ?? "";
  if (!/^\d{1,9}$/.test(given)) return new Response("since must be a revision.", { status: 400 });
  // Signed out, or no longer a member: either ends it.
  const mayStill = async () =>
    (await personOf(request))?.id === person.id &&
    (await roleOf(db(), params.design, person.id)) !== undefined;
  return liveStream(params.design, person.id, Number(given), request.signal, mayStill);
}
