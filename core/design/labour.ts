/**
 * What hands cost: the hours that drops and devices take, and the rate of an hour. Below every stage that
 * reckons with it.
 */
import type { Design } from "./collections";

/** Hours of labour a drop and a device take, and money for an hour, where nothing better is known. Typical. */
export const LABOUR = { perDropH: 0.4, perDropM: 0.012, perDeviceH: 0.5, moneyPerH: 45 };

/** Hours of drops with so many metres in the house together. */
export const dropHours = (drops: number, installedM: number) =>
  drops * LABOUR.perDropH + installedM * LABOUR.perDropM;

/** A price that is shipped with the application, in the design's currency; undefined stays undefined. */
export const inMoney = <Price extends number | undefined>(design: Design, price: Price): Price =>
  (price === undefined ? undefined : price * (design.design.moneyRate ?? 1)) as Price;

/** Money for an hour, as the design has it for its choice. */
export const labourRate = (design: Design) =>
  design.design.choosing?.labourRate ?? inMoney(design, LABOUR.moneyPerH);
