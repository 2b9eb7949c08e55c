/** Bill of materials: what is bought to put the cables in, end them and mount what hangs on them. */
import { byId, memoByParts, type Design } from "../design/collections";
import { writeCsv } from "../csv";
import type { Working } from "../working";
import { containmentOf } from "./containment";
import { dropsOf } from "./drops";
import { fireCrossings } from "./fire";
import { mountOf } from "./kits";
import { runSettings } from "./settings";
import { cableTotals } from "./totals";
import { treadGroups } from "./treads";

export const GROUPS = ["cable", "containment", "boxes and plates", "ends", "supplies", "labels", "devices"] as const;
export type MaterialGroup = (typeof GROUPS)[number];

export interface MaterialLine {
  group: MaterialGroup;
  what: string;
  count: number;
  unit: "reel" | "m" | "piece";
  /** Of one; absent where nobody has said. */
  price?: number;
  cost?: number;
  /** Where the count comes from. */
  from: string;
}

/** Typical prices of small parts, in the money of the sample designs; a design in other money puts its own on the order. */
export const PART_PRICES: Readonly<Record<string, number>> = {
  "Data jack, keystone": 3.4, "Panel port": 2.6, "Coaxial plug": 1.2, "Terminal, 2.5 mm²": 0.35, "Supply terminal, fused": 2.1, "Cable label, wrap-round": 0.09, "Blank plate": 1.1, "Pull box, 150 mm": 6.4, "Pull string, 100 m": 4.2, "Junction box, 80 mm": 2.3, "Fire seal, one opening": 11.5, "Divider, aluminium, 2 m": 7.8, "Divider, steel, 2 m": 9.6,
};

/** Boxes by the name their kind gives them; what is a cabinet, a socket or a pocket of another trade has no price here. */
const BOX_PRICES: Readonly<Record<string, number>> = {
  "single, 47 mm": 1.3, "double, 47 mm": 2.1, "double, deep": 2.6, "ceiling rose": 3.4, "ceiling plate": 2.9, "ceiling ring": 2.2, "corner bracket": 3.1, "round, weatherproof": 5.8, weatherproof: 7.4, "junction box": 2.3, "door station, flush": 14,
};

/** A tenth more labels than ends: some are written wrong. */
const LABEL_SPARE = 1.1;
/** Metres of a bought length of conduit. */
export const CONDUIT_LENGTH_M = 3;
const CONDUIT_PRICE_PER_MM = 0.09;

const round2 = (value: number) => Math.round(value * 100) / 100;

function line(group: MaterialGroup, what: string, count: number, unit: MaterialLine["unit"], from: string, price?: number): MaterialLine {
  return { group, what, count, unit, from, ...(price === undefined ? {} : { price, cost: round2(count * price) }) };
}

/** Ends by what they are: jacks and ports for data, plugs for coaxial, terminals by conductor. */
function endLines(design: Design): MaterialLine[] {
  const counts = new Map<string, number>();
  const add = (what: string, by: number) => counts.set(what, (counts.get(what) ?? 0) + by);
  let ends = 0;
  for (const drop of dropsOf(design)) {
    const type = drop.cableType;
    if (!type) continue;
    ends += 2;
    if (drop.line.purpose === "spare" && drop.line.end !== "supply") add("Blank plate", 1);
    if (type.medium === "data") {
      add("Data jack, keystone", 1);
      add(drop.line.end === "panel" ? "Panel port" : "Data jack, keystone", 1);
    } else if (type.medium === "coax") add("Coaxial plug", 2);
    else if (type.medium !== "fibre") {
      add("Terminal, 2.5 mm²", drop.line.end === "supply" ? type.conductors : 2 * type.conductors);
      if (drop.line.end === "supply") add("Supply terminal, fused", type.conductors);
    }
  }
  const lines = [...counts].map(([what, count]) => line("ends", what, count, "piece", "two ends a drop", PART_PRICES[what]));
  return ends ? [...lines, line("labels", "Cable label, wrap-round", Math.ceil(ends * LABEL_SPARE), "piece", `${ends} ends and a tenth more`, PART_PRICES["Cable label, wrap-round"])] : lines;
}

/** Metres of a trunk's path. */
const pathM = (path: readonly (readonly [number, number])[]) => path.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - path[i]![0], y - path[i]![1]), 0);
/** Metres of string on a bobbin, and of a length of divider. */
const STRING_M = 100;
const DIVIDER_M = 2;

