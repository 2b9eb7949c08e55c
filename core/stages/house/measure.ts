/** Lengths measured on site against the plan, and rooms that do not close. */
import { round3 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import type { MeasurementRow } from "../../design/rows/house-survey";
import type { RoomRow } from "../../design/rows/house-structure";
import { distance, type Xy } from "../../geometry/segment";
import type { Step, Working } from "../../desk/working";
import { wallLengthM } from "./walls";

/** Drawn and measured may differ by the larger of these before it is a finding. */
export const TOLERANCE = { metres: 0.02, part: 0.005 };
/**
 * How far a taped length may be off before it is said, m: a part of the length, and never less than a tape
 * can be read.
 */
export const toleranceM = (lengthM: number) => Math.max(TOLERANCE.metres, TOLERANCE.part * lengthM);

/** Length on the plan of what a measurement is of; undefined where that is gone. */
export function drawnM(design: Design, row: MeasurementRow): number | undefined {
  if (row.opening !== undefined) {
    const opening = byId(design, "openings").get(row.opening);
    if (!opening) return undefined;
    return row.of === "width"
      ? opening.widthM
      : row.of === "height"
        ? opening.heightM
        : row.of === "sill"
          ? opening.sillM
          : undefined;
  }
  if (row.wall !== undefined) {
    const wall = byId(design, "walls").get(row.wall);
    return wall && wallLengthM(wall);
  }
  const room = row.room === undefined ? undefined : byId(design, "rooms").get(row.room);
  if (!room) return undefined;
  if (row.of === "height") return byId(design, "levels").get(room.level)?.ceilingHeightM;
  return row.side === undefined || row.side >= room.outline.length
    ? undefined
    : distance(room.outline[row.side]!, room.outline[(row.side + 1) % room.outline.length]!);
}

export interface Closure {
  /** How far from the start the walk round the room ends. */
  errorM: number;
  /** Length of the whole walk. */
  aroundM: number;
  /** Sides by how well a slip in one alone explains the error, best first; empty where it closes. */
  suspects: { side: number; measuredM: number; shouldBeM: number; drawnM: number; leftM: number }[];
}

/**
 * Walk round a room by its measured sides, metres, turning as they were taped (`headings`, degrees on the
 * sheet), or as the outline turns where nobody noted that. An outline that was shut by shifting its corners
 * has other angles than the tape had, and would hide part of the error. A slip in a side shows as an error
 * along that side; of parallel sides the one whose corrected length is nearest to the drawn one is named
 * first.
 */
export function closure(
  outline: readonly Xy[],
  measured: readonly number[],
  headings?: readonly number[],
): Closure {
  const sides = outline.map((corner, i) => {
    const next = outline[(i + 1) % outline.length]!;
    const length = distance(corner, next) || 1;
    const heading = headings && (headings[i]! * Math.PI) / 180;
    const [ux, uy] =
      heading === undefined
        ? [(next[0] - corner[0]) / length, (next[1] - corner[1]) / length]
        : [Math.cos(heading), Math.sin(heading)];
    return { lengthM: length, ux, uy };
  });
  const ex = sides.reduce((sum, side, i) => sum + measured[i]! * side.ux, 0);
  const ey = sides.reduce((sum, side, i) => sum + measured[i]! * side.uy, 0);
  const errorM = Math.hypot(ex, ey);
  const aroundM = measured.reduce((sum, m) => sum + m, 0);
  if (errorM <= toleranceM(aroundM / 4)) return { errorM, aroundM, suspects: [] };
  const suspects = sides
    .map((side, i) => {
      const along = ex * side.ux + ey * side.uy;
      return {
        side: i,
        measuredM: measured[i]!,
        shouldBeM: measured[i]! - along,
        drawnM: side.lengthM,
        leftM: Math.hypot(ex - along * side.ux, ey - along * side.uy),
      };
    })
    .filter((suspect) => suspect.shouldBeM > 0)
    .sort((p, q) =>
      Math.abs(p.leftM - q.leftM) > 0.01
        ? p.leftM - q.leftM
        : Math.abs(p.shouldBeM - p.drawnM) - Math.abs(q.shouldBeM - q.drawnM),
    );
  return { errorM, aroundM, suspects };
}

/** The last measured length of each side of a room; undefined where a side has none. */
export function measuredSides(design: Design, room: RoomRow): (MeasurementRow | undefined)[] {
  const own = design.measurements.filter((row) => row.room === room.id && row.of === "length");
  return room.outline.map(
    (_, side) =>
      own
        .filter((row) => row.side === side)
        .sort((a, b) =>
          (a.on ?? "") < (b.on ?? "") ? 1 : (a.on ?? "") > (b.on ?? "") ? -1 : a.id < b.id ? 1 : -1,
        )[0],
  );
}

/** Closure of a room whose every side was measured; undefined before that. */
export function roomClosure(design: Design, room: RoomRow): Closure | undefined {
  const sides = measuredSides(design, room);
  return sides.every((side) => side !== undefined)
    ? closure(
        room.outline,
        sides.map((side) => side!.metres),
        tapedHeadings(sides),
      )
    : undefined;
}

/** The ways the sides were walked, where every one was noted. */
const tapedHeadings = (sides: readonly (MeasurementRow | undefined)[]): number[] | undefined =>
  sides.every((side) => side?.headingDeg !== undefined) ? sides.map((side) => side!.headingDeg!) : undefined;

/**
 * How the gap came about that is left when the measured sides of a room are laid one after another;
 * undefined where sides are missing.
 */
export function closureWorking(design: Design, room: RoomRow): Working | undefined {
  const result = roomClosure(design, room);
  if (!result) return undefined;
  const sides = measuredSides(design, room);
  const limit = toleranceM(result.aroundM / 4);
  const first = result.suspects[0];
  const steps: Step[] = [
    {
      formula: "Walk round by the measured sides",
      with: sides.map((side) => side!.typed).join(" + "),
      gives: `${result.aroundM.toFixed(2)} m`,
      source: "measured on site",
    },
    {
      formula: "|Σ length × direction|",
      with: tapedHeadings(sides) ? "directions as taped" : "directions as drawn",
      gives: `${result.errorM.toFixed(3)} m`,
      source: "traverse",
    },
  ];
  if (first)
    steps.push({
      formula: "Slip in one side that explains it best",
      with: `side ${first.side + 1}: ${first.measuredM.toFixed(2)} m measured, ${first.drawnM.toFixed(2)} m drawn`,
      gives: `${first.shouldBeM.toFixed(2)} m`,
      source: `leaves ${first.leftM.toFixed(3)} m`,
    });
  return {
    title: `Closing error of ${room.name}`,
    value: result.errorM,
    unit: "m",
    limit: { value: round3(limit), unit: "m", source: "tolerance on a side" },
    verdict: result.errorM > limit ? "fails" : "holds",
    steps,
  };
}
