import { changesOf } from "../../desk/findings";
import { byId } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { InputError } from "../../design/input-error";
import { writeFile } from "../../design/file";
import { dropsOf } from "../runs";
import { pointLabel } from "../../points/labels";
import { testDesign } from "../../test-design";
import {
  addPoint,
  changePoint,
  duplicatePoint,
  generateHouse,
  houseChecks,
  movePoint,
  removePoint,
  snap,
} from ".";

test("snapping leaves no binary dust", () =>
  expect([snap(0.12), snap(1.1249), snap(-0.026), snap(3.149)]).toEqual([0.1, 1.1, -0.05, 3.15]));

test("a moved point snaps, and changes its room and label with the walls it passes", () => {
  const design = testDesign();
  const after = applyChanges(design, movePoint(design, "cam-up", { x: 12.512, y: 4.99 }));
  expect(byId(after, "points").get("cam-up")).toMatchObject({ x: 12.5, y: 5, room: "store", number: 1 });
  expect(pointLabel(after, byId(after, "points").get("cam-up")!)).toBe("1-STO-CAM-01");
  expect(() => movePoint(design, "ghost", { x: 0, y: 0 })).toThrow(InputError);
});

test("a point dragged out of every room keeps its own, and is a finding", () => {
  const design = testDesign();
  const after = applyChanges(design, movePoint(design, "cam", { x: -3, y: 1 }));
  expect(byId(after, "points").get("cam")!.room).toBe("hall");
  expect(houseChecks(after)).toEqual([
    expect.objectContaining({ code: "house.point-outside-room", fix: undefined }),
  ]);
});

test("a point given to the wrong room has its fix", () => {
  const design = testDesign();
  const wrong = applyChanges(design, changePoint(design, "cam-up", { x: 15 }));
  const [finding] = houseChecks(wrong);
  expect(houseChecks(applyChanges(wrong, changesOf(finding!.fix!, wrong)))).toEqual([]);
});

test("a new point stands at its kind's height, has a free name and the closet with the shortest way", () => {
  const design = testDesign();
  const [change] = addPoint(design, "n1", "camera", "g", { x: 3.02, y: 2 });
  const after = applyChanges(design, [change!]);
  expect(byId(after, "points").get("n1")).toMatchObject({
    z: 2.6,
    closet: "c",
    name: "Camera, hall",
    number: 1,
  });
  expect(dropsOf(after).filter((drop) => drop.point.id === "n1")).toHaveLength(1);
  const again = applyChanges(after, addPoint(after, "n2", "camera", "g", { x: 3, y: 2 }));
  expect(byId(again, "points").get("n2")).toMatchObject({ name: "Camera, hall 2", number: 2 });
  expect(() => addPoint(design, "n", "camera", "g", { x: -5, y: 2 })).toThrow(
    "room has to be under the pointer",
  );
});

test("a duplicate is beside the first, in the same room", () => {
  const design = testDesign();
  const after = applyChanges(design, duplicatePoint(design, "cam", "copy"));
  expect(byId(after, "points").get("copy")).toMatchObject({ x: 5.5, y: 1, room: "hall" });
});

test("removing a point takes with it what hangs on it, and leaves nothing dangling", () => {
  const design = testDesign();
  design.drops = [{ id: "x", point: "cam", index: 1, state: "pulled" }];
  design.automations = [
    {
      id: "a",
      name: "A",
      priority: "comfort",
      enabled: true,
      cues: [],
      guards: [],
      moves: [{ kind: "set", points: ["cam", "cam-up"], aspect: "position", to: { say: "shut" } }],
    },
  ];
  const changes = removePoint(design, "cam");
  const after = applyChanges(design, changes);
  expect(() => checkWhole(after, changes)).not.toThrow();
  expect([after.points.length, after.drops.length, after.devices.length]).toEqual([1, 0, 0]);
  expect(after.automations[0]!.moves[0]).toMatchObject({ points: ["cam-up"] });
});

test("the generator repeats itself for a seed, and only for that", () => {
  const one = writeFile(generateHouse({ points: 50, seed: 5 }));
  expect(writeFile(generateHouse({ points: 50, seed: 5 }))).toBe(one);
  expect(writeFile(generateHouse({ points: 50, seed: 6 }))).not.toBe(one);
  const big = generateHouse({ points: 600, seed: 1 });
  expect(dropsOf(big).every((drop) => drop.lengthM !== undefined || !drop.cableType)).toBe(true);
  expect(houseChecks(big)).toEqual([]);
});
