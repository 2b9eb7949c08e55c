/** Bus profiles as a table for a spreadsheet, and back. */
import type { Design } from "../../design/collections";
import { readRows, rowsCsv, takeRows, type RowTable } from "../../files/row-csv";
import type { BusProfileRow } from "../../design/rows/bus";

const TABLE: RowTable<"busProfiles"> = { in: "busProfiles", called: "table of profiles" };

/** All profiles with their limits, a row a profile. */
export const profilesCsv = (design: Design): string => rowsCsv(design, TABLE);

/** Rows of a file of profiles. Either all of them, or every fault. */
export const readProfiles = (design: Design, text: string) => readRows(design, TABLE, text);

/** Put profiles into the design: new ones are added, those with a known id replaced. */
export const takeProfiles = (design: Design, rows: readonly BusProfileRow[]) => takeRows(design, TABLE, rows);
