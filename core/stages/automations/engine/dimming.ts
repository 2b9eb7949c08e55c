/** Dimming by a held key (docs/model.md §10): how long the whole range takes, whether it looks smooth, and where remotes drift. */
export interface HeldDimming {
  /** From the lowest to the highest level, in percent. */
  rangePct: number;
  /** Percent a step. */
  stepPct: number;
  /** Between steps, milliseconds. */
  intervalMs: number;
  /** That the lamp takes for a step, milliseconds. */
  transitionMs: number;
}

/** A step's transition fills so much of the interval at least, or the eye sees it stand still between. */
export const SMOOTH_SHARE = 0.8;

export interface HeldWorking {
  /** Steps over the whole range; the last may be a part of one. */
  steps: number;
  /** Full range time = range ÷ step × interval. Milliseconds. */
  fullMs: number;
  /** The transition is long enough to look smooth. */
  smooth: boolean;
  /** The shortest transition that would. */
  leastTransitionMs: number;
}

/** @throws RangeError where a step or an interval is nothing */
export function heldWorking({ rangePct, stepPct, intervalMs, transitionMs }: HeldDimming): HeldWorking {
  if (!(stepPct > 0) || !(intervalMs > 0))
    throw new RangeError("A step and an interval must be more than 0.");
  const leastTransitionMs = SMOOTH_SHARE * intervalMs;
  return {
    steps: Math.ceil(rangePct / stepPct - 1e-9),
    fullMs: (rangePct / stepPct) * intervalMs,
    // A transition of 0.8 times an interval is one, whatever the machine makes of 0.8.
    smooth: transitionMs >= leastTransitionMs - 1e-9,
    leastTransitionMs,
  };
}

/**
 * The level after a key was held, by relative steps from where the lamp is. The first step comes with the hold, one more
 * after each interval.
 */
export function afterHeld(
  { stepPct, intervalMs }: Pick<HeldDimming, "stepPct" | "intervalMs">,
  {
    from,
    way,
    heldMs,
    min = 0,
    max = 100,
  }: { from: number; way: 1 | -1; heldMs: number; min?: number; max?: number },
): number {
  const steps = Math.floor(heldMs / intervalMs) + 1;
  return Math.min(max, Math.max(min, from + way * steps * stepPct));
}

/** A remote that goes by the level it remembers makes the lamp jump by so much, in percent: somebody else moved it since. */
export const jumpOf = (rememberedPct: number, actualPct: number): number =>
  Math.abs(rememberedPct - actualPct);
