/** The catalogue as a table for a spreadsheet, and back. */
import type { Design } from "../../design/collections";
import { readRows, rowsCsv, takeRows, type RowTable } from "../../files/row-csv";
import type { OptionRow } from "../../design/rows/choose";

export type { CsvFault } from "../../files/row-csv";

const TABLE: RowTable<"options"> = {
  in: "options",
  called: "catalogue",
  money: ["price", "yearly"],
  entries: { radios: "Zigbee:200" },
};

/** The whole catalogue, a row an option, readable by `readCatalogue`. */
export const catalogueCsv = (design: Design): string => rowsCsv(design, TABLE);

/** Rows of a catalogue file. Either all of them, or every fault. */
export const readCatalogue = (design: Design, text: string) => readRows(design, TABLE, text);

/** Put rows of a catalogue into the design: new ones are added, those with a known id replaced. */
export const takeIn = (design: Design, rows: readonly OptionRow[]) => takeRows(design, TABLE, rows);
