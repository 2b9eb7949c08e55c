/**
 * What came next for a want, worked out anew: the best plan of the same kind in which it is met by
 * something else.
 */
import { round2 } from "../../geometry/round";
import { type Design, rowOf } from "../../design/collections";
import type { WantRow } from "../../design/rows/choose";
import {
  allCandidates,
  candidatesOf,
  dominated,
  groupsOf,
  impossibleWants,
  type Candidate,
} from "./candidates";
import { differenceText, type WhyNot } from "./explain";
import type { Highs } from "./mip";
import { choiceModel } from "./model";
import { planOf, type Plan, type PlanKind } from "./plans";

/** Nodes of the search tree for one of these; they are many, and small. */
const NODES = 400;

/** Candidates of a want that are none of the options picked for it, without those nothing speaks for. */
function othersOf(design: Design, want: WantRow, picked: ReadonlySet<string>): Candidate[] {
  const all = candidatesOf(design, want, true).filter((one) => !picked.has(one.option.id));
  return all.filter(
    (one, i) =>
      !all.some((other, j) => j !== i && dominated(one, other) && (!dominated(other, one) || j < i)),
  );
}

/**
 * The option that came next for a want and what the whole plan would cost more with it; undefined where
 * nothing else can be had with the rest.
 */
export function nextBestSolved(highs: Highs, design: Design, plan: Plan, want: WantRow): WhyNot | undefined {
  const picked = new Set(plan.picks.filter((pick) => pick.want === want.id).map((pick) => pick.option));
  const candidates = othersOf(design, want, picked);
  if (!candidates.length || plan.missed.length > impossibleWants(design).length) return undefined;
  const model = choiceModel(design, design.wants, { apart: { want: want.id, candidates } });
  const other = planOf(highs, design, model, plan.kind, { nodes: NODES });
  if (!other) return undefined;
  const [pick] = other.picks.filter((one) => one.want === want.id).sort((a, b) => b.count - a.count);
  if (!pick) return undefined;
  const had = new Set([...plan.hubs, ...plan.addons].map((one) => `${one.of ?? ""} ${one.option}`));
  const adds = [...other.hubs, ...other.addons]
    .filter((one) => !had.has(`${one.of ?? ""} ${one.option}`))
    .map((one) => rowOf(design, "options", one.option));
  const money = other.cost - plan.cost;
  const candidate = candidates.find((one) => one.option.id === pick.option)!;
  const text = differenceText(
    plan.kind,
    {
      adds,
      accounts: other.accounts.filter((line) => !plan.accounts.includes(line)),
      money,
      penalty: other.penalty - plan.penalty,
    },
    candidate,
  );
  return { option: pick.option, more: round2(money), solved: true, text };
}

/**
 * Every want of every plan once: those that ask the same and got the same are worked out together. Undefined for
 * those that nothing else could meet: whoever asks may stop after each.
 */
export function* nextBests(
  highs: Highs,
  design: Design,
  plans: readonly Plan[],
): Generator<{ kind: PlanKind; wants: string[]; why: WhyNot } | undefined> {
  for (const plan of plans) {
    const groups = new Map(groupsOf(design).flatMap((group, g) => group.wants.map((id) => [id, g] as const)));
    const alike = new Map<string, WantRow[]>();
    for (const want of design.wants) {
      if (!allCandidates(design).get(want.id)?.length) continue;
      const options = plan.picks
        .filter((pick) => pick.want === want.id)
        .map((pick) => `${pick.option}×${pick.count}`)
        .sort()
        .join();
      const key = `${groups.get(want.id)} ${want.count} ${options}`;
      alike.set(key, [...(alike.get(key) ?? []), want]);
    }
    for (const wants of alike.values()) {
      const why = nextBestSolved(highs, design, plan, wants[0]!);
      yield why && { kind: plan.kind, wants: wants.map((want) => want.id), why };
    }
  }
}
