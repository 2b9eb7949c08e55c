/** The collections of this stage with what one row of each is called, in the order of the project file. */
export const NAMES = {
  devices: "device",
  networks: "network",
  reservations: "reservation",
  keys: "key",
  stepTemplates: "step of commissioning",
  trials: "trial",
  firmwares: "firmware",
  deviceReadings: "reading of a device",
  tableViews: "view of the table",
  taskRuns: "step done",
  visits: "visit",
  photos: "photo",
  documents: "document",
} as const;
