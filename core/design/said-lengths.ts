/** Lengths in a sentence, in the units of whoever reads it: the core writes metres, a person may read feet. */
import { formatArea, formatLength, type Units } from "./units";

/**
 * A number with m, m² or mm behind it, and not as part of another unit: not `0.05 h/m`, not `2.5 mm²`, not `12 MHz`.
 * A comma or a thin space may part its thousands.
 */
const MEASURE = /(?<![\w.])([-−+]?)(\d[\d\u202f]*(?:\.\d+)?)\s?(mm|m²|m)(?![\w²³/·])/g;

/** Fractions of an inch down to a sixteenth; below 20 mm a fraction would hide the difference between two cables. */
export function inchesText(mm: number): string {
  if (mm < 20) return `${(mm / 25.4).toFixed(2)}"`;
  let [count, parts] = [Math.round((mm / 25.4) * 16), 16];
  const whole = Math.floor(count / 16);
  count %= 16;
  while (count && count % 2 === 0) [count, parts] = [count / 2, parts / 2];
  const fraction = count ? `${count}/${parts}` : "";
  return `${whole || !fraction ? whole : ""}${whole && fraction ? " " : ""}${fraction}"`;
}

/** The same sentence with every length and area in it in the person's units. */
export function saidIn(text: string, units: Units): string {
  if (units === "metric") return text;
  return text.replace(MEASURE, (_all, sign: string, digits: string, unit: string) => {
    const value = Number(digits.replaceAll("\u202f", ""));
    const said =
      unit === "mm"
        ? inchesText(value)
        : unit === "m²"
          ? formatArea(value, "imperial")
          : formatLength(value, "imperial");
    return `${sign}${said}`;
  });
}

/** A figure and its unit apart, as workings and findings carry them. */
export function figureIn(
  value: number,
  unit: string,
  units: Units,
): { text: string; unit: string } | undefined {
  if (units === "metric" || !["m", "m²", "mm"].includes(unit)) return undefined;
  const [, text = "", foot = ""] = /^(.*?)( ft²)?$/.exec(saidIn(`${value} ${unit}`, units))!;
  return { text, unit: foot.trim() };
}
