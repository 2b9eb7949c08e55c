/**
 * The collections a design is made of, in the order of the project file. Parents come before the rows that
 * name them. Their names alone: what a row may hold is in `row-classes.ts`, for whoever checks or shows one.
 */
import { FILE_STAGES, type Stage } from "./stage-names";
import * as names from "./rows/names";
import type * as stages from "./rows";
import type { DesignRow } from "./design-row";
import { fail } from "./input-error";

type Tables = (typeof stages)[keyof typeof stages];
type Whole<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer All) => void ? All : never;
type Table = Whole<Tables>;

/** What was done and is attached stands at the end of a file, whatever stage it is of. */
const LAST: readonly string[] = ["taskRuns", "visits", "photos", "documents"];

/** Each collection with its stage and what one row is called. In the order of the project file. */
const ENTRIES = FILE_STAGES.flatMap((stage) =>
  Object.entries((names as Partial<Record<Stage, Record<string, string>>>)[stage] ?? {}).map(
    ([name, singular]) => ({ stage, name: name as CollectionName, singular }),
  ),
).sort((a, b) => Number(LAST.includes(a.name)) - Number(LAST.includes(b.name)));

export type CollectionName = keyof Table & string;
export type Rows = {
  [C in CollectionName]: Table[C] extends new () => infer Row ? Row : never;
};
export type AnyRow = Rows[CollectionName];

/** Order of the project file. */
export const FILE_ORDER: readonly CollectionName[] = ENTRIES.map((entry) => entry.name);

/** Singular, for sentences. */
export const SINGULAR = {
  design: "design",
  ...Object.fromEntries(ENTRIES.map((entry) => [entry.name, entry.singular])),
} as Record<CollectionName | "design", string>;

/** The stage a collection belongs to. */
export const stageOf = (collection: CollectionName): Stage =>
  ENTRIES.find((entry) => entry.name === collection)!.stage;

/** A whole plan: plain rows, each collection sorted by id. */
export type Design = { design: DesignRow } & { [C in CollectionName]: Rows[C][] };

/** Is this the name of a collection of the project file? */
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
export function byId<C extends CollectionName>(
  design: Pick<Design, C>,
  collection: C,
): ReadonlyMap<string, Rows[C]> {
  const rows = design[collection] as Rows[C][];
  const known = indexes.get(rows);
  if (known) return known as ReadonlyMap<string, Rows[C]>;
  const made = new Map((rows as AnyRow[]).map((row) => [row.id, row as Rows[C]]));
  indexes.set(rows, made as ReadonlyMap<string, AnyRow>);
  return made;
}
/**
 * One row of a map by id, of a collection that something names it in.
 * @throws InputError where it is not there: the path says which
 */
export const rowIn = <Row>(rows: ReadonlyMap<string, Row>, id: string, collection: CollectionName): Row =>
  rows.get(id) ?? fail(`${collection}[${id}]`, "is named and is not there");

/** The same of a design. */
export const rowOf = <C extends CollectionName>(
  design: Pick<Design, C>,
  collection: C,
  id: string,
): Rows[C] => rowIn(byId(design, collection), id, collection);

const indexes = new WeakMap<readonly unknown[], ReadonlyMap<string, AnyRow>>();
