/** The air of a closet: what stands in it heats it, what goes out over its walls cools it. */
import type { Design, Rows } from "../../design/collections";
import { memo } from "../../design/kept";
import { modulesOf } from "./channels";

/** Heat of racks and of the modules of each closet, W. */
export const heatByCloset = memo(
  "heatByCloset",
  (design): ReadonlyMap<string, { racksW: number; modulesW: number }> => {
    const closets = new Map<string, { racksW: number; modulesW: number }>();
    const at = (closet: string) => {
      const known = closets.get(closet) ?? { racksW: 0, modulesW: 0 };
      closets.set(closet, known);
      return known;
    };
    const closetOf = new Map(design.racks.map(({ id, closet }) => [id, closet]));
    for (const item of design.rackItems) at(closetOf.get(item.rack) ?? "").racksW += item.watts;
    for (const module of modulesOf(design)) at(module.row.closet).modulesW += module.heatW;
    return closets;
  },
);

/** Watts in a closet: all its racks and modules, and what else stands there. */
export function closetWatts(design: Design, closet: Rows["closets"]): number {
  const { racksW, modulesW } = heatByCloset(design).get(closet.id) ?? { racksW: 0, modulesW: 0 };
  return racksW + modulesW + (closet.plantW ?? 0);
}

/** Air of a closet that is not aired: what comes in over its walls goes out over them. Absent where UA is not known. */
export function closetC(design: Design, closet: Rows["closets"] | undefined): number | undefined {
  if (!closet?.uaWPerK) return undefined;
  return (closet.ambientC ?? design.design.ambientC) + closetWatts(design, closet) / closet.uaWPerK;
}
