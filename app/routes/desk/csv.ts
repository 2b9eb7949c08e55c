/** Tables of the stages as CSV downloads. */
import { allPapers } from "#core/whole/summary";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { isHeavy, job, madeByJob } from "#server/jobs";
import type { Route } from "./+types/csv";

export async function loader({ request, params: { design: id, table } }: Route.LoaderArgs) {
  await requireRole(request, id, "view");
  const { tables } = await allPapers();
  if (!Object.hasOwn(tables, table)) throw new Response("There is no such table.", { status: 404 });
  const { design } = (await readDesign(db(), id))!;
  const text = isHeavy(design) ? await madeByJob(job("csv", { design: id, table })) : tables[table]!(design);
  return download(text, design.design.name, `-${table}.csv`, "text/csv; charset=utf-8");
}
