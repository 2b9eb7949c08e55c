/**
 * The sample houses for unit tests: each is made once and shared, and frozen, so that no test depends on what another
 * one did to it. What is computed from them is shared too.
 */
import type { Design } from "../../core/design/collections";
import { larkspurWeir as makeLarkspurWeir } from "../../demo/larkspur-weir";
import { ropewalkCourt as makeRopewalkCourt } from "../../demo/ropewalk-court";
import { faultyHouse as makeFaultyHouse } from "./faulty-house";

function frozen<T>(value: T): T {
  if (typeof value === "object" && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(frozen);
  }
  return value;
}

function once(make: () => Design): () => Design {
  let made: Design | undefined;
  return () => (made ??= frozen(make()));
}

export const larkspurWeir = once(makeLarkspurWeir);
export const ropewalkCourt = once(makeRopewalkCourt);
/** The house with one fault of every sort. */
export const faultyHouse = once(makeFaultyHouse);

const withoutSentences = (design: Design): Design => ({ ...design, automations: [] });
/** The same without automations, whose checks take most of the time: for tests of what carries findings about. */
export const unspokenHouse = once(() => withoutSentences(makeLarkspurWeir()));
export const unspokenFaultyHouse = once(() => withoutSentences(makeFaultyHouse()));
