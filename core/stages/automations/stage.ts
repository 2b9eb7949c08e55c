/** Stage 10 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { automationChecks } from "./checks";

export const automations: StageModule = {
  stage: "automations",
  checks: automationChecks,
  facets: ({ automations: { length } }, clear) => [
    { name: "There is an automation", met: length > 0 },
    {
      name: "Every one has a cue",
      met: length > 0 && clear("automations.no-cue", "automations.never-comes"),
    },
    {
      name: "Every one moves something",
      met: length > 0 && clear("automations.no-move", "automations.cannot-do"),
    },
    {
      name: "None stands in another's way",
      met: length > 0 && clear("automations.guard-never-holds", "automations.clash", "automations.loop"),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
