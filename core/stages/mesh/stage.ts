/** Stage 7 as the desk knows it. */
import type { Design } from "../../design/collections";
import type { StageModule } from "../../desk/stage";
import { meshChecks } from "./checks";
import { reachesOf, type Reach } from "./routes";
import { reachWorking } from "./workings";
import { rowOf } from "../../design/collections";

/** The radio that is heard least of all that are heard. */
function weakest(design: Design): { reach: Reach; profile: string } | undefined {
  let worst: { reach: Reach; profile: string } | undefined;
  for (const [profile, reaches] of reachesOf(design))
    for (const reach of reaches.values())
      if (!worst || reach.marginDb < worst.reach.marginDb) worst = { reach, profile };
  return worst;
}

export const mesh: StageModule = {
  stage: "mesh",
  checks: meshChecks,
  facets: ({ radios: { length } }, clear) => [
    {
      name: "Every device is heard",
      met: length > 0 && clear("mesh.orphan", "mesh.no-coordinator", "mesh.limits"),
    },
    { name: "Every link is sound", met: length > 0 && clear("mesh.weak", "mesh.thin", "mesh.metal") },
    { name: "Nothing hangs on one", met: length > 0 && clear("mesh.single", "mesh.cut-off") },
    { name: "Every radio is planned", met: length > 0 && clear("mesh.unplanned") },
  ],
  cells: [
    {
      cell: "meshLowDb",
      name: "Radio",
      place: 85,
      digits: 0,
      unit: "dB",
      of(design) {
        const worst = weakest(design);
        return worst && { value: worst.reach.marginDb, about: worst.reach.radio.device.name };
      },
      working(design) {
        const worst = weakest(design);
        return worst && reachWorking(design, rowOf(design, "radioProfiles", worst.profile), worst.reach);
      },
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
