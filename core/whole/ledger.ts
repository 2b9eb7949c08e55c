/** The strip of totals: the cells of all stages, in one row. */
import { type Design } from "../design/collections";
import { memo } from "../design/kept";
import { STAGE_LIST } from "./list";
import { countBySeverity, type Severity } from "../desk/findings";
import type { LedgerCell } from "../desk/stage";
import { unsortedFindings } from "./summary";
import type { Working } from "../desk/working";

/** One figure as the strip shows it. */
export interface LedgerValue {
  cell: string;
  name: string;
  digits: number;
  unit?: string;
  value: number;
  note?: string;
  about?: string;
}

export interface Ledger {
  /** What no stage knows yet is absent. */
  cells: readonly LedgerValue[];
  findings: Readonly<Record<Severity, number>>;
}

const CELLS: readonly LedgerCell[] = STAGE_LIST.flatMap((stage) => stage.cells ?? []).sort(
  (a, b) => a.place - b.place,
);

/** The cells alone: they are there long before the findings are. */
export const ledgerCells = memo("ledgerCells", (design): LedgerValue[] =>
  CELLS.flatMap(({ cell, name, digits, unit, of }) => {
    const known = of(design);
    return known ? [{ cell, name, digits, ...(unit ? { unit } : {}), ...known }] : [];
  }),
);

/** Totals of a whole design. */
export const ledgerOf = memo("ledgerOf", (design): Ledger => ({
  cells: ledgerCells(design),
  findings: countBySeverity(unsortedFindings(design)),
}));

/** The figure of one cell; undefined where nothing is known. */
export const ledgerValue = (design: Design, cell: string): number | undefined =>
  ledgerOf(design).cells.find((one) => one.cell === cell)?.value;

/** `zinc ledger --json`. */
export function ledgerJson(design: Design): Record<string, unknown> {
  const known = new Map(ledgerOf(design).cells.map(({ cell, value }) => [cell, value]));
  const parts = CELLS.filter(({ cell }) => known.has(cell)).map(
    ({ cell, json }) => json?.(design) ?? { [cell]: known.get(cell) },
  );
  return { ...(Object.assign({}, ...parts) as object), findings: ledgerOf(design).findings };
}

/** What made up one cell of the ledger; undefined where there is no such cell, or it knows nothing. */
export const ledgerWorking = (design: Design, cell: string): Working | undefined =>
  CELLS.find((one) => one.cell === cell)?.working(design);
