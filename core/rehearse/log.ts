/** What a rehearsal tells: a line for each thing that happens, with what it came of. */
import type { Value } from "../automation/engine/world";
import type { Aspect } from "../stages/automations/rows-words";

export interface Line {
  /** One more than that of the line before, from 1. */
  n: number;
  /** Milliseconds. */
  at: number;
  /**
   * What happens: an aspect of a thing that is another now ("position"), "fires", "told", "moves", "press", "by hand",
   * "arrives", "broken", "back", "no answer" …
   */
  what: string;
  /** The point concerned. */
  point?: string;
  value?: Value;
  /** Of what is told: what of the thing. */
  aspect?: Aspect;
  /** The automation that did it. */
  by?: string;
  /** The line before it in its chain; absent where the world did it. */
  because?: number;
}

export interface Sums {
  /** Of keys and wall switches, by hand. */
  presses: number;
  /** Times a motor set off. */
  moves: number;
  /** Times something went on or off. */
  switchings: number;
  fires: number;
  /** Commands that nothing answered. */
  unanswered: number;
  kWh: number;
}

export interface Annoyance {
  at: number;
  what: "moved over a sleeper" | "lit a sleeper" | "light off on somebody" | "left in the dark";
  /** Of the household. */
  who: string;
  room: string;
  /** The line it came of; absent where nothing happened and something should have. */
  because?: number;
}
