/** Openings in walls: which way they face, and what cannot be. */
import { group } from "d3-array";
import { round1, round2 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import type { OpeningRow, RoomRow, WallRow } from "../../design/rows/house-structure";
import { boxNear, boxOf, contains } from "../../geometry/polygon";
import { distance, footOn } from "../../geometry/segment";
import type { Working } from "../../desk/working";
import { wallLengthM, wallOf } from "./walls";

/** Throws InputError where the opening does not fit its wall or level. */
function checkFit(design: Design, opening: OpeningRow): void {
  const wall = wallOf(design, opening.wall);
  const length = wallLengthM(wall);
  if (opening.widthM > length + 1e-6)
    fail("Width", `must be at most ${length.toFixed(2)} m, the length of its wall`);
  if (opening.offsetM + opening.widthM > length + 1e-6)
    fail(
      "Offset",
      `must be at most ${(length - opening.widthM).toFixed(2)} m, so that the opening ends within its wall`,
    );
  const crossed = design.openings.find(
    (other) =>
      other.id !== opening.id &&
      other.wall === opening.wall &&
      other.offsetM < opening.offsetM + opening.widthM - 1e-6 &&
      opening.offsetM < other.offsetM + other.widthM - 1e-6,
  );
  if (crossed)
    fail(
      "Offset",
      `puts it over a ${crossed.kind} at ${crossed.offsetM.toFixed(2)} to ${(crossed.offsetM + crossed.widthM).toFixed(2)} m`,
    );
}

/** Typical sizes by kind, for a new opening. */
export const OPENING_DEFAULTS: Readonly<
  Record<OpeningRow["kind"], { widthM: number; heightM: number; sillM: number }>
> = {
  window: { widthM: 1.2, heightM: 1.2, sillM: 0.9 },
  door: { widthM: 0.9, heightM: 2.05, sillM: 0 },
  gate: { widthM: 3, heightM: 2, sillM: 0 },
  gap: { widthM: 1, heightM: 2.2, sillM: 0 },
};

/** A new opening of a kind, its middle so many metres along the wall, as near as it fits. */
export function addOpening(
  design: Design,
  newId: string,
  wallId: string,
  kind: OpeningRow["kind"],
  middleM: number,
): Change[] {
  const wall = wallOf(design, wallId);
  const length = wallLengthM(wall);
  const size = OPENING_DEFAULTS[kind];
  const widthM = Math.min(size.widthM, length);
  const offsetM = round2(Math.min(Math.max(0, middleM - widthM / 2), length - widthM));
  const opening: OpeningRow = {
    id: newId,
    wall: wallId,
    kind,
    offsetM,
    ...size,
    widthM,
    outsideIs: outsideOf(design, wall),
  };
  checkFit(design, opening);
  return [{ in: "openings", put: opening }];
}

/** Change an opening. Throws InputError where it does not exist, or does not fit its wall. */
export function changeOpening(design: Design, id: string, values: Partial<Omit<OpeningRow, "id">>): Change[] {
  const now = byId(design, "openings").get(id) ?? fail("opening", `"${id}" does not exist`);
  // What becomes a door, a gate or a gap is walked through: a sill would be in the way unless somebody says so.
  const sill =
    values.kind !== undefined && values.kind !== now.kind && values.sillM === undefined
      ? { sillM: OPENING_DEFAULTS[values.kind].sillM }
      : {};
  const put = Object.fromEntries(
    Object.entries({ ...now, ...values, ...sill }).filter(([, value]) => value !== undefined),
  ) as unknown as OpeningRow;
  checkFit(design, put);
  return [{ in: "openings", put }];
}

/** Rooms with a roof, by level, each with the box round it. */
const indoorRooms = memo("indoorRooms", (design) =>
  group(
    design.rooms.filter((room) => !room.outdoor).map((room) => ({ room, box: boxOf(room.outline) })),
    ({ room }) => room.level,
  ),
);

/** The openings of each wall. */
export const othersOnWall = memo("othersOnWall", (design) =>
  group(design.openings, (opening) => opening.wall),
);

/** The side of a wall, walking from a to b, on which no room lies; "none" where both or neither have one. */
export function outsideOf(design: Design, wall: WallRow): OpeningRow["outsideIs"] {
  const length = wallLengthM(wall);
  const [nx, ny] = [-(wall.by - wall.ay) / length, (wall.bx - wall.ax) / length];
  // Asked at several places along it: a partition may stand at any one of them.
  const roomAt = (side: number) =>
    [0.1, 0.3, 0.5, 0.7, 0.9].some((t) => {
      const off = side * (wall.thicknessM / 2 + 0.2);
      const at = [
        wall.ax + (wall.bx - wall.ax) * t + nx * off,
        wall.ay + (wall.by - wall.ay) * t + ny * off,
      ] as const;
      return (indoorRooms(design).get(wall.level) ?? []).some(
        ({ room, box }) => boxNear(box, at) && contains(room.outline, at),
      );
    });
  // With y down the sheet the normal points to the right of the way from a to b.
  const [right, left] = [roomAt(1), roomAt(-1)];
  return right === left ? "none" : right ? "left" : "right";
}

/**
 * Which side is outside, for an opening of which nobody has said: by the rooms, else as another opening of
 * its wall has it.
 */
export function likelyOutside(design: Design, opening: OpeningRow): OpeningRow["outsideIs"] {
  const wall = byId(design, "walls").get(opening.wall);
  if (!wall) return "none";
  const byRooms = outsideOf(design, wall);
  if (byRooms !== "none") return byRooms;
  const known = othersOnWall(design)
    .get(opening.wall)
    ?.find((other) => other.id !== opening.id && other.outsideIs !== "none");
  return known?.outsideIs ?? "none";
}

/**
 * Which way an opening looks, clockwise from true north; undefined where its outside is not known.
 * Walking from a to b on a sheet with y down, left is the direction turned 90° anticlockwise as seen.
 */
export function azimuthDeg(design: Design, opening: OpeningRow): number | undefined {
  if (opening.outsideIs === "none") return undefined;
  const wall = wallOf(design, opening.wall);
  // Bearing of the wall on the sheet: clockwise from sheet-up.
  const bearing = (Math.atan2(wall.bx - wall.ax, -(wall.by - wall.ay)) * 180) / Math.PI;
  const outward = bearing + (opening.outsideIs === "left" ? -90 : 90);
  return (((outward - design.design.northDeg) % 360) + 360) % 360;
}

const WINDS = ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"];
/** The nearest of the eight winds. `azimuth`: degrees clockwise from true north, 0 to 360. */
export const windName = (azimuth: number) => WINDS[Math.round(azimuth / 45) % 8]!;

/**
 * How the direction an opening faces came about, degrees from true north; undefined where no side of it is
 * outside.
 */
export function azimuthWorking(design: Design, opening: OpeningRow): Working | undefined {
  const value = azimuthDeg(design, opening);
  if (value === undefined) return undefined;
  const wall = wallOf(design, opening.wall);
  const bearing = ((Math.atan2(wall.bx - wall.ax, -(wall.by - wall.ay)) * 180) / Math.PI + 360) % 360;
  return {
    title: `Which way this ${opening.kind} looks`,
    value: round1(value),
    unit: "° from true north",
    verdict: "none",
    steps: [
      {
        formula: "Bearing of its wall on the sheet",
        with: "atan2(Δx, −Δy), clockwise from sheet-up",
        gives: `${bearing.toFixed(1)}°`,
        source: "plan",
      },
      {
        formula: opening.outsideIs === "left" ? "− 90°" : "+ 90°",
        with: `outside is on the ${opening.outsideIs}, walking from its start`,
        gives: `${((bearing + (opening.outsideIs === "left" ? 270 : 90)) % 360).toFixed(1)}°`,
        source: "opening",
      },
      {
        formula: "− true north on the sheet",
        with: `− ${design.design.northDeg}°`,
        gives: `${value.toFixed(1)}°, ${windName(value)}`,
        source: "design settings",
      },
    ],
  };
}

/**
 * Openings in the walls round a room: the middle of each, taken to the room's outline, and the way along
 * its wall.
 */
export function openingsOf(
  design: Design,
  room: RoomRow,
): { row: OpeningRow; at: [number, number]; along: [number, number] }[] {
  return design.openings.flatMap((row) => {
    const wall = byId(design, "walls").get(row.wall);
    if (!wall || wall.level !== room.level) return [];
    const length = wallLengthM(wall);
    const t = (row.offsetM + row.widthM / 2) / length;
    const middle: [number, number] = [wall.ax + t * (wall.bx - wall.ax), wall.ay + t * (wall.by - wall.ay)];
    const feet = room.outline.map(
      (a, i) => footOn(middle, a, room.outline[(i + 1) % room.outline.length]!).at,
    );
    const at = feet.reduce((best, one) => (distance(one, middle) < distance(best, middle) ? one : best));
    return distance(at, middle) <= wall.thicknessM / 2 + 0.1
      ? [{ row, at, along: [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length] as [number, number] }]
      : [];
  });
}
