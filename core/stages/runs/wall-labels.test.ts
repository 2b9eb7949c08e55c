import { textWidth } from "../../geometry/place-labels";
import { boxesNear } from "../../geometry/polygon";
import { point } from "../../test-design";
import { BOXES, type Mounting } from "./mounting";
import { MOST_ROWS, NAME_LINE_PX, ROW_PX, UNDER_FLOOR_PX, wallLabels, type WallLabel } from "./wall-labels";

const CEILING_M = 2.5;
const WALL = { sideM: 6, ceilingM: CEILING_M };
const K = 100;

const box = (id: string, leftM: number, heightM: number): Mounting => ({
  point: point(id, "keypad", "g", "hall", leftM, 0, heightM),
  ...{ label: id, box: "single, 47 mm", size: BOXES["single, 47 mm"]!, side: 0, sideM: 6 },
  ...{ leftM, rightM: 6 - leftM, heightM, holes: [] },
});

const cover = ({ of, lines, x, y }: WallLabel) => {
  const font = of === "name" ? 11 : 10;
  return {
    x0: x * K,
    y0: y * K - 0.75 * font,
    x1: x * K + Math.max(...lines.map((line) => textWidth(line, font, of !== "name"))),
    y1: y * K + (lines.length - 1) * NAME_LINE_PX,
  };
};

test("a lone box has its name over it, its height beside it and its distance under the floor", () => {
  const [name, height, left] = wallLabels([box("keypad-1", 2, 1.1)], [], WALL, K, "metric");
  expect([name, height, left]).toMatchObject([
    { of: "name", lines: ["keypad-1"] },
    { of: "height", lines: ["1.10 m"] },
    { of: "left", lines: ["2.00 m"] },
  ]);
  expect(name!.y).toBeLessThan(CEILING_M - 1.1 - 0.043);
  expect(height!.x).toBeGreaterThan(2.043);
  expect(left!.y).toBeGreaterThan(CEILING_M);
});

test("in feet where the person reads feet", () =>
  expect(wallLabels([box("a", 2, 1.1)], [], WALL, K, "imperial").map(({ lines }) => lines[0])).toEqual([
    "a",
    "3' 7 1/4\"",
    "6' 6 3/4\"",
  ]));

test("boxes side by side: distances step down row by row, and nothing lies on anything", () => {
  const rows = Array.from({ length: 9 }, (_, i) => box(`point number ${i}`, 1 + i * 0.15, i % 2 ? 0.4 : 1.1));
  const labels = wallLabels(rows, [], WALL, K, "metric");
  const lefts = labels.filter(({ of }) => of === "left");
  expect(lefts).toHaveLength(9);
  expect(new Set(lefts.map(({ y }) => y.toFixed(3))).size).toBeGreaterThan(1);
  const lowest = Math.max(...lefts.map((one) => cover(one).y1));
  expect(lowest).toBeLessThanOrEqual(CEILING_M * K + UNDER_FLOOR_PX + MOST_ROWS * ROW_PX);
  const covers = labels.map(cover);
  covers.forEach((one, i) => {
    expect(covers.some((other, j) => j > i && boxesNear(one, other))).toBe(false);
    for (const { leftM, heightM } of rows) {
      const [x, y, half] = [leftM * K, (CEILING_M - heightM) * K, 4.3];
      expect(boxesNear(one, { x0: x - half, y0: y - half, x1: x + half, y1: y + half })).toBe(false);
      // The line from the box down to the floor.
      expect(boxesNear(one, { x0: x, y0: y, x1: x, y1: CEILING_M * K })).toBe(false);
    }
  });
});

test.each([0.2, 5.85])(
  "near a corner, %d m along, the name is pushed inwards and nothing crosses the corner",
  (leftM) => {
    const labels = wallLabels([box("by the corner", leftM, 1.1)], [], WALL, K, "metric");
    const name = labels.find(({ of }) => of === "name")!;
    expect(cover(name).x0).toBeGreaterThan(0);
    expect(cover(name).x1).toBeLessThan(600);
    for (const { x0, x1 } of labels.filter(({ of }) => of !== "left").map(cover))
      for (const corner of [0, 600]) expect(x0 < corner && x1 > corner).toBe(false);
  },
);

test("beside a door there is no room to the right: the height goes over the box, and the name over that in two lines", () => {
  const door = { kind: "door", left: 0.7, top: 0.5, widthM: 1, heightM: 2 };
  const wall = { sideM: 2.5, ceilingM: CEILING_M };
  const labels = wallLabels([box("front door station", 0.34, 1.4)], [door], wall, K, "metric");
  const of = (what: WallLabel["of"]) => cover(labels.find((label) => label.of === what)!);
  expect(of("height").y1).toBeLessThan((CEILING_M - 1.4) * K);
  expect(labels.find((label) => label.of === "name")!.lines).toEqual(["front door", "station"]);
  expect(of("name").y1).toBeLessThan(of("height").y0);
});

test("a name keeps off the edge of a window, the word in it, and the ceiling", () => {
  const high = box("just under the ceiling", 2, 2.42);
  const [name] = wallLabels([high], [], WALL, K, "metric");
  expect(cover(name!).y0).toBeGreaterThan(0);
  const sill = { kind: "window", left: 1.5, top: 0.4, widthM: 1, heightM: 0.92 };
  const under = wallLabels([box("switch by it", 2, 1.1)], [sill], WALL, K, "metric");
  for (const label of under) {
    const { y0, y1 } = cover(label);
    expect(y0 < 132 && y1 > 132).toBe(false);
  }
});
