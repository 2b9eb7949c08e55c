import { meshHouse, PROFILE } from "../../test-mesh";
import { columnOf, deliveryOf, firstMetreDb, floorsDb, openDb, soundness } from "./loss";
import { rayBetween, type Spot } from "./ray";
import { sceneOf } from "./scene";

const at = (x: number, y: number, z: number): Spot => ({ x, y, z });
const OPEN_10 = 40.23 + 20;

describe("laws", () => {
  it.each([
    [2450, 40.23],
    [868.42, 31.22],
    [5500, 47.26],
  ])("the first metre at %d MHz costs %d dB", (mhz, db) => {
    expect(firstMetreDb(mhz)).toBeCloseTo(db, 2);
  });
  it("fades by 10·n dB for ten times the distance, and not nearer than a metre", () => {
    expect(openDb(2450, 2, 10)).toBeCloseTo(OPEN_10, 2);
    expect(openDb(2450, 3, 100) - openDb(2450, 3, 10)).toBeCloseTo(30, 9);
    expect(openDb(2450, 2, 0.1)).toBe(openDb(2450, 2, 1));
    expect(openDb(2450, 2, 1.1)).toBeGreaterThan(openDb(2450, 2, 1));
  });
  it("floors after the first cost less", () => {
    expect(floorsDb(0, 18)).toBe(0);
    expect(floorsDb(1, 18)).toBe(18);
    expect(floorsDb(2, 18)).toBeCloseTo(18 * 2 ** (4 / 3 - 0.46), 9);
    expect(floorsDb(3, 10)).toBeCloseTo(10 * 3 ** (1.25 - 0.46), 9);
  });
  it.each([
    [433, "mhz868"],
    [868.42, "mhz868"],
    [1440, "mhz868"],
    [1450, "mhz2400"],
    [2450, "mhz2400"],
    [3460, "mhz2400"],
    [3470, "mhz5000"],
    [6000, "mhz5000"],
  ])("%d MHz goes by the losses of %s, the nearest by logarithm", (mhz, column) => {
    expect(columnOf(mhz)).toBe(column);
  });
  it("half of the messages arrive at 3 dB, nearly all at 10", () => {
    expect(deliveryOf(3)).toBe(0.5);
    expect(deliveryOf(4.2)).toBeCloseTo(1 / (1 + Math.exp(-1)), 12);
    expect(deliveryOf(10)).toBeGreaterThan(0.997);
  });
  it("calls a margin sound from 10 dB and dead below 4", () => {
    expect([10, 9.99, 4, 3.99].map(soundness)).toEqual(["sound", "thin", "thin", "dead"]);
  });
});

