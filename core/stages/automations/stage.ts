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
      met: length > 0 && clear("automations.no-move", "automations.cannot-do", "automations.misfit"),
    },
    {
      name: "None stands in another's way",
      met: length > 0 && clear("automations.guard-never-holds", "automations.clash", "automations.loop"),
    },
    {
      name: "What is for safety can be relied on",
      met:
        length > 0 &&
        clear("automations.no-wind-rule", "automations.critical-on-cloud", "automations.one-cell"),
    },
    {
      name: "Everybody can overrule it, and sleep",
      met:
        length > 0 &&
        clear(
          "automations.wakes-sleeper",
          "automations.no-override",
          "automations.no-hand",
          "automations.unreachable-flag",
        ),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
