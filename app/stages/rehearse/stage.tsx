/** What stage 11 gives the desk. */
import type { StageParts } from "../../desk/parts";
import { RehearseSummary } from "./summary";

export const parts: StageParts = {
  stage: "rehearse",
  Summary: RehearseSummary,
  commands: [
    { text: "Rehearse a week", hint: "view of Rehearse", path: "rehearse?view=week" },
    { text: "Rehearse a year", hint: "view of Rehearse", path: "rehearse?view=year" },
    { text: "Break something", hint: "view of Rehearse", path: "rehearse?view=break" },
    { text: "What stops without what", hint: "view of Rehearse", path: "rehearse?view=stops" },
    { text: "Guest test", hint: "view of Rehearse", path: "rehearse?view=stops&table=guests" },
    { text: "Household's panel", hint: "view of Rehearse", path: "rehearse?view=panel" },
    { text: "Compare two rehearsals", hint: "view of Rehearse", path: "rehearse?view=compare" },
    { text: "Save the outage table", hint: "command", path: "csv/outages", file: true },
  ],
};
