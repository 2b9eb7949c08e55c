import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { point, testDesign } from "../../test-design";
import { costsOf } from "../runs/cost";
import { dropsOf } from "../runs/drops";
import { addRoom } from "../bus/test-channels";
import { arrangements, moveCloset, savedBy, siteNow, sitesFor, siteWorking } from "./siting";

/** Cameras at the far end of the upper floor, all cabled to the closet in the hall. */
function house(): Design {
  const design = testDesign();
  design.points = [16, 17, 18].map((x, i) => point(`c${i}`, "camera", "u", "store", x, 1, 2.4));
  design.devices = [];
  return design;
}
const closet = (design: Design, id = "c") => design.closets.find((row) => row.id === id)!;

describe("where a closet should stand", () => {
  test("where it is: the metres of its cables as they lie, at their price", () => {
    const design = house();
    const now = siteNow(design, closet(design))!;
    const installed = dropsOf(design).reduce((sum, drop) => sum + drop.installedM!, 0);
    expect(now.metres).toBeCloseTo(installed, 9);
    const { costPerM } = design.cableTypes.find((row) => row.id === "cat6")!;
    expect(now.cableCost).toBeCloseTo(installed * costPerM, 6);
    expect(now).toMatchObject({ room: "hall", over: 0, faults: [] });
    expect(now.score).toBeCloseTo(now.cableCost, 9);
    expect(now.linkM).toBeCloseTo(Math.max(...dropsOf(design).map((drop) => drop.installedM!)), 9);
  });

  test("the room its cables come from is best, and moving it saves what the schedule then says", () => {
    const design = house();
    const sites = sitesFor(design, closet(design));
    expect(sites.map(({ room }) => room)).toEqual(["store", "hall", "loft"]);
    const [best] = sites;
    const after = applyChanges(design, moveCloset(design, closet(design), best!));
    expect(closet(after)).toMatchObject({ room: "store", level: "u" });
    const saved = savedBy(design, moveCloset(design, closet(design), best!));
    expect(saved.metres).toBeGreaterThan(40);
    const metres = (of: Design) => dropsOf(of).reduce((sum, { lengthM = 0 }) => sum + lengthM, 0);
    expect(saved.metres).toBeCloseTo(metres(design) - metres(after), 9);
    expect(saved.money).toBeCloseTo(costsOf(design).total - costsOf(after).total, 9);
    expect(savedBy(after, []).metres).toBe(0);
  });

  test("what speaks against a room: steam, cold ground, boiler, sleepers, sight; each worth its share of the cable", () => {
    const design = house();
    const fault = (type: "wet" | "plant" | "kitchen" | "sleeping" | "living" | "work" | "store") => {
      const own = structuredClone(design);
      own.rooms.find(({ id }) => id === "store")!.type = type;
      return sitesFor(own, closet(own)).find(({ room }) => room === "store")!;
    };
    const plain = fault("store");
    expect(plain.faults).toEqual([]);
    const share = (type: Parameters<typeof fault>[0]) => fault(type).score / plain.score - 1;
    expect(share("wet")).toBeCloseTo(0.4, 9);
    expect(share("plant")).toBeCloseTo(0.25, 9);
    expect(share("kitchen")).toBeCloseTo(0.25, 9);
    expect(share("sleeping")).toBeCloseTo(0.5, 9);
    expect(share("living")).toBeCloseTo(0.1, 9);
    expect(share("work")).toBeCloseTo(0.1, 9);
    const below = structuredClone(design);
    below.levels[1]!.elevationM = -3;
    expect(sitesFor(below, closet(below)).find(({ room }) => room === "store")!.faults).toMatchObject([
      { of: "damp", text: expect.stringMatching(/below ground/) },
    ]);
    const warm = structuredClone(design);
    warm.closets.push({ ...closet(design), id: "boiler", room: "store", level: "u", plantW: 300 });
    expect(sitesFor(warm, closet(warm)).find(({ room }) => room === "store")!.faults).toMatchObject([
      { of: "heat" },
    ]);
    expect(siteWorking(design, fault("wet")).value).toBe(fault("wet").score);
  });

  test("no wall shorter than the closet is wide, none outdoors, none from which a cable has no way", () => {
    const design = house();
    const narrow = structuredClone(design);
    closet(narrow).wallWidthM = 7;
    // The store is 10 m by 6: only its long sides are left.
    expect(sitesFor(narrow, closet(narrow)).map(({ name }) => name)).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Store, (North|South)/)]),
    );
    closet(narrow).wallWidthM = 11;
    expect(sitesFor(structuredClone(narrow), closet(narrow))).toEqual([]);
    const outdoor = structuredClone(design);
    outdoor.rooms.find(({ id }) => id === "store")!.outdoor = true;
    expect(sitesFor(outdoor, closet(outdoor)).map(({ room }) => room)).not.toContain("store");
    expect(sitesFor({ ...design, points: [] }, closet(design))).toEqual([]);
  });

  test("a data link past 90 m counts, and what it takes to bridge it", () => {
    const design = house();
    design.trunks[1]!.path = [
      [0, 3],
      [120, 3],
    ];
    design.rooms.find(({ id }) => id === "store")!.outline = [
      [10, 0],
      [120, 0],
      [120, 6],
      [10, 6],
    ];
    design.points.push(point("far", "camera", "u", "store", 100, 1, 2.4));
    const now = siteNow(design, closet(design))!;
    expect(now.over).toBe(1);
    expect(now.score).toBeCloseTo(now.cableCost + 220, 9);
    design.design.moneyRate = 3;
    expect(siteNow(structuredClone(design), closet(design))!.score).toBeCloseTo(now.cableCost + 660, 9);
  });
});

