import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { point, testDesign } from "../../test-design";
import {
  bendsDeg,
  boreFor,
  boxesFor,
  BORES_MM,
  containmentOf,
  fillLimitPct,
  fillPct,
  fillWorking,
  innerMm,
  jamRatio,
  layCircles,
  sectionsOf,
} from "./containment";
import { runsChecks } from "./checks";
import { dropsOf } from "./drops";
import { billOf, materialsCsv } from "./materials";

describe("fill", () => {
  it.each([
    [1, 53],
    [2, 31],
    [3, 40],
    [12, 40],
  ])("%d cables may fill %d %%", (cables, pct) => expect(fillLimitPct(cables)).toBe(pct));
  it("four data cables of 6.2 mm in 16.9 mm: 4 × 6.2² ÷ 16.9² = 53.8 %", () => {
    expect(fillPct([6.2, 6.2, 6.2, 6.2], 16.9)).toBeCloseTo(53.84, 2);
    expect(innerMm(20)).toBe(16.9);
    // A duct of 110 mm is 94 mm inside; between two sizes of the table in proportion.
    expect([innerMm(110), innerMm(150), innerMm(63)]).toEqual([94, 128, 56.2]);
    expect(innerMm(44)).toBe(39);
    expect(innerMm(8)).toBe(6.5);
    for (const bore of [14, 18, 23, 28, 36, 45, 57, 70, 85, 100, 118, 140, 155, 180, 300])
      expect(innerMm(bore)).toBeLessThan(bore);
    expect(boreFor([6.2, 6.2, 6.2, 6.2])).toBe(25);
    expect(boreFor([6.2])).toBe(16);
    expect(boreFor(Array<number>(400).fill(6.2))).toBeUndefined();
  });
  it("three of one size jam where the bore is about three of them wide", () => {
    expect(jamRatio([7, 7, 7], 21.4)).toBeCloseTo(3.057, 3);
    expect(jamRatio([7, 7, 4], 21.4)).toBeUndefined();
    expect(jamRatio([7, 7], 21.4)).toBeUndefined();
  });
  it("adds up turns, whichever way they go", () => {
    expect(
      bendsDeg([
        [0, 0],
        [1, 0],
        [1, 1],
        [2, 1],
      ]),
    ).toBeCloseTo(180, 6);
    expect(
      bendsDeg([
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
    ).toBeCloseTo(0, 6);
    expect(
      bendsDeg([
        [0, 0],
        [1, 0],
        [2, 1],
      ]),
    ).toBeCloseTo(45, 6);
  });
});

it("a path of 2 000 corners with 200 boxes is cut in one pass, every metre and bend once", () => {
  const path = Array.from({ length: 2000 }, (_, i): [number, number] => [
    Math.ceil(i / 2) * 0.5,
    Math.floor(i / 2) * 0.5,
  ]);
  const boxes = Array.from({ length: 200 }, (_, i) => path[(i + 1) * 9]!);
  const sections = sectionsOf(path, boxes, 30);
  expect(sections).toHaveLength(201);
  expect(sections.reduce((sum, one) => sum + one.lengthM, 0)).toBeCloseTo(1999 * 0.5, 6);
  expect(sections.reduce((sum, one) => sum + one.bendsDeg, 0) / 90).toBeCloseTo(1998 - 200, 6);
  expect(sections[0]!.path).toHaveLength(10);
  const found = boxesFor(path, 30);
  expect(found.length).toBe(200);
  // Four right angles a section: the first box stands at the fifth bend.
  expect(found[0]).toEqual(path[5]);
});

it("a riser is as long as what its cables take of it", () => {
  const design = testDesign();
  design.risers = design.risers.map((row) => ({ ...row, boreMm: 50 }));
  design.trunks = design.trunks.map((row) => (row.id === "tu" ? { ...row, heightM: 0.25 } : row));
  const [riser] = containmentOf(design);
  expect(riser!.lengthM).toBeCloseTo(3.25 - 2.6, 9);
  expect(riser!.lengthM).toBeCloseTo(
    dropsOf(design).find((drop) => drop.point.id === "cam-up")!.route!.riseM - (2.6 - 0.25) - 1,
    9,
  );
});

it("lays circles that neither overlap nor leave the bore; all of them while they fill less than the limit", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 3, max: 11, noNaN: true }), { minLength: 1, maxLength: 24 }),
      fc.constantFrom(...BORES_MM),
      (diameters, bore) => {
        const inside = innerMm(bore);
        const laid = layCircles(diameters, inside);
        for (const one of laid) {
          expect(Math.hypot(one.x, one.y) + one.r).toBeLessThanOrEqual(inside / 2 + 1e-4);
          for (const other of laid)
            if (other !== one)
              expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThanOrEqual(
                one.r + other.r - 1e-4,
              );
        }
        if (diameters.length > 2 && fillPct(diameters, inside) <= fillLimitPct(diameters.length))
          expect(laid).toHaveLength(diameters.length);
      },
    ),
    { numRuns: 200 },
  );
});

