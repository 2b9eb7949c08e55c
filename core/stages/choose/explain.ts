/**
 * Why this and not that: for each want of a plan the next option and what it lost by; hubs against needs;
 * what changed between two plans.
 */
import { round2 } from "../../geometry/round";
import { byId, type Design, rowOf } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { accountOf, allCandidates, candidatesOf, wantName, type Candidate } from "./candidates";
import { carrierAgainst, carriersOf } from "./carriers";
import { controllerCost, total } from "./cost";
import { reasonsAgainst } from "./fits";
import type { Pick as Picked, Plan, PlanController, PlanKind } from "./plans";
import { settingsOf } from "./settings";
import { cableBan } from "./site";

const optionName = (design: Design, id: string) => byId(design, "options").get(id)?.name ?? id;
const money = (value: number) => (Math.abs(value) < 10 ? value.toFixed(2) : value.toFixed(0));

/** "2 × Lamp, white, through Small local hub". */
export function pickText(design: Design, pick: Picked): string {
  const what = `${pick.count > 1 ? `${pick.count} × ` : ""}${optionName(design, pick.option)}${pick.companion ? ` with ${optionName(design, pick.companion)}` : ""}`;
  return pick.hub ? `${what}, through ${optionName(design, pick.via ?? pick.hub)}` : what;
}

export interface WhyNot {
  option: string;
  /**
   * Money the whole plan would cost more with it, controllers and accounts it needs included; less where
   * negative.
   */
  more?: number;
  /** Worked out anew by the solver, and not only with the rest of the plan as it is. */
  solved?: true;
  text: string;
}

/**
 * Why an option was not picked for a want in a plan; `all`: the candidates of the want, where they are
 * known already.
 */
export function whyNot(
  design: Design,
  plan: Plan,
  want: WantRow,
  option: OptionRow,
  all: readonly Candidate[] = candidatesOf(design, want, true),
): string {
  const reasons = reasonsAgainst(design, want, option);
  const own = all.filter((one) => one.option.id === option.id);
  if (!own.length) {
    if (reasons.length) return reasons.join("; ");
    const against = [
      ...new Set(
        carriersOf(design)
          .filter((carrier) => carrier.protocol === option.protocol)
          .map((carrier) => carrierAgainst(carrier, want, option)),
      ),
    ];
    return against[0] ?? `no controller carries ${option.protocol}`;
  }
  if (plan.picks.some((pick) => pick.want === want.id && pick.option === option.id)) return "picked";
  return own.map((one) => exchanged(design, plan, want, one)).sort(byWeight)[0]!.why.text;
}

/** What a plan would be with another candidate for one want and all else as it is. */
interface Exchange {
  why: WhyNot;
  /** Money and penalty together; without end where no controller has room for it. */
  weight: number;
}

const byWeight = (a: Exchange, b: Exchange) => a.weight - b.weight;

/** Controllers of a plan that carry this want and nothing else, and may go with it. */
function freedBy(plan: Plan, want: WantRow): PlanController[] {
  const others = plan.picks.filter((pick) => pick.want !== want.id);
  const addons = plan.addons.filter(
    (addon) => !addon.kept && !others.some((pick) => pick.via === addon.option && pick.hub === addon.of),
  );
  const left = plan.addons.filter((addon) => !addons.includes(addon));
  const hubs = plan.hubs.filter(
    (hub) =>
      !hub.kept &&
      !others.some((pick) => pick.hub === hub.option) &&
      !left.some((addon) => addon.of === hub.option),
  );
  return [...hubs, ...addons];
}

/**
 * The whole plan with candidate `one` for a want, everything else as it is: what the want's units cost
 * more, and the controllers, bridges and accounts that come and go with it.
 */
