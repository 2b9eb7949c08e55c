/**
 * The mounting sheet: where each box goes on its wall, how high, which holes are drilled, and what is too
 * near to what.
 */
import { round3 } from "../../geometry/round";
import { byId, type Design, rowOf } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import { writeCsv } from "../../files/csv";
import type { PointRow } from "../../design/rows/runs";
import { signedArea } from "../../geometry/polygon";
import { distance, footOn } from "../../geometry/segment";
import { sideName } from "../house/wall-names";
import { ON_WALL_M } from "./clearance";
import { pointLabel } from "../../points/labels";
import { mountOf } from "../../points/kits";

/**
 * Boxes by the name a kind gives them: outside of the plate, depth, and where holes are drilled from its
 * middle. Typical sizes, mm.
 */
export const BOXES: Readonly<
  Record<
    string,
    { widthMm: number; heightMm: number; depthMm: number; holeMm?: number; holesAtMm: readonly number[] }
  >
> = {
  "single, 47 mm": { widthMm: 86, heightMm: 86, depthMm: 47, holeMm: 68, holesAtMm: [0] },
  "double, 47 mm": { widthMm: 157, heightMm: 86, depthMm: 47, holeMm: 68, holesAtMm: [-35.5, 35.5] },
  "double, deep": { widthMm: 157, heightMm: 86, depthMm: 66, holeMm: 68, holesAtMm: [-35.5, 35.5] },
  "door station, flush": { widthMm: 140, heightMm: 230, depthMm: 60, holesAtMm: [-50, 50] },
  "round, weatherproof": { widthMm: 110, heightMm: 110, depthMm: 45, holeMm: 25, holesAtMm: [0] },
  weatherproof: { widthMm: 120, heightMm: 120, depthMm: 60, holeMm: 25, holesAtMm: [0] },
  "corner bracket": { widthMm: 60, heightMm: 110, depthMm: 50, holeMm: 8, holesAtMm: [0] },
  "rail, 6 modules": { widthMm: 180, heightMm: 200, depthMm: 70, holesAtMm: [-70, 70] },
  socket: { widthMm: 86, heightMm: 86, depthMm: 47, holeMm: 68, holesAtMm: [0] },
};

/** Free wall between two plates, mm. */
export const PLATE_GAP_MM = 5;
/** Boxes farther apart in height than a plate is high share no place on the wall. */
const SAME_HEIGHT = 1;

export interface Mounting {
  point: PointRow;
  label: string;
  box: string;
  size?: (typeof BOXES)[string];
  /** Side of the room's outline it hangs on, from 0, and its length. */
  side: number;
  sideM: number;
  /** Along that side, from the corner on the left and on the right as one faces it from within. */
  leftM: number;
  rightM: number;
  heightM: number;
  /** Middle of each hole: along from the left corner, and up from the finished floor. */
  holes: { leftM: number; upM: number }[];
  /** The nearest box on the same side, from middle to middle, and what they need at the least. */
  next?: { point: PointRow; mm: number; leastMm: number };
}

type Hung = Omit<Mounting, "label" | "next"> & { size: (typeof BOXES)[string] };

/** Where one point's box hangs; undefined where it hangs on no wall, or nobody knows how large its box is. */
const hung = memoByRow("hung", (design, point: PointRow): Hung | undefined => {
  const kind = byId(design, "kinds").get(point.kind);
  const room = byId(design, "rooms").get(point.room);
  if (!kind || !room) return undefined;
  const { box } = mountOf(design, point, kind);
  const size = BOXES[box];
  if (!size) return undefined;
  const at: [number, number] = [point.x, point.y];
  const sides = room.outline.map((a, side) => {
    const b = room.outline[(side + 1) % room.outline.length]!;
    const foot = footOn(at, a, b);
    return { side, sideM: distance(a, b), alongM: foot.t * distance(a, b), far: distance(at, foot.at) };
  });
  const near = sides.reduce((best, one) => (one.far < best.far ? one : best));
  // On the wall, or let into it: at most as far out as it is thick.
  if (near.far > ON_WALL_M + 0.1) return undefined;
  // Outlines may run either way round; facing a side from within, a clockwise one runs from left to right.
  const leftM = signedArea(room.outline) > 0 ? near.alongM : near.sideM - near.alongM;
  const holes = size.holesAtMm.map((mm) => ({
    leftM: round3(leftM + mm / 1000),
    upM: point.z,
  }));
  return {
    point,
    box,
    size,
    side: near.side,
    sideM: near.sideM,
    leftM,
    rightM: near.sideM - leftM,
    heightM: point.z,
    holes,
  };
});

