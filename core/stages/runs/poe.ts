/** Power over data cables, switch by switch: what is reserved, what is really drawn, and who cannot start. */
import { round2 } from "../../geometry/round";
import { byId } from "../../design/collections";
import { memo } from "../../design/kept";
import type { ClosetRow } from "../../design/rows/house-structure";
import { verdictUnder, type Working } from "../../desk/working";
import { dropsOf, type Drop } from "./drops";
import { POE_CLASSES } from "./electrical";

export interface PoeSwitch {
  closet: ClosetRow;
  drops: Drop[];
  /** Σ of what each class sets aside at the source, W. */
  allocatedW: number;
  /** Σ of what is drawn, loss in the cable included, W. */
  realW: number;
  budgetW?: number;
  ports?: number;
  /** Those whose voltage has no root. */
  dead: Drop[];
  /** Most that goes into cables as warmth, W. */
  lostW: number;
}

/** Closets with powered drops, by name. */
export const poeSwitches = memo("poeSwitches", (design): PoeSwitch[] => {
  const byCloset = new Map<string, Drop[]>();
  for (const drop of dropsOf(design)) {
    if (!drop.load?.poeClass || !drop.closet) continue;
    const list = byCloset.get(drop.closet);
    if (list) list.push(drop);
    else byCloset.set(drop.closet, [drop]);
  }
  return [...byCloset]
    .flatMap(([id, drops]): PoeSwitch[] => {
      const closet = byId(design, "closets").get(id);
      if (!closet) return [];
      const sum = (of: (drop: Drop) => number) => round2(drops.reduce((all, drop) => all + of(drop), 0));
      return [
        {
          closet,
          drops,
          allocatedW: sum((drop) => POE_CLASSES[drop.load!.poeClass!]!.sourceW),
          realW: sum((drop) => drop.load!.sourceW),
          budgetW: closet.poeBudgetW,
          ports: closet.poePorts,
          dead: drops.filter((drop) => drop.load!.endV === undefined),
          lostW: sum((drop) => (drop.load!.endV === undefined ? 0 : drop.load!.sourceW - drop.load!.watts)),
        },
      ];
    })
    .sort((a, b) => a.closet.name.localeCompare(b.closet.name, "en"));
});

/** Allocated and real, class by class, against the budget. */
export function poeWorking(one: PoeSwitch, of: "allocated" | "real"): Working {
  const classes = [...new Set(one.drops.map((drop) => drop.load!.poeClass!))].sort();
  const value = of === "allocated" ? one.allocatedW : one.realW;
  return {
    title: `Power over data at ${one.closet.name}, ${of === "allocated" ? "reserved" : "drawn"}`,
    value,
    unit: "W",
    ...(one.budgetW === undefined ? {} : { limit: { value: one.budgetW, unit: "W", source: "its switch" } }),
    verdict: one.budgetW === undefined ? "none" : verdictUnder(value, one.budgetW),
    steps: classes.map((poeClass) => {
      const own = one.drops.filter((drop) => drop.load!.poeClass === poeClass);
      const power = POE_CLASSES[poeClass]!;
      const sum = own.reduce(
        (all, drop) => all + (of === "allocated" ? power.sourceW : drop.load!.sourceW),
        0,
      );
      return {
        formula:
          of === "allocated"
            ? `Class ${poeClass}: number × watts at the source`
            : `Class ${poeClass}: device and its cable`,
        with:
          of === "allocated"
            ? `${own.length} × ${power.sourceW} W`
            : own.map((drop) => drop.load!.sourceW.toFixed(1)).join(" + "),
        gives: `${sum.toFixed(1)} W`,
        source: of === "allocated" ? "IEEE 802.3" : "device watts ÷ its voltage × source voltage",
      };
    }),
  };
}
