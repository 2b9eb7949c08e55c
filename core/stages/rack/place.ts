/**
 * Where items stand: battery lowest, then what is heavy, each warm thing with its gap above; from the top down panels
 * with a switch after each; what hands go to between them. Every item in the first place that is free by the rules.
 */
import type { Design } from "../../design/collections";
import { byId, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { itemsOf, overlap } from "./racks";
import type { RackItemRow, RackRow } from "../../design/rows/rack";

/** From here on an item is heavy, kg. */
const HEAVY_KG = 8;
/** Hands reach well between these shares of a rack's height. */
const WORK_FROM = 0.45;

const isHeavy = (item: RackItemRow) => item.kg >= HEAVY_KG || item.kind === "amplifier";

/** May an item stand with its lowest unit at `u` beside those placed already? */
export function fitsAt(rack: RackRow, placed: readonly RackItemRow[], item: RackItemRow, u: number): boolean {
  if (u < 1 || u + item.heightU - 1 > rack.units || item.depthMm > rack.depthMm) return false;
  const at = { ...item, u };
  return placed.every((other) => {
    if (other.id === item.id) return true;
    if (overlap(rack, at, other)) return false;
    // The gap above either one is kept free on its own side.
    const gap = (lower: RackItemRow, upper: RackItemRow) =>
      lower.side === upper.side &&
      upper.u! >= lower.u! + lower.heightU &&
      upper.u! < lower.u! + lower.heightU + (lower.ventU ?? 0);
    return !gap(at, other) && !gap(other, at);
  });
}

/** Items of a rack with their places by rule; those that find none have none. */
export function placeByRule(rack: RackRow, items: readonly RackItemRow[]): RackItemRow[] {
  const placed: RackItemRow[] = [];
  const put = (item: RackItemRow, units: Iterable<number>) => {
    for (const u of units)
      if (fitsAt(rack, placed, item, u)) {
        placed.push({ ...item, u });
        return;
      }
    const { u: _u, ...rest } = item;
    placed.push(rest);
  };
  const up = (from = 1) => Array.from({ length: rack.units }, (_, i) => ((i + from - 1) % rack.units) + 1);
  const down = up().reverse();
  const rank = (item: RackItemRow) => (item.kind === "battery" ? 0 : item.kind === "strip" ? 1 : 2);
  const by = (a: RackItemRow, b: RackItemRow) => b.kg - a.kg || (a.id < b.id ? -1 : 1);
  const low = items.filter((item) => item.kind === "battery" || item.kind === "strip" || isHeavy(item));
  for (const item of [...low].sort((a, b) => rank(a) - rank(b) || by(a, b))) put(item, up());
  const panels = items.filter((item) => item.kind === "panel" && !low.includes(item));
  const switches = items.filter((item) => item.kind === "switch" && !low.includes(item));
  const brushes = items.filter((item) => item.kind === "brush" && !low.includes(item));
  for (let i = 0; i < Math.max(panels.length, switches.length); i++)
    for (const item of [panels[i], brushes[i], switches[i]]) if (item) put(item, down);
  const seen = new Set(placed.map((item) => item.id));
  const work = Math.max(1, Math.round(rack.units * WORK_FROM));
  for (const item of items.filter((one) => !seen.has(one.id)).sort(by))
    put(item, item.touched ? up(work) : up());
  return placed;
}

/** All items of a rack put by rule: one edit. */
export function placeAll(design: Design, rackId: string): Change[] {
  const rack = byId(design, "racks").get(rackId) ?? fail("rack", "is gone: somebody took it out");
  const items = itemsOf(design, rackId);
  return placeByRule(rack, items).flatMap((item): Change[] =>
    items.find((one) => one.id === item.id)!.u === item.u ? [] : [{ in: "rackItems", put: item }],
  );
}

/** The free place nearest to `u`; undefined where there is none. */
export function nearestPlace(
  rack: RackRow,
  items: readonly RackItemRow[],
  item: RackItemRow,
  u: number,
): number | undefined {
  let best: number | undefined;
  for (let at = 1; at <= rack.units; at++)
    if (
      fitsAt(
        rack,
        items.filter((one) => one.u !== undefined),
        item,
        at,
      ) &&
      (best === undefined || Math.abs(at - u) < Math.abs(best - u))
    )
      best = at;
  return best;
}

/** An item goes to the free place nearest to `u`. */
export function moveItem(design: Design, id: string, u: number): Change[] {
  const item = byId(design, "rackItems").get(id) ?? fail("item", "is gone: somebody took it out");
  const rack = rowOf(design, "racks", item.rack);
  const at = nearestPlace(rack, itemsOf(design, rack.id), item, u);
  if (at === undefined) fail(item.name, `finds no free place in ${rack.name}`);
  return at === item.u ? [] : [{ in: "rackItems", put: { ...item, u: at! } }];
}
