/** What checks report in. A check is a pure function from a design to findings. */
import type { CollectionName, Design } from "../design/collections";
import type { Change } from "../design/edit";
import { STAGES, type Stage } from "../design/stage-names";
import type { AcceptanceRow } from "../design/rows/brief";
import type { Working } from "./working";

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
  /** What it does; where that is dear, worked out on the design as it is when somebody asks (`changesOf`). */
  readonly changes: Change[] | ((design: Design) => Change[]);
}

/**
 * What a fix does on a design in which its finding stands.
 * @throws InputError where there is no way
 */
export const changesOf = ({ changes }: Fix, design: Design): Change[] =>
  typeof changes === "function" ? changes(design) : changes;

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
  /** Somebody has decided to live with it: it stays listed, and counts nowhere. */
  accepted?: AcceptanceRow;
}

export type Check = (design: Design) => Finding[];

/** Order of every list of findings: open ones first, by severity, then stage, then title; those alike by their key. */
export function compareFindings(
  a: Pick<Finding, "severity" | "stage" | "title" | "accepted"> & { key?: string },
  b: Pick<Finding, "severity" | "stage" | "title" | "accepted"> & { key?: string },
): number {
  return (
    Number(Boolean(a.accepted)) - Number(Boolean(b.accepted)) ||
    SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
    STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage) ||
    a.title.localeCompare(b.title, "en") ||
    (a.key ?? "").localeCompare(b.key ?? "", "en")
  );
}

/** A copy of the list in the order of every list of findings. */
export const sortFindings = (findings: readonly Finding[]): Finding[] => [...findings].sort(compareFindings);

/** The worse of two severities, where there are two. */
export const worseOf = (a: Severity | undefined, b: Severity): Severity =>
  a !== undefined && SEVERITIES.indexOf(a) <= SEVERITIES.indexOf(b) ? a : b;

/** A finding about more rows than this is about the whole; only the first of them shows it as its own. */
const FEW = 6;

/** Is a finding one to show beside this row? */
export const isAbout = ({ about }: Pick<Finding, "about">, ref: RowRef): boolean =>
  about.some((one, i) => one.in === ref.in && one.id === ref.id && (i === 0 || about.length <= FEW));

/** How many open findings of each severity; none is 0. */
export function countBySeverity(findings: readonly Finding[]): Record<Severity, number> {
  const counts = { stop: 0, mend: 0, note: 0 };
  for (const finding of findings) if (!finding.accepted) counts[finding.severity] += 1;
  return counts;
}
