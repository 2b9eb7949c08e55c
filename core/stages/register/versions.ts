/** Which firmware is known, due or needed, and when it can be put in (docs/model.md §8). */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { DeviceRow, FirmwareRow } from "../../design/rows/register";

/** Figures and words of a version, in the order they count. */
const partsOf = (version: string) =>
  version
    .trim()
    .replace(/^v/i, "")
    .split(/[.\-_+\s]+/)
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part.toLowerCase()));

/** Below 0 where `a` is the older. Figures count as figures; a word after them is older than none ("2.0-rc" < "2.0"). */
export function compareVersions(a: string, b: string): number {
  const [left, right] = [partsOf(a), partsOf(b)];
  for (let n = 0; n < Math.max(left.length, right.length); n++) {
    const [one, other] = [left[n], right[n]];
    if (one === other) continue;
    const rank = (part: string | number | undefined) =>
      typeof part === "string" ? -1 : part === undefined ? 0 : part === 0 ? 0 : 1;
    if (typeof one === "number" && typeof other === "number") return one - other;
    if (typeof one === "string" && typeof other === "string") return one < other ? -1 : 1;
    const by = rank(one) - rank(other);
    if (by !== 0) return by;
  }
  return 0;
}

export interface FirmwareOf {
  device: DeviceRow;
  has?: string;
  /** The newest that is known. */
  newest?: FirmwareRow;
  /** The newest of those that are the least. */
  least?: FirmwareRow;
  /** Older than the least: something does not work. */
  tooOld: boolean;
  due: boolean;
}

const newestOf = (rows: readonly FirmwareRow[]) =>
  rows.reduce<FirmwareRow | undefined>(
    (best, row) => (best && compareVersions(best.version, row.version) >= 0 ? best : row),
    undefined,
  );

/** Of every device whose option has versions known. */
export const firmwareOf = memo("firmwareOf", (design): ReadonlyMap<string, FirmwareOf> => {
  const byOption = new Map<string, FirmwareRow[]>();
  for (const row of design.firmwares) {
    const own = byOption.get(row.option);
    if (own) own.push(row);
    else byOption.set(row.option, [row]);
  }
  return new Map(
    design.devices.flatMap((device): [string, FirmwareOf][] => {
      const rows = device.option === undefined ? undefined : byOption.get(device.option);
      if (!rows) return [];
      const newest = newestOf(rows);
      const least = newestOf(rows.filter((row) => row.least));
      const has = device.firmware;
      return [
        [
          device.id,
          {
            device,
            ...(has === undefined ? {} : { has }),
            ...(newest ? { newest } : {}),
            ...(least ? { least } : {}),
            tooOld: has !== undefined && least !== undefined && compareVersions(has, least.version) < 0,
            due: has !== undefined && newest !== undefined && compareVersions(has, newest.version) < 0,
          },
        ],
      ];
    }),
  );
});

const minuteOf = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
const DAY_MIN = 24 * 60;

export interface Window {
  from: string;
  to: string;
  /** Who is not asleep then, by role. */
  awake: readonly string[];
  /** Who sleeps in it. */
  asleep: readonly string[];
}

const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;

/**
 * The two hours of a day in which an update wakes fewest and somebody is up to put it right: by day, the earliest of
 * the best. Undefined where nobody's hours are known.
 */
export function updateWindow(design: Design, minutes = 120): Window | undefined {
  const people = design.people.filter((row) => row.sleepsFrom && row.sleepsTo);
  if (!people.length) return undefined;
  const sleeps = (from: string, to: string, at: number) => {
    const [a, b] = [minuteOf(from), minuteOf(to)];
    return a <= b ? at >= a && at < b : at >= a || at < b;
  };
  let best: { at: number; asleep: typeof people } | undefined;
  for (let at = 9 * 60; at + minutes <= 20 * 60; at += 30) {
    const asleep = people.filter((row) =>
      Array.from({ length: minutes / 30 }, (_, n) => (at + 30 * n) % DAY_MIN).some((minute) =>
        sleeps(row.sleepsFrom!, row.sleepsTo!, minute),
      ),
    );
    if (!best || asleep.length < best.asleep.length) best = { at, asleep };
  }
  if (!best || best.asleep.length === people.length) return undefined;
  return {
    from: clock(best.at),
    to: clock(best.at + minutes),
    awake: people.filter((row) => !best.asleep.includes(row)).map(({ role }) => role),
    asleep: best.asleep.map(({ role }) => role),
  };
}

/** The option of a device by name, for sentences. */
export const optionName = (design: Design, { option }: Pick<DeviceRow, "option">) =>
  (option === undefined ? undefined : byId(design, "options").get(option)?.name) ?? "an unknown make";
