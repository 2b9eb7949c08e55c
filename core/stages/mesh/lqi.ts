/**
 * Link quality as devices report it, 0 to 255, as a level: standards say only that more is better, so makers differ.
 * The table is what is typical of receivers of IEEE 802.15.4; a reading in dBm is always to be preferred.
 */
import type { RadioProfileRow } from "../../design/rows/mesh";

/** Number reported, and how far it lies above what the ear needs, dB. */
export const LQI_TABLE: readonly (readonly [lqi: number, aboveDb: number])[] = [
  [0, 0],
  [25, 3],
  [50, 6],
  [100, 13],
  [150, 21],
  [200, 30],
  [255, 42],
];
export const LQI_SOURCE = "typical of IEEE 802.15.4 receivers; makers differ";
export const MOST_LQI = 255;

/** Above what the ear needs, dB, between the lines of the table. */
export function aboveOfLqi(lqi: number): number {
  const at = Math.min(MOST_LQI, Math.max(0, lqi));
  const next = Math.max(
    1,
    LQI_TABLE.findIndex(([value]) => value >= at),
  );
  const [[a, low], [b, high]] = [LQI_TABLE[next - 1]!, LQI_TABLE[next]!];
  return low + ((at - a) / (b - a)) * (high - low);
}

/** The level a number stands for, heard by an ear, dBm. */
export const dbmOfLqi = (lqi: number, sensitivityDbm: number) => sensitivityDbm + aboveOfLqi(lqi);

/** The margin a number stands for, dB. */
export const marginOfLqi = (lqi: number, { fadeDb }: Pick<RadioProfileRow, "fadeDb">) =>
  aboveOfLqi(lqi) - fadeDb;
