/** What the list shows of one design; a large one is worked out by a worker. */
import { readDesign } from "#db/read-design";
import { cardOf } from "#server/card";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import { isHeavy, job, madeByJob } from "#server/jobs";
import type { Route } from "./+types/card";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  const stored = (await readDesign(db(), params.design))!;
  const { design } = params;
  return Response.json(
    isHeavy(stored.design) ? await madeByJob(job("card", { design })) : await cardOf(stored),
  );
}
