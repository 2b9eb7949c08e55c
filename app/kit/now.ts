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

/** Today's date where the person is, as YYYY-MM-DD. For what is done by a press, never for what is drawn. */
export function today(): string {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, "0")}-${String(now.getDate()).padStart(2, "0")}`;
}
