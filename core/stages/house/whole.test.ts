import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import type { Ref } from "../../design/where";
import { lines, numbered, orRefused, stepText, testWhole } from "../../../tests/core/whole";
import { ropewalkCourt } from "../../../demo/ropewalk-court";
import { planDxf } from "../runs/plan-dxf";
import { planSvg } from "../runs/plan-svg";
import { papers } from "./papers";
import * as all from ".";
import { houseJson } from "./output";
import { likelyOutside, openingsOf } from "./openings";
import { insideOf, resettle } from "./rooms";
import { house } from "./stage";

/** Each fifth row, the first among them. */
const some = <T>(rows: readonly T[], step = 5): T[] => rows.filter((_, i) => i % step === 0);
/** A row or two of every collection that can be moved. */
const refsOf = (design: Design): Ref[] =>
  (
    [
      "walls",
      "rooms",
      "points",
      "switches",
      "lamps",
      "closets",
      "trunks",
      "mainsRuns",
      "noGo",
      "fixtures",
      "risers",
    ] as const
  ).flatMap((name) =>
    some<{ id: string }>(design[name], 9)
      .slice(0, 2)
      .map(({ id }) => ({ in: name, id })),
  );

describe("a drawing of another program", () => {
  const { run } = papers.commands!.draw as {
    run(text: string, options: object): { json: unknown; text: string };
  };
  const level = ropewalkCourt().levels[0]!.id;
  test.each([
    ["dxf", planDxf(ropewalkCourt(), level), {}],
    ["dxf as faces, in millimetres", planDxf(ropewalkCourt(), level), { units: "mm", as: "faces" }],
    ["svg", planSvg(ropewalkCourt(), level), { units: "m" }],
    ["svg without a unit", planSvg(ropewalkCourt(), level), {}],
    ["dxf in a unit nobody knows", planDxf(ropewalkCourt(), level), { units: "ell" }],
  ])("%s", (_name, text, options) => {
    const said = () => {
      const { json, text: read } = run(text, options);
      return `${read}\n${lines(json)}`;
    };
    expect(orRefused(said)).toMatchSnapshot();
  });
});

