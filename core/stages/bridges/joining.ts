/**
 * In which order ecosystems join a bridge (docs/model.md §9). The first joins by the bridge's own code; each other one is let
 * in by one that has joined already and can share. Its minutes are those of the one that joins and of the one that
 * shares: phones are held side by side.
 */
export interface Joiner {
  id: string;
  /** It can read a bridge's code. */
  byCode: boolean;
  /** It can let others in. */
  shares: boolean;
  /** It can be let in by another. */
  byShare: boolean;
  /** Minutes to join, by code or by share. */
  joinMin: number;
  /** Minutes to open it for another. */
  openMin: number;
}

export interface Joining {
  of: string;
  /** The one it is let in by; absent: by the code. */
  from?: string;
  minutes: number;
}

export interface JoinPlan {
  steps: readonly Joining[];
  minutes: number;
  /** Who cannot join: their id. */
  left: readonly string[];
}

/**
 * The order with the fewest minutes that lets in as many as can be.
 *
 * Once one has joined, each further one costs its own minutes and those of whoever opens for it. So it pays to let in
 * the quickest opener second, if it opens quicker than the first; all others then come in by the quicker of the two. The
 * first is the one with which that sum is least. Exact: no order of all and no choice of who shares is shorter
 * (joining.test.ts tries them all).
 *
 * @param joiners in the order they are to be named; equal orders keep to it
 */
export function joinOrder(joiners: readonly Joiner[]): JoinPlan {
  let best: JoinPlan | undefined;
  for (const first of joiners) {
    if (!first.byCode) continue;
    const plan = startedBy(first, joiners);
    if (
      !best ||
      plan.left.length < best.left.length ||
      (plan.left.length === best.left.length && plan.minutes < best.minutes)
    )
      best = plan;
  }
  return best ?? { steps: [], minutes: 0, left: joiners.map(({ id }) => id) };
}

function startedBy(first: Joiner, joiners: readonly Joiner[]): JoinPlan {
  const others = joiners.filter((one) => one !== first);
  const able = first.shares ? others.filter(({ byShare }) => byShare) : [];
  const steps: Joining[] = [{ of: first.id, minutes: first.joinMin }];
  // The quickest opener that is let in; the first one, where none is quicker.
  const opener = able
    .filter(({ shares }) => shares)
    .reduce((quick, one) => (one.openMin < quick.openMin ? one : quick), first);
  if (opener !== first)
    steps.push({ of: opener.id, from: first.id, minutes: opener.joinMin + first.openMin });
  for (const one of able)
    if (one !== opener) steps.push({ of: one.id, from: opener.id, minutes: one.joinMin + opener.openMin });
  const joined = new Set(steps.map(({ of }) => of));
  return {
    steps,
    minutes: steps.reduce((sum, { minutes }) => sum + minutes, 0),
    left: joiners.filter(({ id }) => !joined.has(id)).map(({ id }) => id),
  };
}
