/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  racks: "rack",
  rackItems: "rack item",
  patches: "patch",
} as const;
