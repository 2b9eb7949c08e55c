/** Two designs side by side: a house and its variant, or any two. */
import {
  byId,
  FILE_ORDER,
  stageOf,
  type AnyRow,
  type CollectionName,
  type Design,
} from "../design/collections";
import { ROW_CLASSES } from "../design/row-classes";
import { sameRow, type Change } from "../design/edit";
import { fields, nestedClass, type RowClass } from "../design/fields";
import { removeRows } from "../design/remove";
import type { Ref } from "../design/where";
import type { ShownFinding } from "./engine";
import type { LedgerValue } from "./ledger";
import { STAGES, type Stage } from "../design/stage-names";

/** One total of both; `value` absent where nothing is known there. */
export interface ComparedCell {
  cell: string;
  name: string;
  digits: number;
  unit?: string;
  here?: number;
  there?: number;
}

/** Cells of both ledgers in the order of the strip. */
export function compareLedgers(here: readonly LedgerValue[], there: readonly LedgerValue[]): ComparedCell[] {
  const other = new Map(there.map((one) => [one.cell, one]));
  const known = new Set(here.map(({ cell }) => cell));
  return [...here, ...there.filter(({ cell }) => !known.has(cell))].map(
    ({ cell, name, digits, unit, value }) => ({
      cell,
      name,
      digits,
      ...(unit ? { unit } : {}),
      ...(known.has(cell) ? { here: value } : {}),
      ...(other.has(cell) ? { there: other.get(cell)!.value } : {}),
    }),
  );
}

/** What tells a finding apart in two designs: its code and what it is about, not how much. */
const identity = ({ code, about }: ShownFinding) =>
  [code, ...about.map((ref) => `${ref.in}/${ref.id}`)].join(" ");

/** Open findings one design has and the other has not. */
export function compareFindingLists(
  here: readonly ShownFinding[],
  there: readonly ShownFinding[],
): { here: ShownFinding[]; there: ShownFinding[] } {
  const open = (list: readonly ShownFinding[]) => list.filter(({ accepted }) => !accepted);
  const names = (list: readonly ShownFinding[]) => new Set(open(list).map(identity));
  const [own, other] = [names(here), names(there)];
  return {
    here: open(here).filter((one) => !other.has(identity(one))),
    there: open(there).filter((one) => !own.has(identity(one))),
  };
}

export interface ComparedRow {
  in: CollectionName;
  id: string;
  here?: AnyRow;
  there?: AnyRow;
  /** Names of fields that differ, where both have the row. */
  differ: string[];
}

/** Rows that differ, a stage after another, collections in the order of the file; stages without any left out. */
export function compareRows(here: Design, there: Design): { stage: Stage; rows: ComparedRow[] }[] {
  const rows = FILE_ORDER.flatMap((name) => comparedIn(here, there, name));
  return STAGES.map((stage) => ({ stage, rows: rows.filter((row) => stageOf(row.in) === stage) })).filter(
    (part) => part.rows.length,
  );
}

function comparedIn(here: Design, there: Design, name: CollectionName): ComparedRow[] {
  if (here[name] === there[name]) return [];
  const [own, other] = [byId(here, name), byId(there, name)] as ReadonlyMap<string, AnyRow>[];
  const ids = [...new Set([...own!.keys(), ...other!.keys()])].sort();
  return ids.flatMap((id) => {
    const [a, b] = [own!.get(id), other!.get(id)] as (Record<string, unknown> | undefined)[];
    const differ =
      a && b
        ? fields(ROW_CLASSES[name])
            .map((field) => field.name)
            .filter((field) => !sameRow(a[field], b[field]))
        : [];
    return a && b && !differ.length
      ? []
      : [{ in: name, id, ...(a ? { here: a as never } : {}), ...(b ? { there: b as never } : {}), differ }];
  });
}

/** Every row a row names, in its own fields and in what stands within it. */
function namedBy(row: object, rowClass: RowClass): Ref[] {
  return fields(rowClass).flatMap((field): Ref[] => {
    const value = (row as Record<string, unknown>)[field.name];
    if (value === undefined) return [];
    const to = field.to as CollectionName;
    if (field.kind === "ref") return [{ in: to, id: value as string }];
    if (field.kind === "refs") return (value as string[]).map((id) => ({ in: to, id }));
    if (!field.nested) return [];
    return (field.kind === "one" ? [value as object] : (value as object[])).flatMap((one) => {
      const inner = nestedClass(field.nested!, one);
      return inner ? namedBy(one, inner) : [];
    });
  });
}

/**
 * Rows of another design taken over, as changes of one edit: put as they are there, with whatever they name that is
 * missing here; taken out where the other has none, with what hangs on them.
 */
export function takeOver(here: Design, there: Design, picks: readonly Ref[]): Change[] {
  const puts = new Map<string, Change>();
  const take = (ref: Ref) => {
    const key = `${ref.in}/${ref.id}`;
    const row = (byId(there, ref.in) as ReadonlyMap<string, AnyRow>).get(ref.id);
    if (!row || puts.has(key)) return;
    puts.set(key, { in: ref.in, put: row } as Change);
    for (const named of namedBy(row, ROW_CLASSES[ref.in]))
      if (!(byId(here, named.in) as ReadonlyMap<string, AnyRow>).has(named.id)) take(named);
  };
  picks.forEach(take);
  const gone = picks.filter(
    (ref) =>
      !(byId(there, ref.in) as ReadonlyMap<string, AnyRow>).has(ref.id) &&
      (byId(here, ref.in) as ReadonlyMap<string, AnyRow>).has(ref.id),
  );
  const left = (gone.length ? removeRows(here, gone) : []).filter((change) => {
    if (change.in === "design" || "put" in change) return true;
    // What would fall with it, and stands in the other design by other rows, is as it is there.
    take({ in: change.in, id: change.drop });
    return !puts.has(`${change.in}/${change.drop}`);
  });
  return [
    ...puts.values(),
    ...left.filter(
      (change) => change.in === "design" || !("put" in change) || !puts.has(`${change.in}/${change.put.id}`),
    ),
  ];
}
