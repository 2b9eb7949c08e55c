/**
 * The engine: it holds one design, follows its changes, and says what all stages make of it. It runs beside
 * the page, in a worker, and speaks in plain messages; the server asks the same functions for the first
 * values of a page.
 */
import type { Design } from "../design/collections";
import { applyChanges, type Change } from "../design/edit";
import { changesBetween } from "../design/difference";
import { InputError } from "../design/input-error";
import { changesOf, compareFindings, worseOf, type Finding, type Severity } from "../desk/findings";
import { ledgerCells, ledgerOf, ledgerValue, ledgerWorking, type Ledger, type LedgerValue } from "./ledger";
import type { Stage } from "../design/stage-names";
import type { Facet } from "../desk/stage";
import { allFindings, CHECKS, facetsOf, unsortedFindings } from "./summary";
import type { Working } from "../desk/working";

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
  | { ask: "fix"; finding: string }
  /** The fixes of several findings, one after another, each on what the one before left. */
  | { ask: "fixes"; findings: string[] }
  /** How much more the house costs once the finding is put right. */
  | { ask: "cost"; finding: string };
export type Request = Ask & { n: number };

export type Reply = { n: number } & (
  | { answer: Answer }
  /**
   * Ahead of the answer, which goes missing where another edit came meanwhile: the totals, which are there
   * sooner.
   */
  | { cells: readonly LedgerValue[] }
  | { working: Working | undefined }
  | { changes: Change[] | undefined }
  /** Undefined where the finding has no fix, or there is no way. */
  | { cost: number | undefined }
  | { failed: string }
);

function summaryOf(design: Design): Summary {
  const counts: Summary["counts"] = {};
  const marks: Summary["marks"] = {};
  for (const { stage, severity, about, accepted } of unsortedFindings(design)) {
    if (accepted) continue;
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

/** The name a finding keeps while others like it come and go: its code, and all it is about. */
const identityOf = ({ code, about }: Finding) =>
  [code, ...about.map((ref) => `${ref.in}/${ref.id}`)].join(" ");

/**
 * What puts several findings right, as changes of one edit: each fix is made on what the one before left, and a
 * finding that went with another is passed over. One that turns out to have no way is left.
 * @throws InputError where none of them could be put right
 */
export function fixesOf(design: Design, findings: readonly Finding[]): Change[] {
  let now = design;
  let refusal: InputError | undefined;
  for (const finding of findings) {
    const standing =
      now === design
        ? finding
        : allFindings(now).find((one) => identityOf(one) === identityOf(finding) && !one.accepted);
    try {
      const changes = standing?.fix && changesOf(standing.fix, now);
      if (changes) now = applyChanges(now, changes);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      refusal ??= error;
    }
  }
  if (now === design && refusal) throw refusal;
  return changesBetween(design, now);
}

/** How much more the house costs once a finding is put right; undefined where there is no fix, or no way. */
export function costOfFix(design: Design, { fix }: Finding): number | undefined {
  try {
    if (!fix) return undefined;
    const after = ledgerValue(applyChanges(design, changesOf(fix, design)), "cost");
    return after === undefined ? undefined : after - (ledgerValue(design, "cost") ?? 0);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return undefined;
  }
}

/** Everything a page shows at first: what the engine's answer to `open` comes to. */
export function firstAnswer(design: Design): { summary: Summary; findings: ShownFinding[] } {
  return {
    summary: summaryOf(design),
    findings: [...keyed(design).values()].map((one) => one.shown),
  };
}

/** Does a piece of work when there is time, after whatever has been asked meanwhile. */
export type Later = (work: () => void) => void;

/**
 * An engine without a design, to be asked one request after another; `say` hears its replies. An edit's
 * totals are said at once. Its findings take longer: they are worked out a stage at a time by `later`, and
 * not at all for a design that has been followed by another meanwhile. Without `later` each request is done
 * with when the call returns.
 */
export function createEngine(say: (reply: Reply) => void, later: Later = (work) => work()) {
  let design: Design | undefined;
  let known = new Map<string, { finding: Finding; shown: ShownFinding }>();
  /** Each part of the last summary, written out. */
  let said: Partial<Record<keyof Summary, string>> = {};
  /** What is still to be done for the answer to a request: another design lets go of it. */
  let unanswered: { n: number; rest: Iterator<unknown> } | undefined;

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

  function* answering(n: number, now: Design): Generator<void> {
    for (const checks of CHECKS) {
      checks(now);
      yield;
    }
    unanswered = undefined;
    say({ n, answer: answer(now) });
  }

  function guarded(n: number, work: () => void): void {
    try {
      work();
    } catch (error) {
      unanswered = undefined;
      say({ n, failed: error instanceof Error ? error.message : String(error) });
    }
  }

  function answerLater(n: number, now: Design): void {
    const own = (unanswered = { n, rest: answering(n, now) });
    const step = () => {
      if (unanswered !== own) return;
      guarded(n, () => own.rest.next());
      if (unanswered === own) later(step);
    };
    later(step);
  }

  /** The answer that is still to come, now: what is asked of a finding is asked of the design as it stands. */
  function settle(): void {
    const own = unanswered;
    if (own) guarded(own.n, () => void (unanswered === own && drain(own.rest)));
  }

  function take(request: Request): void {
    const { n } = request;
    if (request.ask === "open") {
      design = JSON.parse(request.design) as Design;
      known = new Map();
      said = {};
      return answerLater(n, design);
    }
    if (!design) return say({ n, failed: "No design is open." });
    if (request.ask === "follow") {
      unanswered = undefined;
      design = applyChanges(design, request.changes);
      say({ n, cells: ledgerCells(design) });
      return answerLater(n, design);
    }
    if (request.ask === "cell") return say({ n, working: ledgerWorking(design, request.cell) });
    settle();
    if (request.ask === "fixes") {
      const findings = request.findings.flatMap((key) => known.get(key)?.finding ?? []);
      return say({ n, changes: fixesOf(design, findings) });
    }
    const finding = known.get(request.finding)?.finding;
    if (request.ask === "cost") say({ n, cost: finding && costOfFix(design, finding) });
    else if (request.ask === "working") say({ n, working: finding?.working });
    else say({ n, changes: finding?.fix && changesOf(finding.fix, design) });
  }

  return (request: Request): void => guarded(request.n, () => take(request));
}

function drain(rest: Iterator<unknown>): void {
  while (!rest.next().done);
}
