/** Cells that drain: by lying and standing by with time, and by each thing done. */

export interface Cells {
  /** How full they are at a moment, % of what they give before the device stops. */
  pct: number;
  at: number;
  /** Whatever happens, % a day. */
  perDayPct: number;
  /** For each thing done or told, %. */
  perDoingPct: number;
}

const DAY_MS = 86_400_000;
/** Told again after so much of it. */
export const CELL_STEP_PCT = 5;

/** @returns how full they are, % */
export const cellsAt = ({ pct, at, perDayPct }: Cells, now: number): number =>
  Math.max(0, pct - (perDayPct * Math.max(0, now - at)) / DAY_MS);

/** When they come down to so much by themselves, ms; never where they do not drain. */
export const reaches = ({ pct, at, perDayPct }: Cells, toPct: number): number =>
  perDayPct <= 0 ? Infinity : at + (Math.max(0, pct - toPct) / perDayPct) * DAY_MS;
