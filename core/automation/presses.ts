/**
 * What a finger on a key means (domain.md §10). Where a key knows double presses, a single one is decided when the window
 * for the second has passed, and so on up to the most it knows. A key that is held says so when its time is reached; that
 * it was let go follows.
 */
import type { Press } from "../stages/automations/rows-words";

export { PRESSES, type Press } from "../stages/automations/rows-words";

export interface KeySettings {
  /** What it can tell apart. A key that knows no second press decides the first at once. */
  knows: ReadonlySet<Press>;
  /** For the next press, from when the last was let go. Milliseconds. */
  windowMs: number;
  /** So long is held. Milliseconds. */
  heldMs: number;
}

export interface KeyState {
  /** Presses that are not decided yet. */
  count: number;
  /** Since when it is down. */
  downAt?: number;
  /** It has been called held: its release follows. */
  held?: boolean;
  /** When something is to be decided, unless the key moves before. */
  wakeAt?: number;
}

export const UNTOUCHED: KeyState = { count: 0 };

export interface Decided {
  state: KeyState;
  says: readonly Press[];
}

/** From how many presses on it is many: nobody counts them. */
const MANY = 4;
const NAMED: readonly Press[] = ["single", "double", "triple"];

/** The most presses that are worth waiting for. */
function most({ knows }: KeySettings): number {
  if (knows.has("many")) return MANY;
  return knows.has("triple") ? 3 : knows.has("double") ? 2 : 1;
}

/** So many presses in the words of this key: the most it knows that is not more, once each. */
function words(settings: KeySettings, count: number): Press[] {
  if (count >= MANY && settings.knows.has("many")) return ["many"];
  for (let n = Math.min(count, NAMED.length); n > 0; n -= 1)
    if (settings.knows.has(NAMED[n - 1]!)) return [NAMED[n - 1]!];
  return [];
}

/** The key goes down. */
export function pressed(settings: KeySettings, state: KeyState, at: number): Decided {
  const late = waited(settings, state, at);
  if (late.state.downAt !== undefined) return late;
  return {
    says: late.says,
    state: {
      count: late.state.count,
      downAt: at,
      ...(settings.knows.has("held") ? { wakeAt: at + settings.heldMs } : {}),
    },
  };
}

/** The key comes up. */
export function letGo(settings: KeySettings, state: KeyState, at: number): Decided {
  const late = waited(settings, state, at);
  if (late.state.downAt === undefined) return late;
  if (late.state.held)
    return {
      state: UNTOUCHED,
      says: [...late.says, ...(settings.knows.has("released") ? (["released"] as const) : [])],
    };
  const count = late.state.count + 1;
  // More than it can tell apart: what is counted is decided, without a wait.
  if (count >= most(settings)) return { state: UNTOUCHED, says: [...late.says, ...words(settings, count)] };
  return { state: { count, wakeAt: at + settings.windowMs }, says: late.says };
}

/** Time passes: what was waited for is decided. */
export function waited(settings: KeySettings, state: KeyState, at: number): Decided {
  if (state.wakeAt === undefined || at < state.wakeAt) return { state, says: [] };
  // Presses before the one that is held are decided with it, as nothing can follow them any more.
  const counted = words(settings, state.count);
  return state.downAt === undefined
    ? { state: UNTOUCHED, says: counted }
    : { state: { count: 0, downAt: state.downAt, held: true }, says: [...counted, "held"] };
}
