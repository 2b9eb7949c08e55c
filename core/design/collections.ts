/** The collections a design is made of, in the order of the project file. Parents come before the rows that name them. */
import type { RowClass } from "./fields";
import { ClosetRow, DesignRow, LevelRow, MaterialRow, OpeningRow, RiserRow, RoomRow, TrunkRow, WallRow } from "./rows-house";
import { AutomationRow, CableTypeRow, DeviceRow, DropRow, KindRow, PointRow, ReelRow } from "./rows-system";

export interface Rows {
  materials: MaterialRow;
  levels: LevelRow;
  walls: WallRow;
  openings: OpeningRow;
  rooms: RoomRow;
  trunks: TrunkRow;
  risers: RiserRow;
  closets: ClosetRow;
  cableTypes: CableTypeRow;
  kinds: KindRow;
  points: PointRow;
  reels: ReelRow;
  drops: DropRow;
  devices: DeviceRow;
  automations: AutomationRow;
}

export type CollectionName = keyof Rows;
export type AnyRow = Rows[CollectionName];

/** Order of the project file (data-model.md). */
export const FILE_ORDER: readonly CollectionName[] = [
  "levels", "materials", "walls", "openings", "rooms", "trunks", "risers", "closets",
  "cableTypes", "kinds", "points", "drops", "reels", "devices", "automations",
];

/** Order in which rows can be written so that every row a reference names already stands. */
export const WRITE_ORDER: readonly CollectionName[] = [
  "materials", "levels", "walls", "openings", "rooms", "trunks", "risers", "closets",
  "cableTypes", "kinds", "points", "reels", "drops", "devices", "automations",
];

export const ROW_CLASSES: Record<CollectionName | "design", RowClass> = {
  design: DesignRow,
  levels: LevelRow,
  materials: MaterialRow,
  walls: WallRow,
  openings: OpeningRow,
  rooms: RoomRow,
  trunks: TrunkRow,
  risers: RiserRow,
  closets: ClosetRow,
  cableTypes: CableTypeRow,
  kinds: KindRow,
  points: PointRow,
  drops: DropRow,
  reels: ReelRow,
  devices: DeviceRow,
  automations: AutomationRow,
};

/** Singular, for sentences. */
export const SINGULAR: Record<CollectionName | "design", string> = {
  design: "design", levels: "level", materials: "material", walls: "wall", openings: "opening", rooms: "room",
  trunks: "trunk", risers: "riser", closets: "closet", cableTypes: "cable type", kinds: "kind", points: "point",
  drops: "drop", reels: "reel", devices: "device", automations: "automation",
};

/** A whole plan: plain rows, each collection sorted by id. */
export type Design = { design: DesignRow } & { [C in CollectionName]: Rows[C][] };

export function isCollection(name: string): name is CollectionName {
  return (FILE_ORDER as readonly string[]).includes(name);
}

/** A design with settings and no rows. */
export function emptyDesign(design: DesignRow): Design {
  const empty = { design } as Design;
  for (const name of FILE_ORDER) (empty as Record<CollectionName, AnyRow[]>)[name] = [];
  return empty;
}

/** Rows of one collection keyed by id; kept as long as the array lives, so asking again costs nothing. */
export function byId<C extends CollectionName>(design: Design, collection: C): ReadonlyMap<string, Rows[C]> {
  const rows = design[collection] as Rows[C][];
  const known = indexes.get(rows);
  if (known) return known as ReadonlyMap<string, Rows[C]>;
  const made = new Map(rows.map((row) => [row.id, row]));
  indexes.set(rows, made as ReadonlyMap<string, AnyRow>);
  return made;
}
const indexes = new WeakMap<readonly unknown[], ReadonlyMap<string, AnyRow>>();

/**
 * Result of `compute`, kept while the given collections are the same arrays (and the design row the same object).
 * Two results are kept: a desk often asks of a design and of the same design with a trial edit, in turns.
 */
export function memoByParts<R>(parts: readonly (CollectionName | "design")[], compute: (design: Design) => R): (design: Design) => R {
  let kept: { keys: unknown[]; result: R }[] = [];
  return (design) => {
    const known = kept.find(({ keys }) => parts.every((part, i) => design[part] === keys[i]));
    if (known) {
      if (known !== kept[0]) kept.reverse();
      return known.result;
    }
    const made = { keys: parts.map((part) => design[part]), result: compute(design) };
    kept = kept[0] ? [made, kept[0]] : [made];
    return made.result;
  };
}

/**
 * Result of `compute` for one row, kept while that row is the same object, the given collections are the same
 * arrays and `also` is the same value: an edit to one point leaves what is known of all others standing.
 */
export function memoByRow<Row extends object, R>(
  parts: readonly (CollectionName | "design")[],
  compute: (design: Design, row: Row, also?: unknown) => R,
): (design: Design, row: Row, also?: unknown) => R {
  const kept = new WeakMap<Row, { keys: unknown[]; also: unknown; result: R }>();
  return (design, row, also) => {
    const known = kept.get(row);
    if (known && known.also === also && parts.every((part, i) => design[part] === known.keys[i])) return known.result;
    const result = compute(design, row, also);
    kept.set(row, { keys: parts.map((part) => design[part]), also, result });
    return result;
  };
}
