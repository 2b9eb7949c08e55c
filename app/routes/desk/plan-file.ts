/** One level of the plan as an SVG or DXF file. */
import { planSvg } from "#core/drawing";
import { planDxf } from "#core/drawing/dxf-out";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/plan-file";

const KINDS = { svg: [planSvg, "image/svg+xml; charset=utf-8"], dxf: [planDxf, "image/vnd.dxf; charset=utf-8"] } as const;

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const { design } = (await readDesign(db(), params.design))!;
  const level = design.levels.find((row) => row.id === params.level);
  if (!level || !Object.hasOwn(KINDS, params.kind)) throw new Response("There is no such drawing.", { status: 404 });
  const [write, type] = KINDS[params.kind as keyof typeof KINDS];
  return download(write(design, level.id), `${design.design.name} ${level.name}`, `.${params.kind}`, type);
}
