/** Three named plans: each the best of its kind, with the bound that proves it. */
import { type Design, rowOf } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { accountOf, allCandidates, impossibleWants, type Candidate } from "./candidates";
import { carrierIsLocal, type Carrier } from "./carriers";
import { addSplits, controllerCost, total, type Split } from "./cost";
import { addRow, minimise, valueOf, type Highs, type Mip, type Progress, type Solution } from "./mip";
import { choiceModel, type ChoiceModel } from "./model";
import { settingsOf } from "./settings";

export const PLAN_KINDS = [
  {
    id: "cost",
    name: "Least cost",
    what: "Least money over the years, each further controller, bridge and account counted with its penalty",
  },
  {
    id: "few",
    name: "Fewest controllers",
    what: "As few controllers, bridges and accounts as can be, and of those the least money",
  },
  {
    id: "sturdy",
    name: "Least that can fail",
    what: "Least that stops when the internet, a hub or a battery fails, and of those the least money",
  },
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
const terms = (cost: readonly number[]) =>
  cost.flatMap((value, column): [number, number][] => (value ? [[column, value]] : []));

export interface SolveOptions {
  /** Nodes of the search tree, for each run of the solver. */
  nodes?: number;
  onProgress?(progress: Progress): void;
  /** Milliseconds, for what a plan says of the time it took. */
  clock?(): number;
  /** Kinds of plan that are asked for; all of them unless said. */
  only?: readonly PlanKind[];
}

/** What a kind of plan is judged by, the first of it first: column costs. */
const judgedBy = (model: ChoiceModel, kind: PlanKind): number[][] => {
  const weighed = model.money.map((value, column) => value + model.penalty[column]!);
  return kind === "cost" ? [weighed] : [kind === "few" ? model.count : model.risk, weighed];
};

/** Is one solution better than another, by the first thing in which they differ? */
function betterBy(costs: readonly number[][], one: Float64Array, other: Float64Array): boolean {
  for (const cost of costs) {
    const by = valueOf(cost, one) - valueOf(cost, other);
    if (Math.abs(by) > MONEY_TOLERANCE) return by < 0;
  }
  return false;
}

/**
 * The same plan without controllers, bridges and accounts that nothing in it needs. A search that was ended
 * early may leave some open; what stands in the house and stays is kept.
 */
export function withoutIdle(model: ChoiceModel, solution: Float64Array): Float64Array {
  const values = Float64Array.from(solution, (value, column) =>
    model.mip.integer[column] ? Math.round(value) : value,
  );
  const isOn = (column: number) => values[column]! > 0.5;
  const carries = (hub: string, via?: string) =>
    model.flows.some(
      (flow) =>
        isOn(flow.column) &&
        model.carriers[flow.carrier]!.hub.id === hub &&
        (via === undefined || model.carriers[flow.carrier]!.via?.id === via),
    );
  for (const addon of model.addons)
    if (isOn(addon.column) && !carries(addon.hub.id, addon.option.id)) values[addon.column] = 0;
  for (const hub of model.hubs) {
    const holds = model.addons.some((addon) => addon.hub.id === hub.option.id && isOn(addon.column));
    if (!hub.kept && isOn(hub.column) && !holds && !carries(hub.option.id)) values[hub.column] = 0;
  }
  const open = [...model.hubs, ...model.addons]
    .filter(({ column }) => isOn(column))
    .map(({ option }) => option);
  const used = model.groups.flatMap((group, g) => group.candidates.filter((_, c) => isOn(model.x[g]![c]!)));
  const needed = new Set([
    ...open.filter((option) => option.account).map(accountOf),
    ...used.flatMap((one) => one.accounts),
  ]);
  for (const account of model.accounts) if (!needed.has(account.line)) values[account.column] = 0;
  values[model.extra] = Math.max(0, model.hubs.filter(({ column }) => isOn(column)).length - 1);
  return values;
}

/**
 * Solve one program for one kind of plan: first what the plan is named for, then the least money that still
 * has it.
 * `known`: solutions of the same program, whatever they were sought for; the answer is never worse than any
 * of them.
 */
function solveKind(
  highs: Highs,
  model: ChoiceModel,
  kind: PlanKind,
  options: SolveOptions,
  known: readonly Float64Array[] = [],
): Solution {
  const costs = judgedBy(model, kind);
  const best = (of: readonly Float64Array[]) =>
    of.reduce<Float64Array | undefined>(
      (least, one) => (least === undefined || betterBy(costs, one, least) ? one : least),
      undefined,
    );
  const step = (mip: Mip, cost: readonly number[], from: readonly Float64Array[]) =>
    minimise(highs, mip, cost, { ...options, start: best(from) });
  const first = step(model.mip, costs[0]!, known);
  if (first.status === "infeasible" || first.status === "nothing found") return first;
  let solution = first;
  if (costs[1]) {
    const mip = again(model.mip);
    addRow(mip, -Infinity, first.objective + MONEY_TOLERANCE, terms(costs[0]!));
    const second = step(
      mip,
      costs[1],
      [...known, first.values].filter(
        (values) => valueOf(costs[0]!, values) <= first.objective + MONEY_TOLERANCE,
      ),
    );
    // Proven only where both steps are.
    solution =
      first.status === "optimal" || second.status !== "optimal"
        ? second
        : { ...second, status: "feasible", gap: Math.max(second.gap, first.gap) };
  }
  const values = best([...known, withoutIdle(model, solution.values), solution.values])!;
  const objective = valueOf(costs.at(-1)!, values);
  return {
    ...solution,
    values,
    objective,
    gap:
      solution.status === "optimal" || objective === 0
        ? solution.gap
        : Math.max(0, (objective - solution.bound) / Math.abs(objective)),
  };
}

/** Which carriers the devices of a class are on: hands out one unit's devices after another. */
function dealer(model: ChoiceModel, values: Float64Array): (one: Candidate) => number | undefined {
  const left = new Map<string, { carrier: number; devices: number }[]>();
  for (const flow of model.flows) {
    const devices = whole(values[flow.column]);
    if (devices > 0)
      left.set(flow.classKey, [...(left.get(flow.classKey) ?? []), { carrier: flow.carrier, devices }]);
  }
  return (one) => {
    if (!one.carriers.length) return undefined;
    const stock = left.get(one.carriers.join(","))!;
    // A unit of several lamps stays together where one carrier has room for all of it.
    const at =
      stock.find((entry) => entry.devices >= one.devices) ?? stock.find((entry) => entry.devices > 0);
    if (!at) return one.carriers[0];
    at.devices -= one.devices;
    return at.carrier;
  };
}

function picksOf(
  design: Design,
  model: ChoiceModel,
  values: Float64Array,
): { picks: Pick[]; missed: Plan["missed"]; load: Map<number, number> } {
  const deal = dealer(model, values);
  const picks: Pick[] = [];
  const missed: Plan["missed"] = [];
  const load = new Map<number, number>();
  model.groups.forEach((group, g) => {
    const stock = group.candidates
      .map((one, c) => ({ one, units: whole(values[model.x[g]![c]!]) }))
      .filter((entry) => entry.units > 0);
    for (const id of group.wants) {
      let open = rowOf(design, "wants", id).count;
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
        const known = picks.find(
          (pick) =>
            pick.want === id &&
            pick.option === entry.one.option.id &&
            pick.companion === entry.one.companion?.id &&
            pick.hub === carrier?.hub.id &&
            pick.via === carrier?.via?.id,
        );
        if (known) {
          known.count += 1;
          known.split = addSplits(known.split, entry.one.split);
        } else {
          picks.push({
            want: id,
            option: entry.one.option.id,
            ...(entry.one.companion ? { companion: entry.one.companion.id } : {}),
            ...(carrier ? { hub: carrier.hub.id } : {}),
            ...(carrier?.via ? { via: carrier.via.id } : {}),
            count: 1,
            split: entry.one.split,
            offline: entry.one.offline || (carrier !== undefined && !carrierIsLocal(carrier)),
            hubless: entry.one.hubless && carrier !== undefined,
          });
        }
      }
    }
  });
  return { picks, missed, load };
}

