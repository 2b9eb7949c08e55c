/**
 * A design without where its points lie, for whatever hangs on no place: nudged about all day, a point says nothing new
 * to it. Who reads a place there is told off, and who puts such a row into a design as well.
 */
import { sameList } from "./alike";
import type { Design } from "./collections";

type Point = Design["points"][number];

const WITHOUT_PLACE = Symbol("a point without its place");

const refuse = (id: string | undefined): never => {
  throw new Error(`where ${id} lies is read by a result that hangs on no place`);
};
/** What says where; and where it was drawn, before the site moved it. */
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

/** The row without its place; one that was made before where nothing else is new. */
function withoutPlace(row: Point, lasts: readonly Design[]): Point {
  if (WITHOUT_PLACE in row) return row;
  let made = bare.get(row);
  if (!made) {
    const { x: _x, y: _y, drawn: _drawn, ...rest } = row;
    made =
      lasts
        .flatMap(({ points }) => points.find(({ id }) => id === row.id) ?? [])
        .find((before) => alike(before as never, rest as never)) ??
      Object.assign(Object.create(NOWHERE) as Point, rest, { [WITHOUT_PLACE]: true });
    bare.set(row, made);
  }
  return made;
}

/**
 * The design without places.
 * @param lasts what was made of earlier designs of the lineage: where one of them says the same, it is given again
 */
export function withoutPlaces(design: Design, lasts: readonly Design[]): Design {
  const rows = design.points.map((row) => withoutPlace(row, lasts));
  const points = lasts.find((last) => sameList(last.points, rows))?.points ?? rows;
  const made: Design = { ...design, points };
  const names = Object.keys(made) as (keyof Design)[];
  return lasts.find((last) => names.every((name) => last[name] === made[name])) ?? made;
}
