/**
 * What a choice is made from: where none of these has changed, its plans still stand. Light, so that a
 * screen can ask without the solver.
 */
import { type Design } from "../../design/collections";
import { partOf, type Part } from "../../design/kept";
import { dropsOf } from "../runs/drops";

/** The cable of a want costs what such drops cost, so all that drops hang on counts as well. */
export const PARTS: readonly Part[] = [
  "design",
  "options",
  "hubs",
  "wants",
  "trials",
  "constraints",
  "legs",
  "switches",
  "lamps",
  "rooms",
  "closets",
  "points",
  dropsOf,
];

/** Would both designs get the same plans? True where all the choice hangs on is the same. */
export const sameParts = (a: Design, b: Design) =>
  a === b || PARTS.every((part) => partOf(a, part) === partOf(b, part));
