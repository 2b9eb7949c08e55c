/**
 * A design without where its points lie, for whatever hangs on no place: nudged about all day, a point says nothing new
 * to it. Who reads a place there is told off, and who puts such a row into a design as well.
 */
import type { Design } from "./collections";

type Point = Design["points"][number];

const WITHOUT_PLACE = Symbol("a point without its place");

const refuse = (id: string | undefined): never => {
  throw new Error(`where ${id} lies is read by a result that hangs on no place`);
};
/** What says where: for a drawn point, the wall it is drawn at as well. */
const NOWHERE = {
  get drawn() {
    return refuse((this as { id?: string }).id);
  },
  get x() {
    return refuse((this as { id?: string }).id);
  },
  get y() {
    return refuse((this as { id?: string }).id);
  },
};

/** A row that has lost its place is for looking at, never for putting anywhere. */
export function mustHavePlace(row: object): void {
  if (WITHOUT_PLACE in row) refuse((row as Partial<Point>).id);
}

/** Rows of plain values, and of lists and records that are written out alike. */
function alike(a: Record<string, unknown>, b: Record<string, unknown>): boolean {
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every(
      (key) =>
        a[key] === b[key] ||
        (typeof a[key] === "object" && JSON.stringify(a[key]) === JSON.stringify(b[key])),
    )
  );
}

const bare = new WeakMap<Point, Point>();

/** The row without its place; the one before where nothing else is new. */
function withoutPlace(row: Point, before: Point | undefined): Point {
  if (WITHOUT_PLACE in row) return row;
  let made = bare.get(row);
  if (!made) {
    const { x: _x, y: _y, drawn: _drawn, ...rest } = row;
    made =
      before && alike(before as never, rest as never)
        ? before
        : (Object.assign(Object.create(NOWHERE) as Point, rest, { [WITHOUT_PLACE]: true }) as Point);
    bare.set(row, made);
  }
  return made;
}

/** A design and the same without places. */
export interface Anywhere {
  of: Design;
  bare: Design;
}

/** @param last what was made of an earlier design of the lineage: what says the same is the same */
export function withoutPlaces(design: Design, last: Anywhere | undefined): Design {
  const names = Object.keys(design) as (keyof Design)[];
  const old = last?.bare.points;
  let points = old;
  if (!last || last.of.points !== design.points) {
    const before = new Map(old?.map((row) => [row.id, row]));
    const rows = design.points.map((row) => withoutPlace(row, before.get(row.id)));
    if (!old || rows.length !== old.length || rows.some((row, i) => row !== old[i])) points = rows;
  }
  if (last && points === old && names.every((name) => name === "points" || last.of[name] === design[name]))
    return last.bare;
  return { ...design, points: points! };
}
