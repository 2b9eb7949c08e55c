/** On this sheet radio is lit in place of the cables; what was lit before is lit again elsewhere. */
import { useEffect, useRef } from "react";
import { useDesk } from "../../desk/desk";

export function useRadioLit(): void {
  const { lit, light } = useDesk();
  const before = useRef(lit);
  useEffect(() => {
    const own = before.current;
    const now = new Set(own);
    now.delete("C");
    now.add("R");
    light(now);
    return () => light(own);
  }, [light]);
}
