import { testWhole } from "../../../tests/core/whole";
import { formsOf } from "./order";
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
  rules: (design) => design.segmentRules.map(ruleText),
});
