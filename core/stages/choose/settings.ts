/** What plans are weighed by, and what a design says of it where it says nothing. */
import type { Design } from "../../design/collections";
import { inMoney, LABOUR } from "../../design/labour";
import type { ChooseSettings } from "../../design/rows/settings";

export const DEFAULT_SETTINGS: ChooseSettings = {
  years: 8,
  penalty: 60,
  labourRate: LABOUR.moneyPerH,
  energyPrice: 0.28,
  region: "Europe",
};

/** The design's own settings of the choice, or the usual ones. */
export function settingsOf(design: Design): ChooseSettings {
  const { choosing, moneyRate } = design.design;
  if (choosing || moneyRate === undefined) return choosing ?? DEFAULT_SETTINGS;
  const { penalty, labourRate, energyPrice } = DEFAULT_SETTINGS;
  return {
    ...DEFAULT_SETTINGS,
    penalty: inMoney(design, penalty),
    labourRate: inMoney(design, labourRate),
    energyPrice: inMoney(design, energyPrice),
  };
}

/** Hours of a mean year. */
export const YEAR_H = 8766;

/**
 * What a cell costs, by size (IEC 60086 designations and trade names of sizes). Typical; rechargeable packs
 * cost nothing but their mains.
 */
export const CELL_PRICE: Readonly<Record<string, number>> = {
  AA: 0.6,
  AAA: 0.55,
  CR2032: 0.7,
  CR2450: 1.3,
  CR2477: 1.9,
  CR123A: 2.4,
  CR2: 2.6,
  A23: 0.9,
};
const OTHER_CELL = 1.5;

/** Price of one cell by its IEC 60086 name, retail; nothing for what takes none. */
export const cellPrice = (cell: string | undefined) =>
  cell === undefined ? 0 : (CELL_PRICE[cell] ?? OTHER_CELL);
