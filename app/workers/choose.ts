/**
 * The solver of stage 3, off the page's own thread: asked once, it answers with progress, plans and the
 * whole answer.
 */
import runtime from "highs/runtime?url";
import { adviseHubs, type HubCountAdvice } from "#core/stages/choose/advise/hubs";
import { answerChoice, type ChoiceAnswer } from "#core/stages/choose/answer";
import type { WhyNot } from "#core/stages/choose/explain";
import { nextBests } from "#core/stages/choose/next-best";
import { loadSolver } from "#core/stages/choose/solver";
import { PLAN_KINDS, type PlanKind } from "#core/stages/choose/plans";
import type { Design } from "#core/design/collections";

export interface ChooseAsk {
  design: Design;
  what: "plans" | "hubs";
}

export type ChooseReply =
  | { progress: { done: number; of: number; name: string; objective?: number; bound?: number } }
  | { answer: ChoiceAnswer; seconds: number }
  // After the answer: what came next for wants, worked out anew one after another.
  | { next: { kind: PlanKind; wants: string[]; why: WhyNot } }
  | { hubs: HubCountAdvice }
  | { failed: string };

const reply = (message: ChooseReply) => self.postMessage(message);

let last: ChooseAsk | undefined;

/** Lets what was asked meanwhile come in. */
const breath = () => new Promise((done) => setTimeout(done));

self.addEventListener("message", (event: MessageEvent<ChooseAsk>) => {
  last = event.data;
  void run(event.data).catch((error: unknown) =>
    reply({ failed: error instanceof Error ? error.message : String(error) }),
  );
});

async function run(ask: ChooseAsk): Promise<void> {
  const { design, what } = ask;
  const start = performance.now();
  const highs = await loadSolver(runtime);
  if (what === "hubs") return reply({ hubs: adviseHubs(highs, design) });
  let done = 0;
  const say = (objective?: number, bound?: number) =>
    reply({
      progress: {
        done,
        of: PLAN_KINDS.length,
        name: PLAN_KINDS[Math.min(done, PLAN_KINDS.length - 1)]!.name,
        ...(objective === undefined ? {} : { objective }),
        ...(bound === undefined ? {} : { bound }),
      },
    });
  say();
  const answer = answerChoice(highs, design, {
    clock: () => performance.now(),
    onProgress: ({ objective, bound }) => say(objective, bound),
    onPlan: (_plan, count) => {
      done = count;
      say();
    },
  });
  reply({ answer, seconds: (performance.now() - start) / 1000 });
  for (const next of nextBests(highs, design, answer.plans)) {
    if (next) reply({ next });
    await breath();
    if (last !== ask) return;
  }
}
