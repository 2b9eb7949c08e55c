/** Days as people write them. */
import { fail } from "./input-error";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

const two = (n: number) => String(n).padStart(2, "0");

/**
 * A day as `YYYY-MM-DD`, from whatever people write for it: `2026-10-31`, `31.10.2026`, `31/10/2026`,
 * `31 Oct 2026`, `October 31, 2026`, `today`. Of two figures that could both be the month the first is the
 * day, as everywhere but in `en-US`.
 *
 * @param label what the field is called where it stands
 * @param today the day of the reader, for `today` and for days without a year
 * @throws InputError naming the field, for what is no day or a day no month has
 */
export function readDay(text: string, label: string, today: string, language = "en-GB"): string {
  const given = text.trim().toLowerCase().replace(/[.,]/g, " ").replace(/\s+/g, " ").trim();
  const wrong = () => fail(label, `must be a day such as 2026-10-31 or 31 Oct 2026, not “${text.trim()}”`);
  if (given === "today") return today;
  const parts = given.split(/[\s/-]+/).map((part) => part.replace(/^(\d+)(st|nd|rd|th)$/, "$1"));
  if (parts.length < 2 || parts.length > 3) return wrong();
  const named = parts.findIndex((part) => /^[a-z]{3,}$/.test(part));
  const numbers = parts.filter((_, i) => i !== named).map(Number);
  if (numbers.some((n) => !Number.isInteger(n) || n < 1)) return wrong();
  const year = Number(today.slice(0, 4));
  let ymd: number[];
  if (named >= 0) {
    const month = MONTHS.indexOf(parts[named]!.slice(0, 3)) + 1;
    const [a = 0, b = year] = numbers;
    ymd = a > 31 ? [a, month, b] : [b, month, a];
  } else if (parts[0]!.length === 4) {
    if (parts.length < 3) return wrong();
    ymd = numbers;
  } else {
    const [a = 0, b = 0, c = year] = numbers;
    const monthFirst = b > 12 || (language === "en-US" && a <= 12);
    ymd = monthFirst ? [c, a, b] : [c, b, a];
  }
  const [y, month, day] = ymd as [number, number, number];
  const full = y < 100 ? 2000 + y : y;
  const most = new Date(Date.UTC(full, month, 0)).getUTCDate();
  if (month < 1 || month > 12 || day > most || full < 1900 || full > 2199) return wrong();
  return `${full}-${two(month)}-${two(day)}`;
}
