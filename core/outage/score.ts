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

/** Half for working at all, half for the share of its ways that are left: 0 to 1. */
export function kept({ before, now }: Pick<Weighed, "before" | "now">): number {
  const had = waysIn(before);
  return had ? (Number(works(now)) + waysIn(now) / had) / 2 : 1;
}

/** 100 where nothing is lost, 0 where nothing works any more; 100 of no functions. What never worked does not count. */
export function scoreOf(functions: readonly Weighed[]): number {
  let sum = 0;
  let weights = 0;
  for (const one of functions) {
    if (!works(one.before)) continue;
    sum += one.weight * kept(one);
    weights += one.weight;
  }
  return weights ? (100 * sum) / weights : 100;
}
