/** The printed range in a house: by hand in the open, behind one wall, and against walking out step by step. */
import type { Design } from "../../design/collections";
import { meshHouse, PROFILE, putRadio } from "../../test-mesh";
import { budgetDb } from "./covered";
import { bandsOf } from "./links";
import { DEAD_DB, openDb } from "./loss";
import { reachAlong, shrunkOf } from "./range";
import { rayBetween } from "./ray";
import { sceneOf } from "./scene";

function house(walls: Parameters<typeof meshHouse>[1] = []): Design {
  const design = meshHouse([["0", 0]], walls);
  design.radioProfiles = [{ ...PROFILE, sensitivityDbm: -75, openAirM: 100 }];
  putRadio(design, "hub", ["0", 0, 0, 1], { coordinator: true, sensitivityDbm: -75 });
  return design;
}

const band = (design: Design) => bandsOf(design)[0]!;
const along = (design: Design, angle = 0) => {
  const own = band(design);
  return reachAlong(design, own, own.radios[0]!, angle, 100);
};

test("in the open: 8 + 4 + 75 − 8 − 4 − 40.2 dB are 57 m; never more than is printed", () => {
  // 34.77 dB of distance at 20 a decade.
  expect(along(house())).toBeCloseTo(10 ** ((8 + 4 + 75 - 8 - 4 - 40.234) / 20), 1);
  const design = house();
  design.radioProfiles[0]!.openAirM = 30;
  const shrunk = shrunkOf(design, band(design))!;
  expect([shrunk.leastM, shrunk.halfM, shrunk.mostM]).toEqual([30, 30, 30]);
  expect(shrunk.openM).toBeCloseTo(54.7, 0);
});

test("one wall takes its part, metal ends it there", () => {
  const brick = house([["w", "0", 5, -200, 5, 200, "brick-single"]]);
  expect(along(brick)).toBeCloseTo(along(house()) / 10 ** (7 / 20), 6);
  const metal = house([["w", "0", 20, -200, 20, 200, "sheet-metal"]]);
  expect(along(metal)).toBeCloseTo(20, 6);
  // Away from it nothing changes.
  expect(along(metal, Math.PI)).toBeCloseTo(along(house()), 6);
  // A wall beyond the reach is none.
  expect(along(house([["w", "0", 60, -200, 60, 200, "sheet-metal"]]))).toBeCloseTo(along(house()), 6);
});

test("as far as by walking out centimetre by centimetre, along every way", () => {
  const design = house([
    ["a", "0", 4, -9, 4, 9, "brick-single"],
    ["b", "0", -7, -9, -7, 9, "rubble-500"],
    ["c", "0", -9, 6, 9, 6, "plasterboard"],
    ["d", "0", -9, 9, 9, 9, "brick-double"],
  ]);
  const own = band(design);
  const [hub] = own.radios;
  for (let i = 0; i < 24; i++) {
    const angle = (2 * Math.PI * i) / 24 + 0.05;
    let walked = 0;
    for (let d = 0.05; d < 100; d += 0.05) {
      const { lossDb } = rayBetween(sceneOf(design), own.profile, hub!, {
        x: d * Math.cos(angle),
        y: d * Math.sin(angle),
        z: 1,
      });
      if (budgetDb(own, hub!) - lossDb < DEAD_DB) break;
      walked = d;
    }
    // Half a wall's thickness in front of a wall is not behind it yet.
    expect(Math.abs(along(design, angle) - walked)).toBeLessThan(0.45);
  }
});

test("the shortest, half of the ways, the longest; nothing without a printed range or a radio", () => {
  const design = house([["w", "0", 5, -200, 5, 200, "sheet-metal"]]);
  const shrunk = shrunkOf(design, band(design))!;
  expect(shrunk.leastM).toBeCloseTo(5, 1);
  expect(shrunk.mostM).toBeCloseTo(along(house()), 6);
  expect(shrunk.leastM).toBeLessThan(shrunk.halfM);
  expect(shrunk.halfM).toBeLessThanOrEqual(shrunk.mostM);
  expect(openDb(2450, 2, 100)).toBeCloseTo(80.23, 1);
  const bare = { ...design, radioProfiles: [{ ...PROFILE }] };
  expect(shrunkOf(bare, band(bare))).toBeUndefined();
});
