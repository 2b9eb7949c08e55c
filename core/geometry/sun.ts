/**
 * Where the sun is, and when it rises, sets, dawns and culminates.
 * Position by Meeus, Astronomical Algorithms (2nd ed.), ch. 12, 22, 25: good to
 * 0.01°. Events are the instants at which the elevation crosses a level, found
 * by root search on the true curve, so days on which there is none, or two, come out right at any latitude.
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

/**
 * TT − UT1 in seconds; a parabola through 2005–2050, good to a few seconds a generation around it (Espenak
 * and Meeus).
 */
function deltaTSeconds(ms: number): number {
  const t = 2000 + (ms - J2000_MS) / DAY_MS / 365.25 - 2000;
  return 62.92 + 0.32217 * t + 0.005589 * t * t;
}

/**
 * Apparent right ascension and declination of the sun, radians, and the equation of the equinoxes in
 * degrees.
 */
export function sunEquatorial(ms: number): {
  rightAscension: number;
  declination: number;
  equinoxDeg: number;
} {
  const T = (ms + deltaTSeconds(ms) * 1000 - J2000_MS) / DAY_MS / 36525;
  const L0 = 280.46646 + T * (36000.76983 + T * 0.0003032);
  const M = (357.52911 + T * (35999.05029 - T * 0.0001537)) * RAD;
  const C =
    (1.914602 - T * (0.004817 + T * 0.000014)) * Math.sin(M) +
    (0.019993 - 0.000101 * T) * Math.sin(2 * M) +
    0.000289 * Math.sin(3 * M);
  const node = (125.04 - 1934.136 * T) * RAD;
  const nutationDeg = -0.00478 * Math.sin(node);
  const apparent = (L0 + C - 0.00569 + nutationDeg) * RAD;
  const obliquity =
    (23.439291 - T * (0.0130042 + T * (1.64e-7 - T * 5.04e-7)) + 0.00256 * Math.cos(node)) * RAD;
  return {
    rightAscension: Math.atan2(Math.cos(obliquity) * Math.sin(apparent), Math.cos(apparent)),
    declination: Math.asin(Math.sin(obliquity) * Math.sin(apparent)),
    equinoxDeg: nutationDeg * Math.cos(obliquity),
  };
}

/** What was asked last: the sky, the glass and the guards of a rehearsed house ask for the same moment one after another. */
let last: { latitudeDeg: number; longitudeDeg: number; ms: number; sun: Readonly<SunPosition> } | undefined;

/** Position of the sun at an instant (ms since 1970, UT). */
export function sunPosition({ latitudeDeg, longitudeDeg }: Site, ms: number): Readonly<SunPosition> {
  if (last?.ms === ms && last.latitudeDeg === latitudeDeg && last.longitudeDeg === longitudeDeg)
    return last.sun;
  const sun = positionOf({ latitudeDeg, longitudeDeg }, ms);
  last = { latitudeDeg, longitudeDeg, ms, sun };
  return sun;
}

function positionOf(site: Site, ms: number): SunPosition {
  const { rightAscension, declination, equinoxDeg } = sunEquatorial(ms);
  const d = (ms - J2000_MS) / DAY_MS;
  const siderealDeg = 280.46061837 + 360.98564736629 * d + equinoxDeg;
  const hourAngle = (siderealDeg + site.longitudeDeg) * RAD - rightAscension;
  const latitude = site.latitudeDeg * RAD;
  const sin =
    Math.sin(latitude) * Math.sin(declination) +
    Math.cos(latitude) * Math.cos(declination) * Math.cos(hourAngle);
  const azimuth = Math.atan2(
    Math.sin(hourAngle),
    Math.cos(hourAngle) * Math.sin(latitude) - Math.tan(declination) * Math.cos(latitude),
  );
  // The sun's parallax is 8.794 seconds of arc at the horizon.
  const elevation = Math.asin(Math.min(1, Math.max(-1, sin)));
  return {
    azimuthDeg: (((azimuth / RAD + 180) % 360) + 360) % 360,
    elevationDeg: elevation / RAD - (8.794 / 3600) * Math.cos(elevation),
  };
}

/**
 * Refraction in degrees at a true elevation, at 1010 hPa and 10 °C (Sæmundsson, in Meeus ch. 16). Nothing
 * well below the horizon.
 */
export function refractionDeg(elevationDeg: number): number {
  return elevationDeg < -1 ? 0 : 1.02 / Math.tan((elevationDeg + 10.3 / (elevationDeg + 5.11)) * RAD) / 60;
}

