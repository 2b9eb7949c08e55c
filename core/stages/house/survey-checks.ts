/** Checks of the survey: walls, openings, measurements, switches, and what other trades have in the way. */
import { round3 } from "../../geometry/round";
import { byId, type Design, rowOf } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import type { PointRow } from "../../design/rows/runs";
import type { WallRow } from "../../design/rows/house-structure";
import { group } from "d3-array";
import type { Finding } from "../../desk/findings";
import {
  boxNear,
  boxOf,
  contains,
  edgeDistance,
  perimeter,
  selfCrossing,
  type Box,
} from "../../geometry/polygon";
import { meeting, type Xy } from "../../geometry/segment";
import { facesOf } from "./faces";
import { closureWorking, drawnM, roomClosure, toleranceM } from "./measure";
import { changeOpening } from "./openings";
import { gangName, unknownGangs } from "./switches";
import { LEAST_WALL_M, setWallLength, wallLengthM } from "./walls";
import { InputError } from "../../design/input-error";
import type { Change } from "../../design/edit";
import { removeRows } from "../../design/remove";
import { counted, stopped } from "../../design/words";

/** The changes, or nothing where they cannot be made. */
function ifPossible(make: () => Change[]): Change[] | undefined {
  try {
    return make();
  } catch (problem) {
    if (problem instanceof InputError) return undefined;
    throw problem;
  }
}

const wallFindings = memo("wallFindings", (design): Finding[] => {
  const findings: Finding[] = [];
  for (const wall of design.walls) {
    if (wallLengthM(wall) >= LEAST_WALL_M) continue;
    findings.push({
      code: "house.wall-zero",
      stage: "house",
      severity: "mend",
      title: "A wall has no length",
      why: "It bounds nothing and only stands in the way of finding rooms.",
      about: [{ in: "walls", id: wall.id }],
      measured: wallLengthM(wall),
      limit: LEAST_WALL_M,
      unit: "m",
      source: "survey",
      fix: { label: "Take it out", changes: removeRows(design, [{ in: "walls", id: wall.id }]) },
    });
  }
  for (const level of design.levels) {
    const { loose } = facesOf(design.walls.filter((wall) => wall.level === level.id));
    const walls = [...new Set(loose.map((end) => end.wall))];
    if (!walls.length) continue;
    findings.push({
      code: "house.wall-loose",
      stage: "house",
      severity: "note",
      title:
        walls.length === 1
          ? `A wall on ${level.name} ends in the open`
          : `${counted(walls.length, "wall")} on ${level.name} end in the open`,
      why: "They close no room. The designer draws them on to the wall they meet, or means them so.",
      about: walls.map((id) => ({ in: "walls", id })),
      measured: walls.length,
      unit: "walls",
      source: "survey",
    });
  }
  for (const opening of design.openings) {
    const wall = byId(design, "walls").get(opening.wall);
    if (!wall || opening.offsetM + opening.widthM <= wallLengthM(wall) + 1e-6) continue;
    const length = Math.floor(wallLengthM(wall) * 100) / 100;
    const fitted = ifPossible(() =>
      changeOpening(design, opening.id, {
        widthM: Math.min(opening.widthM, length),
        offsetM: Math.max(0, length - Math.min(opening.widthM, length)),
      }),
    );
    findings.push({
      code: "house.opening-beyond-wall",
      stage: "house",
      severity: "mend",
      title: `A ${opening.kind} reaches beyond its wall`,
      why: "The designer measures again, or fits it to the wall.",
      about: [{ in: "openings", id: opening.id }],
      measured: opening.offsetM + opening.widthM,
      limit: wallLengthM(wall),
      unit: "m",
      source: "survey",
      fix: fitted && { label: `Fit it into ${length.toFixed(2)} m`, changes: fitted },
    });
  }
  return findings;
});

/** Walls that share this much of their length lie on each other. */
const DOUBLED_M = 0.1;

