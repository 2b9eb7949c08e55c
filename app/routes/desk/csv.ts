/** Tables as CSV downloads. */
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { CSV_TABLES } from "#server/job-worker";
import { isHeavy, job, madeByJob } from "#server/jobs";
import type { Route } from "./+types/csv";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  if (!Object.hasOwn(CSV_TABLES, params.table))
    throw new Response("There is no such table.", { status: 404 });
  const table = params.table as keyof typeof CSV_TABLES;
  const { design } = (await readDesign(db(), params.design))!;
  const text = isHeavy(design)
    ? await madeByJob(job("csv", { design: params.design, table }))
    : CSV_TABLES[table](design);
  return download(text, design.design.name, `-${params.table}.csv`, "text/csv; charset=utf-8");
}
