/** What stage 7 writes: the table of radios, and all of it for scripts. */
import { radioProfilesCsv } from "./profiles-csv";
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { coverageDrawings } from "./coverage-svg";
import { bandsOf } from "./links";
import { bandGraphml, meshJson, radiosCsv } from "./output";
import { readingsCsv } from "./readings-csv";
import { scanCsv } from "./scan-csv";
import { reachesOf, treesOf } from "./routes";

const mesh: Command = {
  prints: "bands of radio with their links, ways, single points of failure and who is heard by nobody",
  run(design) {
    const bands = treesOf(design).map(({ band, ways, orphans }) => {
      const reach = reachesOf(design).get(band.profile.id)!;
      const head = `${band.profile.name}, ${band.profile.mhz} MHz: ${band.radios.length} radios, ${band.links.length} links, ${orphans.length} without a way`;
      const rows = [...ways.values()]
        .sort(
          (a, b) => (reach.get(a.radio.row.id)?.marginDb ?? 0) - (reach.get(b.radio.row.id)?.marginDb ?? 0),
        )
        .map((way) => [
          way.radio.device.name,
          way.parent.device.name,
          String(way.hops),
          `${reach.get(way.radio.row.id)?.marginDb.toFixed(1) ?? "-"} dB`,
          `${(100 * way.delivery).toFixed(1)} %`,
        ]);
      return [
        head,
        textTable([["device", "heard by", "hops", "margin", "delivery"], ...rows]),
        ...orphans.map(({ device }) => `${device.name} is heard by nobody`),
      ].join("\n");
    });
    return { json: meshJson(design), text: bands.join("\n\n") };
  },
};

export const papers: Papers = {
  tables: {
    radios: radiosCsv,
    readings: readingsCsv,
    neighbours: scanCsv,
    "radio-profiles": radioProfilesCsv,
  },
  drawings: { coverage: coverageDrawings },
  graphs: {
    graphml: (design) =>
      bandsOf(design).map(({ profile }) => [`band-${profile.id}`, bandGraphml(design, profile.id)]),
  },
  commands: { mesh },
};
