/** Why this and not that: for each want of a plan the next option and what it lost by; hubs against needs; what changed between two plans. */
import { byId, type Design } from "../design/collections";
import type { OptionRow, WantRow } from "../design/rows-choose";
import { allCandidates, candidatesOf, wantName, type Candidate } from "./candidates";
import { carrierAgainst, carriersOf, type Carrier } from "./carriers";
import { total } from "./cost";
import { reasonsAgainst } from "./fits";
import type { Pick, Plan } from "./plans";

const optionName = (design: Design, id: string) => byId(design, "options").get(id)?.name ?? id;
const money = (value: number) => (Math.abs(value) < 10 ? value.toFixed(2) : value.toFixed(0));

/** "2 × Lamp, white, through Small local hub". */
export function pickText(design: Design, pick: Pick): string {
  const what = `${pick.count > 1 ? `${pick.count} × ` : ""}${optionName(design, pick.option)}${pick.companion ? ` with ${optionName(design, pick.companion)}` : ""}`;
  return pick.hub ? `${what}, through ${optionName(design, pick.via ?? pick.hub)}` : what;
}

/** Is a carrier open in a plan? */
const isOpen = (plan: Plan, carrier: Carrier) =>
  carrier.via ? plan.addons.some((addon) => addon.option === carrier.via!.id && addon.of === carrier.hub.id) : plan.hubs.some((hub) => hub.option === carrier.hub.id);

export interface WhyNot {
  option: string;
  /** More money a unit than what was picked; absent where money is not what it lost by. */
  more?: number;
  text: string;
}

/** Why an option was not picked for a want in a plan; `all`: the candidates of the want, where they are known already. */
export function whyNot(design: Design, plan: Plan, want: WantRow, option: OptionRow, all: readonly Candidate[] = candidatesOf(design, want, true)): string {
  const reasons = reasonsAgainst(design, want, option);
  const own = all.filter((one) => one.option.id === option.id);
  if (!own.length) {
    if (reasons.length) return reasons.join("; ");
    const against = [...new Set(carriersOf(design).filter((carrier) => carrier.protocol === option.protocol).map((carrier) => carrierAgainst(carrier, want, option)))];
    return against[0] ?? `no controller carries ${option.protocol}`;
  }
  return lostBy(design, plan, want, own[0]!).text;
}

function lostBy(design: Design, plan: Plan, want: WantRow, one: Candidate): WhyNot {
  const carriers = carriersOf(design);
  const picked = plan.picks.filter((pick) => pick.want === want.id);
  const units = picked.reduce((sum, pick) => sum + pick.count, 0);
  const unit = units ? picked.reduce((sum, pick) => sum + total(pick.split), 0) / units : 0;
  const more = one.cost - unit;
  const option = one.option.id;
  if (picked.some((pick) => pick.option === option)) return { option, text: "picked" };
  const open = one.carriers.length === 0 || one.carriers.some((i) => isOpen(plan, carriers[i]!));
  if (!open) {
    // The way that takes the least beside what the plan has.
    const lacks = (carrier: Carrier) => [...(plan.hubs.some((hub) => hub.option === carrier.hub.id) ? [] : [carrier.hub]), ...(carrier.via ? [carrier.via] : [])];
    const [missing] = one.carriers.map((i) => lacks(carriers[i]!)).sort((a, b) => a.reduce((sum, row) => sum + row.price, 0) - b.reduce((sum, row) => sum + row.price, 0));
    const needs = { name: missing!.map((row) => row.name).join(" and ") };
    return { option, ...(more > 0 ? { more } : {}), text: `needs ${needs.name} as well${more > 0 ? `, and costs ${money(more)} more` : more < 0 ? `, though it saves ${money(-more)} a unit` : ""}` };
  }
  const account = one.accounts.find((line) => !plan.accounts.includes(line));
  if (account && more <= 0) return { option, text: `needs an account with line ${account}` };
  if (more > 0.005) return { option, more, text: `costs ${money(more)} more a unit over the years` };
  if (plan.kind === "sturdy" && (one.offline || one.hubless || one.battery)) return { option, text: one.offline ? "stops with the internet" : one.hubless ? "stops with its hub" : "stops with its battery" };
  const full = one.carriers.filter((i) => isOpen(plan, carriers[i]!)).every((i) => [...plan.hubs, ...plan.addons].some((controller) => controller.option === (carriers[i]!.via ?? carriers[i]!.hub).id && controller.radios.some((radio) => radio.protocol === carriers[i]!.protocol && radio.devices + one.devices > radio.holds)));
  if (full && one.carriers.length) return { option, text: "its radio is full" };
  return { option, more: Math.max(0, more), text: more < -0.005 ? `saves ${money(-more)} a unit, but the whole plan would cost more` : "costs the same" };
}

