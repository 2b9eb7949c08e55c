/** Weather of a rehearsal: made from the seed, one of the weeks that come with it, or a file somebody brought. */
import { useSyncExternalStore } from "react";

const files = new Map<string, string>();
const listeners = new Set<() => void>();
let shown: readonly string[] = [];

/** Weeks that come with it, fetched when they are chosen. */
const WEEKS: Readonly<Record<string, () => Promise<{ default: string }>>> = {
  "stormy November week": () => import("../../../demo/stormy-november-week.csv?raw"),
  "hot July week": () => import("../../../demo/hot-july-week.csv?raw"),
};
export const WEATHER_WEEKS: Readonly<Record<string, string>> = {
  "stormy November week": "2026-11-23",
  "hot July week": "2026-07-13",
};

/** Text of the weather of that name; undefined where it is made from the seed, or not fetched yet. */
export const weatherText = (name: string): string | undefined => files.get(name);

export function bringWeather(name: string, text: string): void {
  files.set(name, text);
  shown = [...files.keys()];
  for (const listener of listeners) listener();
}

export async function fetchWeather(name: string): Promise<void> {
  const week = WEEKS[name];
  if (week && !files.has(name)) bringWeather(name, (await week()).default);
}

/** Names of what is at hand. */
export const useWeathers = (): readonly string[] =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => shown,
    () => shown,
  );
