/** What an outage costs a household, as points of a hundred. */

/** The ways of one function: by a control on the thing itself, by a link past the hub, by the hub. */
export interface Ways {
  byHand: boolean;
  byLink: boolean;
  byHub: boolean;
}

export interface Weighed {
  /** A critical function counts for several. */
  weight: number;
  before: Ways;
  now: Ways;
}

export const CRITICAL_WEIGHT = 3;

export const works = ({ byHand, byLink, byHub }: Ways) => byHand || byLink || byHub;
const waysIn = ({ byHand, byLink, byHub }: Ways) => Number(byHand) + Number(byLink) + Number(byHub);

/** Half, and a share of one, two or three ways: twelfths of a function are whole numbers, whatever is left of it. */
const WHOLE = 12;

/** Half for working at all, half for the share of its ways that are left: 0 to 12 twelfths. */
export function twelfthsLost({ before, now }: Pick<Weighed, "before" | "now">): number {
  const had = waysIn(before);
  return had ? WHOLE - (WHOLE / 2) * (Number(works(now)) + waysIn(now) / had) : 0;
}

/**
 * 100 where nothing is lost, 0 where nothing works any more; 100 of no functions.
 * @param lost twelfths, by weight, of all functions together
 * @param weights of all functions together
 */
export const pointsLeft = (lost: number, weights: number): number =>
  weights ? (100 * (WHOLE * weights - lost)) / (WHOLE * weights) : 100;

/** What is left of these functions; what never worked does not count. */
export function scoreOf(functions: readonly Weighed[]): number {
  let lost = 0;
  let weights = 0;
  for (const one of functions) {
    if (!works(one.before)) continue;
    lost += one.weight * twelfthsLost(one);
    weights += one.weight;
  }
  return pointsLeft(lost, weights);
}