describe("one closet or two", () => {
  const id = (prefix: string) => `${prefix}-new`;
  test("one as it is, and a second one near the cameras: each cable to the nearer, the second one paid for", () => {
    const design = house();
    design.points.push(point("near", "camera", "g", "hall", 2, 1, 2.4));
    const [now, second] = arrangements(design, id);
    expect(now).toMatchObject({ name: "One, as it is", closets: 1 });
    expect(now!.changes).toBeUndefined();
    expect(second!.name).toMatch(/^A second one in Store/);
    expect(second!.cost).toBeGreaterThan(640);
    expect(second!.working.value).toBe(second!.cost);
    const after = applyChanges(design, second!.changes!);
    expect(after.points.map((row) => row.closet)).toEqual(["closet-new", "closet-new", "closet-new", "c"]);
    const installed = dropsOf(after).reduce((sum, drop) => sum + drop.installedM!, 0);
    // The way into a closet's own node differs a little from that to a place beside it.
    expect(Math.abs(installed - second!.metres)).toBeLessThan(4);
  });

  test("two as they are against all at either: points and bus lines follow", () => {
    const design = house();
    addRoom(design, "x", "store");
    design.closets.push({
      ...closet(design),
      id: "d",
      name: "Other",
      room: "store",
      level: "u",
      x: 15,
      y: 0.2,
    });
    design.points.push({ ...point("near", "camera", "u", "store", 14, 1, 2.4), closet: "d" });
    design.segments = [
      { id: "s", name: "S", profile: "house-bus", closet: "d", topology: "line", cableType: "bus-4" },
    ];
    const found = arrangements(design, id);
    expect(found[0]!.name).toBe("2, as they are");
    const all = found.find(({ name }) => name === "All at Cabinet")!;
    expect(all.closets).toBe(1);
    const after = applyChanges(design, all.changes!);
    expect(new Set(after.points.map((row) => row.closet))).toEqual(new Set(["c"]));
    expect(after.segments[0]!.closet).toBe("c");
    const other = found.find(({ name }) => name === "All at Other")!;
    // The cameras are beside the other one.
    expect(other.cost).toBeLessThan(all.cost);
    expect(arrangements({ ...design, points: [] }, id)).toEqual([]);
  });
});
