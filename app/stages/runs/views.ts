/**
 * The views of stage 4, the tables below its plan and the lists of its site, by the names they have in the
 * address.
 */
export const RUN_TABLES = [
  ["schedule", "Pull schedule"],
  ["reels", "Cable and reels"],
  ["pulls", "Pull groups"],
  ["conduits", "Conduits and trays"],
  ["crossings", "Mains and fire"],
  ["materials", "Materials"],
  ["labels", "Labels"],
] as const;

export const SITE_LISTS = [
  ["rooms", "Rooms"],
  ["punch", "Punch list"],
  ["built", "As built"],
  ["since", "What changed"],
] as const;

export const VIEWS = [
  ["plan", "Plan and schedule", ["table", RUN_TABLES]],
  ["kits", "Kits"],
  ["electrical", "Electrical"],
  ["trades", "Walls and ceilings"],
  ["site", "On site", ["list", SITE_LISTS]],
] as const;
