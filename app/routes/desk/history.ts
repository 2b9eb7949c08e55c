/** What happened to a device, out of the log. */
import { deviceHistory } from "#db/row-history";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/history";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  return Response.json(
    { edits: await deviceHistory(db(), params.design, params.device) },
    { headers: { "Cache-Control": "no-store" } },
  );
}
