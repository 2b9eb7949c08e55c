/** Rooms from walls: worked examples, and properties under random cuts. */
import fc from "fast-check";
import type { WallRow } from "../../design/rows/house-structure";
import { area, signedArea } from "../../geometry/polygon";
import { facesOf } from "./faces";

let n = 0;
const wall = (ax: number, ay: number, bx: number, by: number, thicknessM = 0.1): WallRow => ({
  id: `w${(n += 1)}`,
  level: "g",
  ax,
  ay,
  bx,
  by,
  thicknessM,
  material: "brick",
});
const box = (x0: number, y0: number, x1: number, y1: number, t = 0.1) => [
  wall(x0, y0, x1, y0, t),
  wall(x1, y0, x1, y1, t),
  wall(x1, y1, x0, y1, t),
  wall(x0, y1, x0, y0, t),
];
const areas = (walls: WallRow[]) =>
  facesOf(walls)
    .faces.map((face) => Math.round(area(face.outline) * 1000) / 1000)
    .sort((a, b) => a - b);

test("four walls make one room, measured between their faces", () => {
  const { faces, loose } = facesOf(box(0, 0, 4, 3, 0.2));
  expect(loose).toEqual([]);
  expect(faces).toHaveLength(1);
  expect(area(faces[0]!.corners)).toBeCloseTo(12);
  expect(area(faces[0]!.outline)).toBeCloseTo(3.8 * 2.8);
  expect(new Set(faces[0]!.walls).size).toBe(4);
});

test("of two walls on one line the thicker one is what the room ends at, whichever was drawn first", () => {
  const thin = wall(0, 0, 4, 0, 0.1);
  const thick = wall(0, 0, 4, 0, 0.3);
  const others = box(0, 0, 4, 3).slice(1);
  for (const walls of [
    [thin, thick, ...others],
    [thick, thin, ...others],
  ]) {
    const [face] = facesOf(walls).faces;
    expect(area(face!.outline)).toBeCloseTo(3.9 * (3 - 0.15 - 0.05), 6);
    expect(face!.walls).toContain(thick.id);
    expect(face!.walls).not.toContain(thin.id);
  }
});

test("a side names the wall it lies on", () => {
  const walls = box(0, 0, 4, 3);
  const face = facesOf(walls).faces[0]!;
  face.corners.forEach(([x, y], i) => {
    const [u, v] = face.corners[(i + 1) % 4]!;
    const own = walls.find((row) => row.id === face.walls[i])!;
    expect(
      [
        [own.ax, own.ay],
        [own.bx, own.by],
      ]
        .map(String)
        .sort(),
    ).toEqual(
      [
        [x, y],
        [u, v],
      ]
        .map(String)
        .sort(),
    );
  });
});

test("a partition that stops at the face of the outer wall still parts the room", () => {
  expect(areas([...box(0, 0, 6, 4, 0.5), wall(3, 0.25, 3, 3.75, 0.1)])).toEqual(
    [2.7 * 3.5, 2.7 * 3.5].map((m) => Math.round(m * 1000) / 1000),
  );
});

test("a stub and a wall alone part nothing and are named", () => {
  const stub = wall(2, 0, 2, 1.5);
  const alone = wall(8, 0, 9, 0);
  const { faces, loose } = facesOf([...box(0, 0, 4, 3), stub, alone]);
  expect(faces).toHaveLength(1);
  expect(new Set(loose.map((end) => end.wall))).toEqual(new Set([stub.id, alone.id]));
});

test("an open ring is no room", () => {
  expect(facesOf(box(0, 0, 4, 3).slice(1)).faces).toEqual([]);
});

test("two blocks joined by one wall are two rooms, and the wall is in neither", () => {
  const bridge = wall(4, 1, 6, 1);
  const { faces } = facesOf([...box(0, 0, 4, 3), ...box(6, 0, 9, 3), bridge]);
  expect(faces).toHaveLength(2);
  expect(faces.every((face) => !face.walls.includes(bridge.id))).toBe(true);
});

