/**
 * A threshold crossed for a hold time (docs/model.md §10): cues once the value has been past it without a break for that time,
 * and again only after it went back past the hysteresis. What is not known cues nothing: after a start the first value
 * heard is where things stand, and no crossing.
 */
export interface Threshold {
  way: "above" | "below";
  /** In the unit of the value. Not past it yet where equal. */
  limit: number;
  /** So far back it must go before it counts again; in the unit of the value. */
  hysteresis: number;
  holdMs: number;
}

export interface Crossing {
  /** Nothing was heard yet, or nothing is known any more. */
  known: boolean;
  /** Since when it is past without a break. */
  since?: number;
  /** It may cue: it has been back past the hysteresis since it last did. */
  armed: boolean;
}

export const UNHEARD: Crossing = { known: false, armed: false };

/**
 * A value is heard.
 *
 * @param value undefined where the source says that it does not know
 * @param at milliseconds
 * @returns the crossing as it now stands; `dueAt` where it cues then, unless another value comes before
 */
export function heard(
  { way, limit, hysteresis, holdMs }: Threshold,
  crossing: Crossing,
  value: number | undefined,
  at: number,
): { crossing: Crossing; dueAt?: number } {
  if (value === undefined) return { crossing: { known: false, armed: crossing.armed } };
  const past = way === "above" ? value > limit : value < limit;
  const back = way === "above" ? value <= limit - hysteresis : value >= limit + hysteresis;
  const armed = crossing.armed || (back && !past);
  if (!past) return { crossing: { known: true, armed } };
  // The first that is heard has been so for nobody knows how long: it is no crossing.
  const since = crossing.known ? (crossing.since ?? at) : at;
  return { crossing: { known: true, armed, since }, ...(armed ? { dueAt: since + holdMs } : {}) };
}

/** Its time has come: cues where it is armed and still past, and is then done until it went back. */
export function due(
  { holdMs }: Threshold,
  crossing: Crossing,
  at: number,
): { crossing: Crossing; cues: boolean } {
  const cues = crossing.armed && crossing.since !== undefined && at - crossing.since >= holdMs;
  return { crossing: cues ? { ...crossing, armed: false } : crossing, cues };
}
