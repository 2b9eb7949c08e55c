/**
 * What class-validator holds a field to, from the field's own description. The rules are laid on a row
 * class when rows of it are first checked: whoever only reads rows needs neither them nor the validator.
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
import { fields, ID_PATTERN, type Field, type RowClass } from "./fields";
import { isText } from "./text";

const ID_RULE = "must be a short id of letters, digits, - and _ (40 at most)";

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

/** Between the field's least and greatest value, each where it has one. */
function within({ min, max, unit }: Field): PropertyDecorator[] {
  const of = unit ? ` ${unit}` : "";
  return [
    ...(max === undefined ? [] : [Max(max, { message: `$property must be at most ${max}${of}` })]),
    ...(min === undefined ? [] : [Min(min, { message: `$property must be at least ${min}${of}` })]),
  ];
}

const list = (most: number, least = 0): PropertyDecorator[] => [
  ...(least ? [ArrayMinSize(least, { message: `$property must have at least ${least} entries` })] : []),
  ArrayMaxSize(most, { message: `$property must have at most ${most} entries` }),
  IsArray({ message: "$property must be a list" }),
];

/** From the narrowest to the type itself. */
function rulesOf(field: Field): PropertyDecorator[] {
  const { choices, pattern, says, most = 0, least = 0 } = field;
  switch (field.kind) {
    case "text":
      if (pattern === ID_PATTERN) return [Matches(ID_PATTERN, { message: `$property ${ID_RULE}` })];
      return [
        ...(pattern
          ? [
              Matches(pattern, {
                message: says ? `$property must be ${says}` : "$property has the wrong form",
              }),
            ]
          : []),
        WellFormed(),
        MaxLength(field.max!, { message: `$property must be at most ${field.max} characters` }),
        MinLength(field.min ?? 1, { message: "$property must not be empty" }),
        IsString({ message: "$property must be text" }),
      ];
    case "number":
      return [
        ...within(field),
        IsNumber({ allowNaN: false, allowInfinity: false }, { message: "$property must be a number" }),
      ];
    case "integer":
      return [
        ...within({ ...field, unit: undefined }),
        IsInt({ message: "$property must be a whole number" }),
      ];
    case "flag":
      return [IsBoolean({ message: "$property must be true or false" })];
    case "choice":
      return [IsIn(choices!, { message: `$property must be one of ${choices!.join(", ")}` })];
    case "ref":
      return [Matches(ID_PATTERN, { message: `$property ${ID_RULE}` })];
    case "refs":
      return [
        Matches(ID_PATTERN, { each: true, message: "$property must hold ids only" }),
        ...list(field.most ?? 500),
      ];
    case "texts":
      return choices
        ? [
            IsIn(choices, { each: true, message: `$property must hold only ${choices.join(", ")}` }),
            ArrayUnique({ message: "$property must not name anything twice" }),
            ...list(50),
          ]
        : [
            WellFormed(true),
            MaxLength(80, { each: true, message: "$property must hold texts of at most 80 characters" }),
            IsString({ each: true, message: "$property must hold texts only" }),
            ...list(field.most ?? 50),
          ];
    case "integers":
      return [
        Max(field.max!, { each: true, message: `$property must hold numbers up to ${field.max}` }),
        Min(field.min!, { each: true, message: `$property must hold numbers from ${field.min}` }),
        IsInt({ each: true, message: "$property must hold whole numbers only" }),
        ...list(50, least),
      ];
    case "xy":
      return [
        ArrayMaxSize(most, { message: `$property must have at most ${most} corners` }),
        ValidateBy({
          name: "xyList",
          validator: {
            validate: (value) => isXyList(value, least),
            defaultMessage: () => `$property must be a list of at least ${least} [x, y] pairs in metres`,
          },
        }),
      ];
    case "one":
      return [ValidateNested(), IsObject({ message: "$property must be an object" })];
    case "many":
      return [ValidateNested({ each: true }), ...list(200, least)];
  }
}

const ruled = new WeakSet<RowClass>();

/** Lay the rules on a row class and on the classes nested in it, once. */
export function withRules(rowClass: RowClass): void {
  if (ruled.has(rowClass)) return;
  ruled.add(rowClass);
  for (const field of fields(rowClass)) {
    // The type is what should be said first.
    for (const rule of rulesOf(field).reverse()) rule(rowClass.prototype as object, field.name);
    if (field.optional) IsOptional()(rowClass.prototype as object, field.name);
    const { nested } = field;
    if (typeof nested === "function") withRules(nested);
    else if (nested) for (const one of Object.values(nested.classes)) withRules(one);
  }
}