function exchanged(design: Design, plan: Plan, want: WantRow, one: Candidate): Exchange {
  const settings = settingsOf(design);
  const carriers = carriersOf(design);
  const own = plan.picks.filter((pick) => pick.want === want.id);
  const units = own.reduce((sum, pick) => sum + pick.count, 0) || want.count;
  const freed = freedBy(plan, want);
  const picked = units * one.cost - own.reduce((sum, pick) => sum + total(pick.split), 0);
  const isLine = design.design.schools?.hubRadios === "one hub for each line";
  const penaltyOf = (hubs: number, bridges: number, accounts: number) =>
    settings.penalty * ((isLine ? 0 : Math.max(0, hubs - 1) + bridges) + accounts);
  const row = (controller: PlanController) => byId(design, "options").get(controller.option);
  const isBridge = (option: OptionRow | undefined) => option?.kind === "bridge";
  const accountsOf = (controllers: readonly (OptionRow | undefined)[], more: readonly string[]) => {
    const others = plan.picks
      .filter((pick) => pick.want !== want.id)
      .flatMap((pick) => [pick.option, pick.companion])
      .map((id) => byId(design, "options").get(id ?? ""));
    return new Set(
      [...controllers, ...others]
        .flatMap((option) => (option?.account ? [accountOf(option)] : []))
        .concat(more),
    );
  };
  const before = penaltyOf(
    plan.hubs.length,
    plan.addons.filter((addon) => isBridge(row(addon))).length,
    plan.accounts.length,
  );
  const ways = (one.carriers.length ? one.carriers.map((i) => carriers[i]!) : [undefined]).flatMap(
    (carrier) => {
      // What this way needs and the plan has, or has not: first of all, what may stay of the freed ones.
      const hubs = [...plan.hubs].filter((hub) => !freed.includes(hub) || hub.option === carrier?.hub.id);
      const addons = [...plan.addons].filter(
        (addon) =>
          !freed.includes(addon) || (addon.option === carrier?.via?.id && addon.of === carrier.hub.id),
      );
      const adds =
        carrier === undefined
          ? []
          : [
              ...(hubs.some((hub) => hub.option === carrier.hub.id) ? [] : [carrier.hub]),
              ...(carrier.via &&
              !addons.some((addon) => addon.option === carrier.via!.id && addon.of === carrier.hub.id)
                ? [carrier.via]
                : []),
            ];
      const last =
        carrier &&
        [...hubs, ...addons].find((controller) => controller.option === (carrier.via ?? carrier.hub).id);
      const radio = last?.radios.find((entry) => entry.protocol === carrier!.protocol);
      const ownThere = own
        .filter((pick) => (pick.via ?? pick.hub) === last?.option)
        .reduce((sum, pick) => sum + pick.count, 0);
      if (radio && radio.devices - ownThere + units * one.devices > radio.holds) return [];
      const gone = [...plan.hubs, ...plan.addons].filter(
        (controller) => !hubs.includes(controller) && !addons.includes(controller),
      );
      const all = [...hubs.map(row), ...addons.map(row), ...adds];
      const accounts = accountsOf(all, one.accounts);
      const money =
        picked +
        adds.reduce((sum, option) => sum + total(controllerCost(option, settings, false)), 0) -
        gone.reduce((sum, controller) => sum + total(controller.split), 0);
      const penalty =
        penaltyOf(
          hubs.length + adds.filter((option) => option.kind === "hub").length,
          [...addons.map(row), ...adds].filter(isBridge).length,
          accounts.size,
        ) - before;
      return [
        { adds, money, penalty, accounts: [...accounts].filter((line) => !plan.accounts.includes(line)) },
      ];
    },
  );
  const [best] = ways.sort((a, b) => a.money + a.penalty - b.money - b.penalty);
  if (!best) return { why: { option: one.option.id, text: "its radio is full" }, weight: Infinity };
  return {
    why: {
      option: one.option.id,
      more: cents(best.money),
      text: `${differenceText(plan.kind, best, one)}${plan.picks.length > own.length ? ", the rest as it is" : ""}`,
    },
    weight: best.money + best.penalty,
  };
}

const cents = (value: number) => round2(value);

interface Difference {
  adds: readonly OptionRow[];
  accounts: readonly string[];
  money: number;
  penalty: number;
}

