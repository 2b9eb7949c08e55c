/** Symmetric pairs: two points that mirror each other, and stay so. */
import { round3 } from "../geometry/round";
import { byId, type Design } from "../design/collections";
import { memo } from "../design/kept";
import type { PointRow, SymmetryRow } from "../design/rows/runs";

/** The pair each point is in. */
const pairs = memo(
  "pairs",
  (design): ReadonlyMap<string, SymmetryRow> =>
    new Map(design.symmetries.flatMap((row) => [[row.left, row] as const, [row.right, row] as const])),
);

/** The row of the pair a point is in; undefined where it stands alone. */
export const pairOf = (design: Design, point: string) => pairs(design).get(point);

/** Where the mirror image of (x, y) lies. */
export const mirrored = (row: Pick<SymmetryRow, "axis" | "atM">, { x, y }: { x: number; y: number }) => {
  const flip = (value: number) => round3(2 * row.atM - value);
  return row.axis === "across" ? { x: flip(x), y } : { x, y: flip(y) };
};

/** The other point of a pair. */
export function partnerOf(design: Design, point: string): PointRow | undefined {
  const row = pairOf(design, point);
  return row && byId(design, "points").get(row.left === point ? row.right : row.left);
}

/** A pair of two points about the middle between them, along the axis on which they lie farther apart. */
export function pairUp(id: string, a: PointRow, b: PointRow): SymmetryRow {
  const axis = Math.abs(a.x - b.x) >= Math.abs(a.y - b.y) ? "across" : "down";
  const [left, right] = (axis === "across" ? a.x <= b.x : a.y <= b.y) ? [a, b] : [b, a];
  return {
    id,
    left: left.id,
    right: right.id,
    axis,
    atM: round3((axis === "across" ? a.x + b.x : a.y + b.y) / 2),
  };
}
