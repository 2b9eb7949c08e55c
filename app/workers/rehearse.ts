/** A rehearsal off the page's own thread: it says how far it is, and is ended by ending the worker. */
import type { Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { runOf, type Run, type RunAsk } from "#core/stages/rehearse/run";
import { firedInWeek, type Fired } from "#core/stages/rehearse/fired";
import { pairsOf, type Pair } from "#core/stages/rehearse/outage/table";
import type { OneOf } from "./ask";

export interface RehearseAsk {
  n: number;
  /** Absent where it is the one of the last question. */
  design?: Design;
  run?: RunAsk;
  pairs?: true;
  /** How often each sentence fires in the week from this moment's day on, ms. */
  firedFrom?: number;
}

type Said = OneOf<{
  /** 0 to 1. */
  progress: number;
  run: Run;
  pairs: readonly Pair[];
  fired: Fired;
  failed: string;
}>;
export type RehearseReply = { n: number } & Said;

let known: Design | undefined;

self.addEventListener(
  "message",
  ({ data: { n, design, run, pairs, firedFrom } }: MessageEvent<RehearseAsk>) => {
    const reply = (message: Said) => self.postMessage({ n, ...message });
    known = design ?? known;
    try {
      const progress = (share: number) => reply({ progress: share });
      const begin = performance.now();
      if (run) {
        const done = runOf(known!, run, progress);
        reply({ run: { ...done, seconds: (performance.now() - begin) / 1000 } });
      }
      if (pairs) reply({ pairs: pairsOf(known!, 60, progress) });
      if (firedFrom !== undefined) reply({ fired: firedInWeek(known!, firedFrom) });
    } catch (problem) {
      const said =
        problem instanceof InputError
          ? problem.message
          : problem instanceof Error
            ? problem.message
            : String(problem);
      reply({ failed: said });
    }
  },
);
