/** What the house on the panel did last: said by its worker, shown beside it. */
import { useSyncExternalStore } from "react";
import type { Deed } from "#core/stages/rehearse/lately";

/** What is known of it: its deeds, the youngest first; or that the stand-in house drives it, which tells them to its clients. */
export type LatelySaid = readonly Deed[] | "house";

let lately: LatelySaid | undefined;
const listeners = new Set<() => void>();

export function putLately(next: LatelySaid | undefined): void {
  lately = next;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Undefined while nothing drives a panel. */
export const useLately = (): LatelySaid | undefined =>
  useSyncExternalStore(
    subscribe,
    () => lately,
    () => undefined,
  );
