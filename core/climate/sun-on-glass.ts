/**
 * Of the sun on level ground, what falls on upright glass that faces somewhere: what is known of a site's sky is only its
 * sum, so it is parted into what comes straight from the sun and what comes from all of the sky (Erbs, Klein and Duffie
 * 1982), and put together again for the glass (Liu and Jordan 1963: a sky that is alike everywhere, and ground before it).
 */
import type { SunPosition } from "../geometry/sun";

/** Above the air, W/m². */
const SOLAR_CONSTANT_WM2 = 1361;
/** Grass and paving throw so much of it back up. */
const GROUND = 0.2;
/** Lower than this the sun itself is behind trees, hills and houses. */
const LOWEST_DEG = 3;
const RAD = Math.PI / 180;

/** Share of the sun on level ground that comes from the sky, by how much of what stands above the air gets through. */
export function diffuseShare(clearness: number): number {
  const k = clearness;
  if (k <= 0.22) return 1 - 0.09 * k;
  if (k > 0.8) return 0.165;
  return 0.9511 - 0.1604 * k + 4.388 * k ** 2 - 16.638 * k ** 3 + 12.336 * k ** 4;
}

/** The sky as glass sees it. */
export interface SunShares {
  /** Straight from the sun, on what is turned to it, W/m². */
  beamWM2: number;
  /** From all the rest of the sky, and from the ground, on upright glass wherever it faces, W/m². */
  roundWM2: number;
}

/** @param levelWM2 on level ground, straight and from the sky together */
export function sunShares(levelWM2: number, { elevationDeg }: SunPosition): SunShares {
  if (levelWM2 <= 0) return { beamWM2: 0, roundWM2: 0 };
  const ground = (GROUND / 2) * levelWM2;
  if (elevationDeg < LOWEST_DEG) return { beamWM2: 0, roundWM2: levelWM2 / 2 + ground };
  const sine = Math.sin(elevationDeg * RAD);
  const sky = levelWM2 * diffuseShare(levelWM2 / (SOLAR_CONSTANT_WM2 * sine));
  return { beamWM2: (levelWM2 - sky) / sine, roundWM2: sky / 2 + ground };
}

/** On upright glass that faces so many degrees clockwise from north, W/m². */
export function onGlassWM2(
  { beamWM2, roundWM2 }: SunShares,
  { elevationDeg, azimuthDeg }: SunPosition,
  facingDeg: number,
): number {
  const cosine = Math.cos(elevationDeg * RAD) * Math.cos((azimuthDeg - facingDeg) * RAD);
  return roundWM2 + beamWM2 * Math.max(0, cosine);
}
