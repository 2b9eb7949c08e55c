/**
 * Conductors, voltage drop and power over data cable. Sources: IEC 60228 (solid), AWG solid copper, IEEE
 * 802.3.
 */
import { gaugeMm2 } from "../../design/units";
import { fail } from "../../design/input-error";

/** Ω/km of one solid copper conductor at 20 °C, by mm² (IEC 60228). */
export const OHM_PER_KM_MM2: Readonly<Record<string, number>> = {
  "0.5": 36.0,
  "0.75": 24.5,
  "1": 18.1,
  "1.5": 12.1,
  "2.5": 7.41,
  "4": 4.61,
  "6": 3.08,
};
/** Ω/km of one solid copper conductor at 20 °C, by AWG. */
export const OHM_PER_KM_AWG: Readonly<Record<string, number>> = {
  "24": 84.2,
  "23": 66.8,
  "22": 53.0,
  "20": 33.3,
  "18": 20.9,
  "16": 13.2,
  "14": 8.28,
  "12": 5.21,
  "10": 3.28,
};

/** Permanent link limit of data cable, metres. */
export const DATA_LINK_LIMIT_M = 90;
export const DATA_LINK_SOURCE = "permanent link, ISO/IEC 11801";

/** Watts by power class: what the source must reserve, and what reaches the device (IEEE 802.3). */
export const POE_CLASSES: Readonly<
  Record<number, { sourceW: number; deviceW: number; fourPair: boolean; sourceV: number }>
> = {
  1: { sourceW: 4, deviceW: 3.84, fourPair: false, sourceV: 44 },
  2: { sourceW: 7, deviceW: 6.49, fourPair: false, sourceV: 44 },
  3: { sourceW: 15.4, deviceW: 12.95, fourPair: false, sourceV: 44 },
  4: { sourceW: 30, deviceW: 25.5, fourPair: false, sourceV: 50 },
  5: { sourceW: 45, deviceW: 40, fourPair: true, sourceV: 50 },
  6: { sourceW: 60, deviceW: 51, fourPair: true, sourceV: 50 },
  7: { sourceW: 75, deviceW: 62, fourPair: true, sourceV: 52 },
  8: { sourceW: 90, deviceW: 71.3, fourPair: true, sourceV: 52 },
};

/**
 * Ω/km for a written gauge such as `16 AWG` or `1.5mm2`, from the tables; other sizes from copper's
 * resistivity. Throws InputError.
 */
export function ohmPerKm(gauge: string): number {
  const mm2 = gaugeMm2(gauge);
  const listed = /awg/i.test(gauge) ? OHM_PER_KM_AWG[gauge.replace(/\D/g, "")] : OHM_PER_KM_MM2[String(mm2)];
  if (mm2 <= 0) fail("gauge", "must be a size above nothing");
  return listed ?? 17.241 / mm2;
}

/** Resistance at `celsius` of copper that has `ohm20` at 20 °C. */
export const atTemperature = (ohm20: number, celsius: number) => ohm20 * (1 + 0.00393 * (celsius - 20));

/** Volts lost over a two-wire run of `lengthM` metres: ΔV = 2·L·I·r, with r in Ω/km of one conductor. */
export const twoWireDropV = (lengthM: number, amps: number, ohmPerKmOne: number) =>
  (2 * lengthM * amps * ohmPerKmOne) / 1000;

/** Loop resistance of a data cable under power: one conductor's over two pairs, half of it over four. */
export const poeLoopOhm = (lengthM: number, ohmPerKmOne: number, fourPair: boolean) =>
  ((lengthM * ohmPerKmOne) / 1000) * (fourPair ? 0.5 : 1);

/**
 * Volts at a device that takes `deviceW` through `loopOhm` from `sourceV`:
 * V = (V_pse + √(V_pse² − 4·P·R)) / 2. Undefined where it cannot start.
 */
export function poeVolts(sourceV: number, deviceW: number, loopOhm: number): number | undefined {
  const under = sourceV * sourceV - 4 * deviceW * loopOhm;
  return under < 0 ? undefined : (sourceV + Math.sqrt(under)) / 2;
}
