/** Hand remotes: codes that are the same or nearly so, aerials, and stations that run in turn or together. */
import type { Design } from "../../design/collections";
import type { RemoteRow, StationRow } from "../../design/rows/bus";

/** Speed of light ÷ 4, m/s: a quarter of a wave is this ÷ frequency. */
const QUARTER = 74_948_114;

/** Length of a quarter-wave aerial for a frequency in MHz, m. */
export const quarterWaveM = (mhz: number): number => QUARTER / (mhz * 1e6);

/** Bits in which two codes differ. */
export function bitsApart(a: number, b: number): number {
  let left = (a ^ b) >>> 0;
  let count = 0;
  for (; left; left >>>= 1) count += left & 1;
  return count;
}

/** Codes this near are taken for one another where reception is poor. */
export const NEAR_BITS = 1;
/** Receivers take pulses that are so much longer or shorter for their own. */
const PULSE_PART = 0.25;

export interface Clash {
  a: RemoteRow;
  b: RemoteRow;
  /** Which of their codes: "on and off". */
  of: string;
  bits: number;
}

const mayHear = (a: RemoteRow, b: RemoteRow) =>
  Math.abs(a.mhz - b.mhz) < 0.5 &&
  a.bits === b.bits &&
  Math.abs(a.pulseUs - b.pulseUs) <= PULSE_PART * Math.min(a.pulseUs, b.pulseUs);

/** Pairs of entries of which one hears the other's code as its own: the same, or one bit off. */
export function clashesOf(remotes: readonly RemoteRow[]): Clash[] {
  const clashes: Clash[] = [];
  remotes.forEach((b, i) => {
    for (const a of remotes.slice(0, i)) {
      if (!mayHear(a, b)) continue;
      const pairs = (["on", "off"] as const).flatMap((of) =>
        (["on", "off"] as const).map((other) => ({
          of: `${of} and ${other}`,
          bits: bitsApart(a[of], b[other]),
        })),
      );
      const nearest = pairs.reduce((best, one) => (one.bits < best.bits ? one : best));
      if (nearest.bits <= NEAR_BITS) clashes.push({ a, b, ...nearest });
    }
  });
  return clashes;
}

/** Two codes that are at least `apart` bits from each other and from all that are in use; undefined if none is found. */
export function freeCodes(
  remotes: readonly RemoteRow[],
  of: RemoteRow,
  apart = 3,
): { on: number; off: number } | undefined {
  const taken = remotes
    .filter((row) => row.id !== of.id && mayHear(row, of))
    .flatMap((row) => [row.on, row.off]);
  const most = 2 ** of.bits;
  const free = (also: number[]): number | undefined => {
    // From its own code upwards, so that the new one stays in its set's range.
    for (let step = 0; step < Math.min(most, 65_536); step++) {
      const code = (of.on + step) % most;
      if ([...taken, ...also].every((other) => bitsApart(code, other) >= Math.min(apart, of.bits - 1)))
        return code;
    }
    return undefined;
  };
  const on = free([]);
  const off = on === undefined ? undefined : free([on]);
  return on === undefined || off === undefined ? undefined : { on, off };
}

export interface Run {
  station: StationRow;
  /** Minutes from the start of the day. */
  start: number;
  end: number;
}

const minutesOf = (clock: string | undefined) => {
  const [hours = 0, minutes = 0] = (clock ?? "00:00").split(":").map(Number);
  return hours * 60 + minutes;
};

/**
 * When each station runs: those in turn one after another on their board, in their order, with the rest between them
 * and none before its own time; those together when their time comes.
 */
export function runsOf(design: Design): Run[] {
  const ends = new Map<string, number>();
  return [...design.stations]
    .sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1))
    .map((station): Run => {
      const own = minutesOf(station.startAt);
      if (station.mode === "together") return { station, start: own, end: own + station.minutes };
      const board = station.board ?? "";
      const start = Math.max(own, ends.get(board) ?? 0);
      ends.set(board, start + station.minutes + (station.gapMin ?? 0));
      return { station, start, end: start + station.minutes };
    });
}
