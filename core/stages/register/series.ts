/** Values devices said of themselves over time, against what is too low or too warm; in from CSV or SenML. */
import { byId, type Design } from "../../design/collections";
import { InputError } from "../../design/input-error";
import { readDay } from "../../design/day";
import { freeId } from "../../design/free-id";
import { memo } from "../../design/kept";
import { writeCsv } from "../../files/csv";
import { readNamed } from "../../files/named-csv";
import type { CsvFault } from "../../files/row-csv";
import { DEVICE_QUANTITIES, QUANTITY_UNITS, type DeviceReadingRow } from "../../design/rows/register";
import { topicsOf } from "./naming";

export type Quantity = (typeof DEVICE_QUANTITIES)[number];

export interface Limits {
  lowBatteryPct: number;
  lowLqi: number;
  weakDbm: number;
  warmC: number;
}

/** What is too low or too warm where a design does not say: cells to be changed, links with little in hand, boxes in walls. */
export const LIMITS: Limits = { lowBatteryPct: 20, lowLqi: 60, weakDbm: -85, warmC: 60 };
export const limitsOf = (design: Design): Limits => {
  const own = design.design.registerSettings;
  return {
    lowBatteryPct: own?.lowBatteryPct ?? LIMITS.lowBatteryPct,
    lowLqi: own?.lowLqi ?? LIMITS.lowLqi,
    weakDbm: LIMITS.weakDbm,
    warmC: own?.warmC ?? LIMITS.warmC,
  };
};

/** Is a value past its limit, and which that is? */
export function pastLimit(
  limits: Limits,
  quantity: Quantity,
  value: number,
): { limit: number; past: boolean } {
  switch (quantity) {
    case "battery":
      return { limit: limits.lowBatteryPct, past: value < limits.lowBatteryPct };
    case "link quality":
      return { limit: limits.lowLqi, past: value < limits.lowLqi };
    case "signal":
      return { limit: limits.weakDbm, past: value < limits.weakDbm };
    case "temperature":
      return { limit: limits.warmC, past: value > limits.warmC };
  }
}

export interface Series {
  device: string;
  quantity: Quantity;
  /** By time. */
  rows: readonly DeviceReadingRow[];
  last: DeviceReadingRow;
}

/** Readings by device and quantity. */
export const seriesOf = memo("seriesOf", (design): readonly Series[] => {
  const groups = new Map<string, DeviceReadingRow[]>();
  for (const row of design.deviceReadings) {
    const key = `${row.device}/${row.quantity}`;
    const own = groups.get(key);
    if (own) own.push(row);
    else groups.set(key, [row]);
  }
  return [...groups.values()].map((rows): Series => {
    rows.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1));
    const last = rows.at(-1)!;
    return { device: last.device, quantity: last.quantity, rows, last };
  });
});

const COLUMNS = ["device", "quantity", "value", "unit", "at"] as const;

export const deviceReadingsCsv = (design: Design): string =>
  writeCsv(
    [...COLUMNS],
    seriesOf(design).flatMap(({ rows }) =>
      rows.map((row) => [
        byId(design, "devices").get(row.device)?.name ?? row.device,
        row.quantity,
        row.value,
        QUANTITY_UNITS[row.quantity],
        row.at,
      ]),
    ),
  );

const BOUNDS: Readonly<Record<Quantity, readonly [number, number]>> = {
  battery: [0, 100],
  "link quality": [0, 255],
  signal: [-150, 20],
  temperature: [-50, 150],
};

/** Names of SenML units and of records, by what they measure (RFC 8428, 12.1). */
const OF_UNIT: Readonly<Record<string, Quantity>> = {
  "%EL": "battery",
  "%": "battery",
  dBm: "signal",
  Cel: "temperature",
};
const OF_WORD: readonly [RegExp, Quantity][] = [
  [/batt/i, "battery"],
  [/lqi|link.?quality/i, "link quality"],
  [/rssi|signal|dbm/i, "signal"],
  [/temp/i, "temperature"],
];

type Found = Omit<DeviceReadingRow, "id">;

/** A device by its name, topic, label-like id or address. */
function deviceFinder(design: Design): (text: string) => string | undefined {
  const known = new Map<string, string>();
  const topics = topicsOf(design);
  for (const { id, name, address, host } of design.devices)
    for (const text of [id, name, address, host, topics.get(id)])
      if (text) known.set(text.trim().toLowerCase(), id);
  return (text) => known.get(text.trim().toLowerCase());
}

const MOST_READINGS = 10_000;

/**
 * A SenML pack in JSON (RFC 8428): base name, time, unit and value are carried on; names are of devices, with the
 * quantity behind the last stroke or colon, or told by the unit.
 * @throws InputError naming the record
 */
