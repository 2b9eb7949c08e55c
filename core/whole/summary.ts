/** What all stages find in a design, and how far it meets each of them. */
import { memo } from "../design/kept";
import { acceptanceOf } from "../desk/accept";
import { STAGE_LIST } from "./list";
import { sortFindings, type Check, type Finding } from "../desk/findings";
import type { Stage } from "../design/stage-names";
import type { Facet, Papers } from "../desk/stage";

/**
 * What each stage finds, kept: whoever works them out one after another does what `allFindings` would do at
 * once.
 */
export const CHECKS: readonly Check[] = STAGE_LIST.map(({ stage, checks }) =>
  memo(`checks of ${stage}`, checks),
);

/** All findings of a design as they are found, for who counts them; what somebody accepted says so. */
export const unsortedFindings = memo("unsortedFindings", (design): Finding[] => {
  const found = CHECKS.flatMap((checks) => checks(design));
  if (!design.acceptances.length) return found;
  return found.map((finding) => {
    const accepted = acceptanceOf(design, finding);
    return accepted ? { ...finding, accepted } : finding;
  });
});

/** All findings of a design, most severe first; what somebody accepted says so, and comes last. */
export const allFindings = memo("allFindings", (design) => sortFindings(unsortedFindings(design)));

/** The four facets of each built stage: what it has to have before it can be called whole. */
export const facetsOf = memo("facetsOf", (design): Partial<Record<Stage, Facet[]>> => {
  // What must not be built is not made whole by being accepted.
  const found = new Set(
    unsortedFindings(design)
      .filter(({ accepted, severity }) => !accepted || severity === "stop")
      .map((finding) => finding.code),
  );
  const clear = (...codes: string[]) => !codes.some((code) => found.has(code));
  return Object.fromEntries(STAGE_LIST.map((stage) => [stage.stage, stage.facets(design, clear)]));
});

/** CSV tables, drawings and commands of all stages, by name. */
export async function allPapers(): Promise<Required<Papers>> {
  const all: Required<Papers> = { tables: {}, plans: {}, drawings: {}, graphs: {}, commands: {} };
  for (const stage of STAGE_LIST) {
    const own = await stage.papers?.();
    all.tables = { ...all.tables, ...own?.tables };
    all.plans = { ...all.plans, ...own?.plans };
    all.drawings = { ...all.drawings, ...own?.drawings };
    // Several stages may write files of one kind.
    for (const [kind, write] of Object.entries(own?.graphs ?? {})) {
      const others = all.graphs[kind];
      all.graphs = {
        ...all.graphs,
        [kind]: others ? (design) => [...others(design), ...write(design)] : write,
      };
    }
    all.commands = { ...all.commands, ...own?.commands };
  }
  return all;
}
