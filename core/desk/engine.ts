/**
 * The engine: it holds one design, follows its changes, and says what all stages make of it. It runs beside the page,
 * in a worker, and speaks in plain messages; the server asks the same functions for the first values of a page.
 */
import type { Design } from "../design/collections";
import { applyChanges, type Change } from "../design/edit";
import { compareFindings, worseOf, type Finding, type Severity } from "./findings";
import { ledgerCells, ledgerOf, ledgerWorking, type Ledger, type LedgerValue } from "./ledger";
import type { Stage } from "./names";
import type { Facet } from "./stage";
import { allFindings, facetsOf } from "./summary";
import type { Working } from "./working";

/** A finding as it is shown. Its working and its fix stay with the engine until somebody asks for them. */
export interface ShownFinding extends Omit<Finding, "working" | "fix"> {
  /** Its own name while it stands: code, what it is about, and which of those alike it is. */
  key: string;
  worked: boolean;
  /** What its fix would do, where it has one. */
  fixLabel?: string;
}

export interface Summary {
  ledger: Ledger;
  facets: Partial<Record<Stage, Facet[]>>;
  /** Findings of each stage, and the worst among them. */
  counts: Partial<Record<Stage, { count: number; worst: Severity }>>;
  /** The worst finding about each point, notes aside. */
  marks: Record<string, Severity>;
}

/** What came of a design, as far as it differs from the answer before: parts of the summary, and findings. */
export interface Answer {
  summary: Partial<Summary>;
  came: ShownFinding[];
  went: string[];
}

export type Ask =
  /** Take this design, as JSON text; whatever was open before is let go. */
  | { ask: "open"; design: string }
  | { ask: "follow"; changes: Change[] }
  | { ask: "working"; finding: string }
  | { ask: "cell"; cell: string }
  /** What the fix of a finding is now: on the design as it stands, never on an earlier one. */
  | { ask: "fix"; finding: string };
export type Request = Ask & { n: number };

export type Reply = { n: number } & (
  | { answer: Answer }
  /** Ahead of the answer: the totals, which are there sooner than the findings. */
  | { cells: readonly LedgerValue[] }
  | { working: Working | undefined }
  | { changes: Change[] | undefined }
  | { failed: string }
);

function summaryOf(design: Design): Summary {
  const counts: Summary["counts"] = {};
  const marks: Summary["marks"] = {};
  for (const { stage, severity, about } of allFindings(design)) {
    const known = counts[stage];
    counts[stage] = { count: (known?.count ?? 0) + 1, worst: worseOf(known?.worst, severity) };
    if (severity === "note") continue;
    for (const ref of about) if (ref.in === "points") marks[ref.id] = worseOf(marks[ref.id], severity);
  }
  return { ledger: ledgerOf(design), facets: facetsOf(design), counts, marks };
}

/** Findings by key, as they are shown, in the order of every list. */
function keyed(design: Design): Map<string, { finding: Finding; shown: ShownFinding }> {
  const alike = new Map<string, number>();
  const all = allFindings(design).map((finding) => {
    const { working, fix, ...plain } = finding;
    const [about] = finding.about;
    const stem = `${finding.code} ${about ? `${about.in}/${about.id}` : ""}`;
    const n = (alike.get(stem) ?? 0) + 1;
    alike.set(stem, n);
    const shown: ShownFinding = {
      ...plain,
      key: `${stem} ${n}`,
      worked: working !== undefined,
      ...(fix ? { fixLabel: fix.label } : {}),
    };
    return { finding, shown };
  });
  all.sort((a, b) => compareFindings(a.shown, b.shown));
  return new Map(all.map((one) => [one.shown.key, one]));
}

/** Everything a page shows at first: what the engine's answer to `open` comes to. */
export function firstAnswer(design: Design): { summary: Summary; findings: ShownFinding[] } {
  return {
    summary: summaryOf(design),
    findings: [...keyed(design).values()].map((one) => one.shown),
  };
}

/** An engine without a design; it answers requests one after another. `ahead` hears what it knows before the answer. */
export function createEngine(ahead?: (reply: Reply) => void): (request: Request) => Reply {
  let design: Design | undefined;
  let known = new Map<string, { finding: Finding; shown: ShownFinding }>();
  /** Each part of the last summary, written out. */
  let said: Partial<Record<keyof Summary, string>> = {};

  function partsThatDiffer(summary: Summary): Partial<Summary> {
    const differ = (Object.keys(summary) as (keyof Summary)[]).filter((part) => {
      const text = JSON.stringify(summary[part]);
      return text !== said[part] && ((said[part] = text), true);
    });
    return Object.fromEntries(differ.map((part) => [part, summary[part]]));
  }

  function answer(now: Design): Answer {
    const before = known;
    known = keyed(now);
    const came: ShownFinding[] = [];
    for (const [key, one] of known) {
      const old = before.get(key);
      if (old?.finding === one.finding) continue;
      if (!old || JSON.stringify(old.shown) !== JSON.stringify(one.shown)) came.push(one.shown);
    }
    return {
      summary: partsThatDiffer(summaryOf(now)),
      came,
      went: [...before.keys()].filter((key) => !known.has(key)),
    };
  }

  function reply(request: Request): Reply {
    const { n } = request;
    if (request.ask === "open") {
      design = JSON.parse(request.design) as Design;
      known = new Map();
      said = {};
      return { n, answer: answer(design) };
    }
    if (!design) return { n, failed: "No design is open." };
    switch (request.ask) {
      case "follow":
        design = applyChanges(design, request.changes);
        ahead?.({ n, cells: ledgerCells(design) });
        return { n, answer: answer(design) };
      case "working":
        return { n, working: known.get(request.finding)?.finding.working };
      case "cell":
        return { n, working: ledgerWorking(design, request.cell) };
      case "fix":
        return { n, changes: known.get(request.finding)?.finding.fix?.changes };
    }
  }

  return (request) => {
    try {
      return reply(request);
    } catch (error) {
      return { n: request.n, failed: error instanceof Error ? error.message : String(error) };
    }
  };
}