describe("rays worked out by hand", () => {
  // A wall of single brick along x = 5, 7 dB at 2.4 GHz, with a door from 4 to 5 and a window from 7 to 8.
  const brick = meshHouse(
    [["g", 0]],
    [["w", "g", 5, -10, 5, 10, "brick-single"]],
    [
      { id: "door", wall: "w", kind: "door", offsetM: 14, widthM: 1, heightM: 2 },
      { id: "pane", wall: "w", kind: "window", offsetM: 17, widthM: 1, heightM: 1, sillM: 1 },
      {
        id: "coat",
        wall: "w",
        kind: "window",
        offsetM: 2,
        widthM: 1,
        heightM: 1,
        sillM: 1,
        glazing: "coated double",
      },
      { id: "gap", wall: "w", kind: "gap", offsetM: 5, widthM: 1, heightM: 2.2 },
      { id: "steel", wall: "w", kind: "door", offsetM: 0, widthM: 1, heightM: 2, material: "sheet-metal" },
    ],
  );
  const lossOf = (a: Spot, b: Spot, design = brick, mhz = 2450) =>
    rayBetween(sceneOf(design), { ...PROFILE, mhz }, a, b);

  it("straight through a wall", () => {
    const ray = lossOf(at(0, 0, 1), at(10, 0, 1));
    expect(ray.lossDb).toBeCloseTo(OPEN_10 + 7, 2);
    expect(ray.walls).toEqual([
      expect.objectContaining({ material: "Single brick", straightDb: 7, angleDeg: 0, lossDb: 7 }),
    ]);
    expect(lossOf(at(0, 0, 1), at(10, 0, 1), brick, 868).walls[0]!.lossDb).toBe(4);
    expect(lossOf(at(0, 0, 1), at(10, 0, 1), brick, 5500).walls[0]!.lossDb).toBe(12);
  });
  it.each([
    ["through a door", 4.5, 1, "Timber door", 3],
    ["over a door", 4.5, 2.2, "Single brick", 7],
    ["through a pane", 7.5, 1.5, "Clear glass", 2],
    ["under a pane", 7.5, 0.9, "Single brick", 7],
    ["through a coated pane", -7.5, 1.5, "Coated glass", 18],
    ["through a door of its own material", -9.5, 1, "Sheet metal", 26],
    ["beside a door", 3.9, 1, "Single brick", 7],
    ["past the end of the wall", 10.5, 1, undefined, 0],
    ["over the wall", 0, 2.71, undefined, 0],
    ["through the void above the ceiling", 0, 2.69, "Single brick", 7],
    ["through a gap", -4.5, 2, undefined, 0],
  ])("%s", (_, y, z, material, db) => {
    const ray = lossOf(at(0, y, z), at(10, y, z));
    expect(ray.walls.map((one) => one.material)).toEqual(material === undefined ? [] : [material]);
    expect(ray.lossDb).toBeCloseTo(OPEN_10 + db, 2);
  });
  it("costs more aslant, twice at the most, in space", () => {
    // 45° in the plan.
    expect(lossOf(at(0, 0, 1), at(10, 10, 1)).walls[0]!.lossDb).toBeCloseTo(7 * Math.SQRT2, 9);
    expect(lossOf(at(0, 0, 1), at(10, 10, 1)).walls[0]!.angleDeg).toBeCloseTo(45, 9);
    // 2 m up over 10 m: the angle counts though the plan shows none.
    expect(lossOf(at(0, 0, 0.2), at(10, 0, 2.2)).walls[0]!.lossDb).toBeCloseTo(7 * Math.hypot(1, 0.2), 9);
    expect(lossOf(at(4, -5, 1), at(6, 5, 1)).walls[0]!.lossDb).toBe(14);
  });
  it("along a wall, or on it, nothing is crossed", () => {
    expect(lossOf(at(4.8, -8, 1), at(4.8, 8, 1)).walls).toEqual([]);
    expect(lossOf(at(5, -8, 1), at(5, 8, 1)).walls).toEqual([]);
  });
  it("what hangs in a wall is not behind it, what hangs on it is", () => {
    expect(lossOf(at(0, 0, 1), at(5.09, 0, 1)).walls).toEqual([]);
    expect(lossOf(at(5.09, 0, 1), at(0, 0, 1)).walls).toEqual([]);
    expect(lossOf(at(0, 0, 1), at(5.11, 0, 1)).walls).toHaveLength(1);
    expect(lossOf(at(5.11, 0, 1), at(0, 0, 1)).walls).toHaveLength(1);
  });
  it("past a corner both walls count", () => {
    const corner = meshHouse(
      [["g", 0]],
      [
        ["a", "g", 5, -5, 5, 5, "brick-single"],
        ["b", "g", 5, 5, 15, 5, "plasterboard"],
      ],
    );
    const ray = lossOf(at(0, 0, 1), at(10, 8, 1), corner);
    expect(ray.walls.map(({ sheet }) => sheet.row.id)).toEqual(["a", "b"]);
    const cosA = 10 / Math.hypot(10, 8);
    const cosB = 8 / Math.hypot(10, 8);
    expect(ray.lossDb).toBeCloseTo(openDb(2450, 2, Math.hypot(10, 8)) + 7 / cosA + 3 / cosB, 9);
  });
  it("over two floors, by the mean of what they are made of", () => {
    const tall = meshHouse([
      ["c", -2.5],
      ["g", 0, "slab"],
      ["u", 2.7],
      ["t", 5.4, "timber-floor"],
    ]);
    // Through the slab (18) and a floor that names nothing (the profile's 7).
    const ray = lossOf(at(0, 0, -1), at(0, 0, 4), tall);
    expect(ray.floors.map(({ level }) => level)).toEqual(["g", "u"]);
    expect(ray.floorsDb).toBeCloseTo(((18 + 7) / 2) * 2 ** (4 / 3 - 0.46), 9);
    expect(ray.lossDb).toBeCloseTo(openDb(2450, 2, 5) + ray.floorsDb, 9);
    expect(lossOf(at(0, 0, 4), at(0, 0, -1), tall).lossDb).toBeCloseTo(ray.lossDb, 9);
    // Standing on a floor one has not passed it from above, from below one has.
    expect(lossOf(at(0, 0, 1), at(0, 0, 0), tall).floors).toEqual([]);
    expect(lossOf(at(0, 0, -1), at(0, 0, 0), tall).floors).toHaveLength(1);
  });
  it("a floor counts only under a room of the house", () => {
    const yard = meshHouse([
      ["g", 0, "slab"],
      ["u", 2.7, "slab"],
    ]);
    yard.rooms[1] = { ...yard.rooms[1]!, outdoor: true };
    expect(lossOf(at(0, 0, 1), at(0, 0, 4), yard).floors).toEqual([]);
    const part = meshHouse([
      ["g", 0, "slab"],
      ["u", 2.7, "slab"],
    ]);
    part.rooms[1] = {
      ...part.rooms[1]!,
      outline: [
        [0, 0],
        [4, 0],
        [4, 4],
        [0, 4],
      ],
    };
    expect(lossOf(at(2, 2, 1), at(2, 2, 4), part).floors).toHaveLength(1);
    expect(lossOf(at(5, 2, 1), at(5, 2, 4), part).floors).toEqual([]);
    // Where the ray passes its height, not where it ends.
    expect(lossOf(at(2, 2, 2.6), at(20, 2, 3.6), part).floors).toHaveLength(1);
  });
  it("a wall of another level counts where the ray passes its heights", () => {
    const two = meshHouse(
      [
        ["g", 0],
        ["u", 2.7],
      ],
      [["w", "u", 5, -10, 5, 10, "brick-single"]],
    );
    // It passes x = 5 at 2.65 m, in the void of the ground floor; then at 2.75 m.
    expect(lossOf(at(0, 0, 1.15), at(10, 0, 4.15), two).walls).toEqual([]);
    expect(lossOf(at(0, 0, 1.25), at(10, 0, 4.25), two).walls).toHaveLength(1);
  });
});
