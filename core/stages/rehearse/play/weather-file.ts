/**
 * Weather read from a file: EPW (EnergyPlus weather, hours of a typical year in the site's standard time), or CSV with a
 * head of `time,temperatureC,windMS,lightLx,rain,humidityPct`, of which all but time and one other may be missing.
 */
import Papa from "papaparse";
import { fail } from "../../../design/input-error";
import { clockInstant, parseDay } from "../../../design/local-time";
import { LUX_PER_WATT, type Sky, type Weather } from "./weather";

const HOUR_MS = 3_600_000;
/** More than this is no weather of one place. */
const MOST_ROWS = 600_000;

interface Series {
  at: Float64Array;
  values: Record<keyof Sky, Float64Array>;
}

const EMPTY: Sky = { temperatureC: 10, windMS: 2, lightLx: 0, sunWM2: 0, rain: false, humidityPct: 60 };
const FIELDS = Object.keys(EMPTY) as (keyof Sky)[];

/** Between two rows a straight line; rain as the row before has it. Before the first and after the last as these have it. */
function lookUp({ at, values }: Series, ms: number): Sky {
  let [low, high] = [0, at.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at[middle]! <= ms) low = middle + 1;
    else high = middle;
  }
  const before = Math.max(0, low - 1);
  const after = Math.min(at.length - 1, low);
  const span = at[after]! - at[before]!;
  const share = span > 0 ? Math.min(1, Math.max(0, (ms - at[before]!) / span)) : 0;
  const of = (field: keyof Sky) => values[field][before]! * (1 - share) + values[field][after]! * share;
  return {
    temperatureC: of("temperatureC"),
    windMS: of("windMS"),
    lightLx: of("lightLx"),
    sunWM2: of("sunWM2"),
    humidityPct: of("humidityPct"),
    rain: values.rain[before]! > 0,
  };
}

/** What may be in a column, and what of it is believed. */
const BOUNDS: Readonly<Record<keyof Sky, readonly [number, number]>> = {
  temperatureC: [-60, 60],
  windMS: [0, 90],
  lightLx: [0, 200_000],
  sunWM2: [0, 1500],
  rain: [0, 1],
  humidityPct: [0, 100],
};

const empty = (length: number): Series => ({
  at: new Float64Array(length),
  values: Object.fromEntries(
    FIELDS.map((field) => [field, new Float64Array(length).fill(Number(EMPTY[field]))]),
  ) as Record<keyof Sky, Float64Array>,
});

const put = (series: Series, i: number, field: keyof Sky, value: number, where: string) => {
  const [least, most] = BOUNDS[field];
  if (!(value >= least && value <= most))
    fail("--weather", `${where}: ${field} must be ${least} to ${most}, and not ${value}`);
  series.values[field][i] = value;
};

/**
 * @param zone of the site: times of a CSV without an offset are by its clock
 * @throws InputError that names the line
 */
export function readWeather(text: string, zone: string): Weather {
  return /^LOCATION,/i.test(text) ? readEpw(text) : readCsv(text, zone);
}

/** Columns of an EPW row, from 0 (EnergyPlus Auxiliary Programs, "EPW data dictionary"). */
const EPW = { month: 1, day: 2, hour: 3, temperature: 6, humidity: 8, sun: 13, wind: 21, rain: 33 };
const EPW_HEAD = 8;
/** What EPW writes where it does not know. */
const EPW_UNKNOWN = 999;

