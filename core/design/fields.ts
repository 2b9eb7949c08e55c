/**
 * Field decorators for row classes. Each one says once what a field may hold;
 * class-validator enforces it, and the list kept here gives the field order of
 * the project file, its JSON Schema, the references between rows and the
 * columns of a form. There is no second description of a row anywhere.
 */
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  ValidateNested,
} from "class-validator";

import { isText } from "./text";

export type RowClass = new () => object;
export type NestedChoice = { by: string; classes: Record<string, RowClass> };

export interface Field {
  name: string;
  kind:
    | "text"
    | "number"
    | "integer"
    | "flag"
    | "choice"
    | "ref"
    | "refs"
    | "xy"
    | "integers"
    | "one"
    | "many"
    | "texts";
  optional: boolean;
  unit?: string;
  min?: number;
  max?: number;
  pattern?: RegExp;
  choices?: readonly string[];
  /** Collection whose row ids this field holds. */
  to?: string;
  /** Least and greatest number of entries, for lists and paths. */
  least?: number;
  most?: number;
  nested?: RowClass | NestedChoice;
}

type Options = Partial<Pick<Field, "optional" | "unit" | "min" | "max" | "least" | "most" | "pattern">>;

const fieldsOf = new WeakMap<object, Field[]>();

/** The fields of a row class, in the order they were declared. */
export function fields(row: RowClass): readonly Field[] {
  return fieldsOf.get(row.prototype) ?? [];
}

export const ID_PATTERN = /^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$/;
const ID_RULE = "must be a short id of letters, digits, - and _ (40 at most)";

function declare(
  field: Omit<Field, "name" | "optional">,
  options: Options,
  checks: PropertyDecorator[],
): PropertyDecorator {
  return (target, key) => {
    const list = fieldsOf.get(target) ?? [];
    list.push({ ...field, ...options, name: String(key), optional: options.optional ?? false });
    fieldsOf.set(target, list);
    // Listed from the narrowest to the type itself; the type is what should be said first.
    for (const check of [...checks].reverse()) check(target, key);
    if (options.optional) IsOptional()(target, key);
  };
}

/** A row's own id. */
export const Id = () =>
  declare({ kind: "text", pattern: ID_PATTERN }, {}, [
    Matches(ID_PATTERN, { message: `$property ${ID_RULE}` }),
  ]);

/** Half a pair of characters, or a zero, is no text: no database takes it. */
const WellFormed = (each = false) =>
  ValidateBy(
    {
      name: "wellFormed",
      validator: {
        validate: (value) => typeof value !== "string" || isText(value),
        defaultMessage: () => "$property must be whole characters: one of them is cut in half",
      },
    },
    { each },
  );

/** Text of 1 to `max` characters (200 unless said). */
export function Text(options: Options = {}) {
  const max = options.max ?? 200;
  const checks = [
    MaxLength(max, { message: `$property must be at most ${max} characters` }),
    MinLength(options.min ?? 1, { message: "$property must not be empty" }),
    IsString({ message: "$property must be text" }),
  ];
  checks.unshift(WellFormed());
  if (options.pattern) checks.unshift(Matches(options.pattern, { message: `$property has the wrong form` }));
  return declare({ kind: "text" }, { ...options, max }, checks);
}

/** A finite number within [min, max], in the given unit. */
export function Num(options: Options = {}) {
  const unit = options.unit ? ` ${options.unit}` : "";
  const checks = [];
  if (options.max !== undefined)
    checks.push(Max(options.max, { message: `$property must be at most ${options.max}${unit}` }));
  if (options.min !== undefined)
    checks.push(Min(options.min, { message: `$property must be at least ${options.min}${unit}` }));
  checks.push(IsNumber({ allowNaN: false, allowInfinity: false }, { message: "$property must be a number" }));
  return declare({ kind: "number" }, options, checks);
}

/** A whole number within [min, max]. */
export function Whole(options: Options = {}) {
  const checks = [];
  if (options.max !== undefined)
    checks.push(Max(options.max, { message: `$property must be at most ${options.max}` }));
  if (options.min !== undefined)
    checks.push(Min(options.min, { message: `$property must be at least ${options.min}` }));
  checks.push(IsInt({ message: "$property must be a whole number" }));
  return declare({ kind: "integer" }, options, checks);
}

