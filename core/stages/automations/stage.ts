/** Stage 10 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { automationChecks } from "./checks";

export const automations: StageModule = {
  stage: "automations",
  checks: automationChecks,
  facets: ({ automations: { length } }, clear) => [
    { name: "There is an automation", met: length > 0 },
    {
      name: "Every one has a cue, and moves something",
      met:
        length > 0 &&
        clear(
          "automations.no-cue",
          "automations.never-comes",
          "automations.no-move",
          "automations.cannot-do",
          "automations.misfit",
        ),
    },
    {
      name: "None stands in another's way",
      met: length > 0 && clear("automations.guard-never-holds", "automations.clash", "automations.loop"),
    },
    {
      name: "People can rely on it, overrule it, and sleep",
      met:
        length > 0 &&
        clear(
          "automations.no-wind-rule",
          "automations.critical-on-cloud",
          "automations.one-cell",
          "automations.cut-off",
          "automations.wakes-sleeper",
          "automations.no-override",
          "automations.no-hand",
          "automations.unreachable-flag",
        ),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
