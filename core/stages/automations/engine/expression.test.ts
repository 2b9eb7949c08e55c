/** Numbers with units, and expressions of them. */
import fc from "fast-check";
import {
  evaluate,
  inUnit,
  namesIn,
  parseExpression,
  quantity,
  UNIT_NAMES,
  writeExpression,
  type Expression,
} from "./expression";

const NAMES = ["Evening level", "Evening level, low", "outside", "minimum"];
const VALUES: Readonly<Record<string, ReturnType<typeof quantity>>> = {
  "Evening level": quantity(40, "%"),
  outside: quantity(5, "°C"),
};
const of = (text: string, unit?: string) => {
  const result = evaluate(parseExpression(text, NAMES), (name) => VALUES[name]);
  return result && inUnit(result, unit);
};

test.each<[string, string | undefined, number]>([
  ["21", undefined, 21],
  ["21,5 °C", "°C", 21.5],
  ["90 s", "min", 1.5],
  ["1.5h", "min", 90],
  ["2 kWh ÷ 4 h", "W", 500],
  ["2 + 3 × 4", undefined, 14],
  ["(2 + 3) × 4", undefined, 20],
  ["10 − 4 − 3", undefined, 3],
  ["12 / 3 / 2", undefined, 2],
  ["evening level × 0.5", "%", 20],
  ["EVENING LEVEL - 10 %", "%", 30],
  ["outside + 2 K", "°C", 7],
  ["21 °C − outside", "K", 16],
  ["max(outside + 2 K, 18 °C)", "°C", 18],
  ["min(10 min; 300 s)", "min", 5],
  ["−5 °C", "°C", -5],
  ["-5 °C", "°F", 23],
  ["68 °F", "°C", 20],
  ["36 km/h", "m/s", 10],
  ["10 m / 5 s", "m/s", 2],
  ["−(2 + 3)", undefined, -5],
  ["300 lx / 100 lx", undefined, 3],
])("%s in %s is %f", (text, unit, value) => expect(of(text, unit)).toBeCloseTo(value, 9));

test.each([
  ["", "must have a number or a name here, and it ends there"],
  ["2 +", "must have a number or a name here, and it ends there"],
  ["2 3", "must have + − × ÷ here, or end, not “3”"],
  ["(2", "must close its bracket, and it ends there"],
  ["max(2 3)", "must close its bracket, not “3)”"],
  ["5 furlongs", "has a unit that is not known, not “furlongs”"],
  ["morning level", "must have a number or a name here, not “morning level”"],
  ["1 ".repeat(101), "must be at most 200 characters"],
  [`${"(".repeat(21)}1${")".repeat(21)}`, "has more than 20 brackets in one another"],
])("%j %s", (text, reason) => expect(() => parseExpression(text, NAMES)).toThrow(reason));

test.each([
  ["2 + 3 %", "cannot add something in % to a plain number"],
  ["20 °C + 2 °C", "cannot add two temperatures"],
  ["2 K − 20 °C", "cannot take a temperature from a difference of two"],
  ["20 °C × 2", "cannot multiply or divide a temperature"],
  ["2 ÷ (1 − 1)", "cannot divide by nothing"],
  ["min(2 %, 3 lx)", "cannot compare something in % with something in lx"],
  ["max(2 K, 3 °C)", "cannot compare something in K with a temperature"],
  ["−outside", "cannot take a temperature away from nothing"],
])("%j %s", (text, reason) => expect(() => of(text)).toThrow(reason));

test("what is not known makes the whole unknown, and wrong kinds are found all the same", () => {
  const unknown = (text: string) => evaluate(parseExpression(text, NAMES), () => undefined);
  expect(unknown("outside + 2 K")).toBeUndefined();
  expect(unknown("2 × minimum")).toBeUndefined();
  expect(unknown("max(1 %, outside)")).toBeUndefined();
  expect(() => unknown("max(1 %, 2 lx, outside)")).toThrow("cannot compare");
});

test("another kind is no number of that unit", () => {
  expect([of("2 K", "°C"), of("2 °C", "K"), of("2 lx", "%"), of("2 lx"), inUnit(quantity(2), "x")]).toEqual(
    Array(5).fill(undefined),
  );
  expect(() => quantity(2, "x")).toThrow("x is no unit");
});

test("the longest name is meant, and a name ends where its word does", () => {
  expect(namesIn(parseExpression("Evening level, low + 1", NAMES))).toEqual(["Evening level, low"]);
  // "min" opens a list only with its bracket; "minimum" is a name, and "outsider" is none.
  expect(namesIn(parseExpression("min(minimum, 2) + outside × outside", NAMES))).toEqual([
    "minimum",
    "outside",
  ]);
  expect(() => parseExpression("outsider", NAMES)).toThrow("must have a number");
});

test("every unit is read as itself", () => {
  for (const unit of UNIT_NAMES)
    expect(parseExpression(`3 ${unit}`)).toEqual({ is: "number", value: 3, unit });
});

const expressions = fc.letrec<{ any: Expression }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 4 },
    fc.record({
      is: fc.constant("number" as const),
      value: fc.integer({ min: 0, max: 999 }).map((value) => value / 10),
      unit: fc.constantFrom(...UNIT_NAMES),
    }),
    fc.record({ is: fc.constant("name" as const), name: fc.constantFrom(...NAMES) }),
    fc.record({ is: fc.constant("minus" as const), of: tie("any") }),
    fc.record({
      is: fc.constant("sum" as const),
      left: tie("any"),
      by: fc.constantFrom("+" as const, "−" as const),
      right: tie("any"),
    }),
    fc.record({
      is: fc.constant("product" as const),
      left: tie("any"),
      by: fc.constantFrom("×" as const, "÷" as const),
      right: tie("any"),
    }),
    fc.record({
      is: fc.constantFrom("min" as const, "max" as const),
      of: fc.array(tie("any"), { minLength: 1, maxLength: 3 }),
    }),
  ),
})).any;

test("written and read again it is the same", () => {
  fc.assert(
    fc.property(expressions, (expression) => {
      const text = writeExpression(expression);
      fc.pre(text.length <= 200);
      expect(parseExpression(text, NAMES)).toEqual(expression);
    }),
    { numRuns: 500 },
  );
});
