/** Leads from a panel or a battery to a shade out of doors: what reaches its motor. */
import type { Design } from "../../design/collections";
import { dropsOf, type Drop } from "./drops";

/**
 * Cables that end at what they feed and not in a closet, the longest first; those of lit treads are told
 * with their groups.
 */
export const leadsOf = (design: Design): Drop[] =>
  dropsOf(design)
    .filter((drop) => drop.line.end === "beside it")
    .sort((a, b) => (b.installedM ?? 0) - (a.installedM ?? 0));
