/**
 * Field decorators for row classes. Each one says once what a field may hold; class-validator enforces it
 * (`rules.ts`), and the list kept here gives the field order of the project file, its JSON Schema, the
 * references between rows and the columns of a form. There is no second description of a row anywhere.
 */
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
  /** What the pattern asks for, as the rest of "must be". */
  says?: string;
  choices?: readonly string[];
  /** Collection whose row ids this field holds. */
  to?: string;
  /** Least and greatest number of entries, for lists and paths. */
  least?: number;
  most?: number;
  nested?: RowClass | NestedChoice;
  /** Kept apart and encrypted: never in pages, logs or files unless asked for. */
  secret?: boolean;
}

type Options = Partial<
  Pick<Field, "optional" | "unit" | "min" | "max" | "least" | "most" | "pattern" | "says" | "secret">
>;

const fieldsOf = new WeakMap<object, Field[]>();

/**
 * The fields of a row class, in the order they were declared; those of the class it extends come first, unless it
 * says one of them anew, which then stands in its place.
 */
export function fields(row: RowClass): readonly Field[] {
  const parent: unknown = Object.getPrototypeOf(row);
  const own = fieldsOf.get(row.prototype) ?? [];
  if (typeof parent !== "function" || !parent.prototype) return own;
  const inherited = fields(parent as RowClass);
  const anew = (name: string) => own.find((field) => field.name === name);
  return [
    ...inherited.map((field) => anew(field.name) ?? field),
    ...own.filter(({ name }) => !inherited.some((field) => field.name === name)),
  ];
}

/**
 * The class of one nested row: the field's own, or that which the entry names; undefined where it names
 * none.
 */
export function nestedClass(nested: RowClass | NestedChoice, entry: unknown): RowClass | undefined {
  if (typeof nested === "function") return nested;
  const key =
    typeof entry === "object" && entry !== null ? (entry as Record<string, unknown>)[nested.by] : undefined;
  return typeof key === "string" && Object.hasOwn(nested.classes, key) ? nested.classes[key] : undefined;
}

export const ID_PATTERN = /^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$/;
function declare(field: Omit<Field, "name" | "optional">, options: Options): PropertyDecorator {
  return (target, key) => {
    const list = fieldsOf.get(target) ?? [];
    list.push({ ...field, ...options, name: String(key), optional: options.optional ?? false });
    fieldsOf.set(target, list);
  };
}

/** A row's own id. */
export const Id = () => declare({ kind: "text", pattern: ID_PATTERN }, {});

/** Text of 1 to `max` characters (200 unless said). */
export const Text = (options: Options = {}) =>
  declare({ kind: "text" }, { ...options, max: options.max ?? 200 });

/** A finite number within [min, max], in the given unit. */
export const Num = (options: Options = {}) => declare({ kind: "number" }, options);
/** A coordinate of the plan, m: no house is further from its corner than 10 km. */
export const Coordinate = () => Num({ unit: "m", min: -10_000, max: 10_000 });

/** A whole number within [min, max]. */
export const Whole = (options: Options = {}) => declare({ kind: "integer" }, options);

/** Yes or no. */
export const Flag = (options: Options = {}) => declare({ kind: "flag" }, options);

/** One of `choices`. */
export const Choice = (choices: readonly string[], options: Options = {}) =>
  declare({ kind: "choice", choices }, options);

/** The id of a row of another collection. */
export const Ref = (to: string, options: Options = {}) => declare({ kind: "ref", to }, options);

/** A list of ids of rows of another collection. */
export const Refs = (to: string, options: Options = {}) => declare({ kind: "refs", to }, options);

/** A list of texts. */
export const Texts = (options: Options = {}) => declare({ kind: "texts" }, options);

/** A list of words, each one of `choices`, none twice. */
export const Choices = (choices: readonly string[], options: Options = {}) =>
  declare({ kind: "texts", choices }, options);

/** A list of whole numbers, each from `min` to `max`. */
export const Integers = (options: Options & { min: number; max: number }) =>
  declare({ kind: "integers" }, options);

/** Corners a path may have, unless its field says less: more than any house needs, few enough to be quick. */
export const MOST_CORNERS = 2000;

/** A list of plan coordinates [[x, y], …] in metres. */
export const XyList = (options: Options & { least: number }) =>
  declare({ kind: "xy" }, { unit: "m", ...options, most: options.most ?? MOST_CORNERS });

/** One nested object. */
export const One = (nested: RowClass, options: Options = {}) => declare({ kind: "one", nested }, options);

/** A list of nested objects, either all of one class or chosen by a field of theirs. */
export const Many = (nested: RowClass | NestedChoice, options: Options = {}) =>
  declare({ kind: "many", nested }, options);
