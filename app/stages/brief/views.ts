/** The parts of the brief, by the names they have in the address. */
export const VIEWS = [
  ["problems", "Problems"],
  ["requirements", "Requirements"],
  ["constraints", "Constraints"],
  ["phases", "Phases"],
  ["uses", "Use log"],
  ["household", "Household"],
] as const;
