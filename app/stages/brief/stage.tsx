/** What stage 1 gives the desk. */
import { lazy } from "react";
import type { StageParts } from "../../desk/parts";
import { BriefSummary } from "./summary";

const ProblemExtra = lazy(async () => ({ default: (await import("./brief-inspector")).ProblemExtra }));
const RequirementExtra = lazy(async () => ({
  default: (await import("./brief-inspector")).RequirementExtra,
}));
const PhaseExtra = lazy(async () => ({ default: (await import("./brief-inspector")).PhaseExtra }));

export const parts: StageParts = {
  stage: "brief",
  Summary: BriefSummary,
  rows: {
    problems: { names: { perWeek: "A week", effortH: "Hours, guessed" }, Extra: ProblemExtra },
    requirements: {
      only: ["name", "askedBy", "ifNot", "problems", "automations"],
      names: { ifNot: "What if not" },
      Extra: RequirementExtra,
    },
    phases: { only: ["name", "rooms", "disruption"], Extra: PhaseExtra },
    people: { names: { sleepsFrom: "Asleep from", sleepsTo: "to" } },
    constraints: { names: { by: "By" } },
  },
};
