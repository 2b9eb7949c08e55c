/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  ecosystems: "ecosystem",
  bridges: "bridge",
  exposures: "exposure",
  pairs: "pair",
} as const;
