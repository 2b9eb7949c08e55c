/** A lamp: on, off, and a level that it comes to by a ramp from where it actually is (docs/model.md §10). */
import type { Aspect } from "../../../../design/rows/automations-words";
import type { AfterPower } from "../../../../design/vocabulary";
import type { Value } from "../../../automations/engine/world";
import type { Around, Cause, StandIn } from "./stand-in";

/** From the message to the light, typical. */
export const LAMP_DELAY_MS = 150;

/**
 * @param dims a lamp that only goes on and off has no levels
 * @param comesBack once its supply is back: at full, as most with a radio or on a bus do until told otherwise; dark; or as it was
 */
export function lamp(around: Around, dims: boolean, comesBack: AfterPower = "off"): StandIn {
  const also = new Map<Aspect, Value>();
  const tints = new Map<Aspect, () => void>();
  let on = false;
  /** What it is at, or comes to when it goes on. */
  let level = 100;
  let said: number | undefined;
  /** It was lit when its supply went. */
  let wasOn = false;
  let ramp: { from: number; to: number; begin: number; ms: number } | undefined;
  let off = () => {};

  const levelNow = (): number => {
    if (!on) return 0;
    if (!ramp) return level;
    const share = ramp.ms ? Math.min(1, (around.now() - ramp.begin) / ramp.ms) : 1;
    return ramp.from + (ramp.to - ramp.from) * share;
  };
  const stop = () => {
    off();
    off = () => {};
    if (ramp && on) level = Math.max(1, levelNow());
    ramp = undefined;
  };
  const turn = (to: boolean, because: Cause | undefined) => {
    if (on === to) return;
    on = to;
    around.is("on", to, because);
  };

  const say = (now: number, because: Cause | undefined) => {
    if (now === said) return;
    said = now;
    around.is("level", now, because);
  };

  return {
    told(aspect, value, overMs, because) {
      if (aspect !== "on" && aspect !== "level") {
        // Beside what it is at: a tint that is told does not call its light off.
        tints.get(aspect)?.();
        tints.set(
          aspect,
          around.after(LAMP_DELAY_MS, () => {
            also.set(aspect, value);
            around.is(aspect, value, because);
          }),
        );
        return;
      }
      const from = levelNow();
      stop();
      const to = aspect === "on" ? (value === true ? level : 0) : Number(value);
      if (!dims || aspect === "on" || !overMs) {
        off = around.after(LAMP_DELAY_MS, () => {
          if (to > 0) level = to;
          turn(to > 0, because);
          if (dims && to > 0) say(level, because);
        });
        return;
      }
      off = around.after(LAMP_DELAY_MS, () => {
        ramp = { from, to, begin: around.now(), ms: overMs };
        if (to > 0) turn(true, because);
        off = around.after(overMs, () => {
          ramp = undefined;
          if (to > 0) level = to;
          turn(to > 0, because);
          say(to, because);
        });
      });
    },
    cut() {
      for (const call of tints.values()) call();
      tints.clear();
      stop();
      wasOn ||= on;
      const lit = on;
      on = false;
      return lit ? [["on", false]] : [];
    },
    back(because) {
      const again = comesBack === "on" || (comesBack === "as before" && wasOn);
      wasOn = false;
      if (!again) return;
      if (comesBack === "on") level = 100;
      turn(true, because);
      if (dims) say(level, because);
    },
    value: (aspect) =>
      aspect === "on" ? on : aspect === "level" ? (dims ? levelNow() : undefined) : also.get(aspect),
  };
}
