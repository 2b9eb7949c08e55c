/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  radioProfiles: "radio profile",
  radios: "radio",
  readings: "reading",
  neighbours: "neighbour's network",
} as const;