/** Elevation of the sun's centre at which its upper edge is on the horizon: refraction 34′, half-width 16′. */
export const HORIZON_DEG = -0.833;
/** Civil dawn and dusk. */
export const TWILIGHT_DEG = -6;

const HOUR_MS = 3_600_000;
/**
 * Near the horizon an extreme differs from the nearest hourly sample by less than this: the elevation bends by
 * at most (15°/h)² · π/180 = 3.93°/h², so by 0.49° over half an hour.
 */
const NEAR_EXTREME_DEG = 0.6;

/** Instants in [fromMs, toMs) at which the elevation goes up or down through `levelDeg`. */
export function crossings(
  site: Site,
  levelDeg: number,
  direction: "up" | "down",
  fromMs: number,
  toMs: number,
): number[] {
  const height = (ms: number) => sunPosition(site, ms).elevationDeg - levelDeg;
  const found: number[] = [];
  const between = (a: number, ha: number, b: number, hb: number) => {
    if (direction === "up" ? ha < 0 && hb >= 0 : ha >= 0 && hb < 0) found.push(root(height, a, ha, b, hb));
  };
  // One hour before the range as well, so that an extreme at its edge is seen from both sides.
  let [a, b] = [fromMs - HOUR_MS, fromMs];
  let [ha, hb] = [height(a), height(b)];
  between(a, ha, b, hb);
  while (b < toMs) {
    const c = b + HOUR_MS;
    const hc = height(c);
    const turns = (hb >= ha && hb >= hc) || (hb <= ha && hb <= hc);
    const sameSide = ha < 0 === hb < 0 && hb < 0 === hc < 0;
    if (turns && sameSide && Math.abs(hb) < NEAR_EXTREME_DEG) {
      // A grazing sun may cross twice between two samples.
      const turn = extreme(height, a, c, hb < 0 ? 1 : -1);
      const ht = height(turn);
      between(a, ha, turn, ht);
      between(turn, ht, c, hc);
    } else between(b, hb, c, hc);
    [a, b, ha, hb] = [b, c, hb, hc];
  }
  return [...new Set(found)].filter((ms) => ms >= fromMs && ms < toMs).sort((x, y) => x - y);
}

/** Where a curve of one bend is highest (`sign` 1) or lowest (−1) in (a, b): golden section, to a second. */
function extreme(f: (ms: number) => number, a: number, b: number, sign: 1 | -1): number {
  const part = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [a, b];
  while (high - low > 1000) {
    const left = high - part * (high - low);
    const right = low + part * (high - low);
    if (sign * f(left) > sign * f(right)) high = right;
    else low = left;
  }
  return (low + high) / 2;
}

/**
 * Root of f between a and b, where its sign differs: false position that halves the kept end (Illinois), to
 * half a second.
 */
function root(f: (ms: number) => number, a: number, fa: number, b: number, fb: number): number {
  let side = 0;
  for (let n = 0; n < 60 && b - a > 500; n++) {
    const c = fb === fa ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    const fc = f(c);
    if (Math.abs(fc) < 1e-6) return Math.round(c);
    if (fc < 0 === fb < 0) {
      [b, fb] = [c, fc];
      if (side === -1) fa /= 2;
      side = -1;
    } else {
      [a, fa] = [c, fc];
      if (side === 1) fb /= 2;
      side = 1;
    }
  }
  return Math.round((a + b) / 2);
}

/** Upper culminations in [fromMs, toMs): the sun due south or due north, at its highest. */
export function noons(site: Site, fromMs: number, toMs: number): number[] {
  // Hour angle in (−180, 180]; it passes 0 at noon.
  const hourAngleDeg = (ms: number) => {
    const { rightAscension, equinoxDeg } = sunEquatorial(ms);
    const degrees =
      280.46061837 +
      (360.98564736629 * (ms - J2000_MS)) / DAY_MS +
      equinoxDeg +
      site.longitudeDeg -
      rightAscension / RAD;
    return ((((degrees + 180) % 360) + 360) % 360) - 180;
  };
  const found: number[] = [];
  // Hour angles repeat by 360° a day, so six hours never step over a noon.
  const STEP = 6 * HOUR_MS;
  for (let a = fromMs; a < toMs; a += STEP) {
    const before = hourAngleDeg(a);
    const after = hourAngleDeg(a + STEP);
    if (before < 0 && after >= 0) found.push(root(hourAngleDeg, a, before, a + STEP, after));
  }
  return found.filter((ms) => ms < toMs);
}
