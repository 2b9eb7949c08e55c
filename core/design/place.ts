/** Where a house stands, as people write it. */
import { fail } from "./input-error";

const AXES = {
  latitude: { most: 90, letters: "NS", example: "53.41 or 53° 24′ 36″ N" },
  longitude: { most: 180, letters: "EW", example: "-3.02 or 3° 1′ 12″ W" },
} as const;

/**
 * Degrees of latitude (north is more than 0) or longitude (east is), from `53.41`, `53,41 N`, `53° 24′ 36″ N`,
 * `53 24 36 N` or `-3.02`.
 *
 * @param label what the field is called where it stands
 * @throws InputError naming the field
 */
export function readDegrees(text: string, label: string, axis: "latitude" | "longitude"): number {
  const { most, letters, example } = AXES[axis];
  const wrong = () => fail(label, `must be degrees such as ${example}, not “${text.trim()}”`);
  const given = text
    .trim()
    .toUpperCase()
    .replace(/[−–]/g, "-")
    .replace(/(\d),(\d)/g, "$1.$2");
  const side = given.replace(/[^A-Z]/g, "");
  if (side.length > 1 || (side && !letters.includes(side))) return wrong();
  const numbers = given
    .replace(/[A-Z]/g, " ")
    .split(/[\s°º'′"″]+/)
    .filter(Boolean);
  if (numbers.length < 1 || numbers.length > 3 || !numbers.every((n) => /^-?\d{1,3}(\.\d+)?$/.test(n)))
    return wrong();
  const [degrees = 0, minutes = 0, seconds = 0] = numbers.map(Number);
  const negative = numbers[0]!.startsWith("-");
  if (minutes < 0 || minutes >= 60 || seconds < 0 || seconds >= 60 || (negative && side)) return wrong();
  const size = Math.abs(degrees) + minutes / 60 + seconds / 3600;
  if (size > most) return fail(label, `must be at most ${most}°, not “${text.trim()}”`);
  return (negative || side === letters[1] ? -1 : 1) * Number(size.toFixed(6)) || 0;
}

/** "55.2° N, 2.4° W". */
export const placeText = (latitudeDeg: number, longitudeDeg: number): string =>
  `${Math.abs(latitudeDeg)}° ${latitudeDeg < 0 ? "S" : "N"}, ${Math.abs(longitudeDeg)}° ${longitudeDeg < 0 ? "W" : "E"}`;

/** An angle as 0 ≤ ° < 360. */
export const turned = (deg: number): number => ((deg % 360) + 360) % 360;

/**
 * True north of the sheet, from one direction that is known on both: where the sheet shows it, and where a compass
 * (set to true north) or a map says it lies. Both in degrees clockwise, from sheet-up and from north.
 * @returns degrees clockwise from sheet-up to true north, from -180 up to 180
 */
export function northFrom(onSheetDeg: number, bearingDeg: number): number {
  const north = turned(onSheetDeg - bearingDeg);
  return Number((north > 180 ? north - 360 : north).toFixed(2));
}

/** Degrees clockwise from sheet-up in which a wall faces: at right angles to it, on the left of a to b. */
export const facingOnSheet = (wall: { ax: number; ay: number; bx: number; by: number }): number =>
  turned((Math.atan2(wall.bx - wall.ax, wall.ay - wall.by) * 180) / Math.PI - 90);
