/** What a plug or relay may feed: current × mains voltage × the share that is planned for what hangs on it. */
import { LOAD_CLASSES, PLANNED_SHARE, type LoadClass } from "../loads";
import { verdictUnder, type Working } from "../../../desk/working";

/** Ratings plugs and relays are sold with. */
export const RATINGS_A = [10, 12, 13, 16] as const;

export interface Rating {
  amps: number;
  loadClass: LoadClass;
  /** Planned at most. */
  limitW: number;
  /** What its maker would let through. */
  ratedW: number;
}

/** Load that may be planned, in W. `amps` A of a contact at `mainsV` V. */
export const ratingOf = (amps: number, mainsV: number, loadClass: LoadClass): Rating => ({
  amps,
  loadClass,
  ratedW: amps * mainsV,
  limitW: amps * mainsV * PLANNED_SHARE[loadClass].share,
});

/** Every rating against every class of load. */
export const ratingTable = (mainsV: number): Rating[][] =>
  RATINGS_A.map((amps) => LOAD_CLASSES.map((loadClass) => ratingOf(amps, mainsV, loadClass)));

export interface RatingAdvice {
  /** The smallest rating that holds; absent where none does. */
  amps?: number;
  verdict: string;
  reasons: string[];
  working: Working;
}

/** Which rating a load asks for. */
export function adviseRating(loadW: number, mainsV: number, loadClass: LoadClass): RatingAdvice {
  const { share, why } = PLANNED_SHARE[loadClass];
  const amps = RATINGS_A.find((a) => ratingOf(a, mainsV, loadClass).limitW >= loadW);
  const limit = ratingOf(amps ?? RATINGS_A.at(-1)!, mainsV, loadClass);
  return {
    ...(amps === undefined ? {} : { amps }),
    verdict:
      amps === undefined
        ? `No plug holds ${loadW} W: a contactor that a licensed electrician fits, worked by the relay`
        : `${amps} A holds it: ${Math.round(limit.limitW)} W may be planned`,
    reasons: [
      `${share * 100} % of the rating: ${why}`,
      ...(loadClass === "heater"
        ? [
            "A heater that anything can switch on unattended is a fire risk: a thermostat and a tip switch of its own, and nothing in front of it",
          ]
        : []),
      ...(loadClass === "motor"
        ? [
            "A motor that starts unattended can hurt whoever stands at it: a hand restarts it after it was cut off",
          ]
        : []),
      ...(amps !== undefined && loadW > 0.9 * limit.limitW
        ? ["Within a tenth of what may be planned: the next size costs little"]
        : []),
    ],
    working: {
      title: "Load that may be planned",
      value: limit.limitW,
      unit: "W",
      limit: { value: loadW, unit: "W", source: "the load" },
      verdict: verdictUnder(loadW, limit.limitW),
      steps: [
        {
          formula: "Rating × mains",
          with: `${limit.amps} A × ${mainsV} V`,
          gives: `${limit.ratedW} W`,
          source: "rating plate",
        },
        {
          formula: "× planned share",
          with: `${share * 100} %: ${why}`,
          gives: `${Math.round(limit.limitW)} W`,
          source: "usual practice; local codes decide",
        },
      ],
    },
  };
}
