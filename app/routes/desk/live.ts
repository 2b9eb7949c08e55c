/** Server-sent events: every log entry after `since`, as it is written by anybody. */
import { Whole } from "#core/design/fields";
import { roleOf } from "#db/people";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import { liveStream } from "#server/live";
import { personOf } from "#server/sessions";
import type { Route } from "./+types/live";

class LiveAsked {
  /** The last revision that is known. */
  @Whole({ min: 0, max: 1e9, optional: true }) since?: number;
}

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person } = await requireRole(request, params.design, "household");
  const since = Number(request.headers.get("Last-Event-ID") ?? askedOfPage(LiveAsked, request).since ?? NaN);
  if (!Number.isInteger(since)) return new Response("since must be a revision.", { status: 422 });
  // Signed out, or no longer a member: either ends it.
  const mayStill = async () =>
    (await personOf(request))?.id === person.id &&
    (await roleOf(db(), params.design, person.id)) !== undefined;
  return liveStream(params.design, person.id, since, request.signal, mayStill);
}
