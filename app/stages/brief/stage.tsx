/** What stage 1 gives the desk. */
import type { StageParts } from "../../desk/parts";
import { BriefSummary } from "./summary";
import { lazily, lazilyFrom } from "../../kit/lazily";

const inspector = () => import("./brief-inspector");

export const parts: StageParts = {
  stage: "brief",
  Summary: BriefSummary,
  rows: {
    problems: {
      names: { perWeek: "A week", effortH: "Hours, guessed" },
      Extra: lazilyFrom(inspector, (file) => file.ProblemExtra),
    },
    requirements: {
      only: ["name", "askedBy", "ifNot", "problems", "automations"],
      names: { ifNot: "What if not" },
      Extra: lazilyFrom(inspector, (file) => file.RequirementExtra),
    },
    phases: {
      only: ["name", "rooms", "disruption"],
      Extra: lazilyFrom(inspector, (file) => file.PhaseExtra),
    },
    people: {
      only: ["role", "room", "sleepsFrom", "sleepsTo", "schedule", "needs"],
      names: { sleepsFrom: "Asleep from", sleepsTo: "Asleep until", room: "Sleeps in", schedule: "In words" },
      Extra: lazily(() => import("./person-extra")),
    },
    constraints: { names: { by: "By" } },
  },
};
