/** Three named plans: each the best of its kind, with the bound that proves it. */
import { byId, type Design } from "../design/collections";
import type { OptionRow, WantRow } from "../design/rows-choose";
import { allCandidates, impossibleWants, type Candidate } from "./candidates";
import { carrierIsLocal, type Carrier } from "./carriers";
import { addSplits, controllerCost, total, type Split } from "./cost";
import { addRow, minimise, type Highs, type Mip, type Progress, type Solution } from "./mip";
import { choiceModel, type ChoiceModel } from "./model";
import { settingsOf } from "./settings";

export const PLAN_KINDS = [
  { id: "cost", name: "Least cost", what: "Least money over the years, each further controller, bridge and account counted with its penalty" },
  { id: "few", name: "Fewest controllers", what: "As few controllers, bridges and accounts as can be, and of those the least money" },
  { id: "sturdy", name: "Least that can fail", what: "Least that stops when the internet, a hub or a battery fails, and of those the least money" },
] as const;
export type PlanKind = (typeof PLAN_KINDS)[number]["id"];

/** So many units of a want, by an option, through a carrier. Ids of options throughout. */
export interface Pick {
  want: string;
  option: string;
  companion?: string;
  hub?: string;
  via?: string;
  count: number;
  /** Of all these units over the years. */
  split: Split;
  offline: boolean;
  hubless: boolean;
}

export interface PlanController {
  option: string;
  kept: boolean;
  /** A coordinator's or bridge's hub. */
  of?: string;
  split: Split;
  /** Devices by protocol, against what it holds. */
  radios: { protocol: OptionRow["protocol"]; devices: number; holds: number }[];
}

export interface Plan {
  kind: PlanKind;
  name: string;
  picks: Pick[];
  hubs: PlanController[];
  /** Coordinators and bridges. */
  addons: PlanController[];
  accounts: string[];
  /** Money over the years. */
  split: Split;
  cost: number;
  /** Penalty of the settings for controllers after the first, bridges and accounts. */
  penalty: number;
  /** Cost and penalty together: what the bound is about. */
  weighed: number;
  bound: number;
  gap: number;
  proven: boolean;
  seconds: number;
  /** Units that nothing meets, by want. */
  missed: { want: string; count: number }[];
}

const MONEY_TOLERANCE = 1e-6;
const whole = (value: number | undefined) => Math.round(value ?? 0);

/** A copy that can be given further rows. */
const again = (mip: Mip): Mip => ({ ...mip, rows: [...mip.rows] });
const terms = (cost: readonly number[]) => cost.flatMap((value, column): [number, number][] => (value ? [[column, value]] : []));

export interface SolveOptions {
  /** For each run of the solver. */
  seconds?: number;
  onProgress?(progress: Progress): void;
  /** Milliseconds, for what a plan says of the time it took. */
  clock?(): number;
  /** Kinds of plan that are asked for; all of them unless said. */
  only?: readonly PlanKind[];
}

/** Solve one program for one kind of plan: first what the plan is named for, then the least money that still has it. */
function solveKind(highs: Highs, model: ChoiceModel, kind: PlanKind, options: SolveOptions): Solution {
  const weighed = model.money.map((value, column) => value + model.penalty[column]!);
  if (kind === "cost") return minimise(highs, model.mip, weighed, options);
  const first = kind === "few" ? model.count : model.risk;
  const best = minimise(highs, model.mip, first, options);
  if (best.status === "infeasible" || best.status === "nothing found") return best;
  const mip = again(model.mip);
  addRow(mip, -Infinity, best.objective + MONEY_TOLERANCE, terms(first));
  const second = minimise(highs, mip, weighed, options);
  // Proven only where both steps are.
  return best.status === "optimal" || second.status !== "optimal" ? second : { ...second, status: "feasible", gap: Math.max(second.gap, best.gap) };
}

/** Which carriers the devices of a class are on: hands out one unit's devices after another. */
function dealer(model: ChoiceModel, values: Float64Array): (one: Candidate) => number | undefined {
  const left = new Map<string, { carrier: number; devices: number }[]>();
  for (const flow of model.flows) {
    const devices = whole(values[flow.column]);
    if (devices > 0) left.set(flow.classKey, [...(left.get(flow.classKey) ?? []), { carrier: flow.carrier, devices }]);
  }
  return (one) => {
    if (!one.carriers.length) return undefined;
    const stock = left.get(one.carriers.join(","))!;
    // A unit of several lamps stays together where one carrier has room for all of it.
    const at = stock.find((entry) => entry.devices >= one.devices) ?? stock.find((entry) => entry.devices > 0);
    if (!at) return one.carriers[0];
    at.devices -= one.devices;
    return at.carrier;
  };
}

