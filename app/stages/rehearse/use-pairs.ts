/** All pairs of failures, tried by a worker when somebody asks; an edit makes them old, and they are asked for anew. */
import { useEffect, useRef, useState } from "react";
import type { Design } from "#core/design/collections";
import type { Pair } from "#core/stages/rehearse/outage/table";
import { startWorker, type Hand } from "../../workers/ask";
import type { RehearseAsk, RehearseReply } from "../../workers/rehearse";

interface PairsState {
  of?: Design;
  pairs?: readonly Pair[];
  progress?: number;
  failed?: string;
}

export function usePairs(design: Design) {
  const [state, setState] = useState<PairsState>({});
  const hand = useRef<Hand<RehearseAsk>>(undefined);
  const end = () => {
    hand.current?.end();
    hand.current = undefined;
  };
  useEffect(() => end, []);
  const ask = () => {
    end();
    setState({ of: design, progress: 0 });
    hand.current = startWorker<RehearseAsk, RehearseReply>(
      () => new Worker(new URL("../../workers/rehearse.ts", import.meta.url), { type: "module" }),
      ({ pairs, progress, failed }) => {
        if (progress !== undefined) setState({ of: design, progress });
        if (pairs) setState({ of: design, pairs });
        if (failed !== undefined) setState({ failed });
      },
      (failed) => setState({ failed }),
    );
    hand.current.post({ n: 1, design, pairs: true });
  };
  const cancel = () => {
    end();
    setState({});
  };
  const old = state.of !== undefined && state.of !== design && state.pairs;
  return { ...state, ...(old ? { pairs: undefined } : {}), ask, cancel };
}
