/** Stage 11 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { rehearseChecks } from "./checks";
import { functionsOf } from "./outage/functions";

export const rehearse: StageModule = {
  stage: "rehearse",
  checks: rehearseChecks,
  facets: (design, clear) => {
    const acts = functionsOf(design).length > 0;
    return [
      { name: "Something acts, and somebody lives with it", met: acts && design.people.length > 0 },
      { name: "No failure leaves anything unsafe", met: acts && clear("rehearse.fails-unsafe") },
      { name: "There is light without the hub", met: acts && clear("rehearse.dark-without-hub") },
      { name: "A guest can use the house", met: acts && clear("rehearse.guest-dark", "rehearse.guest-want") },
    ];
  },
  papers: async () => (await import("./papers")).papers,
};
