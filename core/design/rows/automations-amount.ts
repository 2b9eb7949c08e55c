/** A value as it is said: a word, a number with its unit, or an expression of dials and readings. */
import { Choice, Many, Ref, Text } from "../fields";
import { ASPECTS, type Aspect } from "./automations-words";

/** What stands for $1, $2 … in an expression: a dial, or a reading of a thing. Neither where it has been removed. */
export class Reading {
  @Ref("dials", { optional: true }) dial?: string;
  @Ref("points", { optional: true }) point?: string;
  @Choice(ASPECTS, { optional: true }) aspect?: Aspect;
}

export class Amount {
  /** "40 %", "open", "max($1 + 2 K; 18 °C)": a word of the aspect, or an expression (core/stages/automations/engine/expression.ts). */
  @Text({ max: 200 }) say!: string;
  @Many(Reading, { optional: true }) of?: Reading[];
}
