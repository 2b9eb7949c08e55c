/** The project file, as a download. */
import { writeFile } from "#core/design/file";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/file";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const stored = (await readDesign(db(), params.design))!;
  return download(
    writeFile(stored.design),
    stored.design.design.name,
    ".zinc.json",
    "application/json; charset=utf-8",
  );
}
