import type { Design } from "../../design/collections";
import { lineMeets, textWidth } from "../../geometry/place-labels";
import { boxesNear, type Box } from "../../geometry/polygon";
import { point, testDesign } from "../../test-design";
import { dropsOf } from "./drops";
import { cableStrokePx, countMarks, stubOf } from "./plan-marks";
import { NAMED_FROM_PX, planNames, type PlanName, type Shown } from "./plan-names";
import { stretchesOf } from "./thickness";

const shown = (k: number, over: Partial<Shown> = {}): Shown => ({
  ...{ k, glyphPx: Math.min(16, Math.max(11, k * 0.34)), units: "metric", walls: false, links: false },
  ...{ x0: -20, y0: -20, x1: 60, y1: 60, cables: true, watts: false, counts: false },
  ...over,
});

/** What a name covers, px. */
function boxAt(name: PlanName, k: number): Box {
  const room = name.key.startsWith("rooms/");
  const font = room ? 11 : 9;
  const mono = /^(points|openings)/.test(name.key);
  const small = name.small ? 6 + textWidth(name.small, 9.5, true) : 0;
  const width = Math.max(...name.lines.map((line) => textWidth(line, font, mono))) + small;
  const [x, y] = [name.x * k, name.y * k];
  const tall = font * 0.75;
  return name.upright
    ? { x0: x - tall, y0: y - width, x1: x, y1: y }
    : { x0: x, y0: y - tall, x1: x + width, y1: y + (name.lines.length - 1) * 12 };
}

/** A level with many points near one another, cables among them, a wall and a door. */
function crowded(): Design {
  const design = testDesign();
  design.walls = [
    { id: "n", level: "g", ax: 0, ay: 0, bx: 10, by: 0, thicknessM: 0.3, material: "brick-single" },
    { id: "e", level: "g", ax: 10, ay: 0, bx: 10, by: 6, thicknessM: 0.3, material: "brick-single" },
  ];
  design.points = Array.from({ length: 20 }, (_, i) =>
    point(
      `p${i}`,
      i % 3 ? "keypad" : "camera",
      "g",
      "hall",
      0.6 + (i % 4) * 2.4,
      0.6 + Math.floor(i / 4) * 1.1,
      1.1,
    ),
  );
  return design;
}

describe.each([12, 30, NAMED_FROM_PX, 62, 90, 160, 400])("at %d pixels a metre", (k) => {
  const design = crowded();
  const options = shown(k, { walls: true, watts: true, counts: true, x0: 0, y0: -1, x1: 11, y1: 7 });
  const boxes = planNames(design, "g", options).map((name) => ({ name, box: boxAt(name, k) }));

  it("no name lies on a cable, a way, a wall or a glyph", () => {
    const cables = stretchesOf(design)
      .filter(({ level }) => level === "g")
      .map(({ a, b, count }) => ({
        a: [a[0] * k, a[1] * k] as const,
        b: [b[0] * k, b[1] * k] as const,
        half: cableStrokePx(count) / 2,
      }));
    const walls = design.walls.map(({ ax, ay, bx, by }) => ({
      a: [ax * k, ay * k] as const,
      b: [bx * k, by * k] as const,
      half: 0.15 * k,
    }));
    const stubs = dropsOf(design).flatMap(({ route }) => {
      const path = stubOf(
        route!.places.map(([, x, y]) => [x * k, y * k] as const),
        route!.stubM * k,
      );
      return path.slice(1).map((b, i) => ({ a: path[i]!, b, half: 0.5 }));
    });
    expect(cables.length && stubs.length).toBeGreaterThan(0);
    for (const { box } of boxes) {
      for (const line of [...cables, ...walls, ...stubs]) expect(lineMeets(box, line)).toBe(false);
      for (const { x, y } of design.points) {
        const reach = options.glyphPx / 2;
        const glyph = { x0: x * k - reach, y0: y * k - reach, x1: x * k + reach, y1: y * k + reach };
        expect(boxesNear(box, glyph)).toBe(false);
      }
      for (const mark of countMarks(design, "g", k)) {
        const half = mark.widthPx / 2;
        const [x, y] = [mark.x * k, mark.y * k];
        expect(boxesNear(box, { x0: x - half, y0: y - 7.5, x1: x + half, y1: y + 7.5 })).toBe(false);
      }
    }
  });

  it("nor on another, nor past the edge of what is seen", () => {
    boxes.forEach(({ box }, i) => {
      expect(boxes.some((other, j) => j > i && boxesNear(box, other.box))).toBe(false);
      expect(box.x0 >= 0 && box.y0 >= -k && box.x1 <= 11 * k && box.y1 <= 7 * k).toBe(true);
    });
  });

  it("points and walls have names from the zoom on at which there is room for them", () => {
    const kinds = new Set(boxes.map(({ name }) => name.key.split("/")[0]));
    expect(kinds.has("points")).toBe(k >= NAMED_FROM_PX);
    expect(kinds.has("walls")).toBe(k >= NAMED_FROM_PX);
  });
});

