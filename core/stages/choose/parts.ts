/** What a choice is made from: while it is the same, its plans still stand. Light, so that a screen can ask without the solver. */
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { dropsOf } from "../runs/drops";

/** Another object whenever any of it is another; the cable of a want costs what such drops cost. */
const madeFrom = memo("madeFrom", (design) => {
  const { options, hubs, wants, trials, constraints, legs, switches, lamps, rooms, closets, points } = design;
  const rows = { options, hubs, wants, trials, constraints, legs, switches, lamps, rooms, closets, points };
  return { settings: design.design, drops: dropsOf(design), ...rows };
});

/** Would both designs get the same plans? True where all the choice hangs on is the same. */
export const sameParts = (a: Design, b: Design) => a === b || madeFrom(a) === madeFrom(b);
