/** One hub or several: the best plan with at most one, two and three controllers, side by side. */
import { withRows } from "../../../design/kept";
import type { Design } from "../../../design/collections";
import type { Highs } from "../mip";
import { choose, type Plan } from "../plans";
import { settingsOf } from "../settings";

export interface HubCount {
  most: number;
  plan?: Plan;
  missed: number;
}

export interface HubCountAdvice {
  rows: HubCount[];
  verdict: string;
}

/** Units met is what counts first; then money with the penalty. */
export function adviseHubs(
  highs: Highs,
  design: Design,
  mosts: readonly number[] = [1, 2, 3],
): HubCountAdvice {
  const rows = mosts.map((most): HubCount => {
    const [plan] = choose(
      highs,
      withRows(design, { design: { ...design.design, choosing: { ...settingsOf(design), maxHubs: most } } }),
      { only: ["cost"] },
    ).plans;
    return {
      most,
      ...(plan ? { plan } : {}),
      missed: plan?.missed.reduce((sum, one) => sum + one.count, 0) ?? Infinity,
    };
  });
  const [best] = [...rows].sort(
    (a, b) =>
      a.missed - b.missed || (a.plan?.weighed ?? Infinity) - (b.plan?.weighed ?? Infinity) || a.most - b.most,
  );
  const one = rows[0]!;
  const { currency } = design.design;
  const used = best?.plan?.hubs.length ?? 0;
  const verdict = !best?.plan
    ? "No number of hubs meets anything: the wants cannot be met"
    : used <= 1
      ? `One hub: ${best.plan.hubs.length ? "it meets all that can be met, and every further one is another thing to fail" : "none is needed"}`
      : one.missed > best.missed
        ? `${used} hubs: one alone leaves ${one.missed} ${one.missed === 1 ? "unit" : "units"} unmet`
        : `${used} hubs: ${((one.plan?.weighed ?? 0) - best.plan.weighed).toFixed(0)} ${currency} less than one, penalty included`;
  return { rows, verdict };
}
