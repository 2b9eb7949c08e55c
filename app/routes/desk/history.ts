/** What happened to a device, out of the log. */
import { Whole } from "#core/design/fields";
import { deviceHistory } from "#db/row-history";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/history";

class HistoryAsked {
  /** Only what was before this revision. */
  @Whole({ min: 1, max: 1e9, optional: true }) before?: number;
}

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  return Response.json(
    await deviceHistory(db(), params.design, params.device, askedOfPage(HistoryAsked, request).before),
    { headers: { "Cache-Control": "no-store" } },
  );
}
