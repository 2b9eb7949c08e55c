/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  options: "option",
  wants: "want",
  hubs: "controller",
  plans: "plan",
} as const;
