/**
 * What stage 4 has in the ledger: drops, cable, reels, power over data, the weakest link, and what it all
 * costs.
 */
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { counted } from "../../design/words";
import { round2 } from "../../geometry/round";
import type { LedgerCell } from "../../desk/stage";
import { countWorking, sumWorking, type Working } from "../../desk/working";
import { costsOf, costWorking } from "./cost";
import { dropsOf, type Drop } from "./drops";
import { DATA_LINK_LIMIT_M } from "./electrical";
import { cableTotals } from "./totals";
import { lengthWorking, loadWorking } from "./workings";

interface WeakestLink {
  drop: Drop;
  /** What it is held against: link length or voltage drop. */
  of: "length" | "voltage";
  /** Share of the limit that is used, %. */
  usedPct: number;
}

/** The drop that uses most of its limit. */
const weakestLink = memo("weakestLink", (design): WeakestLink | undefined => {
  let weakest: WeakestLink | undefined;
  const offer = (drop: Drop, of: WeakestLink["of"], usedPct: number) => {
    if (!weakest || usedPct > weakest.usedPct) weakest = { drop, of, usedPct };
  };
  for (const drop of dropsOf(design)) {
    if (drop.installedM !== undefined && drop.cableType?.medium === "data")
      offer(drop, "length", (100 * drop.installedM) / DATA_LINK_LIMIT_M);
    if (drop.load?.dropPct !== undefined)
      offer(drop, "voltage", (100 * drop.load.dropPct) / drop.load.limitPct!);
  }
  return weakest;
});

const powered = (design: Design) => dropsOf(design).filter((drop) => drop.load?.poeClass);

function poeWorking(design: Design): Working {
  const classes = new Map<number, { count: number; watts: number }>();
  for (const { load } of powered(design)) {
    const entry = classes.get(load!.poeClass!) ?? { count: 0, watts: 0 };
    classes.set(load!.poeClass!, { count: entry.count + 1, watts: entry.watts + load!.sourceW });
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

export const runsCells: readonly LedgerCell[] = [
  {
    cell: "drops",
    name: "Drops",
    place: 30,
    digits: 0,
    of: (design) => ({ value: dropsOf(design).length }),
    working: (design) =>
      countWorking(
        "Drops by kind of point",
        "drops",
        dropsOf(design).map((drop) => drop.kind.name),
        "kits",
      ),
  },
  {
    cell: "cableM",
    name: "Cable",
    place: 40,
    digits: 1,
    unit: "m",
    of: (design) => ({ value: round2(cableTotals(design).reduce((sum, total) => sum + total.lengthM, 0)) }),
    working: (design) =>
      sumWorking(
        "Cable by type",
        "m",
        cableTotals(design).map((total) => ({ name: total.cableType.name, value: total.lengthM })),
        "pull schedule",
      ),
  },
  {
    cell: "reels",
    name: "Reels",
    place: 50,
    digits: 0,
    of: (design) => ({ value: cableTotals(design).reduce((sum, total) => sum + total.cutting.newReels, 0) }),
    working: (design) =>
      sumWorking(
        "New reels by type",
        "reels",
        cableTotals(design).map((total) => ({
          name: `${total.cableType.name} (bound ${total.cutting.bound})`,
          value: total.cutting.newReels,
        })),
        "cutting plan",
        0,
      ),
  },
  {
    cell: "poeW",
    name: "PoE",
    place: 60,
    digits: 1,
    unit: "W",
    of(design) {
      const drops = powered(design);
      return drops.length
        ? { value: round2(drops.reduce((sum, drop) => sum + drop.load!.sourceW, 0)) }
        : undefined;
    },
    working: poeWorking,
  },
  {
    cell: "weakest",
    name: "Weakest link",
    place: 90,
    digits: 0,
    unit: "%",
    of(design) {
      const weakest = weakestLink(design);
      return (
        weakest && {
          value: weakest.usedPct,
          note: `of its ${weakest.of} limit`,
          about: weakest.drop.label,
        }
      );
    },
    json(design) {
      const { drop, of, usedPct } = weakestLink(design)!;
      return { weakest: { label: drop.label, of, usedPct: round2(usedPct) } };
    },
    working(design) {
      const weakest = weakestLink(design);
      return weakest && (weakest.of === "length" ? lengthWorking : loadWorking)(design, weakest.drop);
    },
  },
  {
    cell: "cost",
    name: "Cost",
    place: 100,
    digits: 0,
    unit: "money",
    of: (design) => ({ value: costsOf(design).total }),
    json(design) {
      const { total, devices, cable, parts, labour } = costsOf(design);
      return { cost: total, costs: { devices, cable, parts, labour } };
    },
    working: (design) => costWorking(design, "Cost", costsOf(design)),
  },
];
