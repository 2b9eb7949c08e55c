/** The views of stage 10, by the names they have in the address. */
export const VIEWS = [
  ["sentences", "Sentences"],
  ["dials", "Dials and flags"],
  ["scenes", "Scenes and groups"],
  ["calendars", "Calendars"],
  ["templates", "Templates"],
  ["map", "Conflict map"],
  ["sheet", "Household's sheet"],
] as const;
