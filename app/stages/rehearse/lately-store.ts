/** What the house on the panel did last: said by its worker, shown beside it. */
import { useSyncExternalStore } from "react";
import type { Deed } from "#core/stages/rehearse/lately";

let lately: readonly Deed[] | undefined;
const listeners = new Set<() => void>();

export function putLately(next: readonly Deed[] | undefined): void {
  lately = next;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Undefined while no rehearsal drives a panel. */
export const useLately = (): readonly Deed[] | undefined =>
  useSyncExternalStore(
    subscribe,
    () => lately,
    () => undefined,
  );
