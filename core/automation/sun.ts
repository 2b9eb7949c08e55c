/**
 * Where the sun is, and when it rises, sets, dawns and culminates.
 * Position by Meeus, Astronomical Algorithms (2nd ed.), ch. 12, 22, 25: good to
 * 0.01°. Events are the instants at which the elevation crosses a level, found
 * by root search on the true curve, so days on which there is none, or two,
 * come out right at any latitude.
 */
export interface Site {
  latitudeDeg: number;
  longitudeDeg: number;
}

export interface SunPosition {
  /** Clockwise from true north. */
  azimuthDeg: number;
  /** Above the horizon, without refraction. */
  elevationDeg: number;
}

const RAD = Math.PI / 180;
const J2000_MS = Date.UTC(2000, 0, 1, 12);
const DAY_MS = 86_400_000;

/** TT − UT1 in seconds; a parabola through 2005–2050, good to a few seconds a generation around it (Espenak and Meeus). */
function deltaTSeconds(ms: number): number {
  const t = 2000 + (ms - J2000_MS) / DAY_MS / 365.25 - 2000;
  return 62.92 + 0.32217 * t + 0.005589 * t * t;
}

/** Apparent right ascension and declination of the sun, radians, and the equation of the equinoxes in degrees. */
export function sunEquatorial(ms: number): { rightAscension: number; declination: number; equinoxDeg: number } {
  const T = (ms + deltaTSeconds(ms) * 1000 - J2000_MS) / DAY_MS / 36525;
  const L0 = 280.46646 + T * (36000.76983 + T * 0.0003032);
  const M = (357.52911 + T * (35999.05029 - T * 0.0001537)) * RAD;
  const C = (1.914602 - T * (0.004817 + T * 0.000014)) * Math.sin(M) + (0.019993 - 0.000101 * T) * Math.sin(2 * M) + 0.000289 * Math.sin(3 * M);
  const node = (125.04 - 1934.136 * T) * RAD;
  const nutationDeg = -0.00478 * Math.sin(node);
  const apparent = (L0 + C - 0.00569 + nutationDeg) * RAD;
  const obliquity = (23.439291 - T * (0.0130042 + T * (1.64e-7 - T * 5.04e-7)) + 0.00256 * Math.cos(node)) * RAD;
  return {
    rightAscension: Math.atan2(Math.cos(obliquity) * Math.sin(apparent), Math.cos(apparent)),
    declination: Math.asin(Math.sin(obliquity) * Math.sin(apparent)),
    equinoxDeg: nutationDeg * Math.cos(obliquity),
  };
}

/** Position of the sun at an instant (ms since 1970, UT). */
export function sunPosition(site: Site, ms: number): SunPosition {
  const { rightAscension, declination, equinoxDeg } = sunEquatorial(ms);
  const d = (ms - J2000_MS) / DAY_MS;
  const siderealDeg = 280.46061837 + 360.98564736629 * d + equinoxDeg;
  const hourAngle = (siderealDeg + site.longitudeDeg) * RAD - rightAscension;
  const latitude = site.latitudeDeg * RAD;
  const sin = Math.sin(latitude) * Math.sin(declination) + Math.cos(latitude) * Math.cos(declination) * Math.cos(hourAngle);
  const azimuth = Math.atan2(Math.sin(hourAngle), Math.cos(hourAngle) * Math.sin(latitude) - Math.tan(declination) * Math.cos(latitude));
  // The sun's parallax is 8.794 seconds of arc at the horizon.
  const elevation = Math.asin(Math.min(1, Math.max(-1, sin)));
  return { azimuthDeg: ((azimuth / RAD + 180) % 360 + 360) % 360, elevationDeg: elevation / RAD - (8.794 / 3600) * Math.cos(elevation) };
}

/** Refraction in degrees at a true elevation, at 1010 hPa and 10 °C (Sæmundsson, in Meeus ch. 16). Nothing well below the horizon. */
export function refractionDeg(elevationDeg: number): number {
  return elevationDeg < -1 ? 0 : 1.02 / Math.tan((elevationDeg + 10.3 / (elevationDeg + 5.11)) * RAD) / 60;
}

/** Elevation of the sun's centre at which its upper edge is on the horizon: refraction 34′, half-width 16′. */
export const HORIZON_DEG = -0.833;
/** Civil dawn and dusk. */
export const TWILIGHT_DEG = -6;

/** Instants in [fromMs, toMs) at which the elevation goes up or down through `levelDeg`. */
export function crossings(site: Site, levelDeg: number, direction: "up" | "down", fromMs: number, toMs: number): number[] {
  const height = (ms: number) => sunPosition(site, ms).elevationDeg - levelDeg;
  const found: number[] = [];
  const STEP = 1_200_000;
  let a = fromMs;
  let ha = height(a);
  while (a < toMs) {
    const b = a + STEP;
    const hb = height(b);
    // Where the curve turns inside a step, look at the turning point too, so that a grazing sun is not missed.
    const turn = turningPoint(height, a, b);
    const marks: [number, number][] = turn === undefined ? [[a, ha], [b, hb]] : [[a, ha], [turn, height(turn)], [b, hb]];
    for (let i = 1; i < marks.length; i++) {
      const [x, hx] = marks[i - 1]!;
      const [y, hy] = marks[i]!;
      if (direction === "up" ? hx < 0 && hy >= 0 : hx >= 0 && hy < 0) found.push(root(height, x, y));
    }
    a = b;
    ha = hb;
  }
  return found.filter((ms) => ms < toMs);
}

/** Inside (a, b), where a curve of one bend turns; undefined where it does not. */
function turningPoint(f: (ms: number) => number, a: number, b: number): number | undefined {
  const slope = (ms: number) => f(ms + 1000) - f(ms - 1000);
  const sa = slope(a);
  const sb = slope(b);
  return sa * sb < 0 ? root(slope, a, b) : undefined;
}

/** Bisection to half a second. */
function root(f: (ms: number) => number, a: number, b: number): number {
  let low = a;
  let high = b;
  const sign = Math.sign(f(low)) || -1;
  while (high - low > 500) {
    const middle = (low + high) / 2;
    if (Math.sign(f(middle)) === sign) low = middle;
    else high = middle;
  }
  return Math.round((low + high) / 2);
}

/** Upper culminations in [fromMs, toMs): the sun due south or due north, at its highest. */
export function noons(site: Site, fromMs: number, toMs: number): number[] {
  // Hour angle in (−180, 180]; it passes 0 at noon.
  const hourAngleDeg = (ms: number) => {
    const { rightAscension, equinoxDeg } = sunEquatorial(ms);
    const degrees = 280.46061837 + (360.98564736629 * (ms - J2000_MS)) / DAY_MS + equinoxDeg + site.longitudeDeg - rightAscension / RAD;
    return ((degrees + 180) % 360 + 360) % 360 - 180;
  };
  const found: number[] = [];
  const STEP = 3_600_000;
  for (let a = fromMs; a < toMs; a += STEP) {
    const before = hourAngleDeg(a);
    const after = hourAngleDeg(a + STEP);
    if (before < 0 && after >= 0) found.push(root(hourAngleDeg, a, a + STEP));
  }
  return found.filter((ms) => ms < toMs);
}
