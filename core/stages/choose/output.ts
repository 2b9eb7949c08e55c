/** What the command line says of a choice; the same the screen shows. */
import { round2 } from "../../geometry/round";
import type { Design } from "../../design/collections";
import { answerChoice } from "./answer";
import { conflictNames } from "./conflict";
import type { Split } from "./cost";
import type { Highs } from "./mip";
import type { Plan } from "./plans";

const money = (value: number) => round2(value);

export interface ChooseJson {
  plans: {
    name: string;
    /**
     * Over the years, and that with the penalty for controllers, bridges and accounts: what bound and gap
     * are about.
     */
    cost: number;
    weighed: number;
    bound: number;
    gap: number;
    proven: boolean;
    /** What the cost is made of, over the years: bought, fitted, run. */
    split: SplitJson;
    penalty: number;
    /** Product lines with which somebody has to have an account. */
    accounts: string[];
    controllers: {
      option: string;
      of?: string;
      kept: boolean;
      split: SplitJson;
      radios: { protocol: string; devices: number; holds: number }[];
    }[];
    /** `hub` is the controller it goes through, `via` the coordinator or bridge in between. */
    picks: {
      want: string;
      option: string;
      hub?: string;
      via?: string;
      companion?: string;
      count: number;
      split: SplitJson;
      offline: boolean;
      hubless: boolean;
    }[];
    missed?: { want: string; count: number }[];
  }[];
  conflicts?: { wants: string[]; names: string[]; smallest: boolean; reasons: string[]; giveUp: string[] }[];
}

interface SplitJson {
  buy: number;
  fit: number;
  run: number;
}

const splitJson = ({ buy, fit, run }: Split): SplitJson => ({
  buy: money(buy),
  fit: money(fit),
  run: money(run),
});

const planJson = (plan: Plan): ChooseJson["plans"][number] => ({
  name: plan.name,
  cost: money(plan.cost),
  weighed: money(plan.weighed),
  bound: money(plan.bound),
  gap: Math.round(plan.gap * 1e6) / 1e6,
  proven: plan.proven,
  split: splitJson(plan.split),
  penalty: money(plan.penalty),
  accounts: plan.accounts,
  controllers: [...plan.hubs, ...plan.addons].map(({ option, of, kept, split, radios }) => ({
    option,
    ...(of ? { of } : {}),
    kept,
    split: splitJson(split),
    radios,
  })),
  picks: plan.picks.map(({ want, option, hub, via, companion, count, split, offline, hubless }) => ({
    want,
    option,
    ...(hub ? { hub } : {}),
    ...(via ? { via } : {}),
    ...(companion ? { companion } : {}),
    count,
    split: splitJson(split),
    offline,
    hubless,
  })),
  ...(plan.missed.length ? { missed: plan.missed } : {}),
});

/** Solve a design's choice: its plans, and the conflicts where not everything can be met. */
export function chooseJson(highs: Highs, design: Design): ChooseJson & { solved: readonly Plan[] } {
  const { plans, conflicts } = answerChoice(highs, design);
  return {
    plans: plans.map(planJson),
    solved: plans,
    ...(conflicts.length
      ? {
          conflicts: conflicts.map((conflict) => ({
            wants: conflict.wants,
            names: conflictNames(design, conflict),
            smallest: conflict.smallest,
            reasons: conflict.reasons.map((reason) => reason.text),
            giveUp: conflict.giveUp.map((way) => way.text),
          })),
        }
      : {}),
  };
}
