/**
 * A place that is not decided yet, a bed that may stand at three walls: radio on cells, radio on mains, or
 * a spare drop to each place.
 */
import type { Design } from "../../../design/collections";
import type { Working } from "../../../desk/working";
import { settingsOf } from "../settings";
import { cableBan, cableCost } from "../site";
import { counted } from "../../../design/words";

export interface Undecided {
  /** Places it may come to. */
  places: number;
  /** Extra price of a device on radio and cells over a wired one, and its cells a year. */
  radioMore: number;
  cellsYearly: number;
  /** Chance that it is moved once more later, in %. */
  moveAgainPct: number;
  kind: string;
  room?: string;
}

export interface Way {
  name: "radio on cells" | "a spare drop to each place" | "one drop to the likeliest place";
  cost: number;
  text: string;
  ok: boolean;
}

export interface UndecidedAdvice {
  verdict: string;
  ways: Way[];
  working: Working;
}

/** A drop after the walls are closed costs so many times what it costs before: chasing, filling, painting. */
export const LATER_FACTOR = 8;

/** Ways to leave it open, cheapest first among those that can be. */
export function adviseUndecided(
  design: Design,
  { places, radioMore, cellsYearly, moveAgainPct, kind, room }: Undecided,
): UndecidedAdvice {
  const settings = settingsOf(design);
  const cable = cableCost(design, kind);
  const drop = cable.buy + cable.hours * settings.labourRate;
  const ban = room === undefined ? undefined : cableBan(design, room);
  // One drop: right with a chance of one in `places`, and wrong again when it is moved.
  const wrong = 1 - (1 / places) * (1 - moveAgainPct / 100);
  const { currency } = design.design;
  const m = (value: number) => `${value.toFixed(2)} ${currency}`;
  const ways: Way[] = [
    {
      name: "radio on cells",
      cost: radioMore + cellsYearly * settings.years,
      ok: true,
      text: "Goes wherever it ends up, and wants cells",
    },
    {
      name: "a spare drop to each place",
      cost: places * drop,
      ok: !ban,
      text: ban
        ? `No new cable may be laid there (${ban})`
        : `${counted(places, "drop")} now; those not used end behind a blank plate, labelled and in the schedule as spare`,
    },
    {
      name: "one drop to the likeliest place",
      cost: drop + wrong * LATER_FACTOR * drop,
      ok: !ban,
      text: ban
        ? `No new cable may be laid there (${ban})`
        : `Right one time in ${places}; else a drop through finished walls, at ${LATER_FACTOR} times the cost`,
    },
  ];
  ways.sort((a, b) => Number(b.ok) - Number(a.ok) || a.cost - b.cost);
  const [best] = ways;
  return {
    ways,
    verdict: `Plan ${best!.name}: ${m(best!.cost)} over ${settings.years} years`,
    working: {
      title: "One drop to the likeliest place",
      value: drop + wrong * LATER_FACTOR * drop,
      unit: currency,
      verdict: "none",
      steps: [
        {
          formula: "A drop now",
          with: `cable ${m(cable.buy)}, ${cable.hours.toFixed(2)} h at ${settings.labourRate}/h`,
          gives: m(drop),
          source: cable.source,
        },
        {
          formula: "Chance that it is the wrong place",
          with: `1 − 1 ÷ ${places} × (1 − ${moveAgainPct} %)`,
          gives: `${(wrong * 100).toFixed(0)} %`,
          source: "",
        },
        {
          formula: "A drop later",
          with: `${LATER_FACTOR} × ${m(drop)}`,
          gives: m(LATER_FACTOR * drop),
          source: "typical",
        },
        {
          formula: "Now + chance × later",
          with: `${m(drop)} + ${(wrong * 100).toFixed(0)} % × ${m(LATER_FACTOR * drop)}`,
          gives: m(drop + wrong * LATER_FACTOR * drop),
          source: "",
        },
      ],
    },
  };
}
