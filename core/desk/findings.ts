/** What checks report in. A check is a pure function from a design to findings. */
import type { CollectionName, Design } from "../design/collections";
import type { Change } from "../design/edit";
import type { Working } from "./working";

export const STAGES = [
  "brief",
  "house",
  "choose",
  "runs",
  "bus",
  "rack",
  "mesh",
  "register",
  "bridges",
  "automations",
  "rehearse",
  "handover",
] as const;
export type Stage = (typeof STAGES)[number];

/** stop: must not be built like this · mend: should be put right · note: worth knowing. */
export type Severity = "stop" | "mend" | "note";
export const SEVERITIES: readonly Severity[] = ["stop", "mend", "note"];

export interface RowRef {
  in: CollectionName | "design";
  id: string;
}

export interface Fix {
  /** What the step does, as a button says it. */
  label: string;
  changes: Change[];
}

export interface Finding {
  /** stage.what, stable for scripts. */
  code: string;
  stage: Stage;
  severity: Severity;
  title: string;
  /** Why it matters and who decides where there is no fix. */
  why: string;
  about: RowRef[];
  measured?: number;
  limit?: number;
  unit?: string;
  /** Where the limit comes from. */
  source?: string;
  working?: Working;
  fix?: Fix;
}

export type Check = (design: Design) => Finding[];

/** Findings by severity, then stage, then title: the order of every list of them. */
export function sortFindings(findings: readonly Finding[]): Finding[] {
  return [...findings].sort(
    (a, b) =>
      SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
      STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage) ||
      a.title.localeCompare(b.title, "en"),
  );
}

export function countBySeverity(findings: readonly Finding[]): Record<Severity, number> {
  const counts = { stop: 0, mend: 0, note: 0 };
  for (const finding of findings) counts[finding.severity] += 1;
  return counts;
}
