/** How often each sentence of a house fires in a rehearsed week. */
import type { Design } from "../../design/collections";
import { addDays, dayStart, localParts } from "../../design/local-time";
import { FIRST_SEED } from "./play/random";
import { rehearse } from "./play/rehearse";
import { houseOf } from "./house-of";
import { RUN_IN_MS } from "./run";

/** By automation; of one that never fires nothing is said. */
export type Fired = Readonly<Record<string, number>>;

/** @param now the week begins on this day at the site, ms */
export function firedInWeek(design: Design, now: number): Fired {
  const { zone } = design.design;
  const first = localParts(zone, now);
  const fired: Record<string, number> = {};
  rehearse(
    houseOf(design),
    {
      from: dayStart(zone, first),
      to: dayStart(zone, addDays(first, 7)),
      seed: FIRST_SEED,
      runInMs: RUN_IN_MS,
    },
    {
      line({ what, by }) {
        if (what === "fires" && by !== undefined) fired[by] = (fired[by] ?? 0) + 1;
      },
    },
  );
  return fired;
}
