/** What arrives at the far end, cable by cable: the list an electrician goes through from the worst down. */
import type { Design } from "../../design/collections";
import { dropsOf, type Drop } from "./drops";

/** A drop, and which part of its limit it uses: over 1 is over its limit. */
export interface Used {
  drop: Drop;
  used: number;
}

const worstFirst = (list: Used[]) => list.sort((a, b) => b.used - a.used);

/** Drops that bring low voltage, of treads on one supply the home run for all: voltage drop against its limit. */
export const lowVoltageUse = (design: Design): Used[] =>
  worstFirst(
    dropsOf(design).flatMap((drop) =>
      drop.load?.dropPct !== undefined && drop.load.limitPct && (!drop.group || drop.home)
        ? [{ drop, used: drop.load.dropPct / drop.load.limitPct }]
        : [],
    ),
  );

/** Coaxial cables and loudspeaker lines: loss against its limit, dB. */
export const signalUse = (design: Design): Used[] =>
  worstFirst(
    dropsOf(design).flatMap((drop) => (drop.loss ? [{ drop, used: drop.loss.db / drop.loss.limitDb }] : [])),
  );
