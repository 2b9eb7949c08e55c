/**
 * Lines with more than one load: what is lost along them, the thinnest conductor that holds, the longest it
 * may be.
 */
import { fail } from "../../design/input-error";
import { atTemperature, OHM_PER_KM_AWG, OHM_PER_KM_MM2, twoWireDropV } from "./electrical";

export interface LineLoad {
  /** Metres of cable from the supply. */
  atM: number;
  amps: number;
}

/**
 * Volts lost at each load of a two-wire line, nearest first: every stretch carries what hangs beyond it.
 * `ohmPerKmOne`: one conductor, at the temperature it runs at. Throws InputError where a load lies before
 * its supply.
 */
export function lineDropsV(
  loads: readonly LineLoad[],
  ohmPerKmOne: number,
): { atM: number; amps: number; lostV: number }[] {
  const order = [...loads].sort((a, b) => a.atM - b.atM);
  let beyond = order.reduce((sum, load) => sum + load.amps, 0);
  let [at, lost] = [0, 0];
  return order.map((load) => {
    if (load.atM < 0) fail("distance", "must not be less than nothing");
    lost += twoWireDropV(load.atM - at, beyond, ohmPerKmOne);
    at = load.atM;
    beyond -= load.amps;
    return { ...load, lostV: lost };
  });
}

/**
 * Volts lost to the end of an evenly loaded strip: half of what the whole current would lose over its
 * length.
 */
export const stripDropV = (lengthM: number, amps: number, ohmPerKmOne: number) =>
  twoWireDropV(lengthM, amps, ohmPerKmOne) / 2;

/** Longest two-wire run, in metres, that loses no more than `limitPct` of `volts`. */
export const longestM = (volts: number, limitPct: number, amps: number, ohmPerKmOne: number) =>
  (volts * limitPct * 10) / (2 * amps * ohmPerKmOne);

/** Largest resistance of one conductor, Ω/km at 20 °C, with which a run of `lengthM` still holds. */
export const mostOhmPerKm = (volts: number, limitPct: number, amps: number, lengthM: number, celsius = 20) =>
  (volts * limitPct * 10) / (2 * lengthM * amps) / atTemperature(1, celsius);

export interface Gauge {
  gauge: string;
  ohm20: number;
}

/** Every size of the tables, thinnest first. */
export const GAUGES: readonly Gauge[] = [
  ...Object.entries(OHM_PER_KM_MM2).map(([size, ohm20]) => ({ gauge: `${size} mm²`, ohm20 })),
  ...Object.entries(OHM_PER_KM_AWG).map(([size, ohm20]) => ({ gauge: `${size} AWG`, ohm20 })),
].sort((a, b) => b.ohm20 - a.ohm20);

/**
 * The thinnest size of one system with which all loads stay within the limit; undefined where none of the
 * table does.
 */
export function smallestGauge(
  loads: readonly LineLoad[],
  volts: number,
  limitPct: number,
  celsius: number,
  system: "mm²" | "AWG",
): Gauge | undefined {
  return GAUGES.find(
    ({ gauge, ohm20 }) =>
      gauge.endsWith(system) &&
      Math.max(0, ...lineDropsV(loads, atTemperature(ohm20, celsius)).map((load) => load.lostV)) <=
        (volts * limitPct) / 100,
  );
}
