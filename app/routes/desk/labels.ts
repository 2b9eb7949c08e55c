/** Labels of cables or devices as a PDF on sheets of a common size. */
import { Choice, Refs, Whole } from "#core/design/fields";
import { LABEL_SHEETS } from "#core/stages/runs/labels";
import { readDesign } from "#db/read-design";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { isHeavy, job, madeByJob } from "#server/jobs";
import { deviceLabelsPdf, labelsPdf } from "#server/labels-pdf";
import type { Route } from "./+types/labels";

class LabelsAsked {
  /** Places of the sheet that are used up already. */
  @Whole({ min: 0, max: 1000, optional: true }) skip?: number;
  @Choice(["cables", "devices"], { optional: true }) of?: "cables" | "devices";
  /** These alone, where some are named. */
  @Refs("devices", { most: 10_000, optional: true }) device?: string[];
}

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const sheet = LABEL_SHEETS.find((one) => one.id === params.sheet);
  if (!sheet) throw new Response("There is no such sheet.", { status: 404 });
  const { skip: first = 0, of, device: only } = askedOfPage(LabelsAsked, request);
  const skip = Math.min(first, sheet.across * sheet.down - 1);
  const { design } = (await readDesign(db(), params.design))!;
  if (of === "devices") {
    const { origin } = new URL(request.url);
    const own = await deviceLabelsPdf(design, sheet, {
      at: `${origin}/d/${params.design}`,
      skip,
      ...(only ? { only: new Set(only) } : {}),
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
