/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  people: "person",
  problems: "problem",
  requirements: "requirement",
  constraints: "constraint",
  phases: "phase",
  uses: "use",
  acceptances: "acceptance",
} as const;
