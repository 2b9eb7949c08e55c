/** The laws of radio in a house (docs/model.md §7): levels in dBm, losses and margins in dB, metres. */
import type { LossDb } from "../../design/rows/house-structure";

/** Bands in which the losses of materials are known, MHz. */
const COLUMNS: readonly (readonly [keyof LossDb, number])[] = [
  ["mhz868", 868],
  ["mhz2400", 2400],
  ["mhz5000", 5000],
];

/** The column of losses nearest to a frequency, by logarithm. */
export function columnOf(mhz: number): keyof LossDb {
  const far = (of: number) => Math.abs(Math.log(mhz / of));
  return COLUMNS.reduce((best, one) => (far(one[1]) < far(best[1]) ? one : best))[0];
}

/** Loss of the first metre in the open, dB: 40.23 at 2 450 MHz. */
export const firstMetreDb = (mhz: number) => 20 * Math.log10(mhz) - 27.55;

/** Loss over a distance in the open, dB; nearer than a metre is a metre. */
export const openDb = (mhz: number, n: number, distanceM: number) =>
  firstMetreDb(mhz) + 10 * n * Math.log10(Math.max(distanceM, 1));

/** Loss of k floors of `meanDb` each: the second costs less than the first (ITU-R, COST 231). */
export const floorsDb = (k: number, meanDb: number) =>
  k === 0 ? 0 : meanDb * Math.pow(k, (k + 2) / (k + 1) - 0.46);

/** The most that crossing aslant makes of a wall. */
export const MOST_OBLIQUE = 2;

/** What an opening without a material is: a leaf of timber, a pane, nothing. dB by band. */
export const LEAF: Readonly<Record<"door" | "clear" | "coated", { name: string; lossDb: LossDb }>> = {
  door: { name: "Timber door", lossDb: { mhz868: 2, mhz2400: 3, mhz5000: 5 } },
  clear: { name: "Clear glass", lossDb: { mhz868: 1, mhz2400: 2, mhz5000: 3 } },
  coated: { name: "Coated glass", lossDb: { mhz868: 12, mhz2400: 18, mhz5000: 22 } },
};

/** Margin from which a link is sound, and below which it is dead, dB. */
export const SOUND_DB = 10;
export const DEAD_DB = 4;
export type Soundness = "sound" | "thin" | "dead";
export const soundness = (marginDb: number): Soundness =>
  marginDb >= SOUND_DB ? "sound" : marginDb >= DEAD_DB ? "thin" : "dead";

/** Share of messages that arrive, by how far a level lies above what the ear needs, dB: half of them at 3. */
export const deliveryOf = (aboveDb: number) => 1 / (1 + Math.exp(-(aboveDb - 3) / 1.2));
