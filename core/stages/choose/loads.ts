/** How much load a contact or a dimmer may be planned for. */
import type { OptionRow, WantFunction } from "../../design/rows/choose";

export const LOAD_CLASSES = ["resistive", "electronic", "motor", "heater"] as const;
export type LoadClass = (typeof LOAD_CLASSES)[number];

/**
 * Share of a contact's rating that is planned, by what hangs on it. Continuous load to 80 %; lamps and
 * supplies with capacitors pull many times their current when switched on; motors pull several times theirs
 * and weld contacts when they are cut off; heaters run for hours at full load.
 */
export const PLANNED_SHARE: Readonly<Record<LoadClass, { share: number; why: string }>> = {
  resistive: { share: 0.8, why: "continuous load to 80 % of the rating" },
  electronic: { share: 0.5, why: "capacitors pull many times the current at switch-on" },
  motor: { share: 0.5, why: "starting current, and an arc when it is cut off" },
  heater: { share: 0.7, why: "hours at full load warm the contact" },
};

/** What a function's load is taken for where nobody has said. */
export const loadClassOf = (fn: WantFunction): LoadClass =>
  fn === "light" ? "electronic" : fn === "fixed load" ? "motor" : "resistive";

/**
 * Load in W that may be planned on an option, with where the limit comes from; undefined where it has no
 * rating.
 * A dimmer is planned to its LED rating, or to half of what is printed for incandescent load; a contact to
 * its share.
 */
export function plannedW(
  option: OptionRow,
  mainsV: number,
  loadClass: LoadClass,
): { limitW: number; source: string } | undefined {
  const ratings = option.ratings;
  if (!ratings || option.kind === "lamp") return undefined;
  if (ratings.ledW !== undefined && loadClass === "electronic")
    return { limitW: ratings.ledW, source: "its LED rating" };
  if (option.can.includes("dim") && ratings.maxW !== undefined)
    return { limitW: ratings.maxW / 2, source: "half of its incandescent rating" };
  if (ratings.amps !== undefined) {
    const { share } = PLANNED_SHARE[loadClass];
    return {
      limitW: ratings.amps * mainsV * share,
      source: `${share * 100} % of ${ratings.amps} A at ${mainsV} V`,
    };
  }
  return ratings.maxW === undefined
    ? undefined
    : {
        limitW: ratings.maxW * PLANNED_SHARE[loadClass].share,
        source: `${PLANNED_SHARE[loadClass].share * 100} % of ${ratings.maxW} W`,
      };
}