/** The plan that a solution of the program stands for. */
export function readPlan(
  design: Design,
  model: ChoiceModel,
  kind: PlanKind,
  solution: Solution,
  seconds: number,
): Plan {
  const settings = settingsOf(design);
  const { values } = solution;
  const { picks, missed, load } = picksOf(design, model, values);
  const radios = (of: (carrier: Carrier) => boolean) =>
    model.carriers.flatMap((carrier, i) =>
      of(carrier) && load.get(i)
        ? [{ protocol: carrier.protocol, devices: load.get(i)!, holds: carrier.devices }]
        : [],
    );
  const hubs = model.hubs
    .filter(({ column }) => whole(values[column]) === 1)
    .map(({ option, kept }): PlanController => ({
      option: option.id,
      kept,
      split: controllerCost(option, settings, kept),
      radios: radios((carrier) => carrier.hub.id === option.id && !carrier.via),
    }));
  const addons = model.addons
    .filter(({ column }) => whole(values[column]) === 1)
    .map(({ hub, option, kept }): PlanController => ({
      option: option.id,
      kept,
      of: hub.id,
      split: controllerCost(option, settings, kept),
      radios: radios((carrier) => carrier.hub.id === hub.id && carrier.via?.id === option.id),
    }));
  const split = [
    ...picks.map((pick) => pick.split),
    ...hubs.map((hub) => hub.split),
    ...addons.map((addon) => addon.split),
  ].reduce(addSplits, { buy: 0, fit: 0, run: 0 });
  const penalty = values.reduce((sum, value, column) => sum + value * model.penalty[column]!, 0);
  const named = PLAN_KINDS.find((one) => one.id === kind)!;
  const impossible = impossibleWants(design).map((want) => ({ want: want.id, count: want.count }));
  return {
    kind,
    name: named.name,
    picks,
    hubs,
    addons,
    accounts: model.accounts.filter(({ column }) => whole(values[column]) === 1).map(({ line }) => line),
    split,
    cost: total(split),
    penalty,
    weighed: total(split) + penalty,
    bound: solution.bound,
    gap: solution.gap,
    proven: solution.status === "optimal",
    seconds,
    missed: [...impossible, ...missed],
  };
}

