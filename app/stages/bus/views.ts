/** The views of stage 5 and the tables below its plan, by the names they have in the address. */
export const BELOW = [
  ["along", "Along the line"],
  ["stops", "Stops"],
] as const;

export const VIEWS = [
  ["segments", "Segments", ["below", BELOW]],
  ["share", "Share out"],
  ["channels", "Channels"],
  ["cabinets", "Cabinets"],
  ["ways", "Ways to wire"],
  ["boards", "Boards"],
  ["remotes", "Remotes"],
  ["profiles", "Profiles and rules"],
] as const;
