/** Stage 6 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { sumWorking } from "../../desk/working";
import { rackChecks } from "./checks";
import { racksOf } from "./racks";

export const rack: StageModule = {
  stage: "rack",
  checks: rackChecks,
  facets: ({ racks: { length } }, clear) => [
    {
      name: "Everything has a place",
      met:
        length > 0 &&
        clear("rack.no-place", "rack.overlap", "rack.outside", "rack.deep", "rack.heavy", "rack.tips"),
    },
    { name: "Nothing stands in heat", met: length > 0 && clear("rack.hot") },
    { name: "Circuits and outlets hold", met: length > 0 && clear("rack.circuit", "rack.outlets") },
    {
      name: "Every cable has its port",
      met: length > 0 && clear("rack.unpatched", "rack.port-twice", "rack.patch-gone"),
    },
  ],
  cells: [
    {
      cell: "rackU",
      name: "Rack",
      place: 80,
      digits: 0,
      unit: "U",
      of(design) {
        const racks = racksOf(design);
        if (!racks.length) return undefined;
        const units = racks.reduce((sum, one) => sum + one.row.units, 0);
        return { value: racks.reduce((sum, one) => sum + one.usedU, 0), note: `of ${units}` };
      },
      working: (design) =>
        sumWorking(
          "Rack units used",
          "U",
          racksOf(design).map((one) => ({
            name: `${one.row.name}, of ${one.row.units} U`,
            value: one.usedU,
          })),
          "racks",
          0,
        ),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
