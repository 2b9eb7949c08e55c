/** The choice of stage 3 as the whole desk sees it: worked out in a worker, kept until a newer one is there. */
import { useEffect, useSyncExternalStore } from "react";
import type { ChoiceAnswer } from "#core/stages/choose/answer";
import type { PlanKind } from "#core/stages/choose/plans";
import { sameParts } from "#core/stages/choose/parts";
import type { Design } from "#core/design/collections";
import { startWorker, type Hand } from "../../workers/ask";
import type { ChooseAsk, ChooseReply } from "../../workers/choose";
import type { DesignStore } from "../../desk/store";
import { useDesign, useDesk } from "../../desk/desk";
import { whenLeft } from "../../desk/left";
import { whenAtRest } from "../../kit/rest";

export interface Solved extends ChoiceAnswer {
  /** The design it was worked out for. */
  design: Design;
  seconds: number;
}

export interface ChoiceState {
  /** The design plans are being worked out for. */
  working?: Design;
  /** Somebody stopped it; it starts again when the design changes or on demand. */
  stopped?: Design;
  progress?: { done: number; of: number; name: string; objective?: number; bound?: number };
  solved?: Solved;
  /** What it took the place of. */
  before?: Solved;
  failed?: string;
  /** The plan that is looked at. */
  shown: PlanKind;
}

const startSolver = (hear: (reply: ChooseReply) => void): Hand<ChooseAsk> =>
  startWorker<ChooseAsk, ChooseReply>(
    () => new Worker(new URL("../../workers/choose.ts", import.meta.url), { type: "module" }),
    hear,
    (failed) => hear({ failed }),
  );

/** Start a worker, ask it one thing, hear its replies. Returns how to stop it. */
export function askWorker(ask: ChooseAsk, hear: (reply: ChooseReply) => void): () => void {
  const hand = startSolver(hear);
  hand.post(ask);
  return hand.end;
}

class Choice {
  private state: ChoiceState = { shown: "cost" };
  private readonly listeners = new Set<() => void>();
  /** Kept from one answer to the next: a solver that has warmed up takes less than half as long. */
  private hand?: Hand<ChooseAsk>;
  /** What the solver was asked about last. */
  private asked?: Design;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly get = () => this.state;

  private set(part: Partial<ChoiceState>) {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }

  show(shown: PlanKind) {
    this.set({ shown });
  }

  forgetBefore() {
    this.set({ before: undefined });
  }

  solve(design: Design) {
    // An answer on its way hears nothing till it is there.
    if (this.state.working) this.finish();
    whenLeft(this.finish);
    this.asked = design;
    this.set({ working: design, stopped: undefined, failed: undefined, progress: undefined });
    this.hand ??= startSolver(this.hear);
    this.hand.post({ design, what: "plans" });
  }

  private readonly hear = (reply: ChooseReply) => {
    const design = this.asked!;
    if ("progress" in reply) this.set({ progress: reply.progress });
    else if ("answer" in reply) {
      this.set({
        working: undefined,
        progress: undefined,
        solved: { ...reply.answer, design, seconds: reply.seconds },
        before: this.state.solved,
      });
    } else if ("next" in reply) this.refine(reply.next);
    else if ("failed" in reply) {
      this.finish();
      this.set({ working: undefined, progress: undefined, failed: reply.failed, stopped: design });
    }
  };

  /** What came next for some wants, now that it is worked out. */
  private refine({ kind, wants, why }: Extract<ChooseReply, { next: unknown }>["next"]) {
    const { solved } = this.state;
    if (!solved) return;
    const own = { ...solved.next[kind], ...Object.fromEntries(wants.map((id) => [id, why])) };
    this.set({ solved: { ...solved, next: { ...solved.next, [kind]: own } } });
  }

  stop(design: Design) {
    this.finish();
    this.set({ working: undefined, progress: undefined, stopped: design });
  }

  private readonly finish = () => {
    this.hand?.end();
    this.hand = undefined;
  };
}

const choices = new WeakMap<DesignStore, Choice>();

function choiceOf(store: DesignStore): Choice {
  const known = choices.get(store) ?? new Choice();
  choices.set(store, known);
  return known;
}

/** The choice as it stands. */
export function useChoice(): ChoiceState & { choice: Choice } {
  const { store } = useDesk();
  const choice = choiceOf(store);
  const state = useSyncExternalStore(choice.subscribe, choice.get, choice.get);
  return { ...state, choice };
}

/** Milliseconds of quiet after an edit before plans are worked out again. */
const QUIET_MS = 400;

/** The choice, kept up with the design: worked out when it is first looked at and after each change. */
export function useSolved(): ChoiceState & { choice: Choice; stale: boolean } {
  const design = useDesign();
  const state = useChoice();
  const { choice, solved, stopped, working } = state;
  const stale = !solved || !sameParts(solved.design, design);
  const ready = design.wants.length > 0 && design.options.length > 0;
  const held = stopped !== undefined && sameParts(stopped, design);
  const underWay = working !== undefined && sameParts(working, design);
  useEffect(() => {
    if (!stale || !ready || held || underWay) return;
    // The page first, then its plans: they take seconds, and a worker of their own.
    if (!solved) return whenAtRest(() => choice.solve(design));
    const timer = setTimeout(() => choice.solve(design), QUIET_MS);
    return () => clearTimeout(timer);
  }, [design, stale, ready, held, underWay, solved, choice]);
  return { ...state, stale };
}
