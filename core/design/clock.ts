/** Times of day as people type them. */
import { fail } from "./input-error";

const WORDS: Readonly<Record<string, string>> = { noon: "12:00", midday: "12:00", midnight: "00:00" };

/**
 * A time of day as `HH:MM`, from whatever people type for it: `22:00`, `22.00`, `2200`, `22h30`, `7`, `10 pm`,
 * `6:30 a.m.`, `noon`. Midnight may be written 24:00; an hour alone is that hour of the day.
 * Throws InputError that names the field by its `label`.
 */
export function parseClock(text: string, label: string): string {
  const plain = text.trim().toLowerCase().replace(/\s+/g, " ");
  const word = WORDS[plain];
  if (word) return word;
  const [, hours, minutes = "00", half] =
    /^(\d{1,2})(?:[:.h ]?([0-5]\d)|h)?(?: ?([ap])\.?(?: ?m\.?)?)?$/.exec(plain) ?? [];
  const hour = hourOf(Number(hours), half);
  if (hours === undefined || hour === undefined || (Number(hours) === 24 && minutes !== "00"))
    fail(label, `must be a time such as 22:00 or 10 pm, not “${text.trim()}”`);
  return `${String(hour).padStart(2, "0")}:${minutes}`;
}

/** The hour of the day, 0 to 23; undefined where a clock has none such. */
function hourOf(hour: number, half?: string): number | undefined {
  if (!half) return hour <= 24 ? hour % 24 : undefined;
  if (hour < 1 || hour > 12) return undefined;
  return (hour % 12) + (half === "p" ? 12 : 0);
}
