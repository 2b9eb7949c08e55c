/** One level of the plan as an SVG or DXF file. */
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { PLAN_KINDS } from "#server/job-worker";
import { isHeavy, job, madeByJob } from "#server/jobs";
import type { Route } from "./+types/plan-file";

const TYPES = { svg: "image/svg+xml; charset=utf-8", dxf: "image/vnd.dxf; charset=utf-8" } as const;

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const { design } = (await readDesign(db(), params.design))!;
  const level = design.levels.find((row) => row.id === params.level);
  if (!level || !Object.hasOwn(PLAN_KINDS, params.kind))
    throw new Response("There is no such drawing.", { status: 404 });
  const kind = params.kind as keyof typeof PLAN_KINDS;
  const text = isHeavy(design)
    ? await madeByJob(job("plan", { design: params.design, level: level.id, kind }))
    : PLAN_KINDS[kind](design, level.id);
  const type = TYPES[kind];
  return download(text, `${design.design.name} ${level.name}`, `.${params.kind}`, type);
}
