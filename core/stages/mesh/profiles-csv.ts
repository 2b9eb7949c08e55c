/** Radio profiles as a table for a spreadsheet, and back. */
import type { Design } from "../../design/collections";
import { readRows, rowsCsv, takeRows, type RowTable } from "../../files/row-csv";
import type { RadioProfileRow } from "../../design/rows/mesh";

const TABLE: RowTable<"radioProfiles"> = { in: "radioProfiles", called: "table of radio profiles" };

/** All profiles with their figures, a row a profile. */
export const radioProfilesCsv = (design: Design): string => rowsCsv(design, TABLE);

/** Rows of a file of profiles. Either all of them, or every fault. */
export const readRadioProfiles = (design: Design, text: string) => readRows(design, TABLE, text);

/** Put profiles into the design: new ones are added, those with a known id replaced. */
export const takeRadioProfiles = (design: Design, rows: readonly RadioProfileRow[]) =>
  takeRows(design, TABLE, rows);
