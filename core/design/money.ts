/** A design in another currency: every amount of money in it, by one rate. */
import { FILE_ORDER, type Design } from "./collections";
import { ROW_CLASSES } from "./row-classes";
import type { Change } from "./edit";
import { fields, nestedClass, type Field, type RowClass } from "./fields";
import { fail } from "./input-error";

const isMoney = ({ unit }: Field) => unit === "money" || unit?.startsWith("money/") === true;

/** Cents, and of small amounts (a metre of cable, a kilowatt hour) four figures. */
const rounded = (amount: number) =>
  Math.abs(amount) >= 10 ? Math.round(amount * 100) / 100 : Number(amount.toPrecision(4));

/** A rate to six figures. */
const rounded6 = (rate: number) => Number(rate.toPrecision(6));

/** The row with its amounts multiplied; the same object where it has none. */
function multiplied(row: object, rowClass: RowClass, rate: number): object {
  let next = row as Record<string, unknown>;
  const set = (name: string, value: unknown) => {
    if (next === row) next = { ...row };
    next[name] = value;
  };
  for (const field of fields(rowClass)) {
    const value = (row as Record<string, unknown>)[field.name];
    if (value === undefined) continue;
    if (isMoney(field)) set(field.name, rounded((value as number) * rate));
    else if (field.nested) {
      const within = (one: object) => {
        const inner = nestedClass(field.nested!, one);
        return inner ? multiplied(one, inner, rate) : one;
      };
      if (field.kind === "one") {
        const made = within(value as object);
        if (made !== value) set(field.name, made);
      } else if (field.kind === "many") {
        const made = (value as object[]).map(within);
        if (made.some((one, i) => one !== (value as object[])[i])) set(field.name, made);
      }
    }
  }
  return next;
}

/**
 * Another currency, with all amounts of the design in it: prices, budgets, rates of labour and energy.
 *
 * @param rate what one unit of the old currency is in the new one; 1 changes the name alone
 * @returns changes of one edit
 * @throws InputError where the rate is no positive number
 */
export function inCurrency(design: Design, currency: string, rate: number): Change[] {
  if (!(rate > 0) || !Number.isFinite(rate)) fail("Rate", "must be a number above 0");
  const { moneyRate = 1 } = design.design;
  const settings = multiplied(
    { ...design.design, currency, ...(rate === 1 ? {} : { moneyRate: rounded6(moneyRate * rate) }) },
    ROW_CLASSES.design,
    rate,
  );
  return [
    { in: "design", put: settings } as Change,
    ...(rate === 1
      ? []
      : FILE_ORDER.flatMap((name) =>
          (design[name] as object[]).flatMap((row) => {
            const put = multiplied(row, ROW_CLASSES[name], rate);
            return put === row ? [] : ({ in: name, put } as Change);
          }),
        )),
  ];
}
