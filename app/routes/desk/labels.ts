/** Labels of cables or devices as a PDF on sheets of a common size. */
import { LABEL_SHEETS } from "#core/stages/runs/labels";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { isHeavy, job, madeByJob } from "#server/jobs";
import { deviceLabelsPdf, labelsPdf } from "#server/labels-pdf";
import type { Route } from "./+types/labels";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const sheet = LABEL_SHEETS.find((one) => one.id === params.sheet);
  if (!sheet) throw new Response("There is no such sheet.", { status: 404 });
  const asked = Number(new URL(request.url).searchParams.get("skip") ?? 0);
  const skip = Number.isInteger(asked) && asked > 0 ? Math.min(asked, sheet.across * sheet.down - 1) : 0;
  const { design } = (await readDesign(db(), params.design))!;
  const { origin, searchParams } = new URL(request.url);
  if (searchParams.get("of") === "devices") {
    const only = searchParams.getAll("device");
    const own = await deviceLabelsPdf(design, sheet, {
      at: `${origin}/d/${params.design}`,
      skip,
      ...(only.length ? { only: new Set(only) } : {}),
    });
    return download(
      new Uint8Array(own),
      design.design.name,
      `-device-labels-${sheet.id}.pdf`,
      "application/pdf",
    );
  }
  const pdf = isHeavy(design)
    ? await madeByJob(job("labels", { design: params.design, sheet: sheet.id, skip }))
    : await labelsPdf(design, sheet, skip);
  return download(new Uint8Array(pdf), design.design.name, `-labels-${sheet.id}.pdf`, "application/pdf");
}
