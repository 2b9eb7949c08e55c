/** Stage 5 as the desk knows it. */
import type { StageModule } from "../../desk/stage";
import { busChecks } from "./checks";
import { weakestSegment } from "./weakest";
import { voltsWorking } from "./workings";

export const bus: StageModule = {
  stage: "bus",
  checks: busChecks,
  facets: ({ segments: { length } }, clear) => [
    {
      name: "Every bus device is on a segment",
      met: length > 0 && clear("bus.no-segment", "bus.loose-stop"),
    },
    {
      name: "Every device gets its volts",
      met:
        length > 0 && clear("bus.low-volts", "bus.collapses", "bus.supply-overloaded", "bus.fed-backwards"),
    },
    {
      name: "Every segment is within its profile",
      met:
        length > 0 &&
        clear(
          "bus.too-long",
          "bus.supply-far",
          "bus.devices-far",
          "bus.too-many",
          "bus.form",
          "bus.open-end",
          "bus.address-twice",
          "bus.address-range",
        ),
    },
    {
      name: "Nothing shares a line that must not",
      met: length > 0 && clear("bus.mixed", "bus.supply-shared", "bus.reader-through"),
    },
  ],
  cells: [
    {
      cell: "busLowV",
      name: "Bus",
      place: 70,
      digits: 2,
      unit: "V",
      of(design) {
        const weakest = weakestSegment(design);
        return (
          weakest && {
            value: weakest.lowV!,
            note: weakest.limitV === undefined ? undefined : `${weakest.limitV.toFixed(2)} V wanted`,
            about: weakest.row.name,
          }
        );
      },
      working(design) {
        const weakest = weakestSegment(design);
        return weakest && voltsWorking(design, weakest);
      },
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
