/** The strip of totals: a pure function of what the stages know. */
import { costsOf, costWorking, type Costs } from "../stages/runs/cost";
import { FILE_ORDER, type Design } from "../design/collections";
import { memoByParts } from "../design/kept";
import { countBySeverity, type Severity } from "./findings";
import { cableTotals, dropsOf, lengthWorking, loadWorking, type Drop } from "../stages/runs";
import { DATA_LINK_LIMIT_M } from "../stages/runs/electrical";
import { allFindings } from "./stages";
import { sumWorking, type Working } from "./working";
import { counted } from "../design/words";

export interface WeakestLink {
  drop: Drop;
  /** What it is held against: link length or voltage drop. */
  of: "length" | "voltage";
  /** Share of the limit that is used, %. */
  usedPct: number;
}

export interface Ledger {
  devices: number;
  points: number;
  drops: number;
  cableM: number;
  reels: number;
  poeW?: number;
  weakest?: WeakestLink;
  /** Devices, cable, boxes and small parts, labour: the sum of `costs`. */
  cost: number;
  costs: Omit<Costs, "total" | "hours">;
  findings: Record<Severity, number>;
}

const round2 = (value: number) => Math.round(value * 100) / 100;

function weakestLink(drops: readonly Drop[]): WeakestLink | undefined {
  let weakest: WeakestLink | undefined;
  const offer = (drop: Drop, of: WeakestLink["of"], usedPct: number) => {
    if (!weakest || usedPct > weakest.usedPct) weakest = { drop, of, usedPct };
  };
  for (const drop of drops) {
    if (drop.installedM !== undefined && drop.cableType?.medium === "data")
      offer(drop, "length", (100 * drop.installedM) / DATA_LINK_LIMIT_M);
    if (drop.load?.dropPct !== undefined)
      offer(drop, "voltage", (100 * drop.load.dropPct) / drop.load.limitPct!);
  }
  return weakest;
}

/** Totals of a whole design. What no stage knows yet is absent. */
export const ledgerOf = memoByParts(["design", ...FILE_ORDER], (design): Ledger => {
  const drops = dropsOf(design);
  const totals = cableTotals(design);
  const powered = drops.filter((drop) => drop.load?.poeClass);
  const weakest = weakestLink(drops);
  const costs = costsOf(design);
  return {
    devices: design.devices.length,
    points: design.points.length,
    drops: drops.length,
    cableM: round2(totals.reduce((sum, total) => sum + total.lengthM, 0)),
    reels: totals.reduce((sum, total) => sum + total.cutting.newReels, 0),
    ...(powered.length ? { poeW: round2(powered.reduce((sum, drop) => sum + drop.load!.sourceW, 0)) } : {}),
    ...(weakest ? { weakest } : {}),
    cost: costs.total,
    costs: { devices: costs.devices, cable: costs.cable, parts: costs.parts, labour: costs.labour },
    findings: countBySeverity(allFindings(design)),
  };
});

/** `zinc ledger --json` (data-model.md). */
export function ledgerJson(design: Design) {
  const { weakest, ...ledger } = ledgerOf(design);
  return {
    ...ledger,
    ...(weakest
      ? { weakest: { label: weakest.drop.label, of: weakest.of, usedPct: round2(weakest.usedPct) } }
      : {}),
  };
}

export type LedgerCell = "devices" | "points" | "drops" | "cableM" | "reels" | "poeW" | "weakest" | "cost";

/** What made up one cell of the ledger. */
export function ledgerWorking(design: Design, cell: LedgerCell): Working | undefined {
  const drops = dropsOf(design);
  const totals = cableTotals(design);
  const count = (title: string, unit: string, names: readonly string[], source: string) => {
    const parts = new Map<string, number>();
    for (const name of names) parts.set(name, (parts.get(name) ?? 0) + 1);
    return sumWorking(
      title,
      unit,
      [...parts].sort((a, b) => b[1] - a[1]).map(([name, value]) => ({ name, value })),
      source,
      0,
    );
  };
  const kindName = (id: string) => design.kinds.find((kind) => kind.id === id)?.name ?? id;
  switch (cell) {
    case "devices":
      return count(
        "Devices by status",
        "devices",
        design.devices.map((device) => device.status),
        "register",
      );
    case "points":
      return count(
        "Points by kind",
        "points",
        design.points.map((point) => kindName(point.kind)),
        "house",
      );
    case "drops":
      return count(
        "Drops by kind of point",
        "drops",
        drops.map((drop) => drop.kind.name),
        "kits",
      );
    case "cableM":
      return sumWorking(
        "Cable by type",
        "m",
        totals.map((total) => ({ name: total.cableType.name, value: total.lengthM })),
        "pull schedule",
      );
    case "reels":
      return sumWorking(
        "New reels by type",
        "reels",
        totals.map((total) => ({
          name: `${total.cableType.name} (bound ${total.cutting.bound})`,
          value: total.cutting.newReels,
        })),
        "cutting plan",
        0,
      );
    case "poeW": {
      const powered = drops.filter((drop) => drop.load?.poeClass);
      const classes = new Map<number, { count: number; watts: number }>();
      for (const drop of powered) {
        const entry = classes.get(drop.load!.poeClass!) ?? { count: 0, watts: 0 };
        classes.set(drop.load!.poeClass!, {
          count: entry.count + 1,
          watts: entry.watts + drop.load!.sourceW,
        });
      }
      return sumWorking(
        "Power over data cable, at the source",
        "W",
        [...classes].map(([poeClass, entry]) => ({
          name: `class ${poeClass}, ${counted(entry.count, "device")}, cable loss included`,
          value: entry.watts,
        })),
        "IEEE 802.3",
      );
    }
    case "weakest": {
      const weakest = ledgerOf(design).weakest;
      return (
        weakest &&
        (weakest.of === "length" ? lengthWorking(design, weakest.drop) : loadWorking(design, weakest.drop))
      );
    }
    case "cost":
      return costWorking(design, "Cost", costsOf(design));
  }
}
