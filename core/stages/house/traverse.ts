/** A room taken down with a tape: sides and turns in, room and walls out. */
import { round3 } from "../../geometry/round";
import type { Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { parseLength } from "../../design/units";
import type { RoomRow, WallRow } from "../../design/rows/house-structure";
import { signedArea } from "../../geometry/polygon";
import { distance, type Xy } from "../../geometry/segment";
import { lineMeeting } from "./faces";
import { wallLengthM, withRooms } from "./walls";
import { closure, type Closure } from "./measure";

export interface TypedSide {
  typed: string;
  lengthM: number;
  /** Degrees on the sheet: 0 right, 90 down, 180 left, 270 up. */
  headingDeg: number;
}

const HEADINGS: Readonly<Record<string, number>> = {
  r: 0,
  right: 0,
  e: 0,
  "→": 0,
  d: 90,
  down: 90,
  s: 90,
  "↓": 90,
  l: 180,
  left: 180,
  w: 180,
  "←": 180,
  u: 270,
  up: 270,
  n: 270,
  "↑": 270,
};

/**
 * Sides as typed or pasted, one a line or parted by semicolons: `3.8m right`, `12' 6" d`, `2.4 @ 135`, `↑
 * 87in`.
 * Without a direction a side turns right from the one before. Throws InputError naming the line.
 */
export function parseSides(text: string, bare: "m" | "ft" = "m"): TypedSide[] {
  const lines = text
    .split(/[\n;]+/)
    .map((line) => line.trim())
    .filter(Boolean);
  let heading = -90;
  return lines.map((line, i) => {
    const path = `line ${i + 1}`;
    const turned = /@\s*(-?\d+(?:[.,]\d+)?)\s*°?$/.exec(line);
    const word =
      /(?:^|\s)(right|left|up|down|[rludnesw→↓←↑])$|^(right|left|up|down|[rlud→↓←↑])(?=\s|\d)/i.exec(line);
    let rest = line;
    if (turned) {
      heading = ((Number(turned[1]!.replace(",", ".")) % 360) + 360) % 360;
      rest = line.slice(0, turned.index);
    } else if (word) {
      heading = HEADINGS[(word[1] ?? word[2])!.toLowerCase()]!;
      rest = word[1] ? line.slice(0, word.index) : line.slice(word[0].length);
    } else heading = (heading + 90 + 360) % 360;
    const lengthM = parseLength(rest, path, bare);
    if (!(lengthM > 0)) fail(path, "must be a length above nothing");
    return { typed: rest.trim(), lengthM, headingDeg: heading };
  });
}

const mm = (m: number) => round3(m);

/** Corners of a walk from `start`; the last side's end is left out, for it should be the start again. */
export function cornersOf(
  start: Xy,
  sides: readonly TypedSide[],
): { corners: [number, number][]; end: [number, number] } {
  const corners: [number, number][] = [[mm(start[0]), mm(start[1])]];
  let [x, y] = start;
  for (const side of sides) {
    const angle = (side.headingDeg * Math.PI) / 180;
    [x, y] = [x + side.lengthM * Math.cos(angle), y + side.lengthM * Math.sin(angle)];
    corners.push([mm(x), mm(y)]);
  }
  return { corners: corners.slice(0, -1), end: corners[corners.length - 1]! };
}

/** Shut an open walk by shifting each corner by its share of the error (compass rule: by length walked). */
function shut(
  corners: readonly [number, number][],
  end: Xy,
  sides: readonly TypedSide[],
): [number, number][] {
  const [ex, ey] = [end[0] - corners[0]![0], end[1] - corners[0]![1]];
  const whole = sides.reduce((sum, side) => sum + side.lengthM, 0);
  let walked = 0;
  return corners.map(([x, y], i) => {
    const moved: [number, number] = [mm(x - (ex * walked) / whole), mm(y - (ey * walked) / whole)];
    walked += sides[i]!.lengthM;
    return moved;
  });
}

/** Which part of side ab, as t from 0 to 1, an existing wall already stands along. */
function covered(wall: WallRow, a: Xy, b: Xy): [number, number] | undefined {
  const length = distance(a, b);
  const [ux, uy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const [wx, wy] = [(wall.bx - wall.ax) / wallLengthM(wall), (wall.by - wall.ay) / wallLengthM(wall)];
  if (Math.abs(ux * wy - uy * wx) > 0.02) return undefined;
  const far = distance(a, lineFoot(a, wall));
  if (Math.abs(far - wall.thicknessM / 2) > 0.08) return undefined;
  const along = ([x, y]: Xy) => ((x - a[0]) * ux + (y - a[1]) * uy) / length;
  const [s, t] = [along([wall.ax, wall.ay]), along([wall.bx, wall.by])].sort((m, n) => m - n) as [
    number,
    number,
  ];
  return t <= 0.01 || s >= 0.99 ? undefined : [Math.max(0, s), Math.min(1, t)];
}

function lineFoot(at: Xy, wall: WallRow): Xy {
  const [dx, dy] = [(wall.bx - wall.ax) / wallLengthM(wall), (wall.by - wall.ay) / wallLengthM(wall)];
  const t = (at[0] - wall.ax) * dx + (at[1] - wall.ay) * dy;
  return [wall.ax + t * dx, wall.ay + t * dy];
}

export interface TapedRoom {
  changes: Change[];
  closing: Closure;
  outline: [number, number][];
  room: string;
}

/**
 * A room from its taped inner sides: walls are put outside the sides, by half their thickness, except along
 * walls that stand there already; the measured lengths are kept as they were typed. Throws InputError for
 * fewer than three sides or a walk that ends farther from its start than a tenth of its length.
 */
export function tapeRoom(
  design: Design,
  newId: (prefix: string) => string,
  level: string,
  start: Xy,
  sides: readonly TypedSide[],
  make: {
    name: string;
    code: string;
    type: RoomRow["type"];
    thicknessM: number;
    material: string;
    on?: string;
  },
): TapedRoom {
  if (sides.length < 3) fail("Sides", "must be at least three");
  const { corners, end } = cornersOf(start, sides);
  const gap = distance(end, start);
  const around = sides.reduce((sum, side) => sum + side.lengthM, 0);
  if (gap > around / 10) fail("Sides", `do not close: the walk ends ${gap.toFixed(2)} m from its start`);
  const outline = gap > 0.001 ? shut(corners, end, sides) : corners;
  if (Math.abs(signedArea(outline)) < 0.05) fail("Sides", "enclose no room");
  const room: RoomRow = { id: newId("r"), level, name: make.name, code: make.code, type: make.type, outline };
  // Outside is on the left of the walk where corners run clockwise on the sheet, on the right otherwise.
  const out = signedArea(outline) > 0 ? -1 : 1;
  const half = make.thicknessM / 2;
  const pushed = outline.map((a, i): { a: Xy; b: Xy } => {
    const b = outline[(i + 1) % outline.length]!;
    const length = distance(a, b) || 1;
    const [nx, ny] = [(-(b[1] - a[1]) / length) * out * half, ((b[0] - a[0]) / length) * out * half];
    return { a: [a[0] + nx, a[1] + ny], b: [b[0] + nx, b[1] + ny] };
  });
  const centre = pushed.map((side, i) => {
    const before = pushed[(i + pushed.length - 1) % pushed.length]!;
    return lineMeeting(before.a, before.b, side.a, side.b) ?? ([side.a[0], side.a[1]] as [number, number]);
  });
  const standing = design.walls.filter((wall) => wall.level === level);
  const walls: WallRow[] = [];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    let open: [number, number][] = [[0, 1]];
    for (const wall of standing) {
      const part = covered(wall, a, b);
      if (part)
        open = open
          .flatMap(([s, t]): [number, number][] => [
            [s, Math.min(t, part[0])],
            [Math.max(s, part[1]), t],
          ])
          .filter(([s, t]) => (t - s) * distance(a, b) > 0.15);
    }
    const [ca, cb] = [centre[i]!, centre[(i + 1) % centre.length]!];
    for (const [s, t] of open) {
      const at = (u: number): Xy => [ca[0] + (cb[0] - ca[0]) * u, ca[1] + (cb[1] - ca[1]) * u];
      const [p, q] = [s === 0 ? ca : at(s), t === 1 ? cb : at(t)];
      walls.push({
        id: newId("w"),
        level,
        ax: mm(p[0]),
        ay: mm(p[1]),
        bx: mm(q[0]),
        by: mm(q[1]),
        thicknessM: make.thicknessM,
        material: make.material,
      });
    }
  });
  const closing = closure(
    outline,
    sides.map((side) => side.lengthM),
    sides.map((side) => side.headingDeg),
  );
  const changes: Change[] = [
    ...walls.map((put): Change => ({ in: "walls", put })),
    { in: "rooms", put: room },
    ...sides.map((side, i): Change => ({
      in: "measurements",
      put: {
        id: newId("m"),
        room: room.id,
        side: i,
        of: "length",
        typed: side.typed,
        metres: side.lengthM,
        headingDeg: side.headingDeg,
        ...(make.on ? { on: make.on } : {}),
      },
    })),
  ];
  return { changes: withRooms(design, level, changes), closing, outline, room: room.id };
}