/** What the whole plan gains and loses, in words. */
export function differenceText(
  kind: PlanKind,
  { adds, accounts, money: by, penalty }: Difference,
  one: FailsWith,
): string {
  const needs = [
    ...adds.map((option) => option.name),
    ...accounts.map((line) => `an account with line ${line}`),
  ];
  const asks = needs.length ? `needs ${needs.join(" and ")} as well` : "";
  const sum =
    by > 0.005
      ? `costs ${money(by)} more in all`
      : by < -0.005
        ? `saves ${money(-by)} in all`
        : "costs the same in all";
  const stops =
    kind !== "sturdy"
      ? ""
      : one.offline
        ? "stops with the internet"
        : one.hubless
          ? "stops with its hub"
          : one.battery
            ? "stops with its battery"
            : "";
  if (by > 0.005) return [asks, stops, sum].filter(Boolean).join(", ");
  const but = asks || stops || (penalty > 0.005 ? `its penalty of ${money(penalty)} is more` : "");
  return but ? `${sum}, but ${but}` : sum;
}

/** What stops a candidate. */
type FailsWith = Pick<Candidate, "offline" | "hubless" | "battery">;

/**
 * The option that came next for a want with the rest of the plan as it is, and what it lost by; undefined
 * where there is no other.
 */
export function nextBest(design: Design, plan: Plan, want: WantRow): WhyNot | undefined {
  const picked = new Set(plan.picks.filter((pick) => pick.want === want.id).map((pick) => pick.option));
  const known = allCandidates(design).get(want.id) ?? [];
  const others = (
    known.some((one) => !picked.has(one.option.id)) ? known : candidatesOf(design, want, true)
  ).filter((one) => !picked.has(one.option.id));
  return others.map((one) => exchanged(design, plan, want, one)).sort(byWeight)[0]?.why;
}

export interface Ask {
  want: WantRow;
  units: number;
  wants: number;
}

/**
 * Wants that ask a hub for the same, put together. The room counts where it decides what may be put there:
 * cable that may not be laid, an emitter in line of sight.
 */
export function asksOf(design: Design): Ask[] {
  const groups = new Map<string, Ask>();
  for (const want of design.wants) {
    const place = [cableBan(design, want.room) ?? "", want.function === "infrared" ? want.room : ""];
    const key = JSON.stringify([
      want.function,
      [...want.needs].sort(),
      want.critical === true,
      want.localOnly === true,
      want.guest === true,
      want.leg ?? "",
      want.option ?? "",
      want.budget === undefined ? "" : want.budget / want.count,
      want.loadW ?? "",
      want.lampsEach ?? "",
      ...place,
    ]);
    const known = groups.get(key);
    if (known) {
      known.units += want.count;
      known.wants += 1;
    } else groups.set(key, { want, units: want.count, wants: 1 });
  }
  return [...groups.values()].sort((a, b) => b.units - a.units);
}

export interface HubCell {
  ok: boolean;
  /** The cheapest option it carries, or what stands against all. */
  text: string;
}

/** What one hub by itself, with what can be put in it or behind it, makes of a want. */
export function hubAgainst(design: Design, hub: OptionRow, want: WantRow): HubCell {
  const carriers = carriersOf(design);
  const own = (allCandidates(design).get(want.id) ?? []).find(
    (one) => !one.carriers.length || one.carriers.some((i) => carriers[i]!.hub.id === hub.id),
  );
  if (own) {
    const at = own.carriers.map((i) => carriers[i]!).filter((carrier) => carrier.hub.id === hub.id);
    const via = at.length && at.every((carrier) => carrier.via) ? at[0]!.via : undefined;
    return {
      ok: true,
      text: `${own.option.name}${own.companion ? ` with ${own.companion.name}` : ""}${via ? `, through ${via.name}` : ""}`,
    };
  }
  const fits = design.options.filter((option) => !reasonsAgainst(design, want, option).length);
  if (!fits.length) return { ok: false, text: "nothing in the catalogue meets it" };
  const mine = carriers.filter((carrier) => carrier.hub.id === hub.id);
  const spoken = fits.filter((option) => mine.some((carrier) => carrier.protocol === option.protocol));
  const [option] = spoken;
  if (!option)
    return {
      ok: false,
      text: `speaks none of ${[...new Set(fits.map((one) => one.protocol))].slice(0, 3).join(", ")}`,
    };
  return {
    ok: false,
    text:
      mine
        .filter((carrier) => carrier.protocol === option.protocol)
        .map((carrier) => carrierAgainst(carrier, want, option))
        .find((reason) => reason !== undefined) ?? "cannot carry it",
  };
}