/** Pull boxes, dividers, seals and strings along the ways; supplies and junction boxes of lit treads. */
function partLines(design: Design): MaterialLine[] {
  const lines: MaterialLine[] = [];
  const part = (group: MaterialGroup, what: string, count: number, from: string, price = PART_PRICES[what]) => count > 0 && lines.push(line(group, what, count, "piece", from, price));
  part("containment", "Pull box, 150 mm", design.trunks.reduce((sum, row) => sum + (row.boxes?.length ?? 0), 0), "drawn on conduits");
  for (const divider of ["aluminium", "steel"] as const) {
    const rows = design.trunks.filter((row) => row.divider === divider);
    part("containment", `Divider, ${divider}, ${DIVIDER_M} m`, Math.ceil(rows.reduce((sum, row) => sum + pathM(row.path), 0) / DIVIDER_M), rows.map((row) => row.name).join(", "));
  }
  part("containment", "Fire seal, one opening", fireCrossings(design).length, "crossings of fire-rated parts");
  const strung = (design.design.schools?.spareDrops ?? "pull string") === "pull string" ? containmentOf(design) : [];
  const stubs = design.points.filter((point) => point.kind === "stub-out").length;
  part("containment", `Pull string, ${STRING_M} m`, Math.ceil((strung.reduce((sum, one) => sum + one.lengthM + 2, 0) + 10 * stubs) / STRING_M), "left in every conduit for the next cable");
  const groups = treadGroups(design);
  const { ledSupplyW } = runSettings(design);
  part("supplies", "Junction box, 80 mm", groups.filter((group) => group.points.length > 1).length, "one a group of treads");
  part("supplies", `Supply for light strips, ${ledSupplyW} W`, groups.length, "one a group of treads", round2(12 + 0.28 * ledSupplyW));
  return lines;
}

/** Everything, by group and name. Devices by their option where one is chosen, with what the register says they cost. */
export const billOf = memoByParts(
  [dropsOf, cableTotals, fireCrossings, "options", "devices"],
  (design): MaterialLine[] => {
    const cable = cableTotals(design).filter((total) => total.cutting.newReels > 0).map((total) => line("cable", `${total.cableType.name}, reel of ${total.cableType.reelM} m`, total.cutting.newReels, "reel", `${total.drops} drops, ${total.lengthM.toFixed(2)} m`, round2(total.cableType.reelM * total.cableType.costPerM)));
    const bores = new Map<number, { metres: number; names: string[] }>();
    for (const one of containmentOf(design)) {
      if (one.in === "trunks" && "existing" in one.row && one.row.existing) continue;
      const known = bores.get(one.boreMm) ?? { metres: 0, names: [] };
      bores.set(one.boreMm, { metres: known.metres + one.lengthM, names: [...known.names, one.row.name] });
    }
    const conduit = [...bores].sort((a, b) => a[0] - b[0]).map(([bore, { metres, names }]) => line("containment", `Conduit, ${bore} mm, length of ${CONDUIT_LENGTH_M} m`, Math.ceil(metres / CONDUIT_LENGTH_M - 1e-9), "piece", `${metres.toFixed(1)} m: ${names.join(", ")}`, round2(bore * CONDUIT_PRICE_PER_MM * CONDUIT_LENGTH_M)));
    const boxes = new Map<string, number>();
    for (const point of design.points) {
      const kind = byId(design, "kinds").get(point.kind);
      const box = kind && mountOf(design, point, kind).box;
      if (box && box !== "none") boxes.set(box, (boxes.get(box) ?? 0) + 1);
    }
    const devices = new Map<string, { count: number; cost: number; priced: boolean }>();
    for (const device of design.devices) {
      if (!["wanted", "chosen"].includes(device.status)) continue;
      const name = byId(design, "options").get(device.option ?? "")?.name ?? byId(design, "kinds").get(byId(design, "points").get(device.point)?.kind ?? "")?.name ?? "Device";
      const known = devices.get(name) ?? { count: 0, cost: 0, priced: true };
      devices.set(name, { count: known.count + 1, cost: known.cost + (device.cost ?? 0), priced: known.priced && device.cost !== undefined });
    }
    const lines = [
      ...cable, ...conduit, ...[...boxes].map(([what, count]) => line("boxes and plates", what.charAt(0).toUpperCase() + what.slice(1), count, "piece", "one a point", BOX_PRICES[what])), ...endLines(design), ...partLines(design),
      ...[...devices].map(([what, { count, cost, priced }]) => line("devices", what, count, "piece", "wanted or chosen, not ordered yet", priced ? round2(cost / count) : undefined)),
    ];
    return lines.sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group) || a.what.localeCompare(b.what, "en", { numeric: true }));
  },
);

/** How many of a thing, and what they cost. */
export const billWorking = (row: MaterialLine, currency: string): Working => ({
  title: row.what, value: row.cost ?? row.count, unit: row.cost === undefined ? row.unit : currency, verdict: "none",
  steps: [
    { formula: "Count", with: row.from, gives: `${row.count} ${row.unit}${row.count === 1 ? "" : "s"}`, source: row.group === "devices" ? "register" : "points, kits and ways" },
    ...(row.price === undefined ? [{ formula: "Price of one", with: "nobody has said", gives: "–", source: "" }] : [
      { formula: "Price of one", with: "", gives: `${row.price.toFixed(2)} ${currency}`, source: row.group === "cable" ? "cable type, whole reels" : row.group === "devices" ? "register" : "typical" },
      { formula: "Count × price", with: `${row.count} × ${row.price.toFixed(2)}`, gives: `${row.cost!.toFixed(2)} ${currency}`, source: "" },
    ]),
  ],
});

/** The order as CSV: one line a thing, prices where they are known. */
export function materialsCsv(design: Design): string {
  const { currency } = design.design;
  return writeCsv(["Group", "What", "Count", "Unit", `Price (${currency})`, `Cost (${currency})`, "From"], billOf(design).map((row) => [row.group, row.what, row.count, row.unit, row.price, row.cost, row.from]));
}
