/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  dials: "dial",
  groups: "group",
  scenes: "scene",
  calendars: "calendar",
  automations: "automation",
} as const;
