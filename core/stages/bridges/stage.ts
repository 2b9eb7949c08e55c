/** Stage 9 as the desk knows it. */
import type { Design } from "../../design/collections";
import type { StageModule } from "../../desk/stage";
import { counted } from "../../design/words";
import { bridgeChecks } from "./checks";
import { seenOf } from "./matrix";

/** Devices that somebody sees. */
const shownDevices = (design: Design) => new Set(seenOf(design).map(({ device }) => device.id)).size;

export const bridges: StageModule = {
  stage: "bridges",
  checks: bridgeChecks,
  facets: ({ ecosystems: { length }, exposures }, clear) => [
    {
      name: "Every bridge is found",
      met: length > 0 && clear("bridges.port-clash", "bridges.port", "bridges.network", "bridges.multicast"),
    },
    {
      name: "What is planned is shown",
      met:
        exposures.length > 0 &&
        clear("bridges.stale", "bridges.refused", "bridges.uncertified", "bridges.no-way-in"),
    },
    {
      name: "Every name reaches one thing",
      met: exposures.length > 0 && clear("bridges.alike", "bridges.mistakable"),
    },
    {
      name: "Nothing opens by a word, nothing chases itself",
      met: length > 0 && clear("bridges.danger", "bridges.loop", "bridges.pair-apart"),
    },
  ],
  cells: [
    {
      cell: "shown",
      name: "Shown",
      place: 88,
      digits: 0,
      of: (design) =>
        design.ecosystems.length
          ? { value: shownDevices(design), note: `of ${design.devices.length}` }
          : undefined,
      working: (design) =>
        design.ecosystems.length
          ? {
              title: "Devices shown to somebody",
              value: shownDevices(design),
              unit: "devices",
              verdict: "none",
              steps: design.ecosystems.map(({ id, name }) => {
                const own = seenOf(design).filter(({ ecosystem }) => ecosystem.id === id);
                return {
                  formula: `Devices in ${name}, each once`,
                  with: counted(own.length, "exposure"),
                  gives: String(new Set(own.map(({ device }) => device.id)).size),
                  source: "shown, and those that will be once their bridge is saved",
                };
              }),
            }
          : undefined,
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
