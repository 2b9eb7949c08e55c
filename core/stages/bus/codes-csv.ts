/** The code book as a table for a spreadsheet, and back. */
import type { Design } from "../../design/collections";
import { readRows, rowsCsv, takeRows, type RowTable } from "../../files/row-csv";
import type { RemoteRow } from "../../design/rows/bus";

const TABLE: RowTable<"remotes"> = { in: "remotes", called: "code book" };

/** All codes, a row an entry. */
export const codesCsv = (design: Design): string => rowsCsv(design, TABLE);

/** Rows of a file of codes. Either all of them, or every fault. */
export const readCodes = (design: Design, text: string) => readRows(design, TABLE, text);

/** Put codes into the design: new ones are added, those with a known id replaced. */
export const takeCodes = (design: Design, rows: readonly RemoteRow[]) => takeRows(design, TABLE, rows);
