/** Stage 1 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { briefChecks } from "./checks";
import { isQuestioned } from "./triage";

export const brief: StageModule = {
  stage: "brief",
  checks: briefChecks,
  facets: ({ problems, requirements, phases }, clear) => [
    { name: "Problems are listed", met: problems.length > 0 },
    {
      name: "Something answers every problem",
      met: problems.length > 0 && clear("brief.problem-unanswered"),
    },
    {
      name: "Every requirement was questioned",
      met: requirements.length > 0 && requirements.every(isQuestioned),
    },
    {
      name: "The first phase is one problem in a quiet zone",
      met: phases.length > 0 && clear("brief.first-phase-wide", "brief.first-phase-disruptive"),
    },
  ],
};
