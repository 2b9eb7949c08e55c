/**
 * The standard catalogue: what the trade has, invented and without makers. A design takes it in and may
 * change every line.
 */
import { round2 } from "../../../geometry/round";
import type { OptionRow } from "../../../design/rows/choose";
import { CONTROLLERS } from "./controllers";
import { LIGHT } from "./light";
import { REST } from "./rest";

/** Prices in the money of the sample designs; a design in another money takes it in with a factor. */
export const CATALOGUE: readonly OptionRow[] = [...CONTROLLERS, ...LIGHT, ...REST].sort((a, b) =>
  a.id < b.id ? -1 : 1,
);

/** The catalogue with all money × factor, rounded to 0.01. */
export function catalogueIn(factor = 1): OptionRow[] {
  const money = (value: number) => round2(value * factor);
  return CATALOGUE.map((row) => ({
    ...row,
    price: money(row.price),
    ...(row.yearly === undefined ? {} : { yearly: money(row.yearly) }),
  }));
}
