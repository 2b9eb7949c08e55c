/**
 * Exposures as tables for a spreadsheet, and back: a row each, and the matrix as it is read, devices down, ecosystems
 * across.
 */
import Papa from "papaparse";
import { MOST_ROWS } from "../../design/check-edit";
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { bearable } from "../../design/input-error";
import { counted } from "../../design/words";
import { writeCsv } from "../../files/csv";
import { readRows, rowsCsv, takeRows, type CsvFault, type RowTable } from "../../files/row-csv";
import { exposuresOf, type Exposed } from "./matrix";
import type { ExposureRow } from "../../design/rows/bridges";
import { usualBridge, widened } from "./save";
import { thingsOf } from "./things";

const TABLE: RowTable<"exposures"> = { in: "exposures", called: "table of exposures" };

/** All exposures, a row each, readable by `readExposures`. */
export const exposuresCsv = (design: Design): string => rowsCsv(design, TABLE);

/** Rows of a file of exposures. Either all of them, or every fault. */
export const readExposures = (design: Design, text: string) => readRows(design, TABLE, text);

/** Put exposures into the design: new ones are added, those with a known id replaced. */
export const takeExposures = (design: Design, rows: readonly ExposureRow[]) => takeRows(design, TABLE, rows);

/** Ecosystems as their columns are headed: by name, and by id too where two are called the same. */
function headed(design: Design): { id: string; head: string }[] {
  return design.ecosystems.map(({ id, name }) => ({
    id,
    head: design.ecosystems.some((other) => other.id !== id && other.name === name)
      ? `${name} [${id}]`
      : name,
  }));
}

/** Columns of an ecosystem after the first, which holds what is said. Only the first two of these come in again. */
const FURTHER = ["through", "room", "as", "state", "lost", "without internet"] as const;
const OF_DEVICE = ["Id", "Device", "Room"] as const;

const nameOf = (design: Design, room: string | undefined) =>
  room === undefined ? undefined : byId(design, "rooms").get(room)?.name;

/** Exposures of each device, by ecosystem. */
function cellsOf(design: Design): ReadonlyMap<string, ReadonlyMap<string, Exposed>> {
  const by = new Map<string, Map<string, Exposed>>();
  for (const one of exposuresOf(design)) {
    const own = by.get(one.device.id) ?? new Map<string, Exposed>();
    by.set(one.device.id, own.set(one.ecosystem.id, one));
  }
  return by;
}

/** The matrix, a row for each device that is shown or could be; readable by `readMatrix`. */
export function matrixCsv(design: Design): string {
  const by = cellsOf(design);
  return writeCsv(
    [
      ...OF_DEVICE,
      ...headed(design).flatMap(({ head }) => [head, ...FURTHER.map((one) => `${head}: ${one}`)]),
    ],
    design.devices
      .filter(({ id }) => by.has(id) || thingsOf(design).get(id)?.type)
      .map(({ id, name, point }) => [
        id,
        name,
        nameOf(design, byId(design, "points").get(point)?.room),
        ...design.ecosystems.flatMap((ecosystem) => {
          const one = by.get(id)?.get(ecosystem.id);
          return one
            ? [
                one.spokenName,
                one.bridge.name,
                nameOf(design, one.room),
                one.type,
                one.why === undefined ? one.state : `${one.state}: ${one.why}`,
                one.lost.join("; ") || undefined,
                one.offline ? "yes" : "no",
              ]
            : [undefined, ...FURTHER.map(() => undefined)];
        }),
      ]),
  );
}

export interface MatrixIn {
  faults: CsvFault[];
  changes: Change[];
  /** Exposures that come, go, and are said, led or placed otherwise. */
  added: number;
  gone: number;
  changed: number;
}

/** What a column of the file is. */
type Column = { device: (typeof OF_DEVICE)[number] } | { ecosystem: string; part: string };

/** By id, or by a name that only one row has. */
function found<Row extends { id: string; name: string }>(
  rows: readonly Row[],
  text: string,
): Row | undefined {
  const own = rows.filter(({ name }) => name === text);
  return rows.find(({ id }) => id === text) ?? (own.length === 1 ? own[0] : undefined);
}

/**
 * The matrix read again: a name in an ecosystem's cell shows the device there under it, an empty cell hides it. Devices
 * and ecosystems that the file leaves out stay as they are. What is new goes through the bridge that is named, else
 * through the one that the ecosystem's others go through, and in the room it is in.
 *
 * @returns the edit it is, or every fault by row and column, and then no change
 */
export function readMatrix(design: Design, text: string): MatrixIn {
  const nothing = { changes: [], added: 0, gone: 0, changed: 0 };
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    delimitersToGuess: [",", ";", "\t"],
  });
  const filled = parsed.data
    .map((cells, i) => ({ cells: cells.map(plain), row: i + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell !== ""));
  const [head, ...lines] = filled;
  if (!head) return { ...nothing, faults: [{ row: 1, column: "Id", reason: "the file is empty" }] };
  const faults: CsvFault[] = [];
  for (const error of parsed.errors)
    if (error.code !== "UndetectableDelimiter")
      faults.push({ row: (error.row ?? 0) + 1, column: "", reason: error.message });
  const columns = readHead(design, head, faults);
  if (lines.length > MOST_ROWS)
    faults.push({
      row: lines[MOST_ROWS]!.row,
      column: "",
      reason: `the file has ${counted(lines.length, "row")}: a matrix takes at most ${MOST_ROWS}`,
    });
  if (faults.length) return { ...nothing, faults };
  return take(design, columns, lines, faults);
}