function picksOf(design: Design, model: ChoiceModel, values: Float64Array): { picks: Pick[]; missed: Plan["missed"]; load: Map<number, number> } {
  const deal = dealer(model, values);
  const picks: Pick[] = [];
  const missed: Plan["missed"] = [];
  const load = new Map<number, number>();
  model.groups.forEach((group, g) => {
    const stock = group.candidates.map((one, c) => ({ one, units: whole(values[model.x[g]![c]!]) })).filter((entry) => entry.units > 0);
    for (const id of group.wants) {
      let open = byId(design, "wants").get(id)!.count;
      while (open > 0) {
        const entry = stock.find((other) => other.units >= open) ?? stock.find((other) => other.units > 0);
        if (!entry) {
          missed.push({ want: id, count: open });
          break;
        }
        const at = deal(entry.one);
        const carrier: Carrier | undefined = at === undefined ? undefined : model.carriers[at];
        if (at !== undefined) load.set(at, (load.get(at) ?? 0) + entry.one.devices);
        entry.units -= 1;
        open -= 1;
        const known = picks.find((pick) => pick.want === id && pick.option === entry.one.option.id && pick.companion === entry.one.companion?.id && pick.hub === carrier?.hub.id && pick.via === carrier?.via?.id);
        if (known) {
          known.count += 1;
          known.split = addSplits(known.split, entry.one.split);
        } else {
          picks.push({
            want: id, option: entry.one.option.id, ...(entry.one.companion ? { companion: entry.one.companion.id } : {}), ...(carrier ? { hub: carrier.hub.id } : {}), ...(carrier?.via ? { via: carrier.via.id } : {}),
            count: 1, split: entry.one.split, offline: entry.one.offline || (carrier !== undefined && !carrierIsLocal(carrier)), hubless: entry.one.hubless && carrier !== undefined,
          });
        }
      }
    }
  });
  return { picks, missed, load };
}

/** The plan that a solution of the program stands for. */
export function readPlan(design: Design, model: ChoiceModel, kind: PlanKind, solution: Solution, seconds: number): Plan {
  const settings = settingsOf(design);
  const { values } = solution;
  const { picks, missed, load } = picksOf(design, model, values);
  const radios = (of: (carrier: Carrier) => boolean) =>
    model.carriers.flatMap((carrier, i) => (of(carrier) && load.get(i) ? [{ protocol: carrier.protocol, devices: load.get(i)!, holds: carrier.devices }] : []));
  const hubs = model.hubs.filter(({ column }) => whole(values[column]) === 1).map(({ option, kept }): PlanController => ({
    option: option.id, kept, split: controllerCost(option, settings, kept), radios: radios((carrier) => carrier.hub.id === option.id && !carrier.via),
  }));
  const addons = model.addons.filter(({ column }) => whole(values[column]) === 1).map(({ hub, option, kept }): PlanController => ({
    option: option.id, kept, of: hub.id, split: controllerCost(option, settings, kept), radios: radios((carrier) => carrier.hub.id === hub.id && carrier.via?.id === option.id),
  }));
  const split = [...picks.map((pick) => pick.split), ...hubs.map((hub) => hub.split), ...addons.map((addon) => addon.split)].reduce(addSplits, { buy: 0, fit: 0, run: 0 });
  const penalty = values.reduce((sum, value, column) => sum + value * model.penalty[column]!, 0);
  const named = PLAN_KINDS.find((one) => one.id === kind)!;
  const impossible = impossibleWants(design).map((want) => ({ want: want.id, count: want.count }));
  return {
    kind, name: named.name, picks, hubs, addons, accounts: model.accounts.filter(({ column }) => whole(values[column]) === 1).map(({ line }) => line),
    split, cost: total(split), penalty, weighed: total(split) + penalty, bound: solution.bound, gap: solution.gap, proven: solution.status === "optimal", seconds, missed: [...impossible, ...missed],
  };
}

export interface Choice {
  plans: Plan[];
  /** Not all wants can be met together, though each by itself could be. */
  clash: boolean;
}

/**
 * The three plans of a design. Wants that nothing in the catalogue can meet stand in each plan's `missed`; where the
 * rest cannot be met together, as many units as can be are met, and `clash` says so (conflict.ts then finds out why).
 */
export function choose(highs: Highs, design: Design, options: SolveOptions & { onPlan?(plan: Plan, done: number): void } = {}): Choice {
  const clock = options.clock ?? (() => 0);
  let model = choiceModel(design);
  let clash = false;
  const plans: Plan[] = [];
  for (const { id } of PLAN_KINDS) {
    if (options.only && !options.only.includes(id)) continue;
    const start = clock();
    let solution = solveKind(highs, model, id, options);
    if (solution.status === "infeasible" && !clash) {
      clash = true;
      model = mostMet(highs, design, options);
      solution = solveKind(highs, model, id, options);
    }
    if (solution.status === "infeasible" || solution.status === "nothing found") continue;
    const plan = readPlan(design, model, id, solution, (clock() - start) / 1000);
    plans.push(plan);
    options.onPlan?.(plan, plans.length);
  }
  return { plans, clash };
}

/** The program that leaves out as few units as can be, critical ones last. */
function mostMet(highs: Highs, design: Design, options: SolveOptions): ChoiceModel {
  const model = choiceModel(design, design.wants, { leaveOut: true });
  const cost = model.mip.names.map(() => 0);
  model.missed.forEach((column, g) => {
    if (column !== undefined) cost[column] = model.groups[g]!.weight;
  });
  const best = minimise(highs, model.mip, cost, options);
  addRow(model.mip, -Infinity, best.objective + MONEY_TOLERANCE, terms(cost));
  return model;
}

/** Is there any plan at all for these wants of the design together? */
export function feasible(highs: Highs, design: Design, wants: readonly WantRow[]): boolean {
  const known = allCandidates(design);
  if (wants.some((want) => !known.get(want.id)?.length)) return false;
  const model = choiceModel(design, wants);
  return minimise(highs, model.mip, model.mip.names.map(() => 0)).status !== "infeasible";
}
