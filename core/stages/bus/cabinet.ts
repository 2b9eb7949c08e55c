/** A wall cabinet: modules on rows of 18 mm units, mains and low voltage apart, terminals, heat and what is free. */
import { byId, type Design, type Rows } from "../../design/collections";
import { memo } from "../../design/kept";
import { applyChanges, type Change } from "../../design/edit";
import { changeRow, putRow } from "../../design/row-changes";
import { byName, counted } from "../../design/words";
import type { Working } from "../../desk/working";
import { verdictUnder } from "../../desk/working";
import { terminalsOf } from "../../points/terminals";
import { carriesOf, modulesOf, type Module } from "./channels";
import { closetC, heatByCloset } from "./closet-air";

/** Width of one unit on the rail. */
export const UNIT_MM = 18;
/** Width of one terminal for 2.5 mm². */
export const TERMINAL_MM = 6.2;
/** Rows stand so far apart; the enclosure is so much larger all round, and so deep. Typical. */
export const ROW_MM = 125;
const RIM_MM = 50;
const DEPTH_MM = 140;
/** Painted sheet steel gives off so much to still air, W/m²K (IEC 60890 works with 5.5). */
const STEEL_WM2K = 5.5;
/** Warmest air that modules on a rail usually bear. */
export const MOST_C = 45;
/** Rail units of a cabinet that says nothing else: a common width. */
export const ROW_UNITS = 24;

export interface CabinetRow {
  number: number;
  modules: Module[];
  units: number;
  /** Units taken: by modules and by terminals. */
  used: number;
  /** Units of mains terminals at its left. */
  terminals: number;
  carries?: "mains" | "low voltage" | "both";
}

export interface Cabinet {
  closet: Rows["closets"];
  rows: CabinetRow[];
  /** Modules of this closet without a place, or with one it does not have. */
  loose: Module[];
  units: number;
  used: number;
  /** How many mains terminals it has, and how many units they take. */
  terminals: number;
  terminalUnits: number;
  /** Heat of its modules. */
  watts: number;
  wattsPerK: number;
  ambientC: number;
  airC: number;
}

const isMains = (module: Module) => carriesOf(module) !== "low voltage";

/** Watts it gives off for each degree: the area of an enclosure on a wall, as IEC 60890 counts it. */
export function enclosureWPerK(rows: number, units: number): number {
  const wide = (units * UNIT_MM + 2 * RIM_MM) / 1000;
  const high = (rows * ROW_MM + 2 * RIM_MM) / 1000;
  const deep = DEPTH_MM / 1000;
  return STEEL_WM2K * (1.4 * wide * (high + deep) + 1.8 * deep * high);
}

/** How many of the lowest rows are for terminals. */
const terminalRows = (terminalUnits: number, rowUnits: number) => Math.ceil(terminalUnits / rowUnits);

const end = ({ row, type }: Module) => (row.slot ?? 0) + type.units;

