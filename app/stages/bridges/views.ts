/** The views of stage 9, by the names they have in the address. */
export const VIEWS = [
  ["matrix", "Who sees what"],
  ["joining", "Joining"],
  ["pairs", "Kept in step"],
  ["names", "Spoken names"],
  ["bridges", "Bridges"],
] as const;
