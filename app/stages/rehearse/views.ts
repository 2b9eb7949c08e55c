/** The views of stage 11, by the names they have in the address. */
export const VIEWS = [
  ["day", "Day"],
  ["week", "Week"],
  ["year", "Year"],
  ["break", "Break it"],
  ["stops", "What stops"],
  ["compare", "Compare"],
] as const;
