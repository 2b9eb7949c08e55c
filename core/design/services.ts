/** What cables serve: one colour of jacket each. */
export const SERVICES = [
  "network",
  "sight",
  "sound",
  "shade",
  "bus",
  "security",
  "climate",
  "light",
  "power",
] as const;
export type Service = (typeof SERVICES)[number];
