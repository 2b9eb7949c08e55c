/** Cable by type: metres, reels to buy with the bound, waste and cost. */
import { round2 } from "../../geometry/round";
import { type Design } from "../../design/collections";
import { keptFor, memo } from "../../design/kept";
import type { CableTypeRow } from "../../design/rows/runs";
import { dropsOf, type Drop } from "./drops";
import { cutReels, type Cutting } from "./reels";

export interface CableTotal {
  cableType: CableTypeRow;
  drops: number;
  lengthM: number;
  cutting: Cutting;
  /** New reels × metres on a reel × price of a metre. */
  cost: number;
}

interface Cut {
  label: string;
  lengthM: number;
}
/** What a cutting was made of, and the cutting. */
interface KeptCutting {
  reelM: number;
  stock: readonly { id: string; remainingM: number }[];
  cuts: readonly Cut[];
  cutting: Cutting;
}

/** The last cutting of each cable type. */
const cuttingsOf = keptFor(() => new Map<string, KeptCutting>());

const sameStock = (a: KeptCutting["stock"], b: KeptCutting["stock"]) =>
  a.length === b.length &&
  a.every(({ id, remainingM }, i) => id === b[i]!.id && remainingM === b[i]!.remainingM);

const sameCuts = (a: readonly Cut[], b: readonly Cut[]) =>
  a.length === b.length &&
  a.every(({ label, lengthM }, i) => label === b[i]!.label && lengthM === b[i]!.lengthM);

/**
 * Cutting of one type, kept while its cuts and stock stay the same: an edit to one type leaves the others
 * be.
 */
function keptCutting(
  cuttings: ReturnType<typeof cuttingsOf>,
  type: CableTypeRow,
  drops: readonly Drop[],
  stock: readonly { id: string; remainingM: number }[],
): Cutting {
  const { id, reelM } = type;
  const known = cuttings.get(id);
  const cuts = drops.map(({ label, lengthM }) => ({ label, lengthM: lengthM! }));
  if (known?.reelM === reelM && sameStock(known.stock, stock) && sameCuts(known.cuts, cuts))
    return known.cutting;
  const cutting = cutReels(cuts, reelM, stock);
  cuttings.set(id, { reelM, stock, cuts, cutting });
  return cutting;
}

/** Totals by cable type, in order of name. Drops that name the reel they came off are not cut again. */
export const cableTotals = memo("cableTotals", (design: Design): CableTotal[] => {
  const byType = new Map<string, Drop[]>();
  for (const drop of dropsOf(design)) {
    if (!drop.cableType || drop.lengthM === undefined) continue;
    const list = byType.get(drop.cableType.id);
    if (list) list.push(drop);
    else byType.set(drop.cableType.id, [drop]);
  }
  return design.cableTypes
    .filter((type) => byType.has(type.id))
    .map((type) => {
      const drops = byType.get(type.id)!;
      const stock = design.reels.filter((reel) => reel.cableType === type.id);
      const cutting = keptCutting(
        cuttingsOf(design),
        type,
        drops.filter((drop) => !drop.row?.reel),
        stock,
      );
      return {
        cableType: type,
        drops: drops.length,
        lengthM: round2(drops.reduce((sum, drop) => sum + drop.lengthM!, 0)),
        cutting,
        cost: round2(cutting.newReels * type.reelM * type.costPerM),
      };
    })
    .sort((a, b) => a.cableType.name.localeCompare(b.cableType.name, "en"));
});
