/** The tables of what stops without what. */
export const OUTAGE_TABLES = [
  ["failures", "Single failures"],
  ["pairs", "Pairs"],
  ["shares", "Rooms and people"],
  ["savings", "Spares and changes"],
  ["guests", "Guest test"],
] as const;

/** The views of stage 11, by the names they have in the address. */
export const VIEWS = [
  ["day", "Day"],
  ["week", "Week"],
  ["year", "Year"],
  ["break", "Break it"],
  ["stops", "What stops", ["table", OUTAGE_TABLES]],
  ["compare", "Compare"],
  ["panel", "Panel"],
] as const;
