/**
 * Every view of every stage, from the stages' own lists: what a stage adds is looked at without being
 * listed here.
 */
import { existsSync } from "node:fs";
import { pathToFileURL } from "node:url";
import { resolve } from "node:path";
import { STAGES } from "../../core/design/stage-names";
import { queriesOf, type ViewList } from "../../app/kit/view-list";

const folder = (stage: string) => resolve("app/stages", stage);

/** Addresses below a design's own: `runs?view=site&list=punch`. */
export async function viewsOf(stage: string): Promise<string[]> {
  const file = `${folder(stage)}/views.ts`;
  if (!existsSync(file)) return [stage];
  const { VIEWS } = (await import(pathToFileURL(file).href)) as { VIEWS: ViewList };
  return queriesOf(VIEWS).map((query) => (query ? `${stage}?${query}` : stage));
}

export const BUILT = STAGES.filter((stage) => existsSync(folder(stage)));
/** All views of the stages that are built, and one stage that only says what it will answer. */
export const ALL_VIEWS = [
  ...(await Promise.all(BUILT.map(viewsOf))).flat(),
  ...STAGES.filter((stage) => !BUILT.includes(stage)).slice(0, 1),
];
