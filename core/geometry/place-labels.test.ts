import { lineMeets, placeLabels, placesRound, textWidth, type Label } from "./place-labels";
import { boxesNear } from "./polygon";

const BOX = { x0: 10, y0: 10, x1: 30, y1: 20 };
const line = (ax: number, ay: number, bx: number, by: number, half = 0) => ({
  a: [ax, ay] as const,
  b: [bx, by] as const,
  half,
});

describe("a line comes into a box", () => {
  it.each([
    ["across it", line(0, 15, 40, 15), true],
    ["steep through it", line(20, 0, 22, 40), true],
    ["wholly within", line(12, 12, 14, 14), true],
    ["ending before it", line(0, 15, 9, 15), false],
    ["over it, level", line(0, 9, 40, 9), false],
    ["beside it, upright", line(31, 0, 31, 40), false],
    ["past its corner, slanting", line(0, 19, 20, 39), false],
    ["near enough for its stroke", line(0, 8, 40, 8, 2), true],
    ["just not near enough", line(0, 8, 40, 8, 1.9), false],
    ["left of it, its stroke reaching", line(8, 0, 8, 40, 2), true],
    ["right of it, its stroke reaching", line(32, 0, 32, 40, 2), true],
    ["under it, its stroke reaching", line(0, 22, 40, 22, 2), true],
    ["a place without length, within", line(15, 15, 15, 15), true],
    ["a place without length, outside", line(5, 15, 5, 15), false],
  ])("%s", (_where, given, meets) => expect(lineMeets(BOX, given)).toBe(meets));
});

const label = (key: string, ...places: [number, number][]): Label => ({
  key,
  forms: [{ width: 40, height: 10, places }],
});
const none = { boxes: [], lines: [] };

describe("labels are placed", () => {
  it("at the first place that is free", () => {
    const placed = placeLabels([label("a", [0, 0], [0, 50])], none);
    expect(placed.get("a")).toEqual({ x0: 0, y0: 0, x1: 40, y1: 10, form: 0 });
  });

  it("not where a box lies, nor a line, also far from its ends", () => {
    const boxes = [{ x0: 35, y0: 5, x1: 60, y1: 60 }];
    const lines = [line(-500, 200, 500, 240)];
    const placed = placeLabels([label("a", [0, 0], [0, 215], [0, 100])], { boxes, lines });
    expect(placed.get("a")).toMatchObject({ x0: 0, y0: 100 });
  });

  it("clear by a gap, not only just clear", () => {
    const at = (y: number) =>
      placeLabels([label("a", [0, y])], { boxes: [], lines: [line(-10, 0, 90, 0)] }).has("a");
    expect([at(1), at(1.4), at(1.6), at(2)]).toEqual([false, false, true, true]);
  });

  it("the important one first, the other beside it, or nowhere", () => {
    const both = placeLabels([label("first", [0, 0]), label("second", [20, 0], [50, 0])], none);
    expect([both.get("first")!.x0, both.get("second")!.x0]).toEqual([0, 50]);
    expect([...placeLabels([label("first", [0, 0]), label("second", [20, 5])], none).keys()]).toEqual([
      "first",
    ]);
  });

  it("in a shorter form where the full one has no place", () => {
    const forms = [
      { width: 80, height: 10, places: [[0, 0]] as [number, number][] },
      { width: 30, height: 10, places: [[0, 0]] as [number, number][] },
    ];
    const placed = placeLabels([{ key: "a", forms }], {
      boxes: [{ x0: 40, y0: 0, x1: 50, y1: 9 }],
      lines: [],
    });
    expect(placed.get("a")).toMatchObject({ x1: 30, form: 1 });
  });

  it("not cut by the edge of what is seen, nor where something else forbids it", () => {
    const within = { x0: 0, y0: 0, x1: 100, y1: 100 };
    const places: [number, number][] = [
      [-1, 20],
      [61, 20],
      [20, -1],
      [20, 91],
      [60, 90],
    ];
    expect(placeLabels([label("a", ...places)], none, within).get("a")).toMatchObject({ x0: 60, y0: 90 });
    const forms = [{ width: 40, height: 10, places, fits: (box: { y0: number }) => box.y0 === 20 }];
    expect(placeLabels([{ key: "a", forms }], none).get("a")).toMatchObject({ x0: -1 });
    expect(placeLabels([{ key: "a", forms }], none, within).size).toBe(0);
  });

  it("never on one another or on anything, however many there are", () => {
    // A plain generator, so that a failure can be seen again.
    let seed = 7;
    const next = (most: number) => ((seed = (seed * 16807) % 2147483647) / 2147483647) * most;
    const boxes = Array.from({ length: 60 }, () => {
      const [x0, y0] = [next(700), next(500)];
      return { x0, y0, x1: x0 + 14, y1: y0 + 14 };
    });
    const lines = Array.from({ length: 40 }, () => line(next(700), next(500), next(700), next(500), next(4)));
    const labels = boxes.map(({ x0, y0 }, i): Label => {
      const places = placesRound([x0 + 7, y0 + 7], 10, 30, 9);
      return { key: String(i), forms: [{ width: 30, height: 9, places }] };
    });
    const placed = [...placeLabels(labels, { boxes, lines }).values()];
    expect(placed.length).toBeGreaterThan(15);
    placed.forEach((one, i) => {
      expect(boxes.some((box) => boxesNear(box, one))).toBe(false);
      expect(lines.some((other) => lineMeets(one, other))).toBe(false);
      expect(placed.some((other, j) => j > i && boxesNear(one, other))).toBe(false);
    });
  });
});

test("eight places round a glyph, none on it, beside it first", () => {
  const places = placesRound([100, 100], 10, 30, 8);
  expect(places[0]).toEqual([110, 96]);
  expect(places).toHaveLength(8);
  for (const [x0, y0] of places)
    expect(boxesNear({ x0, y0, x1: x0 + 30, y1: y0 + 8 }, { x0: 91, y0: 91, x1: 109, y1: 109 })).toBe(false);
});

test("a text is as wide as its signs", () => {
  expect(textWidth("ill", 10)).toBeCloseTo(9);
  expect(textWidth("Mm", 10)).toBeCloseTo(18.4);
  expect(textWidth("At a", 10)).toBeCloseTo(7 + 4.2 + 3 + 5.8);
  expect(textWidth("FM-12", 10, true)).toBeCloseTo(30.5);
});