/** How much of wall `one` lies on `other`: from and to along it, metres; undefined where it does not. */
function liesOn(one: WallRow, other: WallRow): [number, number] | undefined {
  const [length, otherM] = [wallLengthM(one), wallLengthM(other)];
  if (length < LEAST_WALL_M || otherM < LEAST_WALL_M) return undefined;
  const [ux, uy] = [(one.bx - one.ax) / length, (one.by - one.ay) / length];
  if (Math.abs(ux * ((other.by - other.ay) / otherM) - uy * ((other.bx - other.ax) / otherM)) > 0.02)
    return undefined;
  const along = (x: number, y: number) => (x - one.ax) * ux + (y - one.ay) * uy;
  const off = (x: number, y: number) => Math.abs((y - one.ay) * ux - (x - one.ax) * uy);
  if (
    (off(other.ax, other.ay) + off(other.bx, other.by)) / 2 >=
    Math.min(one.thicknessM, other.thicknessM) / 2
  )
    return undefined;
  const [s, t] = [along(other.ax, other.ay), along(other.bx, other.by)].sort((p, q) => p - q) as [
    number,
    number,
  ];
  const [from, to] = [Math.max(0, s), Math.min(length, t)];
  return to - from > DOUBLED_M ? [from, to] : undefined;
}

/**
 * Pairs of walls of one level whose bodies lie on each other, the one that gives way first. Sorted along x,
 * so that few pairs are looked at.
 */
export function doubledWalls(
  walls: readonly WallRow[],
): { wall: WallRow; on: WallRow; part: [number, number] }[] {
  const order = [...walls].sort((p, q) => Math.min(p.ax, p.bx) - Math.min(q.ax, q.bx));
  const found: { wall: WallRow; on: WallRow; part: [number, number] }[] = [];
  for (let i = 0; i < order.length; i++) {
    const one = order[i]!;
    const right = Math.max(one.ax, one.bx) + one.thicknessM;
    for (let j = i + 1; j < order.length && Math.min(order[j]!.ax, order[j]!.bx) <= right; j++) {
      const other = order[j]!;
      if (
        one.level !== other.level ||
        Math.min(one.ay, one.by) > Math.max(other.ay, other.by) + one.thicknessM ||
        Math.min(other.ay, other.by) > Math.max(one.ay, one.by) + one.thicknessM
      )
        continue;
      // The thicker one stays; of equals the longer.
      const gives = one.thicknessM - other.thicknessM || wallLengthM(one) - wallLengthM(other);
      const [wall, on] = gives > 0 ? [other, one] : [one, other];
      const part = liesOn(wall, on);
      if (part) found.push({ wall, on, part });
    }
  }
  return found;
}

const doubledFindings = memo("doubledFindings", (design): Finding[] =>
  doubledWalls(design.walls).map(({ wall, on, part: [from, to] }) => {
    const length = wallLengthM(wall);
    const at = (run: number) => ({
      x: round3(wall.ax + ((wall.bx - wall.ax) * run) / length),
      y: round3(wall.ay + ((wall.by - wall.ay) * run) / length),
    });
    const rests = [
      [0, from],
      [to, length],
    ].filter(([s, t]) => t! - s! >= LEAST_WALL_M) as [number, number][];
    const bare = !design.openings.some((opening) => opening.wall === wall.id);
    // Cut back where one end is left, taken out where none is; what carries openings or is left at both
    // ends is for a person.
    const changes =
      !bare || rests.length > 1
        ? undefined
        : rests[0]
          ? ifPossible((): Change[] => [
              {
                in: "walls",
                put: {
                  ...wall,
                  ax: at(rests[0]![0]).x,
                  ay: at(rests[0]![0]).y,
                  bx: at(rests[0]![1]).x,
                  by: at(rests[0]![1]).y,
                },
              },
            ])
          : removeRows(design, [{ in: "walls", id: wall.id }]);
    return {
      code: "house.wall-doubled",
      stage: "house",
      severity: "mend",
      title: `Two walls on ${byId(design, "levels").get(wall.level)?.name ?? wall.level} lie on each other for ${(to - from).toFixed(2)} m`,
      why: `Radio and rooms reckon with both. ${changes ? "The thinner or shorter one gives way." : bare ? "The designer takes one of them out." : "The one that would give way has openings: the designer moves them, then takes it out."}`,
      about: [
        { in: "walls", id: wall.id },
        { in: "walls", id: on.id },
      ],
      measured: to - from,
      limit: DOUBLED_M,
      unit: "m",
      source: "survey",
      fix: changes && {
        label: rests[0] ? "Cut it back to where the other begins" : "Take the doubled one out",
        changes,
      },
    };
  }),
);

const roomFindings = memo("roomFindings", (design): Finding[] => {
  return design.rooms
    .filter((room) => selfCrossing(room.outline))
    .map((room) => ({
      code: "house.room-crossing",
      stage: "house",
      severity: "stop",
      title: `The outline of ${room.name} crosses itself`,
      why: "Its area means nothing. The designer draws it anew from its walls.",
      about: [{ in: "rooms", id: room.id }],
      measured: perimeter(room.outline),
      unit: "m around",
      source: "survey",
    }));
});

