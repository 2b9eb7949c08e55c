/** Stage 4 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { runsChecks } from "./checks";
import { dropsOf } from "./drops";
import { runsCells } from "./cells";

export const runs: StageModule = {
  stage: "runs",
  checks: runsChecks,
  facets(design, clear) {
    const any = dropsOf(design).length > 0;
    return [
      {
        name: "Every drop has a closet and a way to it",
        met: any && clear("runs.no-closet", "runs.no-route"),
      },
      { name: "Every kit names its cables", met: any && clear("runs.kit-without-cable") },
      { name: "Every link is short enough", met: any && clear("runs.data-link-long", "runs.cut-too-long") },
      { name: "Every load gets its voltage", met: any && clear("runs.voltage-drop", "runs.poe-no-start") },
    ];
  },
  cells: runsCells,
  papers: async () => (await import("./papers")).papers,
};