/**
 * The ground trunk as a conduit, with `cameras` cameras beyond its far end and their cables all the way
 * along it.
 */
function conduitHouse(cameras: number, boreMm: number): Design {
  const design = testDesign();
  design.trunks = design.trunks.map((row) =>
    row.id === "tg" ? { ...row, kind: "conduit" as const, boreMm } : row,
  );
  design.points = Array.from({ length: cameras }, (_, i) =>
    point(`c${i}`, "camera", "g", "hall", 9, 1 + i * 0.2, 2.4),
  );
  design.devices = [];
  return design;
}

describe("conduits of a design", () => {
  it("finds the cables of the fullest place", () => {
    const [one] = containmentOf(conduitHouse(4, 20));
    expect(one).toMatchObject({ boreMm: 20, insideMm: 16.9, limitPct: 40, lengthM: 10 });
    expect(one!.drops).toHaveLength(4);
    expect(one!.fillPct).toBeCloseTo(53.84, 2);
    expect(fillWorking(one!)).toMatchObject({ verdict: "fails" });
  });

  it("an overfull one is a finding, and its fix holds", () => {
    const design = conduitHouse(4, 20);
    const finding = runsChecks(design).find((one) => one.code === "runs.conduit-overfull")!;
    expect(finding).toMatchObject({
      severity: "stop",
      limit: 40,
      fix: { label: "Take 25 mm instead of 20 mm" },
    });
    const after = applyChanges(design, changesOf(finding.fix!, design));
    expect(runsChecks(after).filter((one) => one.code === "runs.conduit-overfull")).toEqual([]);
    expect(containmentOf(after)[0]!.boreMm).toBe(25);
  });

  it("a jam and too many bends are said", () => {
    expect(runsChecks(conduitHouse(3, 25)).map((one) => one.code)).not.toContain("runs.conduit-jam");
    expect(
      runsChecks({
        ...conduitHouse(3, 25),
        trunks: conduitHouse(3, 25).trunks.map((row) => (row.id === "tg" ? { ...row, boreMm: 22 } : row)),
      }).map((one) => one.code),
    ).toContain("runs.conduit-jam");
    const bent = conduitHouse(1, 25);
    bent.trunks = bent.trunks.map((row) =>
      row.id === "tg"
        ? {
            ...row,
            path: [
              [0, 3],
              [2, 3],
              [2, 4],
              [4, 4],
              [4, 3],
              [6, 3],
              [6, 4],
              [10, 4],
            ] as [number, number][],
          }
        : row,
    );
    expect(runsChecks(bent).find((one) => one.code === "runs.conduit-bends")).toMatchObject({
      limit: 360,
      measured: 540,
    });
  });
});

describe("bill of materials", () => {
  it("counts reels, conduit, boxes, both ends and labels", () => {
    const bill = billOf(conduitHouse(4, 25));
    const of = (what: RegExp) => bill.find((row) => what.test(row.what));
    expect(of(/^Data, cat 6, reel/)).toMatchObject({ count: 1, unit: "reel", price: 140.3 });
    expect(of(/^Conduit, 25 mm/)).toMatchObject({ count: 4, cost: 27 });
    expect(of(/^Round, weatherproof/)).toMatchObject({ count: 4, cost: 23.2 });
    expect(of(/^Data jack/)).toMatchObject({ count: 4, cost: 13.6 });
    expect(of(/^Panel port/)).toMatchObject({ count: 4 });
    // 8 ends and a tenth more.
    expect(of(/^Cable label/)).toMatchObject({ count: 9 });
  });
  it("takes devices that are not ordered yet, by what was chosen", () => {
    const bill = billOf({
      ...testDesign(),
      devices: [
        ...testDesign().devices,
        { id: "o", point: "cam-up", name: "O", status: "ordered", protocol: "PoE", cost: 10 },
      ],
    });
    expect(bill.filter((row) => row.group === "devices" && !row.had)).toMatchObject([
      { what: "Camera", count: 1, price: 100 },
    ]);
  });
  it("goes out as a table", () => {
    const csv = materialsCsv(conduitHouse(4, 25));
    expect(csv.split("\r\n")[0]).toBe("\uFEFFGroup,What,Count,Unit,Price (EUR),Cost (EUR),From");
    expect(csv).toContain(`cable,"Data, cat 6, reel of 305 m",1,reel,140.3,140.3`);
  });
});
