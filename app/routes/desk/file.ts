/** The project file, as a download. */
import { Choice } from "#core/design/fields";
import { writeFile } from "#core/design/file";
import { leftOut, withSecrets } from "#core/stages/register/secrets";
import { allSecrets } from "#db/secrets";
import { readDesign } from "#db/read-design";
import { askedOfPage } from "#server/asked";
import { db } from "#server/db";
import { download } from "#server/download";
import { requireRole } from "#server/guard";
import type { Route } from "./+types/file";

class FileAsked {
  @Choice(["with"], { optional: true }) secrets?: "with";
}

/** Without its codes and keys, and it says so; with them for its owner who asks, and that is written down. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const asked = askedOfPage(FileAsked, request).secrets === "with";
  const { person } = await requireRole(request, params.design, asked ? "owner" : "view");
  const stored = (await readDesign(db(), params.design))!;
  const design = asked
    ? withSecrets(stored.design, await allSecrets(db(), params.design, person.id))
    : stored.design;
  return download(
    writeFile(design, leftOut(design)),
    stored.design.design.name,
    ".zinc.json",
    "application/json; charset=utf-8",
  );
}
