/** What stage 4 reckons with: the usual figures, and a design's own where it has them. */
import { memo } from "../../design/kept";
import type { RunsSettings } from "../../design/rows/settings";

/** Typical figures of the trade; an hour's work is two people. */
export const RUNS_DEFAULTS: Readonly<Required<RunsSettings>> = {
  pullMost: 4,
  sharedPct: 60,
  setupMin: 15,
  minutesPerM: 0.72,
  perCablePct: 15,
  bundleMost: 24,
  boxEveryM: 30,
  trayFillPct: 40,
  ledSupplyW: 100,
  supplyLoadPct: 80,
};

/** The design's own settings of runs, the usual ones where it says nothing. */
export const runSettings = memo("runSettings", (design): Required<RunsSettings> => ({
  ...RUNS_DEFAULTS,
  ...design.design.running,
}));
