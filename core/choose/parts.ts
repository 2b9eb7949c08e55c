/** What a choice is made from: where none of these has changed, its plans still stand. Light, so that a screen can ask without the solver. */
import type { CollectionName, Design } from "../design/collections";

export const PARTS: readonly (CollectionName | "design")[] = [
  "design", "options", "hubs", "wants", "constraints", "legs", "switches", "lamps", "levels", "rooms", "trunks", "risers", "closets", "cableTypes", "kinds", "points", "drops", "reels",
];

export const sameParts = (a: Design, b: Design) => a === b || PARTS.every((part) => a[part] === b[part]);
