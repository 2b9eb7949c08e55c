/** The fix that ends a point's cables at another closet. */
import type { Fix } from "../../desk/findings";
import { closetsFor } from "../../ways/closets";
import type { Design } from "../../design/collections";
import type { PointRow } from "../../design/rows/runs";

export type ReachableCloset = ReturnType<typeof closetsFor>[number];

/**
 * @param how what to say of the closet after its name: how far, or why it
 */
export const endAt = (point: PointRow, to: ReachableCloset, how: string): Fix => ({
  label: `End it at ${to.name}${how}`,
  changes: [{ in: "points", put: { ...point, closet: to.closet } }],
});

/**
 * The nearest closet but its own from which a drop holds, and the fix that ends it there; nothing where
 * none does.
 */
export function endNearer(
  design: Design,
  drop: { point: PointRow; closet?: string; slackM: number },
  holds: (installedM: number) => boolean,
): Fix | undefined {
  const nearer = closetsFor(design, drop.point).find(
    ({ closet, wayM }) => closet !== drop.closet && holds(wayM + drop.slackM),
  );
  return nearer && endAt(drop.point, nearer, `: ${(nearer.wayM + drop.slackM).toFixed(1)} m`);
}
