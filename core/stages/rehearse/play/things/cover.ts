/** A shade, a curtain, an awning, a gate: a motor with its travel time, that stops where it is told to turn round. */
import type { Aspect } from "../../../../design/rows/automations-words";
import type { Value } from "../../../automations/engine/world";
import type { Around, StandIn } from "./stand-in";

/** From the message to the motor, typical. */
export const MOTOR_DELAY_MS = 400;

/**
 * @param travelMs from shut to open
 * @param at where it stands at first, % open
 */
export function cover(around: Around, travelMs: number, at = 0): StandIn {
  const also = new Map<Aspect, Value>();
  let position = at;
  let run: { from: number; to: number; begin: number } | undefined;
  /** Calls the end of the way it is on off. */
  let halt = () => {};
  /** Messages on their way: one does not call off what was said after it. */
  const coming = new Set<() => void>();

  const positionNow = (): number => {
    if (!run) return position;
    const gone = ((around.now() - run.begin) / travelMs) * 100;
    const way = run.to - run.from;
    return Math.abs(way) <= gone ? run.to : run.from + Math.sign(way) * gone;
  };
  const stop = () => {
    halt();
    halt = () => {};
    position = positionNow();
    run = undefined;
  };

  return {
    told(aspect, value, _overMs, because) {
      if (aspect !== "position") {
        around.after(MOTOR_DELAY_MS, () => {
          also.set(aspect, value);
          around.is(aspect, value, because);
        });
        return;
      }
      const to = Math.min(100, Math.max(0, Number(value)));
      // It goes on as it does until the message has come.
      const turn = around.after(MOTOR_DELAY_MS, () => {
        coming.delete(turn);
        stop();
        if (Math.abs(position - to) < 0.5) {
          position = to;
          around.is("position", to, because);
          return;
        }
        around.moves(to, because);
        run = { from: position, to, begin: around.now() };
        halt = around.after((Math.abs(to - position) / 100) * travelMs, () => {
          position = to;
          run = undefined;
          around.is("position", to, because);
        });
      });
      coming.add(turn);
    },
    cut() {
      for (const turn of coming) turn();
      coming.clear();
      const moved = run !== undefined;
      stop();
      return moved ? [["position", Math.round(position)]] : [];
    },
    value: (aspect) => (aspect === "position" ? positionNow() : also.get(aspect)),
  };
}
