/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  busProfiles: "bus profile",
  busSupplies: "bus supply",
  segments: "segment",
  stops: "stop",
  segmentRules: "segmenting rule",
  moduleTypes: "kind of module",
  modules: "module",
  channels: "channel",
  links: "direct link",
  boards: "board",
  pins: "pin",
  remotes: "remote code",
  stations: "station",
} as const;