/** The plan of one kind for a program; undefined where it has none. */
export function planOf(
  highs: Highs,
  design: Design,
  model: ChoiceModel,
  kind: PlanKind,
  options: SolveOptions = {},
): Plan | undefined {
  const solution = solveKind(highs, model, kind, options);
  return solution.status === "infeasible" || solution.status === "nothing found"
    ? undefined
    : readPlan(design, model, kind, solution, 0);
}

export interface Choice {
  plans: Plan[];
  /** Not all wants can be met together, though each by itself could be. */
  clash: boolean;
}

/**
 * The three plans of a design. Wants that nothing in the catalogue can meet stand in each plan's `missed`;
 * where the rest cannot be met together, as many units as can be are met, and `clash` says so (conflict.ts
 * then finds out why).
 */
export function choose(
  highs: Highs,
  design: Design,
  options: SolveOptions & { onPlan?(plan: Plan, done: number): void } = {},
): Choice {
  const clock = options.clock ?? (() => 0);
  let model = choiceModel(design);
  let clash = false;
  const found: { kind: PlanKind; solution: Solution; seconds: number }[] = [];
  for (const { id } of PLAN_KINDS) {
    if (options.only && !options.only.includes(id)) continue;
    const start = clock();
    const known = found.map((one) => one.solution.values);
    let solution = solveKind(highs, model, id, options, known);
    if (solution.status === "infeasible" && !clash) {
      clash = true;
      model = mostMet(highs, design, options);
      solution = solveKind(highs, model, id, options);
    }
    if (solution.status === "infeasible" || solution.status === "nothing found") continue;
    found.push({ kind: id, solution, seconds: (clock() - start) / 1000 });
    options.onPlan?.(readPlan(design, model, id, solution, found.at(-1)!.seconds), found.length);
  }
  // What was found for one kind may be better for another whose search was ended early.
  const plans = found.map(({ kind, solution, seconds }) => {
    const costs = judgedBy(model, kind);
    const values = found.reduce(
      (least, other) => (betterBy(costs, other.solution.values, least) ? other.solution.values : least),
      solution.values,
    );
    return readPlan(
      design,
      model,
      kind,
      values === solution.values ? solution : improved(model, kind, solution, values),
      seconds,
    );
  });
  return { plans, clash };
}

/** A solution replaced by a better one found elsewhere: its bound stands, its gap shrinks. */
function improved(model: ChoiceModel, kind: PlanKind, solution: Solution, values: Float64Array): Solution {
  const objective = valueOf(judgedBy(model, kind).at(-1)!, values);
  const bound = Math.min(solution.bound, objective);
  return {
    ...solution,
    values,
    objective,
    bound,
    gap: objective === 0 ? 0 : (objective - bound) / Math.abs(objective),
  };
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
  return (
    minimise(
      highs,
      model.mip,
      model.mip.names.map(() => 0),
    ).status !== "infeasible"
  );
}