const names = (design: Design, k: number, over?: Partial<Shown>) =>
  new Map(planNames(design, "g", shown(k, over)).map((name) => [name.key, name]));

test("a room has its area where there is room, else its name, else its name on two lines, else none", () => {
  const design = testDesign();
  design.points = [];
  design.trunks = [];
  design.risers = [];
  design.closets = [];
  design.rooms = design.rooms.map((room) => (room.id === "hall" ? { ...room, name: "Front hall" } : room));
  const at = (k: number, units: Shown["units"] = "metric") => names(design, k, { units }).get("rooms/hall");
  expect(at(40)).toMatchObject({ lines: ["Front hall"], small: "60.0 m²" });
  expect(at(40, "imperial")).toMatchObject({ small: "646 ft²" });
  expect(at(9)).toMatchObject({ lines: ["Front hall"] });
  expect(at(9)!.small).toBeUndefined();
  expect(at(6)).toMatchObject({ lines: ["Front", "hall"] });
  expect(at(3)).toBeUndefined();
});

test("a room outdoors has no area; one that is seen in part is named where it is seen", () => {
  const design = testDesign();
  design.points = [];
  design.rooms = design.rooms.map((room) => ({ ...room, outdoor: true }));
  expect(names(design, 40).get("rooms/hall")!.small).toBeUndefined();
  const part = names(design, 100, { x0: 5, y0: 2, x1: 9, y1: 5 }).get("rooms/hall")!;
  expect(part.x).toBeGreaterThan(5);
  expect(part.y).toBeGreaterThan(2);
});

test("cables, watts and switches matter only while they are drawn", () => {
  const design = testDesign();
  design.points = [point("a", "keypad", "g", "hall", 5, 1, 1.1)];
  design.trunks = [
    {
      id: "t",
      level: "g",
      name: "T",
      kind: "void",
      path: [
        [5.2, 0.98],
        [9, 0.98],
      ],
      heightM: 2.6,
    },
  ];
  const right = (over: Partial<Shown>) => names(design, 60, over).get("points/a")!.x > 5;
  expect(right({ cables: false })).toBe(true);
  expect(right({ cables: true })).toBe(false);
  design.trunks = [];
  const lamp = { id: "l", level: "g", room: "hall", name: "L", x: 5.5, y: 1, count: 1 };
  design.lamps = [lamp];
  expect(right({ links: false, cables: false })).toBe(true);
  expect(right({ links: true, cables: false })).toBe(false);
});

test("a wall's name runs along it, and stays away where the wall is shorter than its name", () => {
  const design = crowded();
  design.points = [];
  design.trunks = [];
  design.walls.push({
    id: "s",
    level: "g",
    ax: 3,
    ay: 6,
    bx: 4,
    by: 6,
    thicknessM: 0.1,
    material: "brick-single",
  });
  const own = names(design, 60, { walls: true });
  expect(own.get("walls/n")).toMatchObject({ upright: false, lines: ["North wall of Hall"] });
  expect(own.get("walls/e")).toMatchObject({ upright: true, lines: ["East wall of Hall"] });
  expect(own.has("walls/s")).toBe(false);
});

test("a window says which way it looks, outside of it", () => {
  const design = crowded();
  design.points = [];
  design.openings = [
    {
      id: "w",
      wall: "n",
      kind: "window",
      offsetM: 4,
      widthM: 1.2,
      heightM: 1.2,
      sillM: 0.9,
      outsideIs: "left",
    },
  ] as Design["openings"];
  expect(names(design, 30).has("openings/w")).toBe(false);
  const bearing = names(design, 60, { walls: true }).get("openings/w")!;
  expect(bearing.lines).toEqual(["0°"]);
  expect(bearing.y).toBeLessThan(-0.15);
  expect(Math.abs(bearing.x - 4.6)).toBeLessThan(0.3);
});
