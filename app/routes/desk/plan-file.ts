/** One level of the plan as a drawing file. */
import { allPapers } from "#core/whole/summary";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { isHeavy, job, madeByJob } from "#server/jobs";
import type { Route } from "./+types/plan-file";

const TYPES: Readonly<Record<string, string>> = {
  svg: "image/svg+xml; charset=utf-8",
  dxf: "image/vnd.dxf; charset=utf-8",
};

export async function loader({ request, params: { design: id, level: levelId, kind } }: Route.LoaderArgs) {
  await requireRole(request, id, "view");
  const { plans } = await allPapers();
  const { design } = (await readDesign(db(), id))!;
  const level = design.levels.find((row) => row.id === levelId);
  if (!level || !Object.hasOwn(plans, kind)) throw new Response("There is no such drawing.", { status: 404 });
  const text = isHeavy(design)
    ? await madeByJob(job("plan", { design: id, level: level.id, kind }))
    : plans[kind]!(design, level.id);
  return download(text, `${design.design.name} ${level.name}`, `.${kind}`, TYPES[kind]!);
}