test("walls of different thickness on one line make a step", () => {
  const walls = [
    wall(0, 0, 2, 0, 0.5),
    wall(2, 0, 4, 0, 0.1),
    wall(4, 0, 4, 3),
    wall(4, 3, 0, 3),
    wall(0, 3, 0, 0),
  ];
  const outline = facesOf(walls).faces[0]!.outline;
  expect(outline).toHaveLength(6);
  expect(area(outline)).toBeCloseTo(3.9 * 2.9 - 0.2 * 1.95, 3);
});

test("slanted walls and zero-length walls are taken as they come", () => {
  expect(areas([wall(0, 0, 4, 0), wall(4, 0, 2, 3), wall(2, 3, 0, 0), wall(1, 1, 1, 1)])).toHaveLength(1);
});

/** A house cut again and again, each cut right across one of its rooms. */
const cuts = fc.array(
  fc.record({
    room: fc.nat(1000),
    at: fc.double({ min: 0.25, max: 0.75, noNaN: true }),
    across: fc.boolean(),
    short: fc.boolean(),
  }),
  { maxLength: 9 },
);

function cutHouse(steps: { room: number; at: number; across: boolean; short: boolean }[]): {
  walls: WallRow[];
  rooms: number;
} {
  const walls = box(0, 0, 20, 16);
  const rooms: [number, number, number, number][] = [[0, 0, 20, 16]];
  for (const { room, at, across, short } of steps) {
    const i = room % rooms.length;
    const [x0, y0, x1, y1] = rooms[i]!;
    if ((across ? x1 - x0 : y1 - y0) < 2) continue;
    const cut = Math.round((across ? x0 + at * (x1 - x0) : y0 + at * (y1 - y0)) * 20) / 20;
    // A wall is drawn to the centre line or only to the face of what it meets.
    const d = short ? 0.05 : 0;
    walls.push(across ? wall(cut, y0 + d, cut, y1 - d) : wall(x0 + d, cut, x1 - d, cut));
    rooms.splice(
      i,
      1,
      ...((across
        ? [
            [x0, y0, cut, y1],
            [cut, y0, x1, y1],
          ]
        : [
            [x0, y0, x1, cut],
            [x0, cut, x1, y1],
          ]) as [number, number, number, number][]),
    );
  }
  return { walls, rooms: rooms.length };
}

test("property: no room is lost under random cuts, and their areas sum to the whole", () => {
  fc.assert(
    fc.property(cuts, (steps) => {
      const { walls, rooms } = cutHouse(steps);
      const { faces, loose } = facesOf(walls);
      expect(loose).toEqual([]);
      expect(faces).toHaveLength(rooms);
      expect(faces.reduce((sum, face) => sum + area(face.corners), 0)).toBeCloseTo(320, 6);
      // All rings run the same way round, and the measured room is smaller than its centre lines.
      for (const face of faces) {
        expect(signedArea(face.corners)).toBeGreaterThan(0);
        expect(area(face.outline)).toBeLessThan(area(face.corners));
      }
    }),
    { numRuns: 150 },
  );
});

test("property: the order and direction in which walls were drawn do not matter", () => {
  fc.assert(
    fc.property(
      cuts,
      fc.array(fc.tuple(fc.nat(), fc.boolean()), { minLength: 20, maxLength: 20 }),
      (steps, shuffle) => {
        const { walls } = cutHouse(steps);
        const mixed = walls
          .map((row, i) => ({
            row: shuffle[i % 20]![1] ? { ...row, ax: row.bx, ay: row.by, bx: row.ax, by: row.ay } : row,
            key: shuffle[i % 20]![0],
          }))
          .sort((a, b) => a.key - b.key)
          .map(({ row }) => row);
        // Corners are rounded to the millimetre, which may fall either way.
        areas(walls).forEach((size, i) => expect(areas(mixed)[i]).toBeCloseTo(size, 1));
        expect(areas(mixed)).toHaveLength(areas(walls).length);
      },
    ),
    { numRuns: 60 },
  );
});
