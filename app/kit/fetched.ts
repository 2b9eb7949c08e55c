/** A part that has a plain stand-in until its file is there. */
import { useEffect, useSyncExternalStore } from "react";
import { patiently } from "./lazily";
import { whenAtRest } from "./rest";

export interface FetchedPart<Part> {
  /** Have it at hand before it is asked for. */
  fetch(): void;
  /** The part once it is there; whoever uses it has it fetched when the page has come to rest. */
  use(): Part | undefined;
}

/** All who show the part share one fetch of it, and are drawn anew when it has come. */
export function fetchedPart<Part>(load: () => Promise<{ default: Part }>): FetchedPart<Part> {
  let part: Part | undefined;
  let asked = false;
  const waiting = new Set<() => void>();
  const fetch = () => {
    if (asked) return;
    asked = true;
    void patiently(load).then(
      (file) => {
        part = file.default;
        for (const tell of [...waiting]) tell();
      },
      () => void (asked = false),
    );
  };
  const subscribe = (tell: () => void) => {
    waiting.add(tell);
    return () => void waiting.delete(tell);
  };
  return {
    fetch,
    use() {
      useEffect(() => whenAtRest(fetch), []);
      return useSyncExternalStore(
        subscribe,
        () => part,
        () => undefined,
      );
    },
  };
}
