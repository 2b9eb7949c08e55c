/** What stage 5 writes: segments and profiles as tables, its drawings, and all of it for scripts. */
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { busJson, segmentsCsv } from "./output";
import { codesCsv } from "./codes-csv";
import { profilesCsv } from "./profiles-csv";
import { segmentsOf } from "./segments";

const bus: Command = {
  prints: "bus segments with volts at every node, orders; boards with their pins, remotes, stations",
  run(design) {
    const segments = textTable(
      [
        ["segment", "profile", "form", "devices", "cable", "home runs", "current", "lowest", "at", "verdict"],
        ...segmentsOf(design).map((segment) => [
          segment.row.name,
          segment.profile.name,
          segment.row.topology,
          String(segment.nodes.length - 1),
          `${segment.lengthM.toFixed(1)} m`,
          `${segment.homeRunsM.toFixed(1)} m`,
          segment.currentA === undefined ? "-" : `${segment.currentA.toFixed(3)} A`,
          segment.collapsed ? "collapses" : segment.lowV === undefined ? "-" : `${segment.lowV.toFixed(3)} V`,
          segment.low === undefined ? "-" : segment.nodes[segment.low]!.name,
          segment.verdict,
        ]),
      ],
      [3, 4, 5, 6, 7],
    );
    return { json: busJson(design), text: segments };
  },
};

export const papers: Papers = {
  tables: { segments: segmentsCsv, profiles: profilesCsv, codes: codesCsv },
  commands: { bus },
};
