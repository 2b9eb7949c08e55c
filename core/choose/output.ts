/** What the command line says of a choice; the same the screen shows. */
import type { Design } from "../design/collections";
import { answerChoice } from "./answer";
import { conflictNames } from "./conflict";
import type { Highs } from "./mip";
import type { Plan } from "./plans";

const money = (value: number) => Math.round(value * 100) / 100;

export interface ChooseJson {
  plans: {
    name: string;
    /** Over the years, and that with the penalty for controllers, bridges and accounts: what bound and gap are about. */
    cost: number;
    weighed: number;
    bound: number;
    gap: number;
    controllers: { option: string; of?: string; kept: boolean }[];
    picks: { want: string; option: string; hub?: string; companion?: string; count: number }[];
    missed?: { want: string; count: number }[];
  }[];
  conflicts?: { wants: string[]; names: string[]; smallest: boolean; reasons: string[]; giveUp: string[] }[];
}

const planJson = (plan: Plan): ChooseJson["plans"][number] => ({
  name: plan.name, cost: money(plan.cost), weighed: money(plan.weighed), bound: money(plan.bound), gap: plan.gap,
  controllers: [...plan.hubs, ...plan.addons].map(({ option, of, kept }) => ({ option, ...(of ? { of } : {}), kept })),
  picks: plan.picks.map(({ want, option, hub, companion, count }) => ({ want, option, ...(hub ? { hub } : {}), ...(companion ? { companion } : {}), count })),
  ...(plan.missed.length ? { missed: plan.missed } : {}),
});

/** Solve a design's choice: its plans, and the conflicts where not everything can be met. */
export function chooseJson(highs: Highs, design: Design): ChooseJson & { solved: readonly Plan[] } {
  const { plans, conflicts } = answerChoice(highs, design);
  return {
    plans: plans.map(planJson), solved: plans,
    ...(conflicts.length ? { conflicts: conflicts.map((conflict) => ({ wants: conflict.wants, names: conflictNames(design, conflict), smallest: conflict.smallest, reasons: conflict.reasons.map((reason) => reason.text), giveUp: conflict.giveUp.map((way) => way.text) })) } : {}),
  };
}
