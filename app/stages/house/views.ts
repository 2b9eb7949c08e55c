/** The views of stage 2, by the names they have in the address. */
export const VIEWS = [
  ["plan", "Plan"],
  ["survey", "Survey"],
  ["switches", "Switch map"],
  ["drawings", "Drawings"],
  ["materials", "Materials"],
] as const;
