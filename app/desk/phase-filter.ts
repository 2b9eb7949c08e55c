/** What the chosen phase leaves to be seen: one question every table and the plan asks. */
import { useMemo } from "react";
import { phaseOfPoint } from "#core/stages/brief";
import { movedBy } from "#core/design/walk";
import type { AutomationRow } from "#core/design/rows/automations";
import { byId } from "#core/design/collections";
import { useDesign, useDesk } from "./desk";

interface PhaseFilter {
  /** False where everything is shown. */
  on: boolean;
  point(id: string): boolean;
  automation(row: AutomationRow): boolean;
}

/**
 * Points and automations of the chosen phase. An automation belongs to its own phase, else to those of what
 * it moves.
 */
export function usePhaseFilter(): PhaseFilter {
  const design = useDesign();
  const { phase } = useDesk();
  return useMemo(() => {
    if (phase === undefined) return { on: false, point: () => true, automation: () => true };
    const wanted = phase === "none" ? undefined : phase;
    const point = (id: string) => {
      const row = byId(design, "points").get(id);
      return row !== undefined && phaseOfPoint(design, row) === wanted;
    };
    return {
      on: true,
      point,
      automation: (row) =>
        row.phase !== undefined ? row.phase === wanted : movedBy(design, row).some(point),
    };
  }, [design, phase]);
}
