/** What stands in each rack: units, weight, heat, power, minutes on battery. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { closetC } from "../bus/closet-air";
import type { RackItemRow, RackRow } from "../../design/rows/rack";

export const UNIT_MM = 44.45;
/** W → BTU/h. */
export const BTU_PER_W = 3.412;
/** Heat that a cubic metre of air carries for each degree, J/m³K at 20 °C. */
const AIR_J = 1206;
/** How much warmer air may leave a rack than it came in, where nothing else is said, K. */
export const DELTA_C = 8;
/** Air beside and over a warm thing is this much warmer for each of its watts, K/W: closed front, no fan, typical. */
const OVER_K_PER_W = 0.1;
/** A circuit carries this part of its breaker for long. */
export const CIRCUIT_SHARE = 0.8;

/** m³ of air an hour that carry `watts` away at a rise of `deltaC`. */
export const airM3h = (watts: number, deltaC: number): number => (3600 * watts) / (AIR_J * deltaC);

export interface Rack {
  row: RackRow;
  /** Placed ones from the top down, then those without a place. */
  items: RackItemRow[];
  usedU: number;
  watts: number;
  wattsMax: number;
  kg: number;
  btuH: number;
  airM3h: number;
  deltaC: number;
  /** Air of its closet without any fan: with all racks and other plant in it. */
  closetC?: number;
  /** Everything on; absent without a battery. */
  runtimeMin?: number;
  /** With what is switched off on the way. */
  shedding?: { runtimeMin: number; steps: ShedStep[] };
}

/** From this minute on so many watts are drawn; `off`: what was switched off then. */
export interface ShedStep {
  atMin: number;
  pct: number;
  watts: number;
  off: readonly RackItemRow[];
}

const top = (item: RackItemRow) => (item.u ?? -1) + item.heightU;

export const itemsByRack = memo("itemsByRack", (design): ReadonlyMap<string, RackItemRow[]> => {
  const items = new Map<string, RackItemRow[]>();
  for (const item of design.rackItems) {
    const list = items.get(item.rack);
    if (list) list.push(item);
    else items.set(item.rack, [item]);
  }
  for (const list of items.values()) list.sort((a, b) => top(b) - top(a) || (a.id < b.id ? -1 : 1));
  return items;
});

export const itemsOf = (design: Design, rack: string): readonly RackItemRow[] =>
  itemsByRack(design).get(rack) ?? [];

/** Units taken up on either side. */
export function usedUnits(items: readonly RackItemRow[]): number {
  const taken = new Set<number>();
  for (const { u, heightU } of items) if (u !== undefined) for (let i = 0; i < heightU; i++) taken.add(u + i);
  return taken.size;
}

/** Minutes a battery carries a load: less than its watt-hours say once it is emptied in under an hour. */
export function runtimeMin(
  {
    batteryWh = 0,
    efficiency = 0.9,
    usableShare = 0.8,
  }: Pick<RackItemRow, "batteryWh" | "efficiency" | "usableShare">,
  watts: number,
): number {
  if (watts <= 0) return Infinity;
  return (60 * batteryWh * efficiency * usableShare * rateShare(batteryWh, watts)) / watts;
}

/** Part of a battery's watt-hours that a fast discharge leaves. Typical. */
const rateShare = (batteryWh: number, watts: number) => Math.min(1, (batteryWh / watts) ** 0.15);

/** How a battery empties while what may go is switched off at its share of charge. */
export function shedding(
  battery: RackItemRow,
  items: readonly RackItemRow[],
): { runtimeMin: number; steps: ShedStep[] } {
  const loads = items.filter((item) => item.watts > 0);
  const stops = [...new Set(loads.flatMap((item) => item.shedAtPct ?? []))].filter(
    (pct) => pct > 0 && pct < 100,
  );
  let [at, pct] = [0, 100];
  const steps: ShedStep[] = [];
  for (const next of [...stops.sort((a, b) => b - a), 0]) {
    const on = loads.filter((item) => item.shedAtPct === undefined || item.shedAtPct < pct);
    const watts = on.reduce((sum, item) => sum + item.watts, 0);
    steps.push({ atMin: at, pct, watts, off: loads.filter((item) => item.shedAtPct === pct) });
    at += (runtimeMin(battery, watts) * (pct - next)) / 100;
    pct = next;
  }
  return { runtimeMin: at, steps };
}

/** All racks, by name. */
export const racksOf = memo("racksOf", (design): Rack[] =>
  design.racks.map((row): Rack => {
    const items = [...itemsOf(design, row.id)];
    const sum = (of: (item: RackItemRow) => number) => items.reduce((all, item) => all + of(item), 0);
    const watts = sum((item) => item.watts);
    const deltaC = row.deltaC ?? DELTA_C;
    const battery = items.find((item) => item.batteryWh !== undefined);
    const warm = closetC(design, byId(design, "closets").get(row.closet));
    return {
      row,
      items,
      usedU: usedUnits(items),
      watts,
      wattsMax: sum((item) => item.wattsMax ?? item.watts),
      kg: sum((item) => item.kg),
      btuH: watts * BTU_PER_W,
      airM3h: airM3h(watts, deltaC),
      deltaC,
      ...(warm === undefined ? {} : { closetC: warm }),
      ...(battery && watts > 0
        ? { runtimeMin: runtimeMin(battery, watts), shedding: shedding(battery, items) }
        : {}),
    };
  }),
);

/** Air at an item: that of its closet, warmed by what stands right below it without a gap. */
export function airAt(rack: Rack, item: RackItemRow): number | undefined {
  if (item.u === undefined || rack.closetC === undefined) return undefined;
  const below = rack.items.filter(
    (one) => one.u !== undefined && one.id !== item.id && top(one) === item.u && one.side === item.side,
  );
  return rack.closetC + OVER_K_PER_W * below.reduce((sum, one) => sum + one.watts, 0);
}

/** Do two items want the same units? Those on other sides meet where together they are deeper than the rack. */
export function overlap(rack: RackRow, a: RackItemRow, b: RackItemRow): boolean {
  if (a.u === undefined || b.u === undefined) return false;
  if (a.u >= b.u + b.heightU || b.u >= a.u + a.heightU) return false;
  return a.side === b.side || a.depthMm + b.depthMm > rack.depthMm;
}
