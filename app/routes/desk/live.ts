/** Server-sent events: every log entry after `since`, as it is written by anybody. */
import { roleOf } from "#db/people";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import { liveStream } from "#server/live";
import type { Route } from "./+types/live";

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person } = await requireRole(request, params.design, "view");
  const given = request.headers.get("Last-Event-ID") ?? new URL(request.url).searchParams.get("since") ?? "";
  if (!/^\d{1,9}$/.test(given)) return new Response("since must be a revision.", { status: 400 });
  return liveStream(params.design, Number(given), request.signal, async () => (await roleOf(db(), params.design, person.id)) !== undefined);
}
