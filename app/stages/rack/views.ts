/** The views of stage 6, by the names they have in the address. */
export const VIEWS = [
  ["elevation", "Elevation"],
  ["patching", "Patching"],
  ["closets", "Closets"],
] as const;
