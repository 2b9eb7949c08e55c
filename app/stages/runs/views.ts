/** The views of stage 4, by the name they have in the address. */
export const RUN_VIEWS = [
  ["plan", "Plan and schedule"],
  ["kits", "Kits"],
  ["electrical", "Electrical"],
  ["trades", "Walls and ceilings"],
  ["site", "On site"],
] as const;
