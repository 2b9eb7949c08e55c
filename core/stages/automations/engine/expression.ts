/**
 * Numbers with units, and simple expressions of them, as they may stand in a sentence: "21 °C", "evening level × 0.5",
 * "max(outside + 2 K, 18 °C)". Dials, readings and flags are named by what the household calls them.
 *
 *     sum     = product { ("+" | "−") product }
 *     product = part { ("×" | "÷") part }
 *     part    = number [unit] | name | "−" part | "(" sum ")" | ("min" | "max") "(" sum { "," sum } ")"
 *
 * Units are checked as physics does: what is added is of one kind, a temperature and a difference of two are told apart.
 */

/** Powers of the bases a unit is made of. */
type Dimension = Readonly<Partial<Record<"s" | "K" | "lx" | "W" | "m" | "%" | "Pa" | "ppm" | "deg", number>>>;

interface Unit {
  /** What one of it is in its bases: seconds, kelvins, lux, watts, metres, percent, pascals, parts in a million, degrees. */
  factor: number;
  dimension: Dimension;
  /** A point on a scale with a zero of its own, and where that zero lies: temperatures as people say them. */
  zero?: number;
}

const TIME = { s: 1 };
const LENGTH = { m: 1 };
const SPEED = { m: 1, s: -1 };
const ENERGY = { W: 1, s: 1 };

const UNITS: Readonly<Record<string, Unit>> = {
  ms: { factor: 0.001, dimension: TIME },
  s: { factor: 1, dimension: TIME },
  min: { factor: 60, dimension: TIME },
  h: { factor: 3600, dimension: TIME },
  d: { factor: 86_400, dimension: TIME },
  "%": { factor: 1, dimension: { "%": 1 } },
  lx: { factor: 1, dimension: { lx: 1 } },
  W: { factor: 1, dimension: { W: 1 } },
  kW: { factor: 1000, dimension: { W: 1 } },
  Wh: { factor: 3600, dimension: ENERGY },
  kWh: { factor: 3.6e6, dimension: ENERGY },
  mm: { factor: 0.001, dimension: LENGTH },
  cm: { factor: 0.01, dimension: LENGTH },
  m: { factor: 1, dimension: LENGTH },
  ft: { factor: 0.3048, dimension: LENGTH },
  "m/s": { factor: 1, dimension: SPEED },
  "km/h": { factor: 1 / 3.6, dimension: SPEED },
  mph: { factor: 0.447_04, dimension: SPEED },
  K: { factor: 1, dimension: { K: 1 } },
  "°C": { factor: 1, dimension: { K: 1 }, zero: 273.15 },
  "°F": { factor: 5 / 9, dimension: { K: 1 }, zero: 459.67 * (5 / 9) },
  Pa: { factor: 1, dimension: { Pa: 1 } },
  hPa: { factor: 100, dimension: { Pa: 1 } },
  ppm: { factor: 1, dimension: { ppm: 1 } },
  "°": { factor: 1, dimension: { deg: 1 } },
};

/** Units that may be written, the longest first, so that "km/h" is not read as "k". */
export const UNIT_NAMES: readonly string[] = Object.keys(UNITS).sort((a, b) => b.length - a.length);

/** A number in its bases, with what it is of. */
export interface Quantity {
  value: number;
  dimension: Dimension;
  /** A point on a scale: a temperature, where a difference of two is none. */
  point: boolean;
}

export type Expression =
  | { is: "number"; value: number; unit?: string }
  | { is: "name"; name: string }
  | { is: "minus"; of: Expression }
  | { is: "sum"; left: Expression; by: "+" | "−"; right: Expression }
  | { is: "product"; left: Expression; by: "×" | "÷"; right: Expression }
  | { is: "min"; of: readonly Expression[] }
  | { is: "max"; of: readonly Expression[] };

/** What is wrong, in a sentence that goes on from the field's name, and where in the text. */
export class ExpressionError extends Error {
  constructor(
    reason: string,
    readonly at: number,
  ) {
    super(reason);
  }
}

/** So deep may brackets stand in one another, and so long may one be: nobody reads more. */
const [MOST_DEEP, MOST_LONG] = [20, 200];

/**
 * @param names what may be named, as the household calls it
 * @throws ExpressionError
 */
