/**
 * What all stages make of the shown design: ledger, facets, findings. Worked out by one engine beside the
 * page, which follows the shown design by the difference of identities: whether rows came by an edit, an
 * undo, a clash or somebody else makes no odds. What was known stays on the screen until the newer answer
 * is there.
 */
import type { Design } from "#core/design/collections";
import { changesBetween } from "#core/design/difference";
import type { Change } from "#core/design/edit";
import type { Answer, Ask, Reply, Request, ShownFinding, Summary } from "#core/whole/engine";
import { compareFindings } from "#core/desk/findings";
import { InputError } from "#core/design/input-error";
import type { Working } from "#core/desk/working";
import type { Hand } from "../workers/ask";

export interface Results {
  /** Absent while nothing is known yet. */
  summary?: Summary;
  /** Most severe first. */
  findings: readonly ShownFinding[];
  /**
   * Which of the engine's answers these are of: totals that come ahead bear the number of the findings that
   * follow.
   */
  of: number;
  /** Why these are not of the shown design, where the engine cannot be brought back. */
  trouble?: string;
}

export interface ResultsStore {
  get(): Results;
  subscribe(listener: () => void): () => void;
  /** Start the engine and keep up with the design; returns how to stop. */
  connect(): () => void;
  /** How a finding's figure, or a cell of the ledger, came about. */
  working(finding: string): Promise<Working | undefined>;
  cell(cell: string): Promise<Working | undefined>;
  /**
   * What the fix of a finding is on the design as it is shown now; undefined where the finding went. Throws
   * InputError where there is no way.
   */
  fix(finding: string): Promise<Change[] | undefined>;
  /** The same of several, as one edit. */
  fixes(findings: readonly string[]): Promise<Change[] | undefined>;
  /** How much more the house costs once it is put right; undefined where that is not known. */
  cost(finding: string): Promise<number | undefined>;
}

/** What the server sends with the page: the engine's answer to opening the design. */
export interface FirstValues {
  summary: Summary;
  findings: readonly ShownFinding[];
}

interface Shown {
  get(): { design: Design };
  subscribe(listener: () => void): () => void;
}

export type StartEngine = (hear: (reply: Reply) => void, fell: (said: string) => void) => Hand<Request>;

/** An engine that falls so often is not started again: the same design would fell it once more. */
const MOST_FALLS = 3;
/** The design may change while a fix is worked out; after so many times somebody else is quicker. */
const MOST_TRIES = 5;

export function createResults(shown: Shown, start: StartEngine, first?: FirstValues): ResultsStore {
  const listeners = new Set<() => void>();
  let state: Results = { summary: first?.summary, findings: first?.findings ?? [], of: 0 };
  let hand: Hand<Request> | undefined;
  let falls = 0;
  let n = 0;
  /** Number of the last `open`: what was asked before it is of another life. */
  let opened = 0;
  /** Has this life not answered yet? Its first answer is of everything, and what stood before it goes. */
  let unheard = true;
  /** The design the engine has, or will have when it has read what was sent. */
  let sent: Design | undefined;
  /** The request whose totals are waited for, by number; edits made meanwhile go together in one. */
  let awaited = 0;
  let all = new Map((first?.findings ?? []).map((finding) => [finding.key, finding]));
  const asked = new Map<number, (reply: Reply | undefined) => void>();
  /** Asked before the engine was started, which is when the page has come to rest: they go first then. */
  let early: (() => void)[] | undefined = [];

  const set = (part: Partial<Results>) => {
    state = { ...state, ...part };
    for (const listener of listeners) listener();
  };

  const post = (ask: Ask): number => {
    n += 1;
    hand?.post({ ...ask, n });
    return n;
  };

  function take({ summary, came, went }: Answer, of: number): void {
    const anew = unheard;
    unheard = false;
    const next = new Map(anew ? [] : all);
    for (const key of went) next.delete(key);
    for (const finding of came) next.set(finding.key, finding);
    all = next;
    const findings =
      came.length || went.length || anew ? [...all.values()].sort(compareFindings) : state.findings;
    // The first answer is whole, and so is what stands after any that follows it.
    set({ summary: { ...state.summary, ...summary } as Summary, findings, of, trouble: undefined });
  }

  function open(): void {
    sent = shown.get().design;
    unheard = true;
    opened = awaited = post({ ask: "open", design: JSON.stringify(sent) });
  }

  /** Send what makes the shown design of the one the engine has. */
  function follow(): void {
    const { design } = shown.get();
    if (!hand || !sent || design === sent) return;
    const changes = changesBetween(sent, design);
    sent = design;
    if (changes.length) awaited = post({ ask: "follow", changes });
  }

  function hear(reply: Reply): void {
    if ("cells" in reply) {
      const { summary } = state;
      if (reply.n <= opened) return;
      if (summary)
        set({ summary: { ...summary, ledger: { ...summary.ledger, cells: reply.cells } }, of: reply.n });
      return goOn(reply.n);
    }
    const waiting = asked.get(reply.n);
    asked.delete(reply.n);
    if (reply.n < opened) return;
    if (waiting) return waiting(reply);
    if ("failed" in reply) return fell(reply.failed);
    if (!("answer" in reply)) return;
    take(reply.answer, reply.n);
    falls = 0;
    goOn(reply.n);
  }

  /** What was waited for is there: whatever the design has become meanwhile goes next. */
  function goOn(n: number): void {
    if (n < awaited) return;
    awaited = 0;
    follow();
  }

  function letGo(): void {
    hand?.end();
    hand = sent = undefined;
    awaited = 0;
    const waiting = [...asked.values()];
    asked.clear();
    for (const answer of waiting) answer(undefined);
  }

  function fell(said: string): void {
    letGo();
    falls += 1;
    if (falls < MOST_FALLS) begin();
    else set({ trouble: `Totals and findings are not up to date: ${said}. Reload the page to try again.` });
  }

  function begin(): void {
    hand = start(hear, fell);
    open();
    const waiting = early ?? [];
    early = undefined;
    for (const ask of waiting) ask();
  }

  /** Ask about the design as it is shown now: what it lacks goes first. */
  function question(ask: Ask): Promise<Reply | undefined> {
    if (early) return new Promise((answer) => early!.push(() => void question(ask).then(answer)));
    if (!hand) return Promise.resolve(undefined);
    follow();
    return new Promise((answer) => asked.set(post(ask), answer));
  }

  async function workingOf(ask: Ask): Promise<Working | undefined> {
    const reply = await question(ask);
    return reply && "working" in reply ? reply.working : undefined;
  }

  async function changesOf(ask: Ask): Promise<Change[] | undefined> {
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const { design } = shown.get();
      const reply = await question(ask);
      if (reply && "failed" in reply) throw new InputError([{ path: "", reason: reply.failed }]);
      if (!reply || !("changes" in reply)) return undefined;
      if (shown.get().design === design) return reply.changes;
    }
    return undefined;
  }

  return {
    get: () => state,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    connect() {
      begin();
      // Totals are waited for, findings are not: the next edit goes when those are there, with all that
      // came meanwhile.
      const stop = shown.subscribe(() => {
        if (!awaited) follow();
      });
      return () => {
        stop();
        letGo();
      };
    },
    working: (finding) => workingOf({ ask: "working", finding }),
    cell: (cell) => workingOf({ ask: "cell", cell }),
    fix: (finding) => changesOf({ ask: "fix", finding }),
    fixes: (findings) => changesOf({ ask: "fixes", findings: [...findings] }),
    async cost(finding) {
      const reply = await question({ ask: "cost", finding });
      return reply && "cost" in reply ? reply.cost : undefined;
    },
  };
}
