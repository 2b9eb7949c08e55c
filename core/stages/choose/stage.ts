/** Stage 3 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { chooseChecks } from "./checks";

export const choose: StageModule = {
  stage: "choose",
  checks: chooseChecks,
  facets: ({ wants, plans, hubs }, clear) => [
    { name: "Wants are put down", met: wants.length > 0 },
    { name: "A plan is accepted, and meets them all", met: plans.length > 0 && clear("choose.want-unmet") },
    {
      name: "Every device has a controller that takes it",
      met: hubs.length > 0 && clear("choose.not-carried", "choose.unsupported-pairing", "choose.radio-limit"),
    },
    {
      name: "Nothing critical hangs on a cloud, a cut feed or too small a part",
      met:
        plans.length > 0 &&
        clear(
          "choose.critical-on-cloud",
          "choose.behind-switch",
          "choose.neutral-missing",
          "choose.overload",
        ),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
