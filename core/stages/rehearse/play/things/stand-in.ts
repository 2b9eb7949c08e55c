/** A stand-in: what a thing does of what it is told, and how long it takes to. */
import type { Aspect } from "../../../../design/rows/automations-words";
import type { Value } from "../../../automations/engine/world";

/** A line of the log, and what the hub calls it, where it had to do with it. */
export interface Cause {
  line: number;
  engine?: number;
  /** The automation that commanded it. */
  by?: string;
}

/** What a stand-in sees of the world. */
export interface Around {
  /** Milliseconds. */
  now(): number;
  /** @returns calls it off */
  after(ms: number, what: () => void): () => void;
  /** It is so now, and says so. */
  is(aspect: Aspect, value: Value, because: Cause | undefined): void;
  /** A motor sets off. */
  moves(to: Value, because: Cause | undefined): void;
}

export interface StandIn {
  /** @param overMs a time to take, where one was said */
  told(aspect: Aspect, value: Value, overMs: number, because: Cause | undefined): void;
  /**
   * Its supply has gone: what it was at is over.
   * @returns what is seen to be otherwise by that alone: light that goes out, a motor that stops on its way
   */
  cut(): readonly (readonly [Aspect, Value])[];
  /** Its supply is back. */
  back?(because: Cause): void;
  value(aspect: Aspect): Value | undefined;
}
