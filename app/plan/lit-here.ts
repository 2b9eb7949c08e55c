/** A sheet lights its own stratum in place of the cables; what was lit before is lit again elsewhere. */
import { useEffect, useRef } from "react";
import { useDesk } from "../desk/desk";

/** @param own the stratum: B bus, R radio; none where the house alone is to be seen */
export function useLitHere(own?: "B" | "R"): void {
  const { lit, light } = useDesk();
  const before = useRef(lit);
  useEffect(() => {
    const then = before.current;
    const now = new Set(then);
    now.delete("C");
    if (own) now.add(own);
    else now.delete("P");
    light(now);
    return () => light(then);
  }, [light, own]);
}
