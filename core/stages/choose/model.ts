/**
 * The choice as a mixed-integer program.
 *
 *   x[g,c]  units of group g met by candidate c                            whole
 *   y[h]    hub h is in the house                                          0 or 1
 *   z[h,a]  coordinator or bridge a belongs to hub h                       0 or 1
 *   f[k,p]  devices of class k on carrier p; a class is all candidates that may use the same carriers
 *   u[l]    an account with line l is needed                               0 or 1
 *   e       controllers after the first
 *
 *   each group's units are met:                 Σ_c x[g,c] = units[g]
 *   every device is carried:                    Σ_p f[k,p] = Σ devices·x over the class
 *   a carrier holds what it holds, once open:   Σ_k f[k,p] ≤ devices[p] · open[p]      open = y[h] or z[h,a]
 *   a hub holds what it holds:                  Σ f over its carriers ≤ devices[h] · y[h]
 *   z[h,a] ≤ y[h];  Σ coordinators of h ≤ its places;  e ≥ Σ y − 1
 *
 * and, so that the relaxation is close to the whole program, x[g,c] ≤ units[g] · Σ open of its carriers.
 */
import { type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import { accountOf, groupsOf, type Apart, type Candidate, type Group } from "./candidates";
import { carriersOf, type Carrier } from "./carriers";
import { controllerCost, total } from "./cost";
import { addColumn, addRow, emptyMip, type Mip } from "./mip";
import { settingsOf } from "./settings";

export interface ChoiceModel {
  mip: Mip;
  groups: readonly Group[];
  carriers: readonly Carrier[];
  /** Column of x by group and candidate. */
  x: number[][];
  /** Units of a group left unmet; only where leaving out is allowed. */
  missed: (number | undefined)[];
  hubs: { option: OptionRow; column: number; kept: boolean }[];
  addons: { hub: OptionRow; option: OptionRow; column: number; kept: boolean }[];
  accounts: { line: string; column: number }[];
  extra: number;
  flows: { classKey: string; carrier: number; column: number }[];
  /** Money over the years, by column. */
  money: number[];
  /** The penalty of the settings, by column. */
  penalty: number[];
  /** Controllers, bridges and accounts, by column. */
  count: number[];
  /** What single failures would take away, by column. */
  risk: number[];
}

/** Share of a want's loss that a flat battery counts as: it comes with a warning. */
const BATTERY_RISK = 0.25;

const classOf = (one: Candidate) => one.carriers.join(",");

interface Fixed {
  /** Options of controllers that stand in the house and stay. */
  kept: ReadonlySet<string>;
}

/** Controllers the household has and keeps. */
export const keptControllers = memo("keptControllers", (design): Fixed => ({
  kept: new Set(design.hubs.filter((row) => row.keep).map((row) => row.option)),
}));

/**
 * Build the program for some of the wants. `leaveOut`: units may stay unmet, for when not all can be met
 * together. `apart`: a want that is a group of its own.
 */
export function choiceModel(
  design: Design,
  wants: readonly WantRow[] = design.wants,
  { leaveOut = false, apart }: { leaveOut?: boolean; apart?: Apart } = {},
): ChoiceModel {
  const settings = settingsOf(design);
  const groups = groupsOf(design, wants, apart);
  const allCarriers = carriersOf(design);
  const { kept } = keptControllers(design);
  const mip = emptyMip();
  const useful = new Set(groups.flatMap((group) => group.candidates.flatMap((one) => one.carriers)));
  const carriers = allCarriers.map((carrier, i) => ({ carrier, i })).filter(({ i }) => useful.has(i));

  const hubs: ChoiceModel["hubs"] = [];
  const hubColumn = new Map<string, number>();
  const addons: ChoiceModel["addons"] = [];
  const addonColumn = new Map<string, number>();
  const wantedHubs = [
    ...new Set([
      ...carriers.map(({ carrier }) => carrier.hub),
      ...allCarriers.map((carrier) => carrier.hub).filter((hub) => kept.has(hub.id)),
    ]),
  ];
  for (const option of wantedHubs) {
    const stays = kept.has(option.id);
    const column = addColumn(mip, `hub ${option.id}`, stays ? 1 : 0, 1, true);
    hubs.push({ option, column, kept: stays });
    hubColumn.set(option.id, column);
  }
  for (const { carrier } of carriers) {
    if (!carrier.via || addonColumn.has(`${carrier.hub.id}+${carrier.via.id}`)) continue;
    const column = addColumn(mip, `addon ${carrier.hub.id}+${carrier.via.id}`, 0, 1, true);
    addons.push({ hub: carrier.hub, option: carrier.via, column, kept: kept.has(carrier.via.id) });
    addonColumn.set(`${carrier.hub.id}+${carrier.via.id}`, column);
    addRow(mip, -Infinity, 0, [
      [column, 1],
      [hubColumn.get(carrier.hub.id)!, -1],
    ]);
  }
  const openOf = ({ hub, via }: Carrier) =>
    via ? addonColumn.get(`${hub.id}+${via.id}`)! : hubColumn.get(hub.id)!;
  for (const { option, column } of hubs) {
    const sticks = addons.filter(
      (addon) => addon.hub.id === option.id && addon.option.kind === "coordinator",
    );
    if (sticks.length)
      addRow(mip, -Infinity, 0, [
        ...sticks.map((addon) => [addon.column, 1] as const),
        [column, -(option.controls!.sticks ?? 0)],
      ]);
  }
  // One piece of a kept add-on belongs to one hub.
  for (const id of new Set(addons.filter((addon) => addon.kept).map((addon) => addon.option.id)))
    addRow(
      mip,
      -Infinity,
      1,
      addons.filter((addon) => addon.option.id === id).map((addon) => [addon.column, 1] as const),
    );

  const accounts: ChoiceModel["accounts"] = [];
  const accountColumn = (line: string) => {
    const known = accounts.find((account) => account.line === line);
    if (known) return known.column;
    const column = addColumn(mip, `account ${line}`, 0, 1, true);
    accounts.push({ line, column });
    return column;
  };
  for (const controller of [...hubs, ...addons])
    if (controller.option.account)
      addRow(mip, -Infinity, 0, [
        [controller.column, 1],
        [accountColumn(accountOf(controller.option)), -1],
      ]);

  const classes = new Map<string, { carriers: readonly number[]; terms: [number, number][]; most: number }>();
  const missed: (number | undefined)[] = [];
  const x = groups.map((group, g) => {
    const columns = group.candidates.map((one, c) => {
      const column = addColumn(mip, `use ${g} ${c}`, 0, group.units, true);
      if (one.carriers.length) {
        const own = classes.get(classOf(one)) ?? { carriers: one.carriers, terms: [], most: 0 };
        own.terms.push([column, one.devices]);
        own.most += group.units * one.devices;
        classes.set(classOf(one), own);
        const open = [...new Set(one.carriers.map((i) => openOf(allCarriers[i]!)))];
        addRow(mip, -Infinity, 0, [[column, 1], ...open.map((at) => [at, -group.units] as const)]);
      }
      for (const line of one.accounts)
        addRow(mip, -Infinity, 0, [
          [column, 1],
          [accountColumn(line), -group.units],
        ]);
      return column;
    });
    missed.push(leaveOut ? addColumn(mip, `missed ${g}`, 0, group.units, true) : undefined);
    addRow(mip, group.units, group.units, [
      ...columns.map((column) => [column, 1] as const),
      ...(leaveOut ? [[missed[g]!, 1] as const] : []),
    ]);
    return columns;
  });

  const flows: ChoiceModel["flows"] = [];
  for (const [classKey, own] of classes) {
    const columns = own.carriers.map((carrier) => {
      const most = Math.min(own.most, allCarriers[carrier]!.devices);
      const column = addColumn(mip, `flow ${classKey} ${carrier}`, 0, most, false);
      flows.push({ classKey, carrier, column });
      addRow(mip, -Infinity, 0, [
        [column, 1],
        [openOf(allCarriers[carrier]!), -most],
      ]);
      return column;
    });
    addRow(mip, 0, 0, [
      ...columns.map((column) => [column, 1] as const),
      ...own.terms.map(([column, devices]) => [column, -devices] as const),
    ]);
  }
  for (const { carrier, i } of carriers) {
    const own = flows.filter((flow) => flow.carrier === i);
    if (own.length)
      addRow(mip, -Infinity, 0, [
        ...own.map((flow) => [flow.column, 1] as const),
        [openOf(carrier), -carrier.devices],
      ]);
  }
  for (const { option, column } of hubs) {
    const own = flows.filter((flow) => allCarriers[flow.carrier]!.hub.id === option.id);
    if (option.controls!.devices !== undefined && own.length)
      addRow(mip, -Infinity, 0, [
        ...own.map((flow) => [flow.column, 1] as const),
        [column, -option.controls!.devices],
      ]);
  }
  const extra = addColumn(mip, "controllers after the first", 0, Math.max(0, hubs.length - 1), false);
  addRow(mip, -Infinity, 1, [...hubs.map(({ column }) => [column, 1] as const), [extra, -1]]);
  if (settings.maxHubs !== undefined)
    addRow(
      mip,
      -Infinity,
      settings.maxHubs,
      hubs.map(({ column }) => [column, 1] as const),
    );

  const zero = () => mip.names.map(() => 0);
  const money = zero();
  const penalty = zero();
  const count = zero();
  const risk = zero();
  groups.forEach((group, g) =>
    group.candidates.forEach((one, c) => {
      const column = x[g]![c]!;
      money[column] = one.cost;
      risk[column] =
        group.weight * (Number(one.offline) + Number(one.hubless) + (one.battery ? BATTERY_RISK : 0));
    }),
  );
  for (const one of [...hubs, ...addons])
    money[one.column] = total(controllerCost(one.option, settings, one.kept));
  // The school of one hub for each line does not count controllers against a plan.
  const each = design.design.schools?.hubRadios === "one hub for each line" ? 0 : settings.penalty;
  penalty[extra] = each;
  for (const { option, column } of addons) if (option.kind === "bridge") penalty[column] = each;
  for (const { column } of accounts) penalty[column] = settings.penalty;
  for (const { column } of hubs) count[column] = 1;
  for (const { option, column } of addons) if (option.kind === "bridge") count[column] = 1;
  for (const { column } of accounts) count[column] = 1;
  for (let column = 0; column < mip.names.length; column += 1) risk[column]! += count[column]!;
  for (const flow of flows) {
    const { hub, via } = allCarriers[flow.carrier]!;
    if (!hub.local || hub.cloud || (via && !via.local)) risk[flow.column] = 1;
  }
  return {
    mip,
    groups,
    carriers: allCarriers,
    x,
    missed,
    hubs,
    addons,
    accounts,
    extra,
    flows,
    money,
    penalty,
    count,
    risk,
  };
}
