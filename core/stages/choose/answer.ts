/** Everything a screen shows of a choice, worked out in one go: plans, why-nots, conflicts. */
import type { Design } from "../../design/collections";
import { conflictsOf, type Conflict } from "./conflict";
import { nextBest, type WhyNot } from "./explain";
import type { Highs } from "./mip";
import { choose, type Plan, type PlanKind, type SolveOptions } from "./plans";

export interface ChoiceAnswer {
  plans: Plan[];
  /** By plan and want: the option that came next, and what it lost by. */
  next: Partial<Record<PlanKind, Record<string, WhyNot>>>;
  conflicts: Conflict[];
}

/**
 * Plans for the wants of a design, or the smallest set of wants that cannot be met together with ways out.
 * `onPlan` hears
 * each plan as it is there, and how many are done.
 */
export function answerChoice(
  highs: Highs,
  design: Design,
  options: SolveOptions & { onPlan?(plan: Plan, done: number): void } = {},
): ChoiceAnswer {
  const { plans } = choose(highs, design, options);
  const next: ChoiceAnswer["next"] = {};
  for (const plan of plans) {
    const own: Record<string, WhyNot> = (next[plan.kind] = {});
    for (const want of design.wants) {
      const why = nextBest(design, plan, want);
      if (why) own[want.id] = why;
    }
  }
  const unmet = !plans.length || plans.some((plan) => plan.missed.length > 0);
  return { plans, next, conflicts: unmet ? conflictsOf(highs, design) : [] };
}
