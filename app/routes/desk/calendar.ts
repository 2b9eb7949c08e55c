/** The maintenance calendar, for any calendar that reads iCalendar. */
import { calendarFile } from "#core/stages/register/calendar-file";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/calendar";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const { design } = (await readDesign(db(), params.design))!;
  return download(calendarFile(design), design.design.name, "-upkeep.ics", "text/calendar; charset=utf-8");
}
