/** How often each sentence fires in a rehearsed week: worked out beside the page once it is at rest, and again after an edit. */
import { useEffect, useRef, useState } from "react";
import type { Design } from "#core/design/collections";
import type { Fired } from "#core/stages/rehearse/fired";
import { whenAtRest } from "../../kit/rest";
import { startWorker, type Hand } from "../../workers/ask";
import type { RehearseAsk, RehearseReply } from "../../workers/rehearse";

/** @returns nothing before the first week is through; what was so before an edit stays until the next one is */
export function useFired(design: Design, now: number | undefined): Fired | undefined {
  const [fired, setFired] = useState<Fired>();
  const hand = useRef<Hand<RehearseAsk>>(undefined);
  const asked = useRef(0);
  const begins = now !== undefined;
  const moment = useRef(now);
  moment.current = now;
  const end = () => {
    hand.current?.end();
    hand.current = undefined;
  };
  useEffect(() => end, []);
  useEffect(() => {
    if (!begins || !design.automations.length || !design.devices.length) return;
    return whenAtRest(() => {
      hand.current ??= startWorker<RehearseAsk, RehearseReply>(
        () => new Worker(new URL("../../workers/rehearse.ts", import.meta.url), { type: "module" }),
        ({ n, fired }) => n === asked.current && fired && setFired(fired),
        // The margin then says nothing of it: the rehearsal itself says what is wrong.
        () => {
          end();
          setFired(undefined);
        },
      );
      asked.current += 1;
      hand.current.post({ n: asked.current, design, firedFrom: moment.current! });
    });
  }, [design, begins]);
  return fired;
}
