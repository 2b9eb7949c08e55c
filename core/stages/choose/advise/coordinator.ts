/**
 * A coordinator with its own supply against one that is plugged into the hub: what goes on while the hub
 * restarts.
 */
import { round1 } from "../../../geometry/round";
import type { OptionRow } from "../../../design/rows/choose";
import type { Working } from "../../../desk/working";

export interface Restart {
  /** The hub is away, in minutes. */
  hubMin: number;
  /** Restarts a year: updates, power, hands. */
  perYear: number;
  /** Battery sensors that look for their network again, one after another. */
  batteryDevices: number;
}

/**
 * Minutes a network needs to be whole again once its coordinator is back: routers at once, sleepers as they
 * wake.
 */
export const REJOIN_MIN = 2;
const SLEEPER_MIN = 0.25;

export interface RestartAdvice {
  verdict: string;
  /** What each part does meanwhile: the same rows for both. */
  rows: { what: string; stick: string; standing: string }[];
  stickMin: number;
  standingMin: number;
  working: Working;
}

/** Minutes a year without the radio network, both ways. */
export function adviseCoordinator({ hubMin, perYear, batteryDevices }: Restart): RestartAdvice {
  const away = hubMin + REJOIN_MIN + batteryDevices * SLEEPER_MIN;
  const stickMin = away * perYear;
  return {
    stickMin,
    standingMin: 0,
    verdict:
      stickMin >= 60 || batteryDevices > 20
        ? "Take one with its own supply"
        : "A stick will do, if the hub is seldom restarted",
    rows: [
      {
        what: "The radio network",
        stick: `gone for ${hubMin} min, whole again ${round1(away - hubMin)} min later`,
        standing: "stays up: routers and sleepers notice nothing",
      },
      {
        what: "Direct links, control to device",
        stick: "work where both ends route for each other",
        standing: "work",
      },
      { what: "Automations", stick: `stop for ${hubMin} min`, standing: `stop for ${hubMin} min` },
      {
        what: "What sensors say meanwhile",
        stick: "lost; the next report is the first one heard",
        standing: "kept for a moment, then lost; states are asked for again",
      },
      {
        what: "Moving it to a better place",
        stick: "as far as its cable: keep it off the hub's ports, they are loud in its band",
        standing: "wherever a data cable ends",
      },
    ],
    working: {
      title: "Minutes a year without the radio network, by a stick",
      value: stickMin,
      unit: "min",
      verdict: "none",
      steps: [
        {
          formula: "Each restart: hub + whole again + sleepers",
          with: `${hubMin} min + ${REJOIN_MIN} min + ${batteryDevices} × ${SLEEPER_MIN} min`,
          gives: `${away.toFixed(1)} min`,
          source: "typical",
        },
        { formula: "× restarts a year", with: `${perYear}`, gives: `${stickMin.toFixed(0)} min`, source: "" },
        {
          formula: "With its own supply",
          with: "the coordinator does not restart",
          gives: "0 min",
          source: "",
        },
      ],
    },
  };
}

/** Does a controller keep its network when the hub it serves is off? */
export const standsAlone = (option: OptionRow) => option.controls?.standsAlone === true;
