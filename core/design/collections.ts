/**
 * The collections a design is made of, in the order of the project file. Parents come before the rows that
 * name them.
 */
import { FILE_STAGES, type Stage } from "../desk/names";
import * as stages from "../stages/rows";
import { DesignRow } from "./design-row";
import { fields, type RowClass } from "./fields";

type Tables = (typeof stages)[keyof typeof stages];
type Whole<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer All) => void ? All : never;
type Table = Whole<Tables>;

/**
 * Each collection with its stage, its row class and what one row is called. In the order of the project
 * file.
 */
const ENTRIES = FILE_STAGES.flatMap((stage) =>
  Object.entries((stages as Partial<Record<Stage, Record<string, [RowClass, string]>>>)[stage] ?? {}).map(
    ([name, [rowClass, singular]]) => ({ stage, name: name as CollectionName, rowClass, singular }),
  ),
);

export type CollectionName = keyof Table & string;
export type Rows = {
  [C in CollectionName]: Table[C] extends [new () => infer Row, string] ? Row : never;
};
export type AnyRow = Rows[CollectionName];

/** Order of the project file (data-model.md). */
export const FILE_ORDER: readonly CollectionName[] = ENTRIES.map((entry) => entry.name);

const ofEach = <T>(pick: (entry: (typeof ENTRIES)[number]) => T, design: T) =>
  ({ design, ...Object.fromEntries(ENTRIES.map((entry) => [entry.name, pick(entry)])) }) as Record<
    CollectionName | "design",
    T
  >;

export const ROW_CLASSES = ofEach<RowClass>((entry) => entry.rowClass, DesignRow);

/** Singular, for sentences. */
export const SINGULAR = ofEach((entry) => entry.singular, "design");

/** The stage a collection belongs to. */
export const stageOf = (collection: CollectionName): Stage =>
  ENTRIES.find((entry) => entry.name === collection)!.stage;

/** Order in which rows can be written so that every row a reference names already stands. */
export const WRITE_ORDER: readonly CollectionName[] = parentsFirst();

function parentsFirst(): CollectionName[] {
  const done = new Set<CollectionName>();
  const visit = (name: CollectionName, asked: readonly CollectionName[]) => {
    if (done.has(name) || asked.includes(name)) return;
    for (const field of fields(ROW_CLASSES[name]))
      if (field.kind === "ref") visit(field.to as CollectionName, [...asked, name]);
    done.add(name);
  };
  for (const name of FILE_ORDER) visit(name, []);
  return [...done];
}

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
export function byId<C extends CollectionName>(design: Design, collection: C): ReadonlyMap<string, Rows[C]> {
  const rows = design[collection] as Rows[C][];
  const known = indexes.get(rows);
  if (known) return known as ReadonlyMap<string, Rows[C]>;
  const made = new Map((rows as AnyRow[]).map((row) => [row.id, row as Rows[C]]));
  indexes.set(rows, made as ReadonlyMap<string, AnyRow>);
  return made;
}
const indexes = new WeakMap<readonly unknown[], ReadonlyMap<string, AnyRow>>();
