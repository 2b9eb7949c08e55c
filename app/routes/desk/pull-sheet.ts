/** The sheets of the pull plan as PDF: one pull, or all of them. */
import { pullSheets } from "#core/runs/pull-sheet";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import { pullSheetsPdf } from "#server/pull-sheet-pdf";
import type { Route } from "./+types/pull-sheet";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const { design } = (await readDesign(db(), params.design))!;
  const sheets = pullSheets(design).filter((sheet) => !params.pull || sheet.pull.id === params.pull);
  if (params.pull && !sheets.length) throw new Response("There is no such pull.", { status: 404 });
  return download(new Uint8Array(await pullSheetsPdf(design, sheets)), design.design.name, `-pulls${params.pull ? `-${params.pull}` : ""}.pdf`, "application/pdf");
}
