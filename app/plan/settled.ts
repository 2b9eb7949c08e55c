/**
 * The design as the plan beneath shows it: a moment behind, so that an edit's answer does not wait for
 * thousands of lines.
 */
import { startTransition, useEffect, useRef, useState } from "react";
import type { Design } from "#core/design/collections";

/** Long enough for the totals of an edit to come first, too short to be seen. */
const BEHIND_MS = 40;

/**
 * Follows `design`, however quickly edits come: each is shown so much after it was made, or together with a
 * later one.
 */
export function useSettled(design: Design): Design {
  const [settled, settle] = useState(design);
  const latest = useRef(design);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    latest.current = design;
    if (timer.current !== undefined || settled === design) return;
    timer.current = setTimeout(() => {
      timer.current = undefined;
      startTransition(() => settle(latest.current));
    }, BEHIND_MS);
  }, [design, settled]);
  useEffect(
    () => () => {
      clearTimeout(timer.current);
      timer.current = undefined;
    },
    [],
  );
  return settled;
}

/** How long a zoom rests before names are placed anew: the steps of a wheel come faster. */
const RESTED_MS = 90;

/** A value once it has stayed for a moment; until then the one before. */
export function useRested<T>(value: T): T {
  const [rested, rest] = useState(value);
  useEffect(() => {
    if (rested === value) return;
    const timer = setTimeout(() => startTransition(() => rest(value)), RESTED_MS);
    return () => clearTimeout(timer);
  }, [value, rested]);
  return rested;
}
