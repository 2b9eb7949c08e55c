import fc from "fast-check";
import { larkspurWeir } from "../../../tests/core/houses";
import { byId, type Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { generateHouse } from "../house";
import type { PointRow } from "../../design/rows/runs";
import type { BusProfileRow } from "../../design/rows/bus";
import { pointOfStop, stopsOf } from "../../points/lines";
import { busChecks } from "./checks";
import { freshIds } from "./fixes";
import { readProfiles, profilesCsv, takeProfiles } from "./profiles-csv";
import { apartOf, rulesBetween } from "./rules";
import {
  acceptSegments,
  fewestGroups,
  proposeSegments,
  ridersOf,
  ruleText,
  smallestClash,
} from "./segmenting";
import { BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "../house/bus-tables";

/** The house with its lines taken off again. */
function unlined(): Design {
  const design = larkspurWeir();
  return { ...design, segments: [], stops: [], points: design.points.map(({ through: _, ...row }) => row) };
}
const bus = (design: Design) => byId(design, "busProfiles").get("house-bus")!;
const at = (design: Design, id: string): PointRow => byId(design, "points").get(id)!;

describe("rules", () => {
  const design = unlined();
  const between = (a: string, b: string) => rulesBetween(design, at(design, a), at(design, b)).map(ruleText);

  test("say who is kept from whom, and who may share all the same", () => {
    expect(between("hall-rdr-1", "hall-key-1")).toEqual(["Entrance never with indoors"]);
    expect(between("hall-rdr-1", "boot-rdr-1")).toEqual([]);
    expect(between("hall-rdr-1", "quay-wx-1")).toEqual([]);
    expect(between("quay-wx-1", "hall-key-1")).toEqual(["Outdoors never with indoors"]);
    expect(between("plant-room-flv-1", "hall-key-1")).toEqual(["Valves never with keypads"]);
    expect(between("plant-room-flv-1", "plant-room-tmp-1")).toEqual([]);
    expect(between("hall-mot-1", "hall-key-1")).toEqual(["Ceiling sensors always alone"]);
    expect(between("hall-mot-1", "snug-mot-1")).toEqual([]);
  });

  test("the fewest groups: as many as there are that all keep apart", () => {
    const points = ["hall-key-1", "plant-room-flv-1", "hall-mot-1", "hall-rdr-1", "shower-tmp-1"];
    const count = (ids: string[], rules = design.segmentRules) =>
      fewestGroups(
        design,
        ids.map((id) => at(design, id)),
        rules,
      );
    expect(count(points)).toBe(4);
    expect(count(["hall-key-1", "shower-tmp-1"])).toBe(1);
    expect(count([])).toBe(0);
    expect(count(points, [])).toBe(1);
  });

  test("what cannot be met is named by the fewest rules that clash, and no fewer would", () => {
    const points = ["hall-key-1", "plant-room-flv-1", "hall-mot-1"].map((id) => at(design, id));
    expect(smallestClash(design, points, 3)).toBeUndefined();
    const two = smallestClash(design, points, 2)!;
    expect(two.needs).toBe(3);
    expect(two.rules.map((rule) => rule.id)).toEqual(["ceiling-alone", "valves-apart"]);
    for (const rule of two.rules)
      expect(
        fewestGroups(
          design,
          points,
          two.rules.filter((one) => one !== rule),
        ),
      ).toBeLessThanOrEqual(2);
    expect(proposeSegments(design, bus(design), points, 2).clash).toEqual(two);
    expect(proposeSegments(design, bus(design), points, 3)).not.toHaveProperty("clash");
  });
});

describe("sharing out", () => {
  test("the demo house: every point once, no rule broken, and less cable than home runs", () => {
    const design = unlined();
    const riders = ridersOf(design, "house-bus");
    const proposal = proposeSegments(design, bus(design), riders);
    const placed = proposal.groups.flatMap((group) => group.placements.map(({ point }) => point.id));
    expect([...placed].sort()).toEqual(riders.map(({ id }) => id).sort());
    expect(proposal.lengthM).toBeLessThan(proposal.homeRunsM);
    const next = applyChanges(design, acceptSegments(design, bus(design), proposal.groups, freshIds(design)));
    expect(busChecks(next).filter(({ code }) => code === "bus.mixed" || code === "bus.no-segment")).toEqual(
      [],
    );
    // Asked again it takes the place of what there is.
    const again = applyChanges(next, acceptSegments(next, bus(next), proposal.groups, freshIds(next)));
    expect(again.segments).toHaveLength(next.segments.length);
    expect(again.stops).toHaveLength(next.stops.length);
  });

  test("each place is explained: what it saves, what the next best takes, and which rules bind it", () => {
    const design = unlined();
    const proposal = proposeSegments(design, bus(design), ridersOf(design, "house-bus"));
    const of = (id: string) =>
      proposal.groups.flatMap((group) => group.placements).find(({ point }) => point.id === id)!;
    expect(of("hall-key-1").kept).toContain("Valves never with keypads");
    for (const group of proposal.groups)
      for (const { ownM, nextM } of group.placements)
        if (nextM !== undefined && group.placements.length > 1) expect(ownM).toBeLessThanOrEqual(nextM + 12);
  });

  test("devices and amperes of the profile are kept with the spare share free", () => {
    const within = (change: (limits: BusProfileRow["limits"]) => BusProfileRow["limits"]) => {
      const house = unlined();
      const put = { ...bus(house), limits: change(bus(house).limits) };
      const design = applyChanges(house, [{ in: "busProfiles", put }]);
      return proposeSegments(design, bus(design), ridersOf(design, "house-bus")).groups;
    };
    for (const group of within((limits) => ({ ...limits, devices: 5 })))
      expect(group.placements.length).toBeLessThanOrEqual(4);
    for (const group of within(() => ({ maxA: 0.2 })))
      if (group.placements.length > 1) expect(group.amps).toBeLessThanOrEqual(0.16 + 1e-9);
    for (const group of within(() => ({ totalM: 40 })))
      if (group.placements.length > 1) expect(group.lengthM).toBeLessThanOrEqual(40);
  });

  test("property: whatever is where, no two that must be apart share a segment, and none is lost", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 5, max: 40 }), (seed, count) => {
        const design = generateHouse({ points: count, seed });
        design.busProfiles = BUS_PROFILE_TABLE.map((row) => structuredClone(row));
        design.segmentRules = SEGMENT_RULE_TABLE.map((row) => structuredClone(row));
        design.rooms.forEach((room, i) => i % 3 === 0 && (room.outdoor = true));
        const riders = ridersOf(design, "house-bus");
        const { groups } = proposeSegments(design, bus(design), riders);
        const next = applyChanges(design, acceptSegments(design, bus(design), groups, freshIds(design)));
        expect(next.stops).toHaveLength(riders.length);
        const apart = apartOf(next);
        for (const segment of next.segments) {
          const own = stopsOf(next, segment.id).map((stop) => pointOfStop(next, stop)!);
          for (const a of own) for (const b of own) expect(apart(a, b)).toEqual([]);
          expect(new Set(own.map((point) => point.closet)).size).toBe(1);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe("profiles as a table", () => {
  const design = { ...larkspurWeir() };
  test("go out and come back the same", () => {
    const { rows, faults } = readProfiles(design, profilesCsv(design));
    expect(faults).toEqual([]);
    expect(rows).toEqual(design.busProfiles);
    expect(takeProfiles(design, rows)).toMatchObject({ added: 0, replaced: 6 });
  });
  test("what is wrong is named by row and column, and nothing is taken", () => {
    const csv = profilesCsv(design).replace("line; tree; star; ring", "line; web");
    expect(readProfiles(design, csv)).toEqual({
      rows: [],
      faults: [{ row: 4, column: "topologies", reason: "must hold only line, tree, star, ring" }],
    });
  });
});
