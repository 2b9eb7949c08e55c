import { testWhole } from "../../../tests/core/whole";
import { formsOf } from "./order";
import { assignPins, demandsOf, failStates, supplyWorking } from "./pins";
import { clashesOf, runsOf } from "./remotes";
import { wiringSvg } from "./wiring-svg";
import { busJson } from "./output";
import { proposeSegments, ridersOf, ruleText } from "./segmenting";
import { segmentsOf } from "./segments";
import { bus } from "./stage";
import { currentWorking, segmentLengthWorking, spareOf, voltsWorking } from "./workings";

testWhole(bus, {
  segments: busJson,
  "how figures come about": (design) =>
    segmentsOf(design).flatMap((segment) => [
      voltsWorking(design, segment, 1),
      currentWorking(segment),
      segmentLengthWorking(segment),
      spareOf(segment),
    ]),
  forms: (design) =>
    design.segments.map((row) => {
      const { line, ring, tree, starM } = formsOf(design, row);
      return [row.id, line, ring?.lengthM, tree, starM];
    }),
  "what would be proposed": (design) =>
    design.busProfiles.map((profile) =>
      proposeSegments(design, profile, ridersOf(design, profile.id)).groups.map((group) => [
        group.closet,
        group.lengthM,
        group.amps,
        group.placements.map(({ point, ownM, nextM, kept }) => [point.id, ownM, nextM, kept]),
      ]),
    ),
  boards: (design) =>
    design.boards.map((board) => [
      assignPins(board, demandsOf(design, board.id)).short?.pins,
      supplyWorking(design, board),
      demandsOf(design, board.id).map((row) => [row.id, failStates(row).map(({ load }) => load)]),
      wiringSvg(design, board),
    ]),
  "codes and stations": (design) => [
    clashesOf(design.remotes).map(({ a, b, of, bits }) => [a.id, b.id, of, bits]),
    runsOf(design).map(({ station, start, end }) => [station.id, start, end]),
  ],
  rules: (design) => design.segmentRules.map(ruleText),
});
