/** Rows of the brief as they begin: what nobody has said yet stands in the middle. */
import type { ProblemRow } from "../../design/rows/brief";

export const newProblem = (id: string): ProblemRow => ({
  id,
  name: "New problem",
  kind: "comfort",
  rooms: [],
  people: [],
  severity: 3,
  perWeek: 1,
  points: [],
  devices: [],
  automations: [],
});