/** Boxes on each wall of each room, from left to right. */
const wallsOfBoxes = memo("wallsOfBoxes", (design): Hung[][] => {
  const walls = new Map<string, Hung[]>();
  for (const row of hung.all(design, design.points)) {
    if (!row) continue;
    const key = `${row.point.room}/${row.side}`;
    const list = walls.get(key);
    if (list) list.push(row);
    else walls.set(key, [row]);
  }
  return [...walls.values()].map((rows) =>
    rows.sort((a, b) => a.leftM - b.leftM || (a.point.id < b.point.id ? -1 : 1)),
  );
});

/** The nearest box of the same wall and about the same height. */
function nextTo(row: Hung, wall: readonly Hung[]): Mounting["next"] {
  return wall
    .filter(
      (other) =>
        other !== row &&
        Math.abs(other.heightM - row.heightM) * 1000 <
          SAME_HEIGHT * ((row.size.heightMm + other.size.heightMm) / 2),
    )
    .map((other) => ({
      point: other.point,
      mm: Math.round(Math.abs(other.leftM - row.leftM) * 1000),
      leastMm: Math.ceil((row.size.widthMm + other.size.widthMm) / 2 + PLATE_GAP_MM),
    }))
    .sort((a, b) => a.mm - b.mm)[0];
}

/** Every box on a wall, by room, then along its walls. */
export function mountingsOf(design: Design): Mounting[] {
  const roomName = (row: Mounting) => rowOf(design, "rooms", row.point.room).name;
  return wallsOfBoxes(design)
    .flatMap((wall) =>
      wall.map((row): Mounting => {
        const next = nextTo(row, wall);
        return { ...row, label: pointLabel(design, row.point), ...(next ? { next } : {}) };
      }),
    )
    .sort((a, b) => roomName(a).localeCompare(roomName(b), "en") || a.side - b.side || a.leftM - b.leftM);
}

export interface Crowded {
  point: PointRow;
  other: PointRow;
  mm: number;
  leastMm: number;
  /** Where the box has room, along the same wall. */
  moveTo?: { x: number; y: number };
}

/** Boxes that do not fit side by side; each pair once. */
export const crowdedBoxes = memo("crowdedBoxes", (design): Crowded[] =>
  wallsOfBoxes(design).flatMap((wall) =>
    wall.length < 2
      ? []
      : wall.flatMap((row): Crowded[] => {
          const next = nextTo(row, wall);
          if (!next || next.mm >= next.leastMm || next.point.id > row.point.id) return [];
          const other = wall.find((one) => one.point === next.point)!;
          const away = row.leftM >= other.leftM ? 1 : -1;
          const gapM = Math.ceil(next.leastMm / 50) * 0.05;
          // Away from the other one; the other way round where the wall ends there.
          const leftM = [away, -away]
            .map((way) => other.leftM + way * gapM)
            .find((at) => at > 0.05 && at < row.sideM - 0.05);
          if (leftM === undefined)
            return [{ point: row.point, other: other.point, mm: next.mm, leastMm: next.leastMm }];
          const outline = rowOf(design, "rooms", row.point.room).outline;
          const [a, b] = [outline[row.side]!, outline[(row.side + 1) % outline.length]!];
          const shift = (leftM - row.leftM) * (signedArea(outline) > 0 ? 1 : -1);
          return [
            {
              point: row.point,
              other: other.point,
              mm: next.mm,
              leastMm: next.leastMm,
              moveTo: {
                x: row.point.x + (shift * (b[0] - a[0])) / row.sideM,
                y: row.point.y + (shift * (b[1] - a[1])) / row.sideM,
              },
            },
          ];
        }),
  ),
);

export const MOUNTING_HEADER = [
  "Level",
  "Room",
  "Wall",
  "Point",
  "Label",
  "Box",
  "Plate (mm)",
  "Depth (mm)",
  "Height (m)",
  "From left corner (m)",
  "From right corner (m)",
  "Holes, along × up (m)",
  "Hole (mm)",
  "Next box",
  "Middle to middle (mm)",
  "At least (mm)",
];

/** The wall a box hangs on as the drawing calls it. */
function wallOf(design: Design, { point, side }: Mounting): string {
  const room = byId(design, "rooms").get(point.room);
  return room ? sideName(design, room, side) : "";
}

/** The mounting sheet, a row a box. */
export function mountingCsv(design: Design): string {
  return writeCsv(
    MOUNTING_HEADER,
    mountingsOf(design).map((row) => [
      byId(design, "levels").get(row.point.level)?.name,
      byId(design, "rooms").get(row.point.room)?.name,
      wallOf(design, row),
      row.point.name,
      row.label,
      row.box,
      row.size && `${row.size.widthMm} × ${row.size.heightMm}`,
      row.size?.depthMm,
      row.heightM,
      round3(row.leftM),
      round3(row.rightM),
      row.holes.map((hole) => `${hole.leftM} × ${hole.upM}`).join("; "),
      row.size?.holeMm,
      row.next?.point.name,
      row.next?.mm,
      row.next?.leastMm,
    ]),
  );
}