function readEpw(text: string): Weather {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== "");
  const offsetH = Number(lines[0]!.split(",")[8]);
  if (!Number.isFinite(offsetH))
    fail("--weather", "line 1 must have the offset of its time as its ninth value");
  const rows = lines.slice(EPW_HEAD);
  if (!rows.length) fail("--weather", "has a head and no hours");
  if (rows.length > MOST_ROWS) fail("--weather", `has more than ${MOST_ROWS} hours`);
  const series = empty(rows.length);
  for (const [i, row] of rows.entries()) {
    const where = `line ${i + EPW_HEAD + 1}`;
    const cells = row.split(",");
    if (cells.length < EPW.wind + 1)
      fail("--weather", `${where} must have 35 values, and has ${cells.length}`);
    const of = (column: number) => Number(cells[column] ?? "");
    // Hours of a typical year are of several years: they are put into one. The value is of the hour that has ended.
    series.at[i] = Date.UTC(2001, of(EPW.month) - 1, of(EPW.day)) + (of(EPW.hour) - 0.5 - offsetH) * HOUR_MS;
    if (!Number.isFinite(series.at[i]!))
      fail("--weather", `${where} must begin with year, month, day and hour`);
    put(series, i, "temperatureC", of(EPW.temperature), where);
    put(series, i, "humidityPct", Math.min(100, of(EPW.humidity)), where);
    put(series, i, "windMS", of(EPW.wind), where);
    const sun = of(EPW.sun);
    put(series, i, "sunWM2", sun >= 9999 ? 0 : sun, where);
    put(series, i, "lightLx", (sun >= 9999 ? 0 : sun) * LUX_PER_WATT, where);
    const rain = of(EPW.rain);
    put(series, i, "rain", rain > 0 && rain < EPW_UNKNOWN ? 1 : 0, where);
  }
  const begin = Date.UTC(2001, 0, 1);
  const year = 365 * 24 * HOUR_MS;
  // Any year is that year; the 29th of February is the 28th once more.
  return (ms) => {
    const own = new Date(ms);
    const same = Date.UTC(
      2001,
      own.getUTCMonth(),
      Math.min(own.getUTCDate(), own.getUTCMonth() === 1 ? 28 : 31),
    );
    const clock = ms - Date.UTC(own.getUTCFullYear(), own.getUTCMonth(), own.getUTCDate());
    return lookUp(series, begin + ((same + clock - begin + year) % year));
  };
}

const CSV_FIELDS: readonly (keyof Sky)[] = ["temperatureC", "windMS", "lightLx", "rain", "humidityPct"];

function readCsv(text: string, zone: string): Weather {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim(),
  });
  const columns = meta.fields ?? [];
  if (!columns.includes("time")) fail("--weather", "must be EPW, or CSV with a column time");
  const known = CSV_FIELDS.filter((field) => columns.includes(field));
  if (!known.length) fail("--weather", `must have one of ${CSV_FIELDS.join(", ")} beside time`);
  const other = columns.find(
    (name) => name !== "time" && name !== "" && !CSV_FIELDS.some((field) => field === name),
  );
  if (other !== undefined)
    fail("--weather", `line 1: "${other}" is no column of weather: time, ${CSV_FIELDS.join(", ")} are`);
  if (!data.length) fail("--weather", "has a head and no rows");
  if (data.length > MOST_ROWS) fail("--weather", `has more than ${MOST_ROWS} rows`);
  const series = empty(data.length);
  for (const [i, row] of data.entries()) {
    const where = `line ${i + 2}`;
    series.at[i] = momentOf(row.time ?? "", zone, where);
    if (i && series.at[i]! <= series.at[i - 1]!)
      fail("--weather", `${where}: time must be later than the line before`);
    for (const field of known) {
      const cell = (row[field] ?? "").trim().toLowerCase();
      const value =
        field === "rain" && /^(yes|no|true|false)$/.test(cell) ? Number(/^[yt]/.test(cell)) : Number(cell);
      if (cell === "" || Number.isNaN(value))
        fail("--weather", `${where}: ${field} must be a number, and not "${cell}"`);
      put(series, i, field, value, where);
    }
    series.values.sunWM2[i] = series.values.lightLx[i]! / LUX_PER_WATT;
  }
  return (ms) => lookUp(series, ms);
}

function momentOf(text: string, zone: string, where: string): number {
  const match = /^(\d{4}-\d{2}-\d{2})[T ](\d{2}:\d{2})(?::\d{2})?(Z|[+-]\d{2}:\d{2})?$/.exec(text.trim());
  if (!match) fail("--weather", `${where}: time must be like 2026-11-24T13:30, and not "${text}"`);
  const [, day, clock, offset] = match as unknown as [string, string, string, string?];
  return offset === undefined
    ? clockInstant(zone, parseDay(day, "--weather"), clock)
    : Date.parse(`${day}T${clock}:00${offset}`);
}
