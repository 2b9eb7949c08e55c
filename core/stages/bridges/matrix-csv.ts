/** Exposures as a table for a spreadsheet, and back; and the matrix as it is read, devices down, ecosystems across. */
import type { Design } from "../../design/collections";
import { writeCsv } from "../../files/csv";
import { readRows, rowsCsv, takeRows, type RowTable } from "../../files/row-csv";
import { exposuresOf, type Exposed } from "./matrix";
import type { ExposureRow } from "./rows";

const TABLE: RowTable<"exposures"> = { in: "exposures", called: "table of exposures" };

/** All exposures, a row each, readable by `readExposures`. */
export const exposuresCsv = (design: Design): string => rowsCsv(design, TABLE);

/** Rows of a file of exposures. Either all of them, or every fault. */
export const readExposures = (design: Design, text: string) => readRows(design, TABLE, text);

/** Put exposures into the design: new ones are added, those with a known id replaced. */
export const takeExposures = (design: Design, rows: readonly ExposureRow[]) => takeRows(design, TABLE, rows);

/** Devices down, ecosystems across: spoken name, state and what is lost in each cell. */
export function matrixCsv(design: Design): string {
  const by = new Map<string, Map<string, Exposed>>();
  for (const one of exposuresOf(design)) {
    const own = by.get(one.device.id) ?? new Map<string, Exposed>();
    by.set(one.device.id, own.set(one.ecosystem.id, one));
  }
  return writeCsv(
    ["Device", ...design.ecosystems.flatMap(({ name }) => [name, `${name}: as`, `${name}: lost`])],
    design.devices
      .filter(({ id }) => by.has(id))
      .map(({ id, name }) => [
        name,
        ...design.ecosystems.flatMap((ecosystem) => {
          const one = by.get(id)!.get(ecosystem.id);
          return one
            ? [
                one.state === "shown" ? one.spokenName : `${one.spokenName} (${one.state}: ${one.why})`,
                one.type,
                one.lost.join("; ") || undefined,
              ]
            : [undefined, undefined, undefined];
        }),
      ]),
  );
}
