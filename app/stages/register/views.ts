/** What is kept up, by the names they have in the address. */
export const UPKEEP = [
  ["cells", "Cells"],
  ["firmware", "Firmware"],
  ["readings", "Readings"],
  ["spares", "Spares"],
  ["calendar", "Calendar"],
] as const;

/** The views of stage 8, by the names they have in the address. */
export const VIEWS = [
  ["devices", "Devices"],
  ["commissioning", "Commissioning"],
  ["day", "Day plan"],
  ["addresses", "Addresses"],
  ["upkeep", "Upkeep", ["of", UPKEEP]],
  ["trials", "Trials"],
  ["keys", "Codes and keys"],
  ["bring", "Bring in"],
] as const;
