/** Lengths and gauges as people write them, in and out. Inside the core everything is metres and mm². */
import { round2 } from "../geometry/round";
import { fail } from "./input-error";

export type Units = "metric" | "imperial";

const PER_UNIT_M: Record<string, number> = {
  m: 1,
  cm: 0.01,
  mm: 0.001,
  km: 1000,
  ft: 0.3048,
  in: 0.0254,
  "'": 0.3048,
  '"': 0.0254,
};
const NUMBER = String.raw`(\d+\s+\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d+)?|[.,]\d+)`;
const PART = new RegExp(String.raw`^${NUMBER}\s*(mm|cm|km|m|ft|in|'|")?\s*`);

function number(text: string): number {
  const mixed = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(text);
  if (mixed) return Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]);
  return Number(text.replace(",", "."));
}

/**
 * A length typed by a person: `3.8m`, `380 cm`, `12' 6"`, `12ft 6 1/2in`, `87in`, `-0.4`.
 * A bare number is in `bare` (metres unless said); after feet a bare number is inches.
 * Returns metres. Throws InputError naming `path`.
 */
export function parseLength(text: string, path = "length", bare: "m" | "ft" = "m"): number {
  const cleaned = text
    .trim()
    .toLowerCase()
    .replace(/[′’]/g, "'")
    .replace(/[″”]|''/g, '"')
    .replace(/(feet|foot)\b/g, "ft")
    .replace(/inch(es)?\b/g, "in");
  const negative = /^[-−]/.test(cleaned);
  let rest = negative ? cleaned.slice(1).trim() : cleaned;
  const wrong = () =>
    fail(path, `must be a length such as 3.8m, 380cm, 12' 6" or 87in, not "${text.trim()}"`);
  if (!rest) wrong();
  let metres = 0;
  let last = Infinity;
  let previous = "";
  while (rest) {
    const match = PART.exec(rest);
    if (!match) wrong();
    const unit: string = match![2] ?? (previous === "ft" || previous === "'" ? "in" : previous ? "" : bare);
    const size = PER_UNIT_M[unit];
    // Each part must be in a smaller unit than the one before it: 6" 12' is a slip, not a sum.
    if (size === undefined || size >= last) wrong();
    metres += number(match![1]!) * size!;
    last = size!;
    previous = unit;
    rest = rest.slice(match![0].length);
  }
  if (!Number.isFinite(metres)) wrong();
  return negative ? -metres : metres;
}

/** Metres as text: `31.20 m`, or `102' 4 1/2"` to the nearest eighth of an inch. */
export function formatLength(metres: number, units: Units, digits = 2): string {
  if (units === "metric") return `${metres.toFixed(digits)} m`;
  const eighths = Math.round((Math.abs(metres) / 0.0254) * 8);
  const feet = Math.floor(eighths / 96);
  const inches = Math.floor((eighths % 96) / 8);
  const part = eighths % 8;
  const fraction =
    part === 0 ? "" : part % 4 === 0 ? " 1/2" : part % 2 === 0 ? ` ${part / 2}/4` : ` ${part}/8`;
  return `${metres < 0 && eighths > 0 ? "-" : ""}${feet}' ${inches}${fraction}"`;
}

/**
 * Long totals in metres or feet. Rounded to the centimetre first, so that a sum of many parts shows the
 * same everywhere.
 */
export function formatTotal(metres: number, units: Units, digits = 1): string {
  const centimetres = round2(metres);
  return units === "metric"
    ? `${groupDigits(centimetres, digits)} m`
    : `${groupDigits(centimetres / 0.3048, 0)} ft`;
}

/** An area: `12.3 m²`, or `132 ft²` to the whole square foot. */
export const formatArea = (m2: number, units: Units, digits = 1): string =>
  units === "metric" ? `${groupDigits(m2, digits)} m²` : `${groupDigits(m2 / 0.3048 ** 2, 0)} ft²`;

/** 1904.25 → "1 904.3": thin groups of three, as measures are written. */
export function groupDigits(value: number, digits: number): string {
  const [whole, fraction] = Math.abs(value).toFixed(digits).split(".") as [string, string?];
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, "\u202f");
  const sign = value < 0 && Number(value.toFixed(digits)) !== 0 ? "-" : "";
  return sign + (fraction ? `${grouped}.${fraction}` : grouped);
}

/** Cross-section in mm² of a written gauge: `16 AWG` by the AWG formula, or `1.5mm2`. Throws InputError. */
export function gaugeMm2(gauge: string, path = "gauge"): number {
  const metric = /^(\d+(?:[.,]\d+)?)\s*mm(?:2|²)$/i.exec(gauge.trim());
  if (metric) return Number(metric[1]!.replace(",", "."));
  const awg = /^(?:awg\s*)?(\d{1,2})(?:\s*awg)?$/i.exec(gauge.trim());
  if (!awg || !/awg/i.test(gauge)) fail(path, `must be a gauge such as 16 AWG or 1.5mm2, not "${gauge}"`);
  const diameterMm = 0.127 * 92 ** ((36 - Number(awg![1])) / 39);
  return (Math.PI / 4) * diameterMm ** 2;
}