const measureFindings = memo("measureFindings", (design): Finding[] => {
  const findings: Finding[] = [];
  for (const row of design.measurements) {
    const drawn = drawnM(design, row);
    if (drawn === undefined || Math.abs(drawn - row.metres) <= toleranceM(row.metres)) continue;
    const thing =
      row.opening !== undefined
        ? `a ${rowOf(design, "openings", row.opening).kind}`
        : row.wall !== undefined
          ? "a wall"
          : `${byId(design, "rooms").get(row.room ?? "")?.name ?? "a room"}${row.side === undefined ? "" : `, side ${row.side + 1}`}`;
    const field = ({ width: "widthM", height: "heightM", sill: "sillM" } as const)[row.of as "width"];
    const changes =
      row.opening !== undefined && field
        ? ifPossible(() => changeOpening(design, row.opening!, { [field]: row.metres }))
        : row.wall !== undefined
          ? ifPossible(() => setWallLength(design, row.wall!, row.metres))
          : undefined;
    findings.push({
      code: "house.measure-off",
      stage: "house",
      severity: "mend",
      title: `The ${row.of} of ${thing} is drawn ${drawn.toFixed(2)} m but was measured ${row.typed}`,
      why: `They differ by ${Math.abs(drawn - row.metres).toFixed(3)} m, more than ${toleranceM(row.metres).toFixed(3)} m. ${changes ? "What was measured replaces what was drawn." : "The designer moves the wall, or measures again."}`,
      about: [
        row.opening !== undefined
          ? { in: "openings", id: row.opening }
          : row.wall !== undefined
            ? { in: "walls", id: row.wall }
            : { in: "rooms", id: row.room ?? "" },
      ],
      measured: Math.abs(drawn - row.metres),
      limit: toleranceM(row.metres),
      unit: "m",
      source: "0.02 m or 0.5 % of the length",
      fix: changes && { label: `Draw it ${row.metres.toFixed(2)} m`, changes },
    });
  }
  for (const room of design.rooms) {
    const closing = roomClosure(design, room);
    const first = closing?.suspects[0];
    if (!closing || !first) continue;
    findings.push({
      code: "house.room-open",
      stage: "house",
      severity: "mend",
      title: `The measured sides of ${room.name} do not close`,
      why: `Side ${first.side + 1} is the likeliest to be misread: ${first.shouldBeM.toFixed(2)} m would fit, ${first.measuredM.toFixed(2)} m was written. Measure it again.`,
      about: [{ in: "rooms", id: room.id }],
      measured: closing.errorM,
      limit: toleranceM(closing.aroundM / 4),
      unit: "m",
      source: "traverse by the measured sides",
      working: closureWorking(design, room),
    });
  }
  return findings;
});

const switchFindings = memo("switchFindings", (design): Finding[] => {
  const findings: Finding[] = [];
  const open = unknownGangs(design);
  if (open.length) {
    findings.push({
      code: "house.switch-unknown",
      stage: "house",
      severity: "mend",
      title:
        open.length === 1
          ? `Nobody knows what ${gangName(open[0]!)} works`
          : `Nobody knows what ${counted(open.length, "gang")} work`,
      why: "The designer operates each, looks, and writes down what changed: the walk list on the switch map leads from room to room.",
      about: [...new Set(open.map((gang) => gang.switch.id))].map((id) => ({ in: "switches", id })),
      measured: open.length,
      unit: "gangs",
      source: "switch map",
    });
  }
  const dark = design.lamps.filter((lamp) => lamp.leg === undefined);
  if (dark.length) {
    findings.push({
      code: "house.lamp-unknown",
      stage: "house",
      severity: "note",
      title:
        dark.length === 1
          ? `No switch is known for ${dark[0]!.name}`
          : `No switch is known for ${counted(dark.length, "lamp")}`,
      why: "The designer finds them while tracing the unknown gangs.",
      about: dark.map((lamp) => ({ in: "lamps", id: lamp.id })),
      measured: dark.length,
      unit: "lamps",
      source: "switch map",
    });
  }
  const unsure = design.switches.filter((row) => row.neutral === "unknown");
  if (unsure.length) {
    findings.push({
      code: "house.neutral-unknown",
      stage: "house",
      severity: "note",
      title: `Nobody has looked for a neutral in ${unsure.length === 1 ? unsure[0]!.name : `${unsure.length} switch boxes`}`,
      why: "Many relays and dimmers need one. A licensed person opens the box, isolated and proved dead, and looks.",
      about: unsure.map((row) => ({ in: "switches", id: row.id })),
      measured: unsure.length,
      unit: "boxes",
      source: "switch map",
    });
  }
  const gangs = new Map<string, string>();
  for (const leg of design.legs) {
    for (const { switch: id, gang } of leg.switches) {
      const other = gangs.get(`${id}/${gang}`);
      if (other && other !== leg.id) {
        findings.push({
          code: "house.gang-twice",
          stage: "house",
          severity: "mend",
          title: `${byId(design, "switches").get(id)?.name}, gang ${gang}, is said to work two legs`,
          why: "One gang works one leg. Trace it again.",
          about: [
            { in: "switches", id },
            { in: "legs", id: leg.id },
            { in: "legs", id: other },
          ],
        });
      }
      gangs.set(`${id}/${gang}`, leg.id);
    }
  }
  return findings;
});

