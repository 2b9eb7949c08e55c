/**
 * A collection as a table for a spreadsheet, and back: a column a field, those of nested rows by their path. Every
 * fault is named by row, column and reason; nothing is taken in unless all is right.
 */
import Papa from "papaparse";
import { writeCsv, type CsvCell } from "./csv";
import { checkRow } from "../design/check-row";
import { byId, type AnyRow, type CollectionName, type Design, type Rows } from "../design/collections";
import { ROW_CLASSES } from "../design/row-classes";
import { MOST_ROWS } from "../design/check-edit";
import type { Change } from "../design/edit";
import { fields, type Field, type RowClass } from "../design/fields";
import { bearable, InputError } from "../design/input-error";
import { counted } from "../design/words";

/** A collection that goes out and comes in as a table. */
export interface RowTable<C extends CollectionName> {
  in: C;
  /** What the table is called: "catalogue". */
  called: string;
  /** Columns in the design's money. */
  money?: readonly string[];
  /** How an entry of a list of rows is written, by field: its values with a colon between them. */
  entries?: Readonly<Record<string, string>>;
}

interface Column {
  /** As "ratings.amps". */
  path: string;
  field: Field;
}

const columnsOf = (rowClass: RowClass, before = ""): Column[] =>
  fields(rowClass).flatMap((field): Column[] =>
    field.secret
      ? []
      : field.kind === "one"
        ? columnsOf(field.nested as RowClass, `${before}${field.name}.`)
        : [{ path: before + field.name, field }],
  );

const tableColumns = ({ in: collection }: { in: CollectionName }) => columnsOf(ROW_CLASSES[collection]);
const SEPARATOR = "; ";

const at = (row: object, path: string): unknown =>
  path.split(".").reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], row);

function cellOf(value: unknown): CsvCell {
  if (value === undefined) return undefined;
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value))
    return value
      .map((entry: unknown) =>
        typeof entry === "object" && entry !== null ? Object.values(entry).join(":") : String(entry),
      )
      .join(SEPARATOR);
  return value as CsvCell;
}

/** A whole collection, a line a row, readable by `readRows`. */
export function rowsCsv<C extends CollectionName>(design: Design, table: RowTable<C>): string {
  const columns = tableColumns(table);
  return writeCsv(
    columns.map(({ path }) => (table.money?.includes(path) ? `${path} (${design.design.currency})` : path)),
    (design[table.in] as AnyRow[]).map((row) => columns.map(({ path }) => cellOf(at(row, path)))),
  );
}

export interface CsvFault {
  /** As a spreadsheet counts: the heading is row 1. */
  row: number;
  column: string;
  reason: string;
}

class CellError extends Error {
  constructor(reason: string) {
    super(bearable(reason));
  }
}

/** An entry of a list of rows: values in the order of its fields, a colon between them. */
function readEntry(field: Field, part: string, example: string): unknown {
  const own = fields(field.nested as RowClass);
  const wrong = () => new CellError(`must list ${field.name} as "${example}", not "${part}"`);
  // The last colons part the values: a name before them may hold one.
  const parts = part.split(":");
  const head = parts.splice(0, Math.max(1, parts.length - own.length + 1)).join(":");
  const values = [head, ...parts].map((value) => value.trim());
  if (values.length !== own.length) throw wrong();
  return Object.fromEntries(
    own.map(({ name, kind }, i) => {
      const isNumber = kind === "number" || kind === "integer";
      if (isNumber && !/^\d+(\.\d+)?$/.test(values[i]!)) throw wrong();
      return [name, isNumber ? Number(values[i]) : values[i]];
    }),
  );
}

function read(field: Field, text: string, entries: RowTable<CollectionName>["entries"]): unknown {
  const list = () =>
    text
      .split(";")
      .map((part) => part.trim())
      .filter((part) => part !== "");
  switch (field.kind) {
    case "number":
    case "integer": {
      const value = Number(text);
      if (!Number.isFinite(value)) throw new CellError(`must be a number with a point, not "${text}"`);
      return value;
    }
    case "flag":
      if (!["yes", "no"].includes(text.toLowerCase()))
        throw new CellError(`must be yes or no, not "${text}"`);
      return text.toLowerCase() === "yes";
    case "texts":
    case "refs":
      return list();
    case "integers":
      return list().map(Number);
    case "many":
      return list().map((part) => readEntry(field, part, entries?.[field.name] ?? "a:b"));
    default:
      return /^'[=+\-@]/.test(text) ? text.slice(1) : text;
  }
}

function put(row: Record<string, unknown>, path: string, value: unknown) {
  const keys = path.split(".");
  const last = keys.pop()!;
  let own = row;
  for (const key of keys) own = (own[key] ??= {}) as Record<string, unknown>;
  own[last] = value;
}

/**
 * `price (EUR)` as its name and the money in brackets. By hand: a pattern for it would try a heading of
 * spaces every which way.
 */
function headOf(text: string): { name: string; money?: string } {
  const whole = text.trim();
  const open = whole.endsWith(")") ? whole.lastIndexOf("(") : -1;
  return open < 1
    ? { name: whole }
    : { name: whole.slice(0, open).trim(), money: whole.slice(open + 1, -1).trim() };
}