testWhole(house, {
  json: houseJson,
  "areas and ways around": (design) =>
    design.rooms.flatMap((room) => [all.areaWorking(room), all.perimeterWorking(room)]),
  "what was measured": (design) =>
    design.rooms.flatMap((room) => [
      [room.id, all.measuredSides(design, room), all.roomClosure(design, room), insideOf(room.outline)],
      all.closureWorking(design, room) ?? "not measured",
    ]),
  "tape readings": (design) => design.measurements.map((row) => [row.id, all.drawnM(design, row)]),
  openings: (design) => [
    ...design.openings.flatMap((row) => [
      [row.id, all.azimuthDeg(design, row), likelyOutside(design, row)],
      all.azimuthWorking(design, row) ?? "inside",
    ]),
    ...design.rooms.map((room) => [room.id, openingsOf(design, room)]),
    ...some(design.walls).map((wall) => [wall.id, all.outsideOf(design, wall)]),
  ],
  gangs: (design) => [
    ...all.allGangs(design).map((gang) => [all.gangName(gang), all.legOf(design, gang.switch.id, gang.gang)]),
    ...design.lamps.map((lamp) => [lamp.id, all.gangsOf(design, lamp.id).map(all.gangName)]),
    ...design.legs.map((leg) => [leg.id, all.wayName(leg)]),
    ...all.unknownGangs(design).map(all.gangName),
  ],
  "what a gang was seen to do": (design) =>
    all.allGangs(design).flatMap(({ switch: row, gang }) =>
      (["lamps", "something else", "nothing seen"] as const).map((result) =>
        stepText(() =>
          all.traceGang(
            design,
            { trace: "seen", leg: "leg" },
            {
              switch: row.id,
              gang,
              result,
              lamps: result === "lamps" ? design.lamps.slice(0, 2).map(({ id }) => id) : [],
              on: "2026-11-26",
            },
          ),
        ),
      ),
    ),
  "rows moved together": (design) =>
    stepText(() => all.moveRows(design, refsOf(design), { dx: 0.4, dy: -0.25 })),
  "walls moved": (design) =>
    some(design.walls, 4).map(({ id }) => stepText(() => all.moveWalls(design, [id], { dx: 0.1, dy: 0.2 }))),
  "rows in line": (design) =>
    (["left", "right", "top", "bottom", "middle across", "middle down"] as const).map((edge) =>
      stepText(() =>
        all.alignRows(
          design,
          some(design.points, 20).map(({ id }) => ({ in: "points", id })),
          edge,
        ),
      ),
    ),
  "rows mirrored": (design) =>
    (["across", "down"] as const).map((way) => stepText(() => all.mirrorRows(design, refsOf(design), way))),
  "a room with all that is in it": (design) => {
    const { id } = design.rooms[1]!;
    return [
      ...all.ofRoom(design, id),
      stepText(() => all.copyRoom(design, id, numbered(), { dx: 20, dy: 0 }).changes),
    ];
  },
  "levels more": (design) => [
    all.newLevel(design, "new"),
    stepText(() => all.copyLevel(design, design.levels[0]!.id, numbered()).changes),
    stepText(() => all.copyLevel(design, "nowhere", numbered()).changes),
  ],
  "what a frame catches": (design) =>
    design.levels.flatMap(({ id }) => all.inBox(design, id, { x0: 2.1, y0: 1.9, x1: 6.3, y1: 5.2 })),
  "walls changed": (design) =>
    some(design.walls, 4).flatMap(({ id, thicknessM }) => [
      stepText(() => all.changeWall(design, id, { thicknessM: thicknessM + 0.05 })),
      stepText(() => all.setWallLength(design, id, 2.5)),
      stepText(() => all.splitWall(design, id, 0.8, "half")),
      stepText(() => all.splitWall(design, id, 80, "half")),
    ]),
  "walls joined": (design) =>
    design.walls
      .slice(0, 6)
      .map((wall, i) => stepText(() => all.joinWalls(design, wall.id, design.walls[i + 1]!.id))),
  "walls cut and joined again": (design) =>
    some(design.walls, 6).map(({ id }) =>
      stepText(() => all.joinWalls(applyChanges(design, all.splitWall(design, id, 1.2, "half")), id, "half")),
    ),
  "a wall more": (design) => {
    const make = { thicknessM: 0.1, material: design.materials[0]!.id };
    const level = design.levels[0]!.id;
    return [
      stepText(() => all.addWall(design, "new", level, [1, 1], [1, 3.2], make)),
      stepText(() => all.addWall(design, "new", level, [1, 1], [1, 1.01], make)),
    ];
  },
  "where a wall's end is caught": (design) => {
    const level = design.levels[0]!.id;
    return some(design.walls, 3).flatMap(({ ax, ay, bx, by }) => [
      all.snapEnd(design, level, undefined, [ax + 0.04, ay - 0.03], 0.1),
      all.snapEnd(design, level, [ax, ay], [(ax + bx) / 2 + 0.02, (ay + by) / 2 + 0.02], 0.1),
      all.snapEnd(design, level, [bx, by], [bx + 1.53, by + 0.05], 0.1),
      all.snapEnd(design, level, [bx, by], [bx + 1.53, by + 0.71], 0.01),
    ]);
  },
  "openings more, and changed": (design) =>
    some(design.walls, 6).flatMap(({ id }, i) => [
      stepText(() => all.addOpening(design, "new", id, i % 2 ? "door" : "window", 0.9)),
      ...design.openings
        .slice(i, i + 1)
        .map((row) => stepText(() => all.changeOpening(design, row.id, { widthM: row.widthM + 0.1 }))),
    ]),
  "rooms found": (design) => {
    const bare = { ...design, rooms: [] };
    return design.levels.flatMap(({ id }) => [
      stepText(() => all.findRooms(bare, id, numbered()).changes),
      all.findRooms(bare, id, numbered()).loose,
      stepText(() => all.findRooms(design, id, numbered(), { refit: true }).changes),
    ]);
  },
  "points settled anew": (design) =>
    design.levels.map(({ id }) => {
      const moved = { ...design, points: design.points.map((point) => ({ ...point, x: point.x + 0.9 })) };
      return stepText(() => resettle(moved, id));
    }),
  "a room by tape": (design) => {
    const sides = all.parseSides(["4.20 right", "3.05 down", "4.25 left", "3.05 up"].join("\n"));
    const make = {
      name: "New",
      code: "NEW",
      type: "living",
      thicknessM: 0.1,
      material: design.materials[0]!.id,
    } as const;
    return [
      sides,
      all.cornersOf([30, 2], sides),
      stepText(() => all.tapeRoom(design, numbered(), design.levels[0]!.id, [30, 2], sides, make).changes),
    ];
  },
  points: (design) =>
    some(design.points, 12).flatMap(({ id, x, y, room, kind }) => [
      stepText(() => all.movePoint(design, id, { x: x + 0.7, y: y - 0.2 })),
      stepText(() => all.changePoint(design, id, { z: 1.3 })),
      stepText(() => all.duplicatePoint(design, id, "twin")),
      stepText(() => all.removePoint(design, id)),
      all.freeNumber(design, kind, room),
    ]),
  "points more": (design) =>
    some(design.kinds, 3).map(({ id }) =>
      stepText(() => all.addPoint(design, "new", id, design.levels[0]!.id, { x: 3.33, y: 2.21 })),
    ),
});