export function readSenml(design: Design, text: string, today: string): Found[] {
  let pack: unknown;
  try {
    pack = JSON.parse(text);
  } catch (error) {
    throw new InputError([{ path: "The file", reason: `is not JSON: ${(error as Error).message}` }]);
  }
  if (!Array.isArray(pack))
    throw new InputError([{ path: "The file", reason: "must be a list of SenML records" }]);
  if (pack.length > MOST_READINGS)
    throw new InputError([{ path: "The file", reason: `must have at most ${MOST_READINGS} records` }]);
  const find = deviceFinder(design);
  const problems: { path: string; reason: string }[] = [];
  const found: Found[] = [];
  let [baseName, baseTime, baseUnit, baseValue] = ["", 0, "", 0];
  pack.forEach((raw: unknown, n) => {
    const path = `Record ${n + 1}`;
    if (typeof raw !== "object" || raw === null)
      return void problems.push({ path, reason: "must be an object" });
    const record = raw as Record<string, unknown>;
    if (typeof record.bn === "string") baseName = record.bn;
    if (typeof record.bt === "number") baseTime = record.bt;
    if (typeof record.bu === "string") baseUnit = record.bu;
    if (typeof record.bv === "number") baseValue = record.bv;
    if (record.v === undefined) {
      // A record of bases alone carries on; one of another kind of value says nothing that is kept here.
      return;
    }
    if (typeof record.v !== "number")
      return void problems.push({ path: `${path}.v`, reason: "must be a number" });
    const name = baseName + (typeof record.n === "string" ? record.n : "");
    const unit = typeof record.u === "string" ? record.u : baseUnit;
    const cut = Math.max(name.lastIndexOf("/"), name.lastIndexOf(":"));
    const whole = find(name.replace(/[/:]$/, ""));
    const device = whole ?? (cut > 0 ? find(name.slice(0, cut)) : undefined);
    if (!device)
      return void problems.push({ path: `${path}.n`, reason: `"${name}" is no device of this design` });
    const word = whole ? "" : name.slice(cut + 1);
    const quantity = OF_WORD.find(([pattern]) => pattern.test(word))?.[1] ?? OF_UNIT[unit];
    if (!quantity)
      return void problems.push({
        path: `${path}.u`,
        reason: `"${unit || word}" is no quantity that is kept: battery, link quality, signal or temperature`,
      });
    const value = baseValue + record.v;
    const [from, to] = BOUNDS[quantity];
    if (value < from || value > to)
      return void problems.push({ path: `${path}.v`, reason: `must be ${from} to ${to}, not ${value}` });
    const time = baseTime + (typeof record.t === "number" ? record.t : 0);
    // Below 2^28 a time counts from now (4.5.3); nobody's now is known here but the day.
    const at =
      time >= 2 ** 28 ? `${new Date(time * 1000).toISOString().slice(0, 19)}Z` : `${today}T00:00:00Z`;
    found.push({ device, quantity, value, at });
  });
  if (problems.length) throw new InputError(problems.slice(0, 100));
  return found;
}

/** A table of readings, all of it or every fault. */
export function readReadingsTable(
  design: Design,
  text: string,
  today: string,
): { taken: Found[]; faults: CsvFault[] } {
  const find = deviceFinder(design);
  return readNamed(text, COLUMNS, ["device", "quantity", "value"], (line): Found | undefined => {
    const device = find(line.cell("device"));
    if (!device) return line.wrong("device", `"${line.cell("device")}" is no device of this design`);
    const typed = line.cell("quantity").toLowerCase();
    const quantity =
      DEVICE_QUANTITIES.find((one) => one === typed) ?? OF_WORD.find(([pattern]) => pattern.test(typed))?.[1];
    if (!quantity)
      return line.wrong("quantity", `must be one of ${DEVICE_QUANTITIES.join(", ")}, not "${typed}"`);
    const value = line.number("value", ...BOUNDS[quantity]);
    if (value === undefined) return line.cell("value") === "" ? line.wrong("value", "is missing") : undefined;
    const when = line.cell("at");
    const moment = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?Z$/.test(when);
    let at = moment ? when : "";
    if (!moment)
      try {
        at = readDay(when || "today", "at", today, design.design.language);
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        return line.wrong("at", error.problems[0]!.reason);
      }
    return { device, quantity, value, at };
  });
}

/** Readings put down, each under an id of its own. */
export function putReadings(design: Design, found: readonly Found[]) {
  const given = new Set<string>();
  return found.map((row) => ({
    in: "deviceReadings" as const,
    put: { id: freeId(design, "deviceReadings", `dr-${row.device}`.slice(0, 30), given), ...row },
  }));
}
