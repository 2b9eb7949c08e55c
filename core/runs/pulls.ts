/** Pull plan: drops that share most of their way are pulled together, farthest first. */
import type { Drop } from "./drops";

export interface Pull {
  id: string;
  closet: string;
  drops: Drop[];
  /** Metres of the longest cable in the pull: how far the bundle is drawn. */
  lengthM: number;
  hours: number;
}

/** Typical figures of the trade; an hour's work is two people. */
export const PULL_DEFAULTS = {
  /** Boxes on the stand at once. */
  mostCables: 4,
  /** A drop joins a pull when it shares at least this part of its own way. */
  sharedPart: 0.6,
  setupHours: 0.25,
  hoursPerM: 0.012,
  /** Each cable beyond the first slows the pull by this part. */
  perCable: 0.15,
};

/** Metres of trunk that two drops have in common. */
function sharedM(a: Drop, b: Drop, lengthOf: (edge: number) => number): number {
  const pieces = new Map(a.route!.pieces.map((piece) => [piece.edge, piece]));
  let shared = 0;
  for (const piece of b.route!.pieces) {
    const other = pieces.get(piece.edge);
    if (other) shared += Math.max(0, Math.min(piece.to, other.to) - Math.max(piece.from, other.from)) * lengthOf(piece.edge);
  }
  return shared;
}

const trunkM = (drop: Drop, lengthOf: (edge: number) => number) =>
  drop.route!.pieces.reduce((sum, piece) => sum + (piece.to - piece.from) * lengthOf(piece.edge), 0);

/** Group routed drops into pulls; every routed drop is in exactly one. `lengthOf` gives metres of a graph edge. */
export function pullPlan(drops: readonly Drop[], lengthOf: (edge: number) => number, settings = PULL_DEFAULTS): Pull[] {
  const waiting = new Map<string, Drop[]>();
  for (const drop of drops) {
    if (!drop.route || drop.lengthM === undefined) continue;
    const list = waiting.get(drop.closet!);
    if (list) list.push(drop);
    else waiting.set(drop.closet!, [drop]);
  }
  const pulls: Pull[] = [];
  for (const closet of [...waiting.keys()].sort()) {
    const left = waiting.get(closet)!.sort((a, b) => b.lengthM! - a.lengthM! || (a.label < b.label ? -1 : 1));
    while (left.length) {
      const first = left.shift()!;
      const group = [first];
      const ranked = left
        .map((drop) => ({ drop, part: sharedM(first, drop, lengthOf) / Math.max(trunkM(drop, lengthOf), 1e-9) }))
        .filter((other) => other.part >= settings.sharedPart)
        .sort((a, b) => b.part - a.part || (a.drop.label < b.drop.label ? -1 : 1));
      for (const { drop } of ranked.slice(0, settings.mostCables - 1)) {
        group.push(drop);
        left.splice(left.indexOf(drop), 1);
      }
      const hours = settings.setupHours + first.lengthM! * settings.hoursPerM * (1 + settings.perCable * (group.length - 1));
      pulls.push({ id: `P${String(pulls.length + 1).padStart(2, "0")}`, closet, drops: group, lengthM: first.lengthM!, hours: Math.round(hours * 100) / 100 });
    }
  }
  return pulls;
}
