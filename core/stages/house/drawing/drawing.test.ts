/** Drawings in and out: files of other programs, round trips, and files that cannot be trusted. */
import fc from "fast-check";
import Drawing from "dxf-writer";
import { applyChanges } from "../../../design/edit";
import { checkWhole } from "../../../design/check-edit";
import { InputError } from "../../../design/input-error";
import { blankDesign } from "../../../test-design";
import { area } from "../../../geometry/polygon";
import { facesOf } from "..";
import { doubledWalls } from "../survey-checks";
import { larkspurWeir } from "../../../../tests/core/houses";
import { importWalls, wallsFrom, type WallsFrom } from "./walls-from";
import { readDxf } from "../../../files/dxf-in";
import { planDxf } from "../../runs/plan-dxf";
import { readSvg } from "../../../files/svg-in";
import { planSvg } from "../../runs/plan-svg";

const options = (layers: string[], rest: Partial<WallsFrom> = {}): WallsFrom => ({
  metresPerUnit: 1,
  layers,
  lines: "centres",
  thicknessM: 0.1,
  material: "brick-single",
  at: [0, 0],
  ...rest,
});

let n = 0;
const newId = () => `w${(n += 1)}`;

/** A two-room plan in millimetres, written by another library. */
function otherDxf(units = true): string {
  const dxf = new Drawing();
  if (units) dxf.setUnits("Millimeters");
  dxf.addLayer("A-WALL", Drawing.ACI.WHITE, "CONTINUOUS");
  dxf.addLayer("A-TEXT", Drawing.ACI.RED, "CONTINUOUS");
  dxf.setActiveLayer("A-WALL");
  dxf.drawPolyline(
    [
      [0, 0],
      [6000, 0],
      [6000, 4000],
      [0, 4000],
    ],
    true,
  );
  dxf.drawLine(2500, 0, 2500, 4000);
  dxf.drawLine(2500, 0, 2500, 4000);
  dxf.drawArc(2500, 1000, 900, 0, 90);
  dxf.setActiveLayer("A-TEXT");
  dxf.drawText(100, 100, 200, 0, "Kitchen");
  dxf.drawCircle(100, 100, 50);
  return dxf.toDxfString();
}

