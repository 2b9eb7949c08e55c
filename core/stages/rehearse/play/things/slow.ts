/** Things that are told a state and come to it after a time of their own: relays, locks, valves, plugs, thermostats. */
import type { Aspect } from "../../../../design/rows/automations-words";
import type { AfterPower } from "../../../../design/vocabulary";
import type { Value } from "../../../automations/engine/world";
import type { Around, Cause, StandIn } from "./stand-in";

/** From the message to the state, by what it is told, ms, typical. A valve is by its kind. */
export const DELAY_MS: Readonly<Partial<Record<Aspect, number>>> = {
  on: 150,
  running: 300,
  locked: 1500,
  armed: 500,
  target: 400,
  open: 8000,
};
const OTHERS_MS = 300;

/** An electrothermal actuator opens and shuts in 3 to 5 minutes, and shuts without current (docs/model.md §10). */
export const ACTUATOR_MS = 4 * 60_000;

/**
 * @param openMs how long it takes to open and to shut, where it does
 * @param comesBack whether what it switches is on once its supply is back; as it was where absent
 * @param shutsUnfed an actuator that a spring shuts in its own time once nothing holds it open
 */
export function slow(
  around: Around,
  first: ReadonlyMap<Aspect, Value>,
  openMs: number = DELAY_MS.open!,
  comesBack: AfterPower = "as before",
  shutsUnfed = false,
): StandIn {
  const state = new Map(first);
  const pending = new Map<Aspect, () => void>();
  const come = (aspect: Aspect, value: Value, ms: number, because: Cause | undefined) =>
    void pending.set(
      aspect,
      around.after(ms, () => {
        pending.delete(aspect);
        if (state.get(aspect) === value) return;
        state.set(aspect, value);
        around.is(aspect, value, because);
      }),
    );
  return {
    told(aspect, value, _overMs, because) {
      pending.get(aspect)?.();
      come(aspect, value, aspect === "open" ? openMs : (DELAY_MS[aspect] ?? OTHERS_MS), because);
    },
    cut() {
      for (const off of pending.values()) off();
      pending.clear();
      if (shutsUnfed && state.get("open") === true) come("open", false, openMs, undefined);
      return [];
    },
    back(because) {
      // What was on its way to shut is warm again before it has.
      if (shutsUnfed) pending.get("open")?.();
      const to = comesBack === "on";
      if (comesBack === "as before" || !state.has("on") || state.get("on") === to) return;
      state.set("on", to);
      around.is("on", to, because);
    },
    value: (aspect) => state.get(aspect),
  };
}
