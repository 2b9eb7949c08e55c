/** What stage 5 writes: segments and profiles as tables, its drawings, and all of it for scripts. */
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { cabinetsOf } from "./cabinet";
import { cabinetSvg } from "./cabinet-svg";
import { moduleText, modulesOf } from "./channels";
import { busJson, channelsCsv, segmentsCsv } from "./output";
import { codesCsv } from "./codes-csv";
import { profilesCsv } from "./profiles-csv";
import { segmentsOf } from "./segments";
import { treeSvg } from "./tree-svg";
import { wiringSvg } from "./wiring-svg";

const bus: Command = {
  prints: "bus segments with volts, orders; modules with channels, cabinets; boards, remotes, stations",
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
    const rows = cabinetsOf(design);
    const modules = modulesOf(design);
    const channels = modules.length
      ? textTable(
          [
            ["module", "kind", "closet", "row", "at", "on it", "heat"],
            ...modules.map((module) => [
              module.row.name,
              module.type.name,
              module.row.closet,
              String(module.row.row ?? "-"),
              String(module.row.slot ?? "-"),
              moduleText(module),
              `${module.heatW.toFixed(1)} W`,
            ]),
          ],
          [3, 4, 6],
        )
      : "";
    const cabinets = rows.length
      ? textTable(
          [
            ["cabinet", "rows", "units used", "heat", "air"],
            ...rows.map((cabinet) => [
              cabinet.closet.name,
              String(cabinet.rows.length),
              `${cabinet.used} of ${cabinet.units}`,
              `${cabinet.watts.toFixed(1)} W`,
              `${cabinet.airC.toFixed(1)} °C`,
            ]),
          ],
          [1, 2, 3, 4],
        )
      : "";
    return {
      json: busJson(design),
      text: [segments, channels, cabinets].filter(Boolean).join("\n\n"),
    };
  },
};

export const papers: Papers = {
  tables: { segments: segmentsCsv, channels: channelsCsv, profiles: profilesCsv, codes: codesCsv },
  drawings: {
    segments: (design) =>
      segmentsOf(design)
        .filter(({ nodes }) => nodes.length > 1)
        .map((segment) => [`segment-${segment.row.id}`, treeSvg(design, segment)]),
    cabinets: (design) =>
      cabinetsOf(design).map((cabinet) => [`cabinet-${cabinet.closet.id}`, cabinetSvg(design, cabinet)]),
    boards: (design) => design.boards.map((board) => [`board-${board.id}`, wiringSvg(design, board)]),
  },
  commands: { bus },
};
