import { changesOf } from "../../desk/findings";
import { larkspurWeir } from "../../../tests/core/houses";
import { byId, type Design } from "../../design/collections";
import { point, testDesign } from "../../test-design";
import { busChecks } from "./checks";
import { candidatesFor, sitingAt, sitingFaults } from "./siting";
import { applyChanges } from "../../design/edit";

/** One block of 10 × 6 m and 5 m height, north up the sheet, a yard below it. */
function yard(): Design {
  const design = testDesign();
  design.levels = [{ ...design.levels[0]!, ceilingHeightM: 5, voidAboveM: 0 }];
  design.rooms = [
    design.rooms[0]!,
    {
      id: "yard",
      level: "g",
      name: "Yard",
      code: "YARD",
      type: "outdoor",
      outdoor: true,
      outline: [
        [-20, -20],
        [30, -20],
        [30, 30],
        [-20, 30],
      ],
    },
  ];
  design.points = [];
  design.devices = [];
  return design;
}
const at = (x: number, y: number, z = 2, design = yard()) => sitingAt(design, { level: "g", x, y, z });

describe("a weather mast", () => {
  test("above the roof nothing stands in its way", () => {
    expect(at(5, 3, 5)).toEqual({ rain: 1, light: 1, wind: 1, score: 1 });
    expect(at(5, 3, 4.99).rain).toBe(0);
  });

  test("under the eaves no rain; beside the wall it is dry for half its height, here 1.5 m", () => {
    expect(at(5, 6.6).rain).toBe(0);
    expect(at(5, 6.75).rain).toBeCloseTo(0.5, 9);
    expect(at(5, 7.5).rain).toBe(1);
    expect(at(5, 7.49).rain).toBeLessThan(1);
  });

  test("north of the house it is dark, south of it bright, and the plan's north turns that about", () => {
    const [north, south] = [at(5, -2), at(5, 8)];
    expect(south.light).toBeGreaterThan(0.9);
    expect(north.light).toBeLessThan(0.6);
    const turned = yard();
    turned.design.northDeg = 180;
    expect(at(5, -2, 2, turned).light).toBeCloseTo(south.light, 1);
    // A low block throws a shorter shadow.
    const low = yard();
    low.levels[0]!.ceilingHeightM = 2.5;
    expect(at(5, -2, 2, low).light).toBeGreaterThan(north.light);
  });

  test("wind is broken for four heights behind the house, here 12 m", () => {
    expect(at(5, 20).wind).toBe(1);
    expect(at(5, 17.9).wind).toBeLessThan(1);
    expect(at(5, 8).wind).toBeLessThan(at(5, 14).wind);
    expect(at(5, 3).wind).toBe(0);
  });

  test("what is wrong is said in words, and places outdoors are ranked", () => {
    expect(sitingFaults(at(5, 20))).toEqual([]);
    expect(sitingFaults(at(5, 6.3))[0]).toBe("it stands under a roof or its eaves");
    expect(sitingFaults(at(5, 6.8))[0]).toBe("rain does not fall on it freely");
    const design = yard();
    const places = candidatesFor(design, { ...point("m", "weather-mast", "g", "yard", 5, 6.3, 2) });
    expect(places[0]!.score).toBeGreaterThan(0.95);
    expect(places.map(({ score }) => Math.round(score * 50))).toEqual(
      places.map(({ score }) => Math.round(score * 50)).sort((a, b) => b - a),
    );
  });

  test("a bad place is found, and its fix is a good one", () => {
    const design = yard();
    design.points = [point("m", "weather-mast", "g", "yard", 5, 6.3, 2)];
    const finding = busChecks(design).find(({ code }) => code === "bus.mast-siting")!;
    expect(finding.why).toContain("under a roof or its eaves");
    const next = applyChanges(design, changesOf(finding.fix!, design));
    expect(busChecks(next).map(({ code }) => code)).not.toContain("bus.mast-siting");
    expect(sitingFaults(sitingAt(next, byId(next, "points").get("m")!))).toEqual([]);
  });

  test("the mast of the demo house stands well enough on its quay", () => {
    const design = larkspurWeir();
    expect(sitingFaults(sitingAt(design, byId(design, "points").get("quay-wx-1")!))).toEqual([]);
  });
});
