/**
 * The time of day in the browser, by the minute. Undefined until the page runs, so that server and browser
 * draw the same.
 */
import { useEffect, useState } from "react";

export function useNow(): number | undefined {
  const [now, setNow] = useState<number>();
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** A day of the calendar where the person is, as YYYY-MM-DD. */
export const dayText = (date: Date): string =>
  [date.getFullYear(), date.getMonth() + 1, date.getDate()].map((n) => String(n).padStart(2, "0")).join("-");

/** Today where the person is. For what is done by a press, never for what is drawn. */
export const today = (): string => dayText(new Date());
