/** The time of day in the browser, by the minute. Undefined until the page runs, so that server and browser draw the same. */
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
