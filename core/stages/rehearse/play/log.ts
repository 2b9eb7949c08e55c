/** What a rehearsal tells: a line for each thing that happens, with what it came of. */
import type { Value } from "../../automations/engine/world";
import type { Aspect } from "../../../design/rows/automations-words";

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
  /** Of a wall switch that is worked: where. */
  room?: string;
  value?: Value;
  /** Of what is told: what of the thing. */
  aspect?: Aspect;
  /** The automation that did it. */
  by?: string;
  /** The line before it in its chain; absent where the world did it. */
  because?: number;
}

/** What a line says beside its number and its time. */
export type Said = { [K in Exclude<keyof Line, "n" | "at" | "what">]?: Line[K] | undefined };

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
  /** All that was drawn. */
  kWh: number;
  /** Made by the house's own sun. */
  sunKWh: number;
  /** Drawn from the street. */
  boughtKWh: number;
  /** Let into rooms as heat. */
  heatKWh: number;
  /** Hours people were at home where it was neither too cold nor too warm for what they did. */
  comfortH: number;
  /** Hours × degrees by which it was. */
  discomfortKh: number;
}

export const NOTHING: Sums = {
  presses: 0,
  moves: 0,
  switchings: 0,
  fires: 0,
  unanswered: 0,
  kWh: 0,
  sunKWh: 0,
  boughtKWh: 0,
  heatKWh: 0,
  comfortH: 0,
  discomfortKh: 0,
};

export interface Annoyance {
  at: number;
  what:
    | "moved over a sleeper"
    | "lit a sleeper"
    | "woken by noise"
    | "light off on somebody"
    | "left in the dark"
    | "dark on a stair";
  /** Of the household. */
  who: string;
  room: string;
  /** The line it came of; absent where nothing happened and something should have. */
  because?: number;
}