/** As it was before it was kept from running as a formula. */
const plain = (cell: string) => (/^'[=+\-@]/.test(cell.trim()) ? cell.trim().slice(1) : cell.trim());

function readHead(
  design: Design,
  { cells, row }: { cells: readonly string[]; row: number },
  faults: CsvFault[],
): (Column | undefined)[] {
  const ecosystems = headed(design);
  const seen = new Set<string>();
  const columns = cells.map((text): Column | undefined => {
    const low = text.toLowerCase();
    if (seen.has(low)) faults.push({ row, column: bearable(text), reason: "is there twice" });
    seen.add(low);
    const device = OF_DEVICE.find((one) => one.toLowerCase() === low);
    if (device) return { device };
    for (const { id, head } of ecosystems) {
      if (low === head.toLowerCase()) return { ecosystem: id, part: "said" };
      const part = FURTHER.find((one) => low === `${head}: ${one}`.toLowerCase());
      if (part) return { ecosystem: id, part };
    }
    faults.push({ row, column: bearable(text), reason: "is no column of a matrix, nor an ecosystem" });
    return undefined;
  });
  if (!columns.some((one) => one && "device" in one && one.device === "Id"))
    faults.push({ row, column: "Id", reason: "is missing" });
  return columns;
}

function take(
  design: Design,
  columns: readonly (Column | undefined)[],
  lines: readonly { cells: readonly string[]; row: number }[],
  faults: CsvFault[],
): MatrixIn {
  const by = cellsOf(design);
  const given = new Set<string>();
  const rowOf = new Map<string, number>();
  const changes: Change[] = [];
  let [added, gone, changed] = [0, 0, 0];
  /** Devices that are led through a bridge anew, by bridge: its filter must take them. */
  const led = new Map<string, string[]>();
  const at = (cells: readonly string[], is: (column: Column) => boolean) => {
    const n = columns.findIndex((column) => column !== undefined && is(column));
    return n < 0 ? undefined : (cells[n] ?? "");
  };
  for (const { cells, row } of lines) {
    const id = at(cells, (column) => "device" in column && column.device === "Id")!;
    const device = byId(design, "devices").get(id);
    const before = rowOf.get(id);
    if (cells.length > columns.length)
      faults.push({
        row,
        column: "",
        reason: `has ${counted(cells.length, "cell")}, and the heading has ${columns.length}`,
      });
    if (!device) faults.push({ row, column: "Id", reason: `"${bearable(id)}" is no device of the register` });
    else if (before !== undefined)
      faults.push({ row, column: "Id", reason: `"${bearable(id)}" is in row ${before} already` });
    rowOf.set(id, row);
    if (!device || before !== undefined) continue;
    for (const { id: ecosystem, head } of headed(design)) {
      const cell = (part: string) =>
        at(
          cells,
          (column) => "ecosystem" in column && column.ecosystem === ecosystem && column.part === part,
        );
      const said = cell("said");
      if (said === undefined) continue;
      const now = by.get(id)?.get(ecosystem)?.row;
      if (said === "") {
        if (now) {
          changes.push({ in: "exposures", drop: now.id });
          gone += 1;
        }
        continue;
      }
      if (said.length > 80) {
        faults.push({ row, column: head, reason: "must be at most 80 characters" });
        continue;
      }
      const put = { ...now } as Partial<ExposureRow>;
      const through = cell("through");
      const bridge = through
        ? found(design.bridges, through)?.id
        : (now?.bridge ?? usualBridge(design, ecosystem));
      if (bridge === undefined) {
        const reason = through
          ? `"${bearable(through)}" is no bridge, or several are called so`
          : "is missing: the design has several bridges, or none";
        faults.push({ row, column: `${head}: through`, reason });
        continue;
      }
      const placed = cell("room");
      const own = byId(design, "points").get(device.point)?.room;
      if (placed) {
        const room = found(design.rooms, placed)?.id;
        // Where several rooms are called the same, the device's own is meant if it is one of them.
        const same = nameOf(design, now?.room ?? own) === placed;
        if (room === undefined && !same) {
          const reason = `"${bearable(placed)}" is no room, or several are called so`;
          faults.push({ row, column: `${head}: room`, reason });
          continue;
        }
        if (!same && room !== own) put.room = room!;
        else if (!same) delete put.room;
      }
      if (said !== (now?.spokenName ?? device.name)) put.spokenName = said;
      put.bridge = bridge;
      if (now?.bridge !== bridge) led.set(bridge, [...(led.get(bridge) ?? []), id]);
      if (!now) {
        changes.push({
          in: "exposures",
          put: {
            ...put,
            id: freeId(design, "exposures", `${ecosystem.slice(0, 2)}-${id.replace(/^d-/, "")}`, given),
            device: id,
            ecosystem,
            // What could be opened by a word asks for a second factor from the first.
            ...(thingsOf(design).get(id)?.danger ? { factor: true } : {}),
          } as ExposureRow,
        });
        added += 1;
      } else if (put.bridge !== now.bridge || put.room !== now.room || put.spokenName !== now.spokenName) {
        changes.push({ in: "exposures", put: put as ExposureRow });
        changed += 1;
      }
    }
  }
  return faults.length
    ? { faults, changes: [], added: 0, gone: 0, changed: 0 }
    : {
        faults,
        changes: [...changes, ...[...led].flatMap(([bridge, own]) => widened(design, bridge, own))],
        added,
        gone,
        changed,
      };
}