/** Columns of the heading, by place; faults where one is unknown, twice there or missing. */
function readHeading(
  cells: readonly string[],
  row: number,
  own: readonly Column[],
  { called }: { called: string },
  currency: string,
): { columns: (Column | undefined)[]; faults: CsvFault[] } {
  const faults: CsvFault[] = [];
  const columns = cells.map((text) => {
    const { name, money } = headOf(text);
    const column = own.find(({ path }) => path.toLowerCase() === name?.toLowerCase());
    if (!column) faults.push({ row, column: bearable(text), reason: `is no column of a ${called}` });
    else if (money !== undefined && money !== currency)
      faults.push({ row, column: text, reason: `is in ${money}, and the design counts in ${currency}` });
    return column;
  });
  own.forEach((column) => {
    const times = columns.filter((other) => other === column).length;
    if (times > 1) faults.push({ row, column: column.path, reason: "is there twice" });
    if (!times && !column.field.optional && !column.path.includes("."))
      faults.push({ row, column: column.path, reason: "is missing" });
  });
  return { columns, faults };
}

/** Characters of a first line that are looked at. */
const MOST_HEADING = 20_000;

/**
 * What parts the cells: that by which most of the first filled line are columns of ours. Cells hold lists
 * of their own, so counting marks would not do.
 */
function delimiterOf(text: string, own: readonly Column[]): string {
  const line = /[^\s][^\r\n]*/.exec(text)?.[0].slice(0, MOST_HEADING) ?? "";
  const known = (delimiter: string) =>
    line
      .split(delimiter)
      .filter((cell) =>
        own.some(({ path }) => path.toLowerCase() === headOf(cell.replaceAll('"', "")).name?.toLowerCase()),
      ).length;
  return [",", ";", "\t"]
    .map((delimiter) => ({ delimiter, known: known(delimiter) }))
    .reduce((best, one) => (one.known > best.known ? one : best)).delimiter;
}
/** Rows of a table's file. Either all of them, or every fault. */
export function readRows<C extends CollectionName>(
  design: Design,
  table: RowTable<C>,
  text: string,
): { rows: Rows[C][]; faults: CsvFault[] } {
  const own = tableColumns(table);
  const parsed = Papa.parse<string[]>(text, { delimiter: delimiterOf(text, own) });
  // Blank lines are passed over, but counted: a fault names the row as a spreadsheet shows it.
  const filled = parsed.data
    .map((cells, i) => ({ cells, row: i + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ""));
  const [head, ...lines] = filled;
  if (!head) return { rows: [], faults: [{ row: 1, column: "id", reason: "the file is empty" }] };
  const { columns, faults } = readHeading(head.cells, head.row, own, table, design.design.currency);
  for (const error of parsed.errors)
    if (error.code !== "UndetectableDelimiter")
      faults.push({ row: (error.row ?? 0) + 1, column: "", reason: error.message });
  if (lines.length > MOST_ROWS)
    faults.push({
      row: lines[MOST_ROWS]!.row,
      column: "",
      reason: `the file has ${counted(lines.length, "row")}: a ${table.called} takes at most ${MOST_ROWS}`,
    });
  if (faults.length) return { rows: [], faults };
  const seen = new Map<string, number>();
  const rows = lines.map(({ cells, row }) => {
    const made: Record<string, unknown> = {};
    const before = faults.length;
    if (cells.length > columns.length)
      faults.push({
        row,
        column: "",
        reason: `has ${counted(cells.length, "cell")}, and the heading has ${columns.length}`,
      });
    cells.forEach((cell, c) => {
      const column = columns[c];
      const value = cell.trim();
      if (!column || (value === "" && column.field.kind !== "texts")) return;
      if (value === "" && column.field.optional) return;
      try {
        put(made, column.path, read(column.field, value, table.entries));
      } catch (error) {
        if (!(error instanceof CellError)) throw error;
        faults.push({ row, column: column.path, reason: error.message });
      }
    });
    if (faults.length > before) return undefined;
    try {
      const checked = checkRow(table.in, made, "row") as Rows[C] & { id: string };
      const other = seen.get(checked.id);
      if (other !== undefined)
        faults.push({ row, column: "id", reason: `"${checked.id}" is in row ${other} already` });
      seen.set(checked.id, row);
      return checked;
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      for (const problem of error.problems)
        faults.push({
          row,
          column: problem.path.replace(/^row\.?/, "").replace(/\[\d+\].*$/, ""),
          reason: problem.reason,
        });
      return undefined;
    }
  });
  return faults.length ? { rows: [], faults } : { rows: rows as Rows[C][], faults };
}

/** Put rows of a table into the design: new ones are added, those with a known id replaced. */
export function takeRows<C extends CollectionName>(
  design: Design,
  { in: collection }: RowTable<C>,
  rows: readonly Rows[C][],
): { changes: Change[]; added: number; replaced: number } {
  const known = byId(design, collection) as ReadonlyMap<string, AnyRow>;
  const replaced = rows.filter((row) => known.has((row as AnyRow).id)).length;
  return {
    changes: rows.map((row) => ({ in: collection, put: row }) as unknown as Change),
    added: rows.length - replaced,
    replaced,
  };
}
