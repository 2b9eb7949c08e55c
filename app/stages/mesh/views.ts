/** The views of stage 7, by the names they have in the address. */
export const VIEWS = [
  ["coverage", "Coverage"],
  ["ways", "Ways"],
  ["unplug", "Unplug"],
  ["remedies", "Remedies"],
  ["channels", "Channels"],
  ["points", "Access points"],
  ["readings", "Readings"],
  ["profiles", "Profiles"],
] as const;