/** All closets with a wall cabinet. */
export const cabinetsOf = memo("cabinetsOf", (design): Cabinet[] =>
  design.closets.flatMap((closet): Cabinet[] => {
    const { cabinetRows, rowUnits = ROW_UNITS } = closet;
    if (cabinetRows === undefined) return [];
    const modules = modulesOf(design).filter(({ row }) => row.closet === closet.id);
    const terminals = modules.reduce(
      (sum, { type, channels }) =>
        sum + channels.reduce((own, { row }) => own + terminalsOf(design, row, type.drives), 0),
      0,
    );
    const terminalUnits = Math.ceil((terminals * TERMINAL_MM) / UNIT_MM - 1e-9);
    const below = cabinetRows - terminalRows(terminalUnits, rowUnits);
    const placed = modules.filter(
      ({ row }) => row.row !== undefined && row.slot !== undefined && row.row <= cabinetRows,
    );
    const rows = Array.from({ length: cabinetRows }, (_, i): CabinetRow => {
      const number = i + 1;
      const own = placed.filter(({ row }) => row.row === number).sort((a, b) => a.row.slot! - b.row.slot!);
      const kinds = new Set(own.map((module) => (isMains(module) ? "mains" : "low voltage")));
      const past = number - below;
      const strip = past <= 0 ? 0 : Math.max(0, Math.min(rowUnits, terminalUnits - (past - 1) * rowUnits));
      if (strip) kinds.add("mains");
      return {
        number,
        modules: own,
        units: rowUnits,
        terminals: strip,
        used: strip + own.reduce((sum, { type }) => sum + type.units, 0),
        ...(kinds.size
          ? { carries: kinds.size > 1 ? "both" : ([...kinds][0] as "mains" | "low voltage") }
          : {}),
      };
    });
    const watts = heatByCloset(design).get(closet.id)?.modulesW ?? 0;
    const ambientC = closetC(design, closet) ?? closet.ambientC ?? design.design.ambientC;
    const wattsPerK = enclosureWPerK(cabinetRows, rowUnits);
    return [
      {
        closet,
        rows,
        loose: modules.filter((module) => !placed.includes(module)),
        units: cabinetRows * rowUnits,
        used: rows.reduce((sum, row) => sum + row.used, 0),
        terminals,
        terminalUnits,
        watts,
        wattsPerK,
        ambientC,
        airC: ambientC + watts / wattsPerK,
      },
    ];
  }),
);

export const cabinetOf = (design: Design, closet: string): Cabinet | undefined =>
  cabinetsOf(design).find((one) => one.closet.id === closet);

/** Why a module cannot stand there; undefined where it can. */
export function whyNotAt(cabinet: Cabinet, module: Module, row: number, slot: number): string | undefined {
  const there = cabinet.rows[row - 1];
  if (!there) return `the cabinet has ${counted(cabinet.rows.length, "row")}`;
  if (there.terminals) return "that row is for terminals";
  if (slot < 1 || slot + module.type.units - 1 > there.units)
    return `it would reach past the ${there.units} units of its row`;
  const other = there.modules.find(
    (one) => one.row.id !== module.row.id && one.row.slot! < slot + module.type.units && end(one) > slot,
  );
  if (other) return `${other.row.name} stands there`;
  const apart = there.modules.find((one) => one.row.id !== module.row.id && isMains(one) !== isMains(module));
  return apart
    ? `mains and low voltage do not share a row: ${apart.row.name} carries ${isMains(apart) ? "mains" : "low voltage"}`
    : undefined;
}

/** What stands further up: what is hot, then supplies and inputs, then what is cool; breakers before what they feed. */
const RANK = { protection: 0, supply: 1, dimmer: 2, relay: 3, shutter: 4, analogue: 5, input: 6 };

/**
 * Places for the modules that have none: low voltage from the top row down, mains from the first row below it, never
 * in one row, the hottest uppermost so that they warm nothing above them.
 * @param anew those that have a place get another one too
 */
