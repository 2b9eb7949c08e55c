/** How the figures of a plan came about. */
import { byId, type Design, rowOf, rowIn } from "../../design/collections";
import type { Working } from "../../desk/working";
import { wantName } from "./candidates";
import { total, unitWorking } from "./cost";
import type { Pick, Plan } from "./plans";
import { settingsOf } from "./settings";
import { counted } from "../../design/words";

const m = (value: number, currency: string) => `${value.toFixed(2)} ${currency}`;

/** Money over the years: what each want takes, then the controllers. */
export function planWorking(design: Design, plan: Plan): Working {
  const { currency } = design.design;
  const options = byId(design, "options");
  const split = (one: { buy: number; fit: number; run: number }) =>
    `buy ${one.buy.toFixed(2)} + fit ${one.fit.toFixed(2)} + run ${one.run.toFixed(2)}`;
  return {
    title: `${plan.name}, over ${settingsOf(design).years} years`,
    value: plan.cost,
    unit: currency,
    verdict: "none",
    steps: [
      ...plan.picks.map((pick) => ({
        formula: wantName(design, rowOf(design, "wants", pick.want)),
        with: split(pick.split),
        gives: m(total(pick.split), currency),
        source: options.get(pick.option)?.name ?? "",
      })),
      ...[...plan.hubs, ...plan.addons].map((one) => ({
        formula: options.get(one.option)?.name ?? one.option,
        with: one.kept ? `it is there and stays: run ${one.split.run.toFixed(2)}` : split(one.split),
        gives: m(total(one.split), currency),
        source: "controller",
      })),
      { formula: "Sum", with: split(plan.split), gives: m(plan.cost, currency), source: "" },
    ],
  };
}

/** What the units of a want by one option take: one unit, then as many as there are. */
export function picksWorking(design: Design, picks: readonly Pick[]): Working | undefined {
  const [first] = picks;
  const want = first && byId(design, "wants").get(first.want);
  if (!first || !want) return undefined;
  const { currency } = design.design;
  const value = picks.reduce((sum, pick) => sum + total(pick.split), 0);
  const options = byId(design, "options");
  return {
    title: wantName(design, want),
    value,
    unit: currency,
    verdict: "none",
    steps: [
      ...picks.flatMap((pick) => {
        const option = rowIn(options, pick.option, "options");
        // The hub's own emitter costs nothing more.
        const unit = option.controls
          ? []
          : unitWorking(
              design,
              want,
              option,
              pick.companion === undefined ? undefined : options.get(pick.companion),
            ).steps;
        return [
          ...unit,
          {
            formula: `× ${pick.count} ${pick.count === 1 ? "unit" : "units"} of ${option.name}`,
            with: `${(total(pick.split) / pick.count).toFixed(2)} × ${pick.count}`,
            gives: m(total(pick.split), currency),
            source: "",
          },
        ];
      }),
      ...(picks.length > 1
        ? [{ formula: "Sum", with: counted(picks.length, "option"), gives: m(value, currency), source: "" }]
        : []),
    ],
  };
}

/** What the solver has proven of a plan. */
export function proofWorking(design: Design, plan: Plan): Working {
  const { currency } = design.design;
  const { penalty } = settingsOf(design);
  const bridges = plan.addons.filter(
    (addon) => byId(design, "options").get(addon.option)?.kind === "bridge",
  ).length;
  return {
    title: "Nothing cheaper meets it",
    value: plan.weighed,
    unit: currency,
    limit: { value: plan.bound, unit: currency, source: "bound of the solver" },
    verdict: plan.proven ? "holds" : "tight",
    steps: [
      { formula: "Money over the years", with: "", gives: m(plan.cost, currency), source: "the plan" },
      {
        formula: "Penalty × (controllers − 1 + bridges + accounts)",
        with: `${penalty} × (${Math.max(1, plan.hubs.length)} − 1 + ${bridges} + ${plan.accounts.length})`,
        gives: m(plan.penalty, currency),
        source: "settings",
      },
      {
        formula: "Weighed",
        with: `${plan.cost.toFixed(2)} + ${plan.penalty.toFixed(2)}`,
        gives: m(plan.weighed, currency),
        source: "",
      },
      {
        formula: "No plan of this kind can be below",
        with: "branch and bound, mixed-integer program",
        gives: m(plan.bound, currency),
        source: "solver",
      },
      {
        formula: "Gap",
        with: "(weighed − bound) ÷ weighed",
        gives: plan.proven ? "0: proven" : `${(100 * plan.gap).toFixed(2)} %`,
        source: `${plan.seconds.toFixed(2)} s`,
      },
    ],
  };
}