export interface PlanChange {
  want: string;
  before: string;
  after: string;
  why: string;
}

const picksText = (design: Design, plan: Picked[]) =>
  plan.map((pick) => pickText(design, pick)).join(" and ") || "nothing";

function changeWhy(
  before: { design: Design; plan: Plan },
  after: { design: Design; plan: Plan },
  id: string,
): string {
  const was = byId(before.design, "wants").get(id);
  const is = byId(after.design, "wants").get(id);
  if (!is) return "the want is gone";
  if (!was) return "the want is new";
  const added = is.needs.filter((need) => !was.needs.includes(need));
  if (added.length) return `it asks for ${added.join(", ")} now`;
  const dropped = was.needs.filter((need) => !is.needs.includes(need));
  if (dropped.length) return `it no longer asks for ${dropped.join(", ")}`;
  if (was.option !== is.option) return is.option ? "its option was settled" : "its option is open again";
  if (Boolean(was.critical || was.localOnly) !== Boolean(is.critical || is.localOnly))
    return is.critical || is.localOnly
      ? "it must work without the internet now"
      : "it may use the internet now";
  if (was.count !== is.count) return `${is.count} are wanted instead of ${was.count}`;
  const old = before.plan.picks.find((pick) => pick.want === id);
  const option = old && byId(after.design, "options").get(old.option);
  if (old && !option) return `${optionName(before.design, old.option)} is out of the catalogue`;
  if (option) {
    const price = rowOf(before.design, "options", old.option).price;
    const reasons = reasonsAgainst(
      after.design,
      is,
      option,
      old.companion === undefined ? "alone" : "with a switch",
    );
    if (reasons.length) return `${option.name} ${reasons[0]}`;
    if (price !== option.price)
      return `${option.name} costs ${option.price.toFixed(2)} now, not ${price.toFixed(2)}`;
    if (old.hub && !after.plan.hubs.some((hub) => hub.option === old.hub))
      return `${optionName(after.design, old.hub)} is no longer in the plan`;
  }
  return "the sum of all choices costs less this way";
}

/**
 * What differs between two plans of the same kind, want by want, and why. Compares what is bought and what
 * carries it.
 */
export function planChanges(
  before: { design: Design; plan: Plan },
  after: { design: Design; plan: Plan },
): PlanChange[] {
  const ids = [
    ...new Set(
      [...before.plan.picks, ...before.plan.missed, ...after.plan.picks, ...after.plan.missed].map(
        (one) => one.want,
      ),
    ),
  ].sort();
  return ids.flatMap((id) => {
    const own = (plan: Plan) => plan.picks.filter((pick) => pick.want === id);
    const was = picksText(before.design, own(before.plan));
    const is = picksText(after.design, own(after.plan));
    return was === is ? [] : [{ want: id, before: was, after: is, why: changeWhy(before, after, id) }];
  });
}

/** Name of a want that may be gone from one of two designs. */
export function wantNameIn(id: string, ...designs: Design[]): string {
  for (const design of designs) {
    const want = byId(design, "wants").get(id);
    if (want) return wantName(design, want);
  }
  return id;
}

export interface HubsAgainst {
  asks: Ask[];
  /** Best first; `cells` in the order of `asks`, `met`: units of them it can carry. */
  hubs: { hub: OptionRow; cells: HubCell[]; met: number }[];
  /** Units of all asks. */
  units: number;
}

/** Every hub of the catalogue by itself against all that is asked, the one that meets most first, the cheaper before. */
export function hubsAgainst(design: Design): HubsAgainst {
  const asks = asksOf(design);
  const hubs = design.options
    .filter((option) => option.kind === "hub")
    .map((hub) => {
      const cells = asks.map(({ want }) => hubAgainst(design, hub, want));
      return { hub, cells, met: asks.reduce((sum, ask, i) => sum + (cells[i]!.ok ? ask.units : 0), 0) };
    })
    .sort((a, b) => b.met - a.met || a.hub.price - b.hub.price);
  return { asks, hubs, units: asks.reduce((sum, ask) => sum + ask.units, 0) };
}
