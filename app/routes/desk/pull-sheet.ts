/** The sheets of the pull plan as PDF: one pull, or all of them. */
import type { Design } from "#core/design/collections";
import { pullSheets } from "#core/stages/runs/pull-sheet";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { isHeavy, job, madeByJob } from "#server/jobs";
import { pullSheetsPdf } from "#server/pull-sheet-pdf";
import type { Route } from "./+types/pull-sheet";

/** Pages of one pull or of all; nothing where there is no such pull. */
async function pullSheetPages(design: Design, pull?: string): Promise<Uint8Array | undefined> {
  const sheets = pullSheets(design).filter((sheet) => !pull || sheet.pull.id === pull);
  return pull && !sheets.length ? undefined : pullSheetsPdf(design, sheets);
}

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const { design } = (await readDesign(db(), params.design))!;
  const pdf = await (isHeavy(design)
    ? madeByJob(job("pullSheets", { design: params.design, pull: params.pull }))
    : pullSheetPages(design, params.pull));
  if (!pdf) throw new Response("There is no such pull.", { status: 404 });
  return download(
    new Uint8Array(pdf),
    design.design.name,
    `-pulls${params.pull ? `-${params.pull}` : ""}.pdf`,
    "application/pdf",
  );
}
