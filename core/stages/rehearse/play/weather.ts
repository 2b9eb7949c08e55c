/**
 * Weather made from a seed for a site: not what it will be, but what it is like there, so that sun, wind, rain and frost
 * all come in a year as they do. Any moment can be asked on its own.
 */
import { sunPosition } from "../../../geometry/sun";
import { curveOf, numbersOf } from "./random";

export interface Place {
  latitudeDeg: number;
  longitudeDeg: number;
}

export interface Sky {
  temperatureC: number;
  /** Of a gust, m/s. */
  windMS: number;
  /** On level ground, lx. */
  lightLx: number;
  /** Of the sun on level ground, W/m². */
  sunWM2: number;
  rain: boolean;
  humidityPct: number;
}

/** The sky at a moment, in milliseconds. */
export type Weather = (ms: number) => Sky;

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const YEAR_DAYS = 365.2425;

/** Warmest and coldest lag the sun by a month: the middle of July is warmest in the north. */
const WARMEST_DAY = 200;
/** 1 W/m² of daylight is some 115 lx (luminous efficacy of daylight, typical). */
export const LUX_PER_WATT = 115;
/** It rains where it is as overcast as this, in spells. */
const RAIN_ABOVE = 0.62;

/** Mean of the year by latitude, °C, near the sea: 27 on the equator, 10 at 52°. */
const meanOf = (latitudeDeg: number) => 27 - 0.0063 * latitudeDeg * latitudeDeg;
/** Half of what the months differ by: next to nothing on the equator, 6 K at 52° near the sea. */
const swingOf = (latitudeDeg: number) => 0.115 * Math.abs(latitudeDeg);

/** How overcast it is, 0 to 1: days of it, and hours within them. */
function cloudOf(seed: number): (days: number) => number {
  const [spells, byDay, byHour] = ["spells", "days", "hours"].map((by) => curveOf(seed, `cloud by ${by}`));
  return (days) => {
    const own = 0.55 * spells!(days / 2.5) + 0.3 * byDay!(days * 1.3) + 0.25 * byHour!(days * 9);
    return Math.min(1, Math.max(0, 0.52 + 0.75 * own));
  };
}

/** The sun on level ground under a clear sky, W/m² (Haurwitz 1945). */
const clearSky = (elevationDeg: number): number => {
  const sine = Math.sin((elevationDeg * Math.PI) / 180);
  return sine <= 0 ? 0 : 1098 * sine * Math.exp(-0.057 / sine);
};

/** Light of a sky whose sun is below the horizon, lx: some 750 at 0°, 3 at the end of civil twilight. */
const twilightLx = (elevationDeg: number): number =>
  elevationDeg < -12 ? 0 : 750 * Math.exp(0.92 * Math.min(0, elevationDeg));

/** @param seed the same one makes the same weather */
export function weatherOf(place: Place, seed: number): Weather {
  const south = place.latitudeDeg < 0 ? YEAR_DAYS / 2 : 0;
  const cloudAt = cloudOf(seed);
  const warmthBySpells = curveOf(seed, "warmth by spells");
  const warmthByDays = curveOf(seed, "warmth by days");
  const windBySpells = curveOf(seed, "wind by spells");
  const windByHours = curveOf(seed, "wind by hours");
  const gusts = curveOf(seed, "gusts");
  const showers = numbersOf(seed, "showers");
  return (ms) => {
    const days = ms / DAY_MS;
    const { elevationDeg } = sunPosition(place, ms);
    const cloud = cloudAt(days);
    // What gets through: all of a clear sky, a quarter of an overcast one (Kasten and Czeplak 1980).
    const sunWM2 = clearSky(elevationDeg) * (1 - 0.75 * cloud ** 3.4);
    const season = Math.cos((2 * Math.PI * (days - WARMEST_DAY + south)) / YEAR_DAYS);
    const spell = 4.5 * warmthBySpells(days / 3) + 1.5 * warmthByDays(days);
    // Warmest some hours after noon, and all the less where it is overcast.
    const hour = ((ms / HOUR_MS + place.longitudeDeg / 15) % 24) - 15;
    const daily = (1.2 + 4 * (1 - cloud)) * Math.cos((2 * Math.PI * hour) / 24);
    const temperatureC = meanOf(place.latitudeDeg) + swingOf(place.latitudeDeg) * season + spell + daily;
    // Storms are few: the curve's top is bent upwards. More wind in winter, and gusts by the minute.
    const blow = 0.5 + 0.5 * (0.65 * windBySpells(days / 1.7) + 0.35 * windByHours(days * 7));
    const gust = 1 + 0.35 * gusts(ms / (7 * 60_000));
    const windMS = Math.max(0.2, (1.5 + (13 - 2 * season) * blow ** 2.6) * gust);
    const rain = cloud > RAIN_ABOVE && showers(Math.floor(ms / (20 * 60_000))) < (cloud - RAIN_ABOVE) * 2;
    const humidityPct = Math.min(100, Math.max(25, 62 + 25 * cloud - 1.6 * daily + (rain ? 8 : 0)));
    return {
      temperatureC,
      windMS,
      lightLx: sunWM2 * LUX_PER_WATT + twilightLx(elevationDeg),
      sunWM2,
      rain,
      humidityPct,
    };
  };
}
