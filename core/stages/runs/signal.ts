/** What cables take from a signal: coaxial by frequency, loudspeaker lines by resistance. */
import type { CableTypeRow } from "../../design/rows/runs";

/**
 * Loss of a coaxial cable in dB per 100 m at `mhz`, between the frequencies of its table as k·√f, which is
 * how the skin effect goes; beyond the last one likewise. Undefined where the cable has no table.
 */
export function coaxDbPer100M(type: Pick<CableTypeRow, "lossDb">, mhz: number): number | undefined {
  const table = [...(type.lossDb ?? [])].sort((a, b) => a.mhz - b.mhz);
  if (!table.length) return undefined;
  const at = table.findIndex((row) => row.mhz >= mhz);
  if (at === 0) return table[0]!.dbPer100M * Math.sqrt(mhz / table[0]!.mhz);
  if (at < 0) return table.at(-1)!.dbPer100M * Math.sqrt(mhz / table.at(-1)!.mhz);
  const [low, high] = [table[at - 1]!, table[at]!];
  const t = (Math.sqrt(mhz) - Math.sqrt(low.mhz)) / (Math.sqrt(high.mhz) - Math.sqrt(low.mhz));
  return low.dbPer100M + t * (high.dbPer100M - low.dbPer100M);
}

/** Loss in dB over `lengthM`. */
export const coaxLossDb = (type: Pick<CableTypeRow, "lossDb">, mhz: number, lengthM: number) => {
  const per100 = coaxDbPer100M(type, mhz);
  return per100 === undefined ? undefined : (per100 * lengthM) / 100;
};

/**
 * Loss of a loudspeaker line in dB: what its loop of `loopOhm` takes from a load of `loadOhm`, by the
 * divider they make.
 */
export const speakerLossDb = (loopOhm: number, loadOhm: number) =>
  20 * Math.log10((loadOhm + loopOhm) / loadOhm);

/** Share of the amplifier's power that warms the line, in %. */
export const speakerLostPct = (loopOhm: number, loadOhm: number) => (100 * loopOhm) / (loadOhm + loopOhm);