/** Does a line of places go through a closed outline? */
const passes = (path: readonly Xy[], outline: readonly Xy[]) =>
  path.some((at) => contains(outline, at)) ||
  path
    .slice(1)
    .some((to, i) =>
      outline.some(
        (corner, j) => meeting(path[i]!, to, corner, outline[(j + 1) % outline.length]!, 0) !== undefined,
      ),
    );

/** Areas nothing may be fixed in and other trades' things, by level, each with the box round it. */
const obstaclesOf = memo("obstaclesOf", (design) => ({
  areas: group(design.noGo.map(boxed), (area) => area.row.level),
  fixtures: group(design.fixtures.map(boxed), (fixture) => fixture.row.level),
}));

function boxed<Row extends { outline: [number, number][] }>(row: Row): { row: Row; box: Box } {
  return { row, box: boxOf(row.outline) };
}

/** What stands in the way of one point: kept while neither moves. */
const pointObstacles = memoByRow("pointObstacles", (design, point: PointRow): Finding[] => {
  const at: Xy = [point.x, point.y];
  const { areas, fixtures } = obstaclesOf(design);
  const within = (areas.get(point.level) ?? [])
    .filter(({ row, box }) => boxNear(box, at) && contains(row.outline, at))
    .map(({ row }): Finding => ({
      code: "house.point-in-no-go",
      stage: "house",
      severity: "mend",
      title: `${point.name} stands in ${row.name}`,
      why: `${stopped(row.why ?? "Nothing may be fixed there")} The designer moves it.`,
      about: [
        { in: "points", id: point.id },
        { in: "noGo", id: row.id },
      ],
    }));
  const near = (fixtures.get(point.level) ?? []).flatMap(({ row, box }): Finding[] => {
    if (!boxNear(box, at, row.clearanceM)) return [];
    const far = contains(row.outline, at) ? 0 : edgeDistance(row.outline, at);
    return far >= row.clearanceM
      ? []
      : [
          {
            code: "house.fixture-near",
            stage: "house",
            severity: "mend",
            title: `${point.name} is too near to ${row.name}`,
            why: "Its trade asks for clearance there. The designer moves the point, or the trades agree.",
            about: [
              { in: "points", id: point.id },
              { in: "fixtures", id: row.id },
            ],
            measured: far,
            limit: row.clearanceM,
            unit: "m",
            source: "clearance of the fixture",
          },
        ];
  });
  return [...within, ...near];
});

const waysThroughNoGo = memo("waysThroughNoGo", (design): Finding[] =>
  design.noGo.flatMap((area) =>
    design.trunks
      .filter((trunk) => trunk.level === area.level && !trunk.existing && passes(trunk.path, area.outline))
      .map((trunk): Finding => ({
        code: "house.way-through-no-go",
        stage: "house",
        severity: "stop",
        title: `${trunk.name} goes through ${area.name}`,
        why: `${stopped(area.why ?? "No cable may cross it")} The designer draws the way round it.`,
        about: [
          { in: "trunks", id: trunk.id },
          { in: "noGo", id: area.id },
        ],
      })),
  ),
);

const obstacleFindings = (design: Design): Finding[] => [
  ...waysThroughNoGo(design),
  ...pointObstacles.all(design, design.points).flat(),
];

/** Everything the survey has to say. */
export const surveyChecks = (design: Design): Finding[] => [
  ...wallFindings(design),
  ...doubledFindings(design),
  ...roomFindings(design),
  ...measureFindings(design),
  ...switchFindings(design),
  ...obstacleFindings(design),
];