describe("DXF", () => {
  test("a file of another library: lines and polylines by layer, units, and what was left out and why", () => {
    const drawing = readDxf(otherDxf());
    expect(drawing.metresPerUnit).toBe(0.001);
    expect(drawing.layers.map((layer) => [layer.name, layer.lines.length])).toEqual([["A-WALL", 6]]);
    expect(drawing.leftOut.map((out) => `${out.count} ${out.what}: ${out.why}`).sort()).toEqual([
      "1 ARC: a curve, not a straight line",
      "1 CIRCLE: a curve, not a straight line",
      "1 TEXT: a text",
    ]);
    const { changes, made } = importWalls(
      blankDesign(),
      "g",
      newId,
      drawing,
      options(["A-WALL"], { metresPerUnit: 0.001 }),
    );
    expect(made.leftOut).toEqual([{ what: "line", count: 1, why: "drawn twice" }]);
    const design = applyChanges(blankDesign(), changes);
    checkWhole(design, changes);
    expect(
      facesOf(design.walls)
        .faces.map((face) => Math.round(area(face.corners) * 100) / 100)
        .sort((a, b) => a - b),
    ).toEqual([10, 14]);
  });
  test("without units the scale is the person's to say", () => {
    const drawing = readDxf(otherDxf(false).replace(/\$INSUNITS\s+70\s+\d+/, "$INSUNITS\n70\n0"));
    expect(drawing.metresPerUnit).toBeUndefined();
    expect(() => wallsFrom(drawing, options(["A-WALL"], { metresPerUnit: Number.NaN }))).toThrow(
      "say how many metres a unit",
    );
  });
  test("what is exported can be read back: the same walls", () => {
    const design = larkspurWeir();
    const drawing = readDxf(planDxf(design, "ground"));
    expect(drawing.metresPerUnit).toBe(1);
    const own = design.walls.filter((wall) => wall.level === "ground");
    const back = wallsFrom(
      drawing,
      options(["WALLS"], {
        at: [Math.min(...own.flatMap((w) => [w.ax, w.bx])), Math.min(...own.flatMap((w) => [w.ay, w.by]))],
      }),
    ).walls;
    const key = (w: { ax: number; ay: number; bx: number; by: number }) =>
      [
        [w.ax, w.ay],
        [w.bx, w.by],
      ]
        .map((xy) => xy.map((m) => m.toFixed(2)).join())
        .sort()
        .join(" ");
    expect(back.map(key).sort()).toEqual(own.map(key).sort());
  });
  test.each([
    ["nothing", ""],
    ["prose", "This is not a drawing."],
    ["binary", "Some Binary DXF\r\n\u001a\0"],
    ["an SVG", "<svg xmlns='http://www.w3.org/2000/svg'/>"],
  ])("%s is refused in a sentence", (_what, text) => {
    expect(() => readDxf(text)).toThrow(/^File (is|holds)/);
  });
  test("fuzz: a file cut short or spoilt is read or refused, never anything else", () => {
    const whole = otherDxf();
    fc.assert(
      fc.property(
        fc.nat(whole.length),
        fc.nat(whole.length),
        fc.string({ maxLength: 6 }),
        (cut, at, noise) => {
          const text = (whole.slice(0, at) + noise + whole.slice(at)).slice(0, cut);
          try {
            readDxf(text);
          } catch (problem) {
            expect(problem).toBeInstanceOf(InputError);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe("pairs of faces", () => {
  test("two parallel lines are one wall as thick as they are apart", () => {
    const drawing = {
      layers: [
        {
          name: "L",
          lines: [
            { a: [0, 0] as [number, number], b: [4, 0] as [number, number] },
            { a: [4, 0.3] as [number, number], b: [0, 0.3] as [number, number] },
            { a: [0, 2] as [number, number], b: [4, 2] as [number, number] },
          ],
        },
      ],
      leftOut: [],
    };
    const { walls, leftOut } = wallsFrom(drawing, options(["L"], { lines: "faces" }));
    expect(walls).toEqual([{ ax: 0, ay: 0.15, bx: 4, by: 0.15, thicknessM: 0.3 }]);
    expect(leftOut).toEqual([{ what: "line", count: 1, why: "no other face within 0.7 m" }]);
  });
});

/** Lines of one layer, [ax, ay, bx, by] each. */
const drawn = (...lines: [number, number, number, number][]) => ({
  layers: [
    {
      name: "L",
      lines: lines.map(([ax, ay, bx, by]) => ({
        a: [ax, ay] as [number, number],
        b: [bx, by] as [number, number],
      })),
    },
  ],
  leftOut: [],
});
const ring = (x0: number, y0: number, x1: number, y1: number): [number, number, number, number][] => [
  [x0, y0, x1, y0],
  [x1, y0, x1, y1],
  [x1, y1, x0, y1],
  [x0, y1, x0, y0],
];

describe("pairs of faces of a whole house", () => {
  /** Two rooms of 4 × 3 m inside walls of 0.3 m, parted by one of 0.1 m: outer ring, two inner rings. */
  const house = drawn(...ring(0, 0, 8.7, 3.6), ...ring(0.3, 0.3, 4.3, 3.3), ...ring(4.4, 0.3, 8.4, 3.3));
  test("an outer face that spans two rooms has an inner face in each, and no wall is lost", () => {
    const { walls, leftOut } = wallsFrom(house, options(["L"], { lines: "faces" }));
    expect(leftOut).toEqual([]);
    expect(walls.map((wall) => [wall.ax, wall.ay, wall.bx, wall.by, wall.thicknessM].join()).sort()).toEqual(
      [
        "0,0.15,8.7,0.15,0.3",
        "0.15,3.6,0.15,0,0.3",
        "4.35,0.3,4.35,3.3,0.1",
        "8.55,0,8.55,3.6,0.3",
        "8.7,3.45,0,3.45,0.3",
      ].sort(),
    );
    const design = applyChanges(
      blankDesign(),
      importWalls(blankDesign(), "g", newId, house, options(["L"], { lines: "faces" })).changes,
    );
    expect(facesOf(design.walls).faces.map((face) => Math.round(area(face.outline) * 100) / 100)).toEqual([
      12, 12,
    ]);
  });
  test("the order of the lines and their directions do not matter", () => {
    const lines = house.layers[0]!.lines;
    const made = (list: typeof lines) =>
      wallsFrom({ layers: [{ name: "L", lines: list }], leftOut: [] }, options(["L"], { lines: "faces" }))
        .walls.map(({ ax, ay, bx, by, thicknessM }) =>
          [...[`${ax},${ay}`, `${bx},${by}`].sort(), thicknessM].join(" "),
        )
        .sort();
    const walls = made(lines);
    expect(walls).toHaveLength(5);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(lines, { minLength: lines.length, maxLength: lines.length }),
        fc.array(fc.boolean(), { minLength: lines.length, maxLength: lines.length }),
        (list, flips) => {
          expect(made(list.map((line, i) => (flips[i] ? { a: line.b, b: line.a } : line)))).toEqual(walls);
        },
      ),
      { numRuns: 60 },
    );
  });
  test("a face that finds its other one taken is told apart from one that has none", () => {
    const { walls, leftOut } = wallsFrom(
      drawn([0, 0, 4, 0], [0, 0.1, 4, 0.1], [0, 0.5, 4, 0.5], [0, 5, 4, 5]),
      options(["L"], { lines: "faces" }),
    );
    expect(walls).toHaveLength(1);
    expect(leftOut.map((out) => out.why).sort()).toEqual([
      "its other face belongs to another wall",
      "no other face within 0.7 m",
    ]);
  });
  test("faces 0.7 m apart make a wall, farther ones do not, nor do lines closer than 0.04 m", () => {
    const made = (gap: number) =>
      wallsFrom(drawn([0, 0, 4, 0], [0, gap, 4, gap]), options(["L"], { lines: "faces" })).walls.map(
        (wall) => wall.thicknessM,
      );
    expect([made(0.7), made(0.71), made(0.8), made(0.04), made(0.03)]).toEqual([[0.7], [], [], [0.04], []]);
  });
  test("faces that run together for less than half of the shorter are none of one wall", () => {
    const made = (overlap: number) =>
      wallsFrom(drawn([0, 0, 4, 0], [4 - overlap, 0.2, 7 - overlap, 0.2]), options(["L"], { lines: "faces" }))
        .walls.length;
    expect([made(1.5), made(1.49)]).toEqual([1, 0]);
  });
});

describe("lines that lie on each other", () => {
  test("rooms as rings side by side share their wall once, also where they meet in part", () => {
    const { walls, leftOut } = wallsFrom(drawn(...ring(0, 0, 4, 3), ...ring(4, 1, 7, 5)), options(["L"]));
    // Of the second ring's left side (1 to 5) the part from 1 to 3 lies on the first ring's right side; the
    // longer one stays whole.
    expect(
      walls.filter((wall) => wall.ax === 4 && wall.bx === 4).map((wall) => [wall.ay, wall.by].sort()),
    ).toEqual([
      [0, 1],
      [1, 5],
    ]);
    expect(leftOut).toEqual([{ what: "part of a line", count: 1, why: "lies on another line" }]);
    const design = applyChanges(
      blankDesign(),
      importWalls(blankDesign(), "g", newId, drawn(...ring(0, 0, 4, 3), ...ring(4, 1, 7, 5)), options(["L"]))
        .changes,
    );
    expect(doubledWalls(design.walls)).toEqual([]);
    expect(facesOf(design.walls).faces).toHaveLength(2);
  });
  test("never a metre lost and never one twice", () => {
    const line = fc
      .tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 3, max: 30 }), fc.integer({ min: 0, max: 2 }))
      .map(([from, long, y]): [number, number, number, number] => [
        from / 4,
        y * 3,
        (from + long) / 4,
        y * 3,
      ]);
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 12 }), (lines) => {
        const x0 = Math.min(...lines.map((one) => one[0]));
        const { walls } = wallsFrom(
          drawn(...lines),
          options(["L"], { at: [x0, Math.min(...lines.map((one) => one[1]))] }),
        );
        for (let at = 0.125; at < 20; at += 0.25) {
          for (const y of [0, 3, 6]) {
            const wanted = lines.some((one) => one[1] === y && one[0] < at && at < one[2]);
            expect(
              walls.filter(
                (wall) => wall.ay === y && Math.min(wall.ax, wall.bx) < at && at < Math.max(wall.ax, wall.bx),
              ).length,
            ).toBe(Number(wanted));
          }
        }
      }),
      { numRuns: 100 },
    );
  });
  test("a drawing of 70 000 lines is refused in a sentence, one of 20 000 is read", () => {
    const many = (count: number) =>
      drawn(
        ...Array.from({ length: count }, (_, i): [number, number, number, number] => [
          (i % 300) * 2,
          Math.floor(i / 300) * 2,
          (i % 300) * 2 + 1,
          Math.floor(i / 300) * 2,
        ]),
      );
    expect(() => wallsFrom(many(70_000), options(["L"], { lines: "faces" }))).toThrow(
      "Layers hold 70000 lines; choose fewer, at most 20000 at once",
    );
    expect(wallsFrom(many(20_000), options(["L"], { lines: "faces" })).walls).toEqual([]);
  });
});

