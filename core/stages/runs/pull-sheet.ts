/**
 * The sheet an installer takes to one pull: which reels on the stand, how much off each, what to write on
 * which end.
 */
import { round3 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import type { LegendLine } from "../../design/rows/settings";
import { dropsOf, type Drop } from "./drops";
import { endName } from "./end-name";
import { legendLine } from "./legend";
import { pullsOf } from "./pull-plan";
import { isToPull, type Pull } from "./pulls";
import { cableTotals } from "./totals";

export interface StandReel {
  name: string;
  cableType: string;
  /** On the reel before this pull, and after it; metres. */
  beforeM: number;
  afterM: number;
}

export interface PullLine {
  order: number;
  drop: Drop;
  /** Reel it comes off; absent where its cable is cut already. */
  reel?: string;
  lengthM: number;
  /** What is written on the cable's head and, once cut, on its tail. */
  label: string;
  jacket: LegendLine["colour"];
  mark: LegendLine["mark"];
  /** Shares its reel with a cable before it in this pull: cut ahead. */
  cutAhead: boolean;
}

export interface PullSheet {
  pull: Pull;
  from: string;
  reels: StandReel[];
  lines: PullLine[];
}

/** Reel and place on it of every cut, from the cutting of each cable type. */
function cutsByLabel(
  design: Design,
): Map<string, { reel: string; cableType: string; capacityM: number; beforeM: number; lengthM: number }> {
  const cuts = new Map<
    string,
    { reel: string; cableType: string; capacityM: number; beforeM: number; lengthM: number }
  >();
  for (const { cableType, cutting } of cableTotals(design)) {
    let fresh = 0;
    for (const reel of cutting.reels) {
      const name =
        reel.stock === undefined
          ? `${cableType.name}, new reel ${(fresh += 1)}`
          : `${cableType.name}, part-used ${reel.stock}`;
      let left = reel.capacityM;
      for (const cut of reel.cuts) {
        cuts.set(cut.label, {
          reel: name,
          cableType: cableType.name,
          capacityM: reel.capacityM,
          beforeM: left,
          lengthM: cut.lengthM,
        });
        left = round3(left - cut.lengthM);
      }
    }
  }
  return cuts;
}

/**
 * A sheet for every pull, in the order of the plan. Within a pull the longest cable goes first, as it is
 * drawn farthest.
 */
export function pullSheets(design: Design): PullSheet[] {
  const cuts = cutsByLabel(design);
  // What is left on a reel follows the order in which pulls come, not the order of the cutting plan.
  const left = new Map([...cuts.values()].map((cut) => [cut.reel, cut.capacityM]));
  return pullsOf(design).map((pull): PullSheet => {
    const reels = new Map<string, StandReel>();
    const lines = [...pull.drops]
      .sort((a, b) => b.lengthM! - a.lengthM! || (a.label < b.label ? -1 : 1))
      .map((drop, i): PullLine => {
        const cut = cuts.get(drop.label);
        const look = legendLine(design, drop.kind.service);
        const cutAhead = cut !== undefined && reels.has(cut.reel);
        if (cut) {
          const before = left.get(cut.reel)!;
          const after = round3(before - cut.lengthM);
          left.set(cut.reel, after);
          reels.set(cut.reel, {
            name: cut.reel,
            cableType: cut.cableType,
            beforeM: reels.get(cut.reel)?.beforeM ?? before,
            afterM: after,
          });
        }
        return {
          order: i + 1,
          drop,
          ...(cut ? { reel: cut.reel } : {}),
          lengthM: drop.lengthM!,
          label: drop.label,
          jacket: look.colour,
          mark: look.mark,
          cutAhead,
        };
      });
    const [first] = pull.drops;
    return {
      pull,
      from: pull.segment
        ? (byId(design, "closets").get(pull.closet)?.name ?? pull.closet)
        : ((first && endName(design, first)) ?? pull.closet),
      reels: [...reels.values()],
      lines,
    };
  });
}

/** Does every drop that can be pulled stand in exactly one pull? For tests and for those who doubt it. */
export const pulledOnce = (design: Design): boolean => {
  const keys = pullsOf(design).flatMap((pull) => pull.drops.map((drop) => drop.key));
  return (
    new Set(keys).size === keys.length &&
    dropsOf(design)
      .filter(isToPull)
      .every((drop) => keys.includes(drop.key))
  );
};
