/** Levels that change over a time, and what is taken to be given back (docs/model.md §10). */

/** Linear in level, from where the thing really is. */
export interface Ramp {
  /** Percent. */
  from: number;
  /** Percent. */
  to: number;
  /** Milliseconds. */
  at: number;
  /** Milliseconds; 0 is a jump. */
  overMs: number;
}

/** The level at a moment, in percent; before it begins that from which it does, after its end that to which it went. */
export function levelAt({ from, to, at, overMs }: Ramp, now: number): number {
  if (now >= at + overMs) return to;
  if (now <= at) return from;
  return from + ((to - from) * (now - at)) / overMs;
}

/** When it reaches a level; undefined where it never does. */
export function reachesAt({ from, to, at, overMs }: Ramp, level: number): number | undefined {
  if (level < Math.min(from, to) || level > Math.max(from, to)) return undefined;
  return from === to ? at : at + (overMs * (level - from)) / (to - from);
}

/** Another ramp that begins while one runs begins where that is: whatever is interrupted stays where it is. */
export const instead = (
  running: Ramp | undefined,
  to: number,
  at: number,
  overMs: number,
  actual: number,
): Ramp => ({
  from: running ? levelAt(running, at) : actual,
  to,
  at,
  overMs,
});

/** What a thing was when it was captured: of these only what it has. */
export interface Captured {
  thing: string;
  /** Milliseconds. */
  at: number;
  state: Readonly<{
    on?: boolean;
    levelPct?: number;
    colour?: string;
    kelvin?: number;
    positionPct?: number;
  }>;
}

/**
 * What is to be given back: all that was captured, but for what a hand has moved since.
 *
 * @param movedByHandAt of a thing, when a hand last moved it; undefined where none did
 */
export const givenBack = (
  captured: readonly Captured[],
  movedByHandAt: (thing: string) => number | undefined,
): readonly Captured[] => captured.filter(({ thing, at }) => (movedByHandAt(thing) ?? -Infinity) <= at);