export function parseExpression(text: string, names: readonly string[] = []): Expression {
  if (text.length > MOST_LONG)
    throw new ExpressionError(`must be at most ${MOST_LONG} characters`, MOST_LONG);
  const known = [...names].sort((a, b) => b.length - a.length);
  let at = 0;
  let deep = 0;
  const skip = () => {
    while (/\s/.test(text[at] ?? "")) at += 1;
  };
  const take = (signs: string): string | undefined => {
    skip();
    const sign = text[at];
    if (sign === undefined || !signs.includes(sign)) return undefined;
    at += 1;
    return sign;
  };
  const fail = (reason: string): never => {
    throw new ExpressionError(reason, at);
  };
  const rest = () =>
    text.slice(at).trim() ? `, not “${text.slice(at).trim().slice(0, 20)}”` : ", and it ends there";

  function sum(): Expression {
    let left = product();
    for (let sign = take("+-−"); sign; sign = take("+-−"))
      left = { is: "sum", left, by: sign === "+" ? "+" : "−", right: product() };
    return left;
  }
  function product(): Expression {
    let left = part();
    for (let sign = take("*×/÷"); sign; sign = take("*×/÷"))
      left = { is: "product", left, by: sign === "*" || sign === "×" ? "×" : "÷", right: part() };
    return left;
  }
  function part(): Expression {
    deep += 1;
    if (deep > MOST_DEEP) fail(`has more than ${MOST_DEEP} brackets in one another`);
    const own = one();
    deep -= 1;
    return own;
  }
  function one(): Expression {
    if (take("-−")) return { is: "minus", of: part() };
    if (take("(")) {
      const inner = sum();
      if (!take(")")) fail(`must close its bracket${rest()}`);
      return inner;
    }
    skip();
    const tail = text.slice(at);
    const low = tail.toLowerCase();
    const called = known.find(
      (name) => low.startsWith(name.toLowerCase()) && !/^[\p{L}\p{N}]/u.test(tail.slice(name.length)),
    );
    if (called !== undefined) {
      at += called.length;
      return { is: "name", name: called };
    }
    const least = /^(min|max)\s*\(/i.exec(tail);
    if (least) {
      at += least[0].length;
      const of = [sum()];
      while (take(",;")) of.push(sum());
      if (!take(")")) fail(`must close its bracket${rest()}`);
      return { is: least[1]!.toLowerCase() as "min" | "max", of };
    }
    // A comma between figures is a decimal one; between two numbers of a list a space or a semicolon follows it.
    const number = /^\d+(?:[.,]\d+)?/.exec(tail);
    if (!number) return fail(`must have a number or a name here${rest()}`);
    at += number[0].length;
    skip();
    const after = text.slice(at);
    const unit = UNIT_NAMES.find(
      (name) => after.startsWith(name) && !/^[\p{L}\p{N}]/u.test(after.slice(name.length)),
    );
    if (unit !== undefined) at += unit.length;
    else if (/^[\p{L}°%]/u.test(after)) fail(`has a unit that is not known${rest()}`);
    return {
      is: "number",
      value: Number(number[0].replace(",", ".")),
      ...(unit === undefined ? {} : { unit }),
    };
  }

  const whole = sum();
  skip();
  if (at < text.length) fail(`must have + − × ÷ here, or end${rest()}`);
  return whole;
}

/** A number and its unit as a quantity. */
export function quantity(value: number, unit?: string): Quantity {
  if (unit === undefined) return { value, dimension: {}, point: false };
  const own = UNITS[unit];
  if (!own) throw new RangeError(`${unit} is no unit that is known.`);
  return {
    value: value * own.factor + (own.zero ?? 0),
    dimension: own.dimension,
    point: own.zero !== undefined,
  };
}

/** Of one kind: what can be added and compared. */
export const sameKind = (a: Dimension, b: Dimension) =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].every(
    (base) => (a[base as keyof Dimension] ?? 0) === (b[base as keyof Dimension] ?? 0),
  );

function combined(a: Dimension, b: Dimension, sign: 1 | -1): Dimension {
  const bases = new Set([...Object.keys(a), ...Object.keys(b)] as (keyof Dimension)[]);
  return Object.fromEntries(
    [...bases]
      .map((base) => [base, (a[base] ?? 0) + sign * (b[base] ?? 0)] as const)
      .filter(([, power]) => power !== 0),
  );
}

/** What a quantity is of, in words. */
function kindOf({ dimension, point }: Quantity): string {
  if (point) return "a temperature";
  if (!Object.keys(dimension).length) return "a plain number";
  const unit = Object.entries(UNITS).find(
    ([, own]) => own.zero === undefined && sameKind(own.dimension, dimension),
  );
  return unit ? `something in ${unit[0]}` : "a product of units";
}

