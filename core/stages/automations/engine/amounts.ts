/** What an amount comes to: a word of an aspect, a number in its unit, a dial, an expression of dials and readings. */
import type { Amount, Reading } from "../../../design/rows/automations-amount";
import type { Aspect } from "../../../design/rows/automations-words";
import { MEASURED, TWO } from "./aspects";
import {
  evaluate,
  ExpressionError,
  inUnit,
  parseExpression,
  quantity,
  type Expression,
  type Quantity,
} from "./expression";

export type Lookup = (reading: Reading) => Quantity | undefined;

const parsed = new WeakMap<Amount, Expression | null>();

const places = (count: number) => Array.from({ length: count }, (_, i) => `$${i + 1}`);

/** The expression that an amount says, read once; undefined where it is a word or not well formed. */
export function expressionIn(amount: Amount): Expression | undefined {
  let own = parsed.get(amount);
  if (own === undefined) {
    try {
      own = parseExpression(amount.say, places(amount.of?.length ?? 0));
    } catch (error) {
      if (!(error instanceof ExpressionError)) throw error;
      own = null;
    }
    parsed.set(amount, own);
  }
  return own ?? undefined;
}

/** A number in the unit of an aspect as a quantity. */
export const measured = (aspect: Aspect, value: number): Quantity => quantity(value, MEASURED[aspect]?.unit);

/** What goes by nothing is the same at every asking: worked out once. */
const constants = new WeakMap<Amount, { quantity?: Quantity }>();

/** Undefined where something it goes by is not known, or kinds do not fit together. */
export function quantityIn(amount: Amount, lookup: Lookup): Quantity | undefined {
  if (amount.of?.length) return reckoned(amount, lookup);
  let own = constants.get(amount);
  if (!own) {
    const quantity = reckoned(amount, lookup);
    constants.set(amount, (own = quantity ? { quantity } : {}));
  }
  return own.quantity;
}

function reckoned(amount: Amount, lookup: Lookup): Quantity | undefined {
  const expression = expressionIn(amount);
  if (!expression) return undefined;
  try {
    return evaluate(expression, (name) => {
      const reading = amount.of?.[Number(name.slice(1)) - 1];
      return reading && lookup(reading);
    });
  } catch (error) {
    if (error instanceof ExpressionError) return undefined;
    throw error;
  }
}

/** Seconds as milliseconds; undefined where it is no time. */
export function millisecondsIn(amount: Amount | undefined, lookup: Lookup): number | undefined {
  if (!amount) return undefined;
  if (amount.of?.length) return reckonedMs(amount, lookup);
  let own = constantMs.get(amount);
  if (!own) constantMs.set(amount, (own = { ms: reckonedMs(amount, lookup) }));
  return own.ms;
}

const constantMs = new WeakMap<Amount, { ms: number | undefined }>();

function reckonedMs(amount: Amount, lookup: Lookup): number | undefined {
  const own = quantityIn(amount, lookup);
  const seconds = own && inUnit(own, "s");
  return seconds === undefined ? undefined : Math.max(0, seconds * 1000);
}

/** What a thing is set to: yes or no, a number in its unit within its range, or a colour. */
export function valueIn(amount: Amount, aspect: Aspect, lookup: Lookup): AspectValue {
  if (amount.of?.length) return reckonedValue(amount, aspect, lookup);
  let own = constantValues.get(amount);
  // An amount stands in one place of one row: it is asked for one aspect.
  if (own?.aspect !== aspect)
    constantValues.set(amount, (own = { aspect, value: reckonedValue(amount, aspect, lookup) }));
  return own.value;
}

type AspectValue = boolean | number | string | undefined;
const constantValues = new WeakMap<Amount, { aspect: Aspect; value: AspectValue }>();

function reckonedValue(amount: Amount, aspect: Aspect, lookup: Lookup): AspectValue {
  const two = TWO[aspect];
  if (two) {
    const word = amount.say.toLowerCase();
    return word === two.yes ? true : word === two.no ? false : undefined;
  }
  if (aspect === "colour") return /^#[0-9a-f]{6}$/i.test(amount.say) ? amount.say.toLowerCase() : undefined;
  const { unit, words, min = -Infinity, max = Infinity } = MEASURED[aspect]!;
  const word = words?.[amount.say.toLowerCase()];
  if (word !== undefined) return word;
  const own = quantityIn(amount, lookup);
  if (!own) return undefined;
  const value = inUnit(own, unit);
  return value === undefined ? undefined : Math.min(max, Math.max(min, value));
}

/** A difference in the unit of an aspect: of temperatures, kelvins. */
export function differenceIn(amount: Amount, aspect: Aspect, lookup: Lookup): number | undefined {
  if (amount.of?.length) return reckonedDifference(amount, aspect, lookup);
  let own = constantDifferences.get(amount);
  if (own?.aspect !== aspect)
    constantDifferences.set(amount, (own = { aspect, value: reckonedDifference(amount, aspect, lookup) }));
  return own.value;
}

const constantDifferences = new WeakMap<Amount, { aspect: Aspect; value: number | undefined }>();

function reckonedDifference(amount: Amount, aspect: Aspect, lookup: Lookup): number | undefined {
  const unit = MEASURED[aspect]?.unit;
  const own = quantityIn(amount, lookup);
  if (!own) return undefined;
  return inUnit(own, unit === "°C" ? "K" : unit);
}

/** Text with its places filled in; what is not known says so. */
export const textIn = (amount: Amount, say: (reading: Reading) => string): string =>
  amount.say.replace(/\$\$|\$(\d+)/g, (whole, place?: string) =>
    place === undefined ? "$" : amount.of?.[Number(place) - 1] ? say(amount.of[Number(place) - 1]!) : whole,
  );
