/** Tables as CSV downloads. */
import { catalogueCsv } from "#core/choose/catalogue-csv";
import { registerCsv } from "#core/register";
import { materialsCsv, scheduleCsv } from "#core/runs";
import { mountingCsv } from "#core/runs/mounting";
import { punchCsv } from "#core/runs/site";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/csv";

const TABLES = { schedule: scheduleCsv, register: registerCsv, catalogue: catalogueCsv, materials: materialsCsv, mounting: mountingCsv, punch: punchCsv };

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  if (!Object.hasOwn(TABLES, params.table)) throw new Response("There is no such table.", { status: 404 });
  const { design } = (await readDesign(db(), params.design))!;
  return download(TABLES[params.table as keyof typeof TABLES](design), design.design.name, `-${params.table}.csv`, "text/csv; charset=utf-8");
}
