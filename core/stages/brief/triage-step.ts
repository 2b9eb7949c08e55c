/** Where a key takes a card of the triage. */
import { TRIAGE, type TriageStep } from "../../design/rows/brief";

/** The next step but "delete", which asks why and has a key of its own; none past the ends. */
export function stepBeside(step: TriageStep, by: 1 | -1): TriageStep | undefined {
  let at = TRIAGE.indexOf(step) + by;
  if (TRIAGE[at] === "delete") at += by;
  return TRIAGE[at];
}