export const Flag = (options: Options = {}) =>
  declare({ kind: "flag" }, options, [IsBoolean({ message: "$property must be true or false" })]);

export const Choice = (choices: readonly string[], options: Options = {}) =>
  declare({ kind: "choice", choices }, options, [
    IsIn(choices, { message: `$property must be one of ${choices.join(", ")}` }),
  ]);

/** The id of a row of another collection. */
export const Ref = (to: string, options: Options = {}) =>
  declare({ kind: "ref", to }, options, [Matches(ID_PATTERN, { message: `$property ${ID_RULE}` })]);

/** A list of ids of rows of another collection. */
export const Refs = (to: string, options: Options = {}) =>
  declare({ kind: "refs", to }, options, [
    Matches(ID_PATTERN, { each: true, message: `$property must hold ids only` }),
    ArrayMaxSize(500, { message: "$property must have at most 500 entries" }),
    IsArray({ message: "$property must be a list" }),
  ]);

export const Texts = (options: Options = {}) =>
  declare({ kind: "texts" }, options, [
    WellFormed(true),
    MaxLength(80, { each: true, message: "$property must hold texts of at most 80 characters" }),
    IsString({ each: true, message: "$property must hold texts only" }),
    ArrayMaxSize(50, { message: "$property must have at most 50 entries" }),
    IsArray({ message: "$property must be a list" }),
  ]);

/** A list of words, each one of `choices`, none twice. */
export const Choices = (choices: readonly string[], options: Options = {}) =>
  declare({ kind: "texts", choices }, options, [
    IsIn(choices, { each: true, message: `$property must hold only ${choices.join(", ")}` }),
    ArrayUnique({ message: "$property must not name anything twice" }),
    ArrayMaxSize(50, { message: "$property must have at most 50 entries" }),
    IsArray({ message: "$property must be a list" }),
  ]);

export const Integers = (options: Options & { min: number; max: number }) =>
  declare({ kind: "integers" }, options, [
    Max(options.max, { each: true, message: `$property must hold numbers up to ${options.max}` }),
    Min(options.min, { each: true, message: `$property must hold numbers from ${options.min}` }),
    IsInt({ each: true, message: "$property must hold whole numbers only" }),
    ArrayMinSize(options.least ?? 0, { message: `$property must have at least ${options.least} entries` }),
    ArrayMaxSize(50, { message: "$property must have at most 50 entries" }),
    IsArray({ message: "$property must be a list" }),
  ]);

/** Corners a path may have, unless its field says less: more than any house needs, few enough to be quick. */
export const MOST_CORNERS = 2000;

function isXyList(value: unknown, least: number): boolean {
  return (
    Array.isArray(value) &&
    value.length >= least &&
    value.every(
      (xy) =>
        Array.isArray(xy) &&
        xy.length === 2 &&
        xy.every((n) => typeof n === "number" && Number.isFinite(n) && Math.abs(n) <= 10_000),
    )
  );
}

/** A list of plan coordinates [[x, y], …] in metres. */
export function XyList(options: Options & { least: number }) {
  const rule = `$property must be a list of at least ${options.least} [x, y] pairs in metres`;
  const most = options.most ?? MOST_CORNERS;
  return declare({ kind: "xy" }, { unit: "m", ...options, most }, [
    ArrayMaxSize(most, { message: `$property must have at most ${most} corners` }),
    ValidateBy({
      name: "xyList",
      validator: { validate: (v) => isXyList(v, options.least), defaultMessage: () => rule },
    }),
  ]);
}

/** One nested object. */
export const One = (nested: RowClass, options: Options = {}) =>
  declare({ kind: "one", nested }, options, [
    ValidateNested(),
    IsObject({ message: "$property must be an object" }),
  ]);

/** A list of nested objects, either all of one class or chosen by a field of theirs. */
export const Many = (nested: RowClass | NestedChoice, options: Options = {}) =>
  declare({ kind: "many", nested }, options, [
    ValidateNested({ each: true }),
    ArrayMinSize(options.least ?? 0, { message: `$property must have at least ${options.least} entries` }),
    ArrayMaxSize(200, { message: "$property must have at most 200 entries" }),
    IsArray({ message: "$property must be a list" }),
  ]);
