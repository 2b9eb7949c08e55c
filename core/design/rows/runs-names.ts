/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  cableTypes: "cable type",
  kinds: "kind",
  roomKits: "room kit",
  points: "point",
  symmetries: "symmetric pair",
  drops: "drop",
  reels: "reel",
} as const;
