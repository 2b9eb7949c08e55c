/** A table somebody typed, with columns by their names in any order: read whole, or refused with every fault. */
import Papa from "papaparse";
import { bearable } from "../design/input-error";
import type { CsvFault } from "./row-csv";

/** Rows that are taken from one file at the most. */
const MOST = 10_000;

export interface Line {
  /** As a spreadsheet counts. */
  row: number;
  /** What stands in a column, without the mark that keeps a formula from running; empty where nothing does. */
  cell(column: string): string;
  /** A number of a column; undefined where nothing or no number stands there (that is then a fault). */
  number(column: string, from: number, to: number): number | undefined;
  wrong(column: string, reason: string): undefined;
}

/** A number as people write it: a comma for the point, a true minus sign. */
const numberOf = (text: string) => Number(text.replace("−", "-").replace(/^(-?\d+),(\d+)$/, "$1.$2"));

/**
 * Read a table of named columns.
 * @param columns names as written, in lower case; `must` of them have to be there
 * @param take makes a row's value, or says what is wrong with it and gives nothing
 */
export function readNamed<T>(
  text: string,
  columns: readonly string[],
  must: readonly string[],
  take: (line: Line) => T | undefined,
): { taken: T[]; faults: CsvFault[] } {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""));
  const lines = data
    .map((cells, i) => ({ cells, row: i + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ""));
  const [first, ...rest] = lines;
  const refused = (reason: string, row = 1) => ({ taken: [], faults: [{ row, column: "", reason }] });
  if (!first) return refused("the file is empty");
  const head = first.cells.map((cell) => cell.trim().toLowerCase());
  const missing = must.filter((name) => !head.includes(name));
  if (missing.length) return refused(`must have the columns ${must.join(", ")}`, first.row);
  const twice = columns.find((name) => head.indexOf(name) !== head.lastIndexOf(name));
  if (twice) return refused(`has the column ${twice} twice`, first.row);
  if (rest.length > MOST) return refused(`at most ${MOST} rows are taken`, rest[MOST]!.row);
  const faults: CsvFault[] = [];
  const taken = rest.flatMap(({ cells, row }): T[] => {
    const before = faults.length;
    const cell = (column: string) => {
      const value = (cells[head.indexOf(column)] ?? "").trim();
      return /^'[=+\-@]/.test(value) ? value.slice(1) : value;
    };
    const wrong = (column: string, reason: string) =>
      void faults.push({ row, column, reason: bearable(reason) });
    const made = take({
      row,
      cell,
      wrong,
      number(column, from, to) {
        const typed = cell(column);
        if (typed === "") return undefined;
        const value = numberOf(typed);
        if (!Number.isFinite(value)) return wrong(column, `must be a number, not "${typed}"`);
        return value < from || value > to ? wrong(column, `must be ${from} to ${to}, not ${typed}`) : value;
      },
    });
    return made === undefined || faults.length > before ? [] : [made];
  });
  return faults.length ? { taken: [], faults } : { taken, faults };
}
