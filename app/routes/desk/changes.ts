/**
 * What takes every edit since the start of a day back again, the oldest first: with it a browser knows how
 * things stood then.
 */
import { Text } from "#core/design/fields";
import { DAY_TEXT } from "#core/design/vocabulary";
import { dayStart, parseDay } from "#core/design/local-time";
import { readDesign } from "#db/read-design";
import { inversesSince } from "#db/write-edit";
import { askedIn } from "#server/asked";
import { db } from "#server/db";
import { inputAnswer, requireRole } from "#server/guard";
import type { Route } from "./+types/changes";

class ChangesAsked {
  @Text(DAY_TEXT) since!: string;
}

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "view");
  try {
    const since = parseDay(askedIn(ChangesAsked, request).since, "since");
    const { design } = (await readDesign(db(), params.design))!;
    return Response.json({
      inverses: await inversesSince(db(), params.design, new Date(dayStart(design.design.zone, since))),
    });
  } catch (error) {
    return inputAnswer(error);
  }
}
