/** The run that is shown: one worker, asked again when the question or the house is another; the old run stays till then. */
import { useEffect, useRef, useSyncExternalStore } from "react";
import type { Design } from "#core/design/collections";
import type { Run, RunAsk } from "#core/stages/rehearse/run";
import { useDesign, useDesk } from "../../desk/desk";
import { whenLeft } from "../../desk/left";
import { whenAtRest } from "../../kit/rest";
import { startWorker, type Hand } from "../../workers/ask";
import type { RehearseAsk, RehearseReply } from "../../workers/rehearse";

export interface RunState {
  /** Of the design that it is of. */
  of: string;
  run?: Run;
  /** The design that the run was of. */
  design?: Design;
  /** 0 to 1 while one is being worked out. */
  progress?: number;
  failed?: string;
  /** The moment the scrubber stands at, ms. */
  at?: number;
  /** The line that is looked at. */
  line?: number;
}

const NOTHING: RunState = { of: "" };
let state: RunState = NOTHING;
const listeners = new Set<() => void>();
let hand: Hand<RehearseAsk> | undefined;
let asked = 0;
let sent: Design | undefined;
let question: { design: Design; key: string } | undefined;

function put(next: Partial<RunState>): void {
  state = { ...state, ...next };
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useRunState = (): RunState =>
  useSyncExternalStore(
    subscribe,
    () => state,
    () => NOTHING,
  );

export const setMoment = (at: number) => put({ at });
/** Looks at a line: the scrubber goes there. */
export const lookAt = (line: { n: number; at: number } | undefined) =>
  put(line ? { line: line.n, at: line.at } : { line: undefined });

function end(): void {
  hand?.end();
  hand = undefined;
  sent = undefined;
}

/** Ends what is being worked out; what was there stays. */
export function cancelRun(): void {
  end();
  question = undefined;
  put({ progress: undefined });
}

function leave(): void {
  end();
  question = undefined;
  state = NOTHING;
}

function ask(design: Design, run: RunAsk): void {
  asked += 1;
  const n = asked;
  // What is still at the older question is ended: nobody waits for it any more.
  if (state.progress !== undefined) end();
  hand ??= startWorker<RehearseAsk, RehearseReply>(
    () => new Worker(new URL("../../workers/rehearse.ts", import.meta.url), { type: "module" }),
    (reply) => {
      if (reply.n !== asked) return;
      if (reply.progress !== undefined) put({ progress: reply.progress });
      if (reply.failed !== undefined) put({ failed: reply.failed, progress: undefined });
      if (reply.run) {
        const { from, to } = reply.run;
        const inside = state.at !== undefined && state.at >= from && state.at < to;
        put({
          run: reply.run,
          // Of the youngest question, not of the one that started the worker.
          ...(sent ? { design: sent } : {}),
          progress: undefined,
          failed: undefined,
          line: undefined,
          ...(inside ? {} : { at: firstMoment(reply.run) }),
        });
      }
    },
    (failed) => {
      end();
      put({ failed, progress: undefined });
    },
  );
  whenLeft(leave);
  put({ progress: 0, failed: undefined });
  hand.post({ n, run, ...(sent === design ? {} : { design }) });
  sent = design;
}

/** Where there is something to see: what annoys first, else the middle of the day. */
function firstMoment({ from, to, annoyances }: Run): number {
  const first = annoyances.find(({ because }) => because !== undefined) ?? annoyances[0];
  return first?.at ?? from + Math.min((to - from) / 2, 12 * 3_600_000);
}

/** Asks for a run of the shown design, and again whenever it is another; nothing while `run` is undefined. */
export function useRun(run: RunAsk | undefined): RunState {
  const design = useDesign();
  const { url } = useDesk();
  const now = useRunState();
  // The key holds the question: the object is a new one at every drawing.
  const wanted = useRef(run);
  wanted.current = run;
  const key = run && JSON.stringify({ ...run, weather: run.weather?.length });
  useEffect(() => {
    if (state.of !== url) {
      leave();
      put({ of: url });
    }
    const run = wanted.current;
    if (!run || !key || (question?.design === design && question.key === key)) return;
    return whenAtRest(() => {
      question = { design, key };
      ask(design, run);
    });
  }, [design, key, url]);
  return now;
}
