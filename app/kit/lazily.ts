/** Parts of the interface that come when they are needed, and wait for the network where it is away. */
import { lazy, type ComponentType, type LazyExoticComponent } from "react";

const AGAIN_MS = 2000;
const MOST_TRIES = 5;

const lull = () =>
  new Promise<void>((done) => {
    const on = () => {
      clearTimeout(timer);
      window.removeEventListener("online", on);
      done();
    };
    const timer = setTimeout(on, AGAIN_MS);
    window.addEventListener("online", on);
  });

/**
 * Load until it is there: a page that lost its connection for a moment must not fall over for want of a
 * file.
 */
export async function patiently<T>(load: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await load();
    } catch (problem) {
      // On the server nothing is away: what fails there is broken. With a connection, a file may be gone
      // for good.
      if (typeof window === "undefined" || (navigator.onLine && tries >= MOST_TRIES)) throw problem;
      await lull();
    }
  }
}

export type Lazily<Props> = LazyExoticComponent<ComponentType<Props>> & {
  /** Have it at hand before it is asked for. */
  fetch(): void;
};

/** A component of a file of its own, fetched when it is first shown. */
export function lazily<Props>(load: () => Promise<{ default: ComponentType<Props> }>): Lazily<Props> {
  return lazilyFrom(load, (file) => file.default);
}

/** One of several components of a file. */
export function lazilyFrom<File, Props>(
  load: () => Promise<File>,
  pick: (file: File) => ComponentType<Props>,
): Lazily<Props> {
  return Object.assign(
    lazy(async () => ({ default: pick(await patiently(load)) })),
    { fetch: () => void load().catch(() => undefined) },
  );
}