describe("SVG", () => {
  const svg = (inside: string, head = 'viewBox="0 0 100 80"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inside}</svg>`;
  const lines = (text: string) =>
    readSvg(text).layers.flatMap((layer) =>
      layer.lines.map((line) => [...line.a, ...line.b].map((m) => Math.round(m * 1000) / 1000)),
    );
  test.each([
    ["line", '<line x1="1" y1="2" x2="3" y2="4"/>', [[1, 2, 3, 4]]],
    [
      "rect",
      '<rect x="1" y="1" width="2" height="3"/>',
      [
        [1, 1, 3, 1],
        [3, 1, 3, 4],
        [3, 4, 1, 4],
        [1, 4, 1, 1],
      ],
    ],
    [
      "polyline",
      '<polyline points="0,0 1,0 1,1"/>',
      [
        [0, 0, 1, 0],
        [1, 0, 1, 1],
      ],
    ],
    [
      "path with relative, level, upright and closing strokes",
      '<path d="m1 1h2v2l-2 0z"/>',
      [
        [1, 1, 3, 1],
        [3, 1, 3, 3],
        [3, 3, 1, 3],
        [1, 3, 1, 1],
      ],
    ],
    ["path with numbers after a move and an exponent", '<path d="M0 0 1e1 0"/>', [[0, 0, 10, 0]]],
    [
      "moved and scaled group",
      '<g transform="translate(10 0) scale(2)"><line x2="1"/></g>',
      [[10, 0, 12, 0]],
    ],
    [
      "turned about a place",
      '<line x1="2" y1="1" x2="3" y2="1" transform="rotate(90 1 1)"/>',
      [[1, 2, 1, 3]],
    ],
    ["matrix", '<line x2="1" transform="matrix(0 1 -1 0 5 5)"/>', [[5, 5, 5, 6]]],
  ])("%s", (_what, inside, expected) => expect(lines(svg(inside))).toEqual(expected));
  test("groups are layers, curves and hidden parts are left out with their reason", () => {
    const drawing = readSvg(
      svg(
        '<defs><line x2="9"/></defs><g id="walls"><line x2="5"/></g><path d="M0 0L1 0C1 1 2 2 3 3L4 3"/><circle r="3"/><text>Hall</text><image href="http://example.org/x.png"/>',
      ),
    );
    expect(drawing.layers.map((layer) => [layer.name, layer.lines.length]).sort()).toEqual([
      ["drawing", 2],
      ["walls", 1],
    ]);
    expect(drawing.leftOut.map((out) => out.what).sort()).toEqual([
      "circle",
      "image",
      "part of a path",
      "text",
    ]);
  });
  test("a page with a size brings its scale", () =>
    expect(readSvg(svg('<line x2="5"/>', 'viewBox="0 0 100 80" width="200mm"')).metresPerUnit).toBeCloseTo(
      0.002,
    ));
  test("scripts are never run: they are named and left out", () => {
    const hostile = svg(
      '<script>globalThis.hit = 1</script><line x2="5" onload="globalThis.hit = 2"/><foreignObject><body onload="globalThis.hit=3"/></foreignObject>',
    );
    expect(
      readSvg(hostile)
        .leftOut.map((out) => out.what)
        .sort(),
    ).toEqual(["foreignObject", "script"]);
    expect((globalThis as { hit?: number }).hit).toBeUndefined();
  });
  test.each([
    ["entities", '<!DOCTYPE svg [<!ENTITY a "b">]><svg/>', "declares entities"],
    ["prose", "hello", "not an SVG file"],
    ["broken tags", "<svg><g></svg>", "cannot be read|can be read"],
    ["no line", svg("<text>x</text>"), "holds no straight line"],
    ["nested too deep", svg("<g>".repeat(300) + '<line x2="1"/>' + "</g>".repeat(300)), "nested too deep"],
  ])("%s are refused in a sentence", (_what, text, words) =>
    expect(() => readSvg(text)).toThrow(new RegExp(words)),
  );
  test("the exported plan is read back with its walls, and its texts are safe", () => {
    const house = larkspurWeir();
    const rooms = house.rooms.map((room) =>
      room.id === "hall" ? { ...room, name: `Hall <script> & "more"` } : room,
    );
    const design = { ...house, rooms };
    const text = planSvg(design, "ground");
    expect(text).not.toContain("<script>");
    const walls = readSvg(text).layers.find((layer) => layer.name === "walls")!;
    expect(walls.lines).toHaveLength(design.walls.filter((wall) => wall.level === "ground").length);
    expect(() => planSvg(design, "attic")).toThrow('level "attic" does not exist');
  });
});
