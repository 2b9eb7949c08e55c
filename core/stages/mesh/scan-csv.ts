/** Networks of neighbours as a scan found them: a table with a row each, out and in. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { writeCsv } from "../../files/csv";
import { readNamed, type Line } from "../../files/named-csv";
import type { CsvFault } from "../../files/row-csv";
import type { NeighbourRow } from "../../design/rows/mesh";

const COLUMNS = ["name", "form", "channel", "width", "dbm", "room"] as const;
const [LONGEST, MOST_CHANNEL, MOST_WIDTH] = [60, 250, 320];

/** All neighbours' networks, readable by `readScan`. */
export const scanCsv = (design: Design): string =>
  writeCsv(
    [...COLUMNS],
    design.neighbours.map((row) => [
      row.name,
      row.form,
      row.channel,
      row.widthMhz,
      row.dbm,
      row.room === undefined ? undefined : byId(design, "rooms").get(row.room)?.name,
    ]),
  );

type Neighbour = Omit<NeighbourRow, "id">;

function neighbourOf(design: Design, line: Line): Neighbour | undefined {
  const [name, form, room] = [
    line.cell("name"),
    line.cell("form").toLowerCase() || "network",
    line.cell("room"),
  ];
  const channel = line.number("channel", 1, MOST_CHANNEL);
  const widthMhz = line.number("width", 1, MOST_WIDTH);
  const dbm = line.number("dbm", -120, 0);
  if (name.length > LONGEST) line.wrong("name", `must be at most ${LONGEST} characters`);
  if (form !== "network" && form !== "mesh")
    return line.wrong("form", `must be network or mesh, not "${form}"`);
  if (line.cell("channel") === "") line.wrong("channel", "says where it sends");
  if (channel !== undefined && !Number.isInteger(channel)) line.wrong("channel", "must be a whole number");
  if (line.cell("dbm") === "") line.wrong("dbm", "says how loud it is, such as -70");
  const found = design.rooms.find((one) =>
    [one.id, one.name].some((own) => own.toLowerCase() === room.toLowerCase()),
  );
  if (room && !found) return line.wrong("room", `"${room}" is no room of this design`);
  if (channel === undefined || dbm === undefined) return undefined;
  return {
    ...(name ? { name } : {}),
    form,
    channel,
    ...(widthMhz === undefined ? {} : { widthMhz }),
    dbm,
    ...(found ? { room: found.id } : {}),
  };
}

/**
 * A scan's file. Either all of it, or every fault by row and column. One that is known by name, channel and room is
 * heard anew; others are added.
 */
export function readScan(
  design: Design,
  text: string,
): { faults: CsvFault[]; changes: Change[]; added: number; replaced: number } {
  const { taken, faults } = readNamed(text, COLUMNS, ["channel", "dbm"], (line) => neighbourOf(design, line));
  const given = new Set<string>();
  let replaced = 0;
  const rows = taken.map((row) => {
    const known = design.neighbours.find(
      (other) =>
        row.name !== undefined &&
        other.name === row.name &&
        other.channel === row.channel &&
        other.room === row.room &&
        !given.has(other.id),
    );
    if (known) {
      replaced += 1;
      given.add(known.id);
    }
    return { id: known?.id ?? freeId(design, "neighbours", "neighbour", given), ...row };
  });
  return {
    faults,
    changes: rows.map((put) => ({ in: "neighbours", put })),
    added: rows.length - replaced,
    replaced,
  };
}
