/**
 * Does a row hold to its class-validator rules? The validator gathers what it would say of each field before it looks
 * at any, which is most of the time it takes to read a house in which all is right. Here its own rules are asked, one
 * after another, and nothing is said: that is left to the validator, for rows that do not hold.
 */
import { getMetadataStorage, ValidationTypes } from "class-validator";
import type { RowClass } from "./fields";

interface Held {
  name: string;
  optional: boolean;
  nested: boolean;
  rules: ((value: unknown, of: object) => boolean)[];
}

function heldTo(rowClass: RowClass): Held[] {
  const storage = getMetadataStorage();
  const found = storage.getTargetValidationMetadatas(rowClass, "", false, false);
  return Object.entries(storage.groupByPropertyName(found)).map(([name, rules]) => ({
    name,
    optional: rules.some(({ type }) => type === ValidationTypes.CONDITIONAL_VALIDATION),
    nested: rules.some(({ type }) => type === ValidationTypes.NESTED_VALIDATION),
    rules: rules
      .filter(({ type }) => type === ValidationTypes.CUSTOM_VALIDATION)
      .flatMap(({ constraintCls, constraints, each }) =>
        storage.getTargetValidatorConstraints(constraintCls).map(({ instance }) => {
          const one = (value: unknown, object: object) =>
            instance.validate(value, {
              value,
              object,
              constraints,
              property: name,
              targetName: rowClass.name,
            }) === true;
          return each
            ? (value: unknown, of: object) =>
                Array.isArray(value) ? value.every((entry) => one(entry, of)) : one(value, of)
            : one;
        }),
      ),
  }));
}

const kept = new WeakMap<object, Held[]>();

/** Of a row within a row, or a list of them. */
const nestedHolds = (value: unknown): boolean =>
  Array.isArray(value)
    ? value.every(nestedHolds)
    : typeof value === "object" && value !== null && holds(value as object);

/** The rules must be laid on its class (`withRules`). */
export function holds(row: object): boolean {
  const rowClass = row.constructor as RowClass;
  let held = kept.get(rowClass);
  if (!held) kept.set(rowClass, (held = heldTo(rowClass)));
  return held.every(({ name, optional, nested, rules }) => {
    const value = (row as Record<string, unknown>)[name];
    if (optional && (value === undefined || value === null)) return true;
    return rules.every((rule) => rule(value, row)) && (!nested || nestedHolds(value));
  });
}
