/** Readings out and in as a table: what was heard of whom, where or by whom, in dBm or as link quality. */
import { byId, type Design } from "../../design/collections";
import { readDay } from "../../design/day";
import { InputError } from "../../design/input-error";
import type { Change } from "../../design/edit";
import { freeId } from "../../design/free-id";
import { writeCsv } from "../../files/csv";
import { readNamed, type Line } from "../../files/named-csv";
import type { CsvFault } from "../../files/row-csv";
import { radiosOf, type Radio } from "./links";
import { dbmOfLqi, MOST_LQI } from "./lqi";
import type { ReadingRow } from "../../design/rows/mesh";

const COLUMNS = ["heard", "band", "by", "level", "x", "y", "z", "dbm", "lqi", "on"] as const;

/** All readings, a row each, readable by `readReadings`. */
export function readingsCsv(design: Design): string {
  const radios = radiosOf(design);
  const profiles = byId(design, "radioProfiles");
  const levels = byId(design, "levels");
  return writeCsv(
    [...COLUMNS],
    design.readings.map((row) => {
      const from = radios.get(row.from);
      return [
        from?.device.name ?? row.from,
        from && profiles.get(from.row.profile)?.name,
        row.by === undefined ? undefined : (radios.get(row.by)?.device.name ?? row.by),
        levels.get(row.level)?.name,
        row.at.x,
        row.at.y,
        row.at.z,
        row.dbm,
        row.lqi,
        row.on,
      ];
    }),
  );
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** A radio by the name of its device or its id, among those of a band where one is named. */
function radioOf(
  design: Design,
  line: Line,
  column: "heard" | "by",
  among: readonly Radio[],
): Radio | undefined {
  const typed = line.cell(column);
  const named = among.filter(({ row, device }) => same(row.id, typed) || same(device.name, typed));
  if (named.length === 1) return named[0];
  return line.wrong(
    column,
    named.length
      ? `${typed} is ${named.length} radios: say which in the column band`
      : `"${typed}" is no radio of this design`,
  );
}

interface Place {
  level: string;
  at: ReadingRow["at"];
}

/** Where a meter was held. */
function placeOf(design: Design, line: Line): Place | undefined {
  const typed = line.cell("level");
  const level = design.levels.find(({ id, name, code }) => [id, name, code].some((one) => same(one, typed)));
  if (!level) return line.wrong("level", `"${typed}" is no level of this design`);
  const [x, y, z] = [line.number("x", -1000, 1000), line.number("y", -1000, 1000), line.number("z", -5, 50)];
  if (line.cell("x") === "") return line.wrong("x", "says where it was read, in metres");
  if (line.cell("y") === "") return line.wrong("y", "says where it was read, in metres");
  if (x === undefined || y === undefined) return undefined;
  return { level: level.id, at: { x, y, ...(z === undefined ? {} : { z }) } };
}

function dayOf(line: Line, today: string): string | undefined {
  const typed = line.cell("on");
  if (typed === "") return undefined;
  try {
    return readDay(typed, "on", today);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return line.wrong("on", error.problems[0]!.reason);
  }
}

type Reading = Omit<ReadingRow, "id">;

function readingOf(design: Design, line: Line, today: string): Reading | undefined {
  const band = line.cell("band");
  const profile = design.radioProfiles.find(({ id, name }) => same(id, band) || same(name, band));
  if (band && !profile) return line.wrong("band", `"${band}" is no radio profile of this design`);
  const all = [...radiosOf(design).values()];
  const from = radioOf(
    design,
    line,
    "heard",
    profile ? all.filter(({ row }) => row.profile === profile.id) : all,
  );
  if (!from) return undefined;
  const ears = all.filter(({ row }) => row.profile === from.row.profile && row.id !== from.row.id);
  const by = line.cell("by") === "" ? undefined : radioOf(design, line, "by", ears);
  if (line.cell("by") !== "" && !by) return undefined;
  const place = by
    ? { level: by.point.level, at: { x: by.x, y: by.y, z: by.point.z } }
    : placeOf(design, line);
  const lqi = line.number("lqi", 0, MOST_LQI);
  const typed = line.number("dbm", -160, 30);
  if (line.cell("dbm") === "" && line.cell("lqi") === "")
    return line.wrong("dbm", "or lqi has to say what was read");
  if (lqi !== undefined && !Number.isInteger(lqi)) return line.wrong("lqi", "must be a whole number");
  if (lqi !== undefined && !by) return line.wrong("by", "says which device reported that link quality");
  const on = dayOf(line, today);
  const dbm = typed ?? (lqi === undefined ? undefined : dbmOfLqi(lqi, by!.row.sensitivityDbm));
  if (!place || dbm === undefined) return undefined;
  return {
    ...place,
    dbm,
    ...(lqi === undefined ? {} : { lqi }),
    from: from.row.id,
    ...(by ? { by: by.row.id } : {}),
    ...(on === undefined ? {} : { on }),
  };
}

const keyOf = ({ level, at, dbm, from, by, on }: Reading) =>
  JSON.stringify([level, at.x, at.y, at.z, dbm, from, by, on]);

export interface ReadingsTable {
  faults: CsvFault[];
  changes: Change[];
  /** Rows that are in the design already, to the letter. */
  known: number;
}

/**
 * Readings of a file. Either all of them, or every fault by row and column. A reading that is there already is not
 * taken twice.
 * @param today the day of the reader, for days without a year
 */
export function readReadings(design: Design, text: string, today: string): ReadingsTable {
  const { taken, faults } = readNamed(text, COLUMNS, ["heard"], (line) => readingOf(design, line, today));
  const there = new Set(design.readings.map(keyOf));
  const given = new Set<string>();
  const fresh = taken.filter((row) => !there.has(keyOf(row)));
  return {
    faults,
    changes: fresh.map((row) => ({
      in: "readings",
      put: { id: freeId(design, "readings", "reading", given), ...row },
    })),
    known: taken.length - fresh.length,
  };
}