/** The option that came next for a want, and what it lost by; undefined where there is no other. */
export function nextBest(design: Design, plan: Plan, want: WantRow): WhyNot | undefined {
  const picked = new Set(plan.picks.filter((pick) => pick.want === want.id).map((pick) => pick.option));
  const others = (allCandidates(design).get(want.id)?.length === 1 ? candidatesOf(design, want, true) : allCandidates(design).get(want.id) ?? []).filter((one) => !picked.has(one.option.id));
  // Those the plan's controllers carry come first: they are what the person could take without another box.
  const carriers = carriersOf(design);
  const open = others.filter((one) => !one.carriers.length || one.carriers.some((i) => isOpen(plan, carriers[i]!)));
  const next = open[0] ?? others[0];
  return next && lostBy(design, plan, want, next);
}

export interface HubCell {
  ok: boolean;
  /** The cheapest option it carries, or what stands against all. */
  text: string;
}

/** What one hub by itself, with what can be put in it or behind it, makes of a want. */
export function hubAgainst(design: Design, hub: OptionRow, want: WantRow): HubCell {
  const carriers = carriersOf(design);
  const own = (allCandidates(design).get(want.id) ?? []).find((one) => !one.carriers.length || one.carriers.some((i) => carriers[i]!.hub.id === hub.id));
  if (own) {
    const at = own.carriers.map((i) => carriers[i]!).filter((carrier) => carrier.hub.id === hub.id);
    const via = at.length && at.every((carrier) => carrier.via) ? at[0]!.via : undefined;
    return { ok: true, text: `${own.option.name}${own.companion ? ` with ${own.companion.name}` : ""}${via ? `, through ${via.name}` : ""}` };
  }
  const fits = design.options.filter((option) => !reasonsAgainst(design, want, option).length);
  if (!fits.length) return { ok: false, text: "nothing in the catalogue meets it" };
  const mine = carriers.filter((carrier) => carrier.hub.id === hub.id);
  const spoken = fits.filter((option) => mine.some((carrier) => carrier.protocol === option.protocol));
  const [option] = spoken;
  if (!option) return { ok: false, text: `speaks none of ${[...new Set(fits.map((one) => one.protocol))].slice(0, 3).join(", ")}` };
  return { ok: false, text: mine.filter((carrier) => carrier.protocol === option.protocol).map((carrier) => carrierAgainst(carrier, want, option)).find((reason) => reason !== undefined) ?? "cannot carry it" };
}

export interface PlanChange {
  want: string;
  before: string;
  after: string;
  why: string;
}

const picksText = (design: Design, plan: Pick[]) => plan.map((pick) => pickText(design, pick)).join(" and ") || "nothing";

function changeWhy(before: { design: Design; plan: Plan }, after: { design: Design; plan: Plan }, id: string): string {
  const was = byId(before.design, "wants").get(id);
  const is = byId(after.design, "wants").get(id);
  if (!is) return "the want is gone";
  if (!was) return "the want is new";
  const added = is.needs.filter((need) => !was.needs.includes(need));
  if (added.length) return `it asks for ${added.join(", ")} now`;
  const dropped = was.needs.filter((need) => !is.needs.includes(need));
  if (dropped.length) return `it no longer asks for ${dropped.join(", ")}`;
  if (was.option !== is.option) return is.option ? "its option was settled" : "its option is open again";
  if (Boolean(was.critical || was.localOnly) !== Boolean(is.critical || is.localOnly)) return is.critical || is.localOnly ? "it must work without the internet now" : "it may use the internet now";
  if (was.count !== is.count) return `${is.count} are wanted instead of ${was.count}`;
  const old = before.plan.picks.find((pick) => pick.want === id);
  const option = old && byId(after.design, "options").get(old.option);
  if (old && !option) return `${optionName(before.design, old.option)} is out of the catalogue`;
  if (option) {
    const price = byId(before.design, "options").get(old.option)!.price;
    const reasons = reasonsAgainst(after.design, is, option, old.companion === undefined ? "alone" : "with a switch");
    if (reasons.length) return `${option.name} ${reasons[0]}`;
    if (price !== option.price) return `${option.name} costs ${option.price.toFixed(2)} now, not ${price.toFixed(2)}`;
    if (old.hub && !after.plan.hubs.some((hub) => hub.option === old.hub)) return `${optionName(after.design, old.hub)} is no longer in the plan`;
  }
  return "the sum of all choices costs less this way";
}

/** What differs between two plans of the same kind, want by want, and why. Compares what is bought and what carries it. */
export function planChanges(before: { design: Design; plan: Plan }, after: { design: Design; plan: Plan }): PlanChange[] {
  const ids = [...new Set([...before.plan.picks, ...before.plan.missed, ...after.plan.picks, ...after.plan.missed].map((one) => one.want))].sort();
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
