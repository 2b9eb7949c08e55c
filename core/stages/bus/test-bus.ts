/** A small bus for tests: the small house with a profile, a supply and keypads along its ground trunk. */
import type { Design } from "../../design/collections";
import { point, testDesign } from "../../test-design";
import type { SegmentRow } from "../../design/rows/bus";
import { BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "../house/bus-tables";

/**
 * Keypads k1 … at x = 2, 4, 6, 8 below the trunk (y = 3, z = 1.6: 1 m up), all on segment `s` in this order. From
 * the closet to k1 the cable is 1 + 2 + 1 m and 3.5 m of slack; from one to the next 1 + 2 + 1 m and 1 m of slack.
 */
export function busDesign(row: Partial<SegmentRow> = {}, count = 4): Design {
  const design = testDesign();
  design.busProfiles = BUS_PROFILE_TABLE.map((profile) => structuredClone(profile));
  design.segmentRules = SEGMENT_RULE_TABLE.map((rule) => structuredClone(rule));
  design.segments = [
    {
      id: "s",
      name: "Keys",
      profile: "house-bus",
      closet: "c",
      topology: "line",
      cableType: "bus-4",
      ...row,
    },
  ];
  for (let i = 1; i <= count; i++) {
    // Each in a room of its own, so that no two are joined straight.
    design.points.push({
      ...point(`k${i}`, "keypad", "g", i % 2 ? "hall" : "loft", 2 * i, 3, 1.6),
      number: i,
    });
    design.stops.push({ id: `s${i}`, segment: "s", point: `k${i}`, order: i, address: i });
  }
  return design;
}