export function placeModules(design: Design, closet?: string, anew = false): Change[] {
  return cabinetsOf(design)
    .filter((cabinet) => closet === undefined || cabinet.closet.id === closet)
    .flatMap((cabinet) => {
      const { rows } = cabinet;
      const all = modulesOf(design).filter(({ row }) => row.closet === cabinet.closet.id);
      const stay = anew ? [] : all.filter((module) => !cabinet.loose.includes(module));
      const goes = anew ? all : cabinet.loose;
      const taken = rows.map((row) =>
        Array.from(
          { length: row.units },
          (_, i) =>
            i < row.terminals ||
            stay.some((one) => one.row.row === row.number && one.row.slot! <= i + 1 && end(one) > i + 1),
        ),
      );
      const kind = rows.map((row): boolean | undefined => {
        const one = stay.find((module) => module.row.row === row.number);
        return row.terminals ? true : one && isMains(one);
      });
      const fit = (row: number, units: number) =>
        taken[row]!.findIndex(
          (_, i) => i + units <= taken[row]!.length && !taken[row]!.slice(i, i + units).some((used) => used),
        );
      const list = [...goes].sort(
        (a, b) =>
          Number(isMains(a)) - Number(isMains(b)) ||
          RANK[a.type.drives] - RANK[b.type.drives] ||
          byName(a.row.name, b.row.name) ||
          (a.row.id < b.row.id ? -1 : 1),
      );
      const changes: Change[] = [];
      for (const module of list) {
        const mains = isMains(module);
        const spot = rows.findIndex(
          (row, i) => !row.terminals && (kind[i] ?? mains) === mains && fit(i, module.type.units) >= 0,
        );
        const { row: _row, slot: _slot, ...free } = module.row;
        if (spot < 0) {
          if (module.row.row !== undefined) changes.push(...putRow("modules", free));
          continue;
        }
        const slot = fit(spot, module.type.units);
        kind[spot] = mains;
        taken[spot]!.fill(true, slot, slot + module.type.units);
        if (module.row.row !== spot + 1 || module.row.slot !== slot + 1)
          changes.push(...putRow("modules", { ...free, row: spot + 1, slot: slot + 1 }));
      }
      return changes;
    });
}

const MOST_ROWS = 20;

/**
 * A wall cabinet for a closet that has none: as many rows as its modules and terminals want with a share left free, and
 * a place for each of them.
 * @param sparePct share of the units that stays free, %
 */
export function hangCabinet(design: Design, closet: string, sparePct: number): Change[] {
  for (let cabinetRows = 2; ; cabinetRows++) {
    const hung = changeRow(design, "closets", closet, { cabinetRows, rowUnits: ROW_UNITS });
    const then = applyChanges(design, hung);
    const places = placeModules(then, closet);
    const cabinet = cabinetOf(applyChanges(then, places), closet)!;
    const free = (100 * (cabinet.units - cabinet.used)) / cabinet.units;
    if ((!cabinet.loose.length && free >= sparePct) || cabinetRows >= MOST_ROWS) return [...hung, ...places];
  }
}

/** Heat of the modules against what the enclosure gives off. */
export function cabinetWorking(design: Design, cabinet: Cabinet): Working {
  const { closet, watts, wattsPerK, ambientC, airC, rows } = cabinet;
  const hot = modulesOf(design).filter(({ row, heatW }) => row.closet === closet.id && heatW > 0);
  const units = rows[0]?.units ?? 0;
  return {
    title: `Air in the cabinet of ${closet.name}`,
    value: airC,
    unit: "°C",
    limit: { value: MOST_C, unit: "°C", source: "typical of modules on a rail" },
    verdict: verdictUnder(airC, MOST_C),
    steps: [
      ...hot.map(({ row, type, heatW }) => ({
        formula: row.name,
        with: type.channels ? `${type.heatW} W with all ${counted(type.channels, "channel")}` : "",
        gives: `${heatW.toFixed(1)} W`,
        source: type.source ?? "its kind",
      })),
      {
        formula: "k · A, A = 1.4 · w · (h + d) + 1.8 · d · h",
        with: `${counted(rows.length, "row")} of ${units} units: ${units * UNIT_MM + 2 * RIM_MM} × ${rows.length * ROW_MM + 2 * RIM_MM} × ${DEPTH_MM} mm, ${STEEL_WM2K} W/m²K`,
        gives: `${wattsPerK.toFixed(2)} W/K`,
        source: "IEC 60890, on a wall",
      },
      {
        formula: "T = T of the closet + P ÷ (k · A)",
        with: `${ambientC.toFixed(1)} °C + ${watts.toFixed(1)} W ÷ ${wattsPerK.toFixed(2)} W/K`,
        gives: `${airC.toFixed(1)} °C`,
        source: byId(design, "closets").get(closet.id)?.uaWPerK
          ? "closet with all that stands in it"
          : "ambient",
      },
    ],
  };
}