/**
 * What an expression comes to.
 *
 * @param values of the names; undefined where one is not known now
 * @returns undefined where something named is not known
 * @throws ExpressionError where kinds do not fit together, or something is divided by nothing
 */
export function evaluate(
  expression: Expression,
  values: (name: string) => Quantity | undefined = () => undefined,
): Quantity | undefined {
  const fail = (reason: string): never => {
    throw new ExpressionError(reason, 0);
  };
  switch (expression.is) {
    case "number":
      return quantity(expression.value, expression.unit);
    case "name":
      return values(expression.name);
    case "minus": {
      const { of } = expression;
      // A temperature below nought is one: its figure is turned round, not its distance from the coldest there is.
      if (of.is === "number") return quantity(-of.value, of.unit);
      const own = evaluate(of, values);
      if (own?.point) fail("cannot take a temperature away from nothing");
      return own && { ...own, value: -own.value };
    }
    case "min":
    case "max": {
      const own = expression.of.map((one) => evaluate(one, values));
      const known = own.filter((one) => one !== undefined);
      for (const one of known)
        if (!sameKind(one.dimension, known[0]!.dimension) || one.point !== known[0]!.point)
          fail(`cannot compare ${kindOf(known[0]!)} with ${kindOf(one)}`);
      if (known.length < own.length) return undefined;
      const pick = expression.is === "min" ? Math.min : Math.max;
      return { ...known[0]!, value: pick(...known.map(({ value }) => value)) };
    }
    case "sum": {
      const [left, right] = [evaluate(expression.left, values), evaluate(expression.right, values)];
      if (!left || !right) return undefined;
      if (!sameKind(left.dimension, right.dimension))
        return fail(`cannot add ${kindOf(right)} to ${kindOf(left)}`);
      const sign = expression.by === "+" ? 1 : -1;
      const points = Number(left.point) + sign * Number(right.point);
      if (points < 0) return fail("cannot take a temperature from a difference of two");
      if (points > 1) return fail("cannot add two temperatures: one of them must be a difference, in K");
      return { value: left.value + sign * right.value, dimension: left.dimension, point: points === 1 };
    }
    case "product": {
      const [left, right] = [evaluate(expression.left, values), evaluate(expression.right, values)];
      if (!left || !right) return undefined;
      if (left.point || right.point) return fail("cannot multiply or divide a temperature");
      const times = expression.by === "×";
      if (!times && right.value === 0) return fail("cannot divide by nothing");
      return {
        value: times ? left.value * right.value : left.value / right.value,
        dimension: combined(left.dimension, right.dimension, times ? 1 : -1),
        point: false,
      };
    }
  }
}

/** A quantity as a number in a unit; undefined where it is of another kind. */
export function inUnit({ value, dimension, point }: Quantity, unit?: string): number | undefined {
  if (unit === undefined) return Object.keys(dimension).length ? undefined : value;
  const own = UNITS[unit];
  if (!own || !sameKind(own.dimension, dimension) || (own.zero !== undefined) !== point) return undefined;
  return (value - (own.zero ?? 0)) / own.factor;
}

/** All that an expression names, each once, in the order it does. */
export function namesIn(expression: Expression): readonly string[] {
  const all = new Set<string>();
  const walk = (one: Expression): void => {
    if (one.is === "name") all.add(one.name);
    else if (one.is === "minus") walk(one.of);
    else if (one.is === "sum" || one.is === "product") {
      walk(one.left);
      walk(one.right);
    } else if (one.is !== "number") one.of.forEach(walk);
  };
  walk(expression);
  return [...all];
}

const rank = (one: Expression) => (one.is === "sum" ? 0 : one.is === "product" ? 1 : 2);

/** As it is written, with no more brackets than it needs; read again, it is the same. */
export function writeExpression(expression: Expression): string {
  const within = (one: Expression, least: number) =>
    rank(one) < least ? `(${writeExpression(one)})` : writeExpression(one);
  switch (expression.is) {
    case "number":
      return expression.unit === undefined
        ? String(expression.value)
        : `${expression.value} ${expression.unit}`;
    case "name":
      return expression.name;
    case "minus":
      return `−${within(expression.of, 2)}`;
    case "min":
    case "max":
      return `${expression.is}(${expression.of.map(writeExpression).join("; ")})`;
    case "sum":
      return `${within(expression.left, 0)} ${expression.by} ${within(expression.right, 1)}`;
    case "product":
      return `${within(expression.left, 1)} ${expression.by} ${within(expression.right, 2)}`;
  }
}
