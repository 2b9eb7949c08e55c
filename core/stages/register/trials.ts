/** What was found to work with what, as rules for whoever chooses (stage 3 reads it). */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { TrialRow } from "../../design/rows/register";

/** The last trial of each pair: what was found later replaces what was found before. */
export const lastTrials = memo("lastTrials", (design): ReadonlyMap<string, TrialRow> => {
  const last = new Map<string, TrialRow>();
  for (const row of design.trials) {
    const key = `${row.option}/${row.with}`;
    const other = last.get(key);
    if (!other || row.on > other.on || (row.on === other.on && row.id > other.id)) last.set(key, row);
  }
  return last;
});

/** What speaks against an option at a controller, of what was tried; undefined where nothing does. */
export function trialAgainst(design: Design, option: string, controller: string): TrialRow | undefined {
  const row = lastTrials(design).get(`${option}/${controller}`);
  return row && row.result !== "works" ? row : undefined;
}

/** In words: "does not pair", or what was lost. */
export const trialWords = ({ result, lost, oneWay }: TrialRow): string =>
  result === "does not pair"
    ? "did not pair"
    : [
        lost.length ? `lost ${lost.join(", ")}` : "worked in part",
        ...(oneWay ? ["says nothing back"] : []),
      ].join(" and ");

/** Controllers that stand in the house and can carry a device of this option, with what was found of the pair. */
export function trialsInHouse(design: Design, option: string): TrialRow[] {
  return design.hubs.flatMap((hub) => {
    const row = trialAgainst(design, option, hub.option);
    return row ? [row] : [];
  });
}

/** What a trial is called. */
export const trialTitle = (design: Design, row: Pick<TrialRow, "option" | "with">) =>
  `${byId(design, "options").get(row.option)?.name ?? row.option} with ${byId(design, "options").get(row.with)?.name ?? row.with}`;
