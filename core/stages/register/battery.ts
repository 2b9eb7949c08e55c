/** How long cells last, when they are changed, and which visit does it (docs/model.md §8). Days are `YYYY-MM-DD`, UTC. */

export interface CellType {
  id: string;
  name: string;
  /** mAh that can be drawn at the currents of such devices. */
  capacityMah: number;
  /** Part of it that is lost a year by lying. */
  selfDischargePct: number;
  /** Charged, not bought again. */
  rechargeable?: boolean;
}

/** Cells in use, with what is usual of them. */
export const CELL_TABLE: readonly CellType[] = [
  { id: "CR2032", name: "CR2032 coin", capacityMah: 220, selfDischargePct: 1 },
  { id: "CR2450", name: "CR2450 coin", capacityMah: 600, selfDischargePct: 1 },
  { id: "CR2477", name: "CR2477 coin", capacityMah: 1000, selfDischargePct: 1 },
  { id: "CR2", name: "CR2 lithium", capacityMah: 850, selfDischargePct: 1 },
  { id: "A23", name: "A23, 12 V", capacityMah: 55, selfDischargePct: 3 },
  { id: "CR123A", name: "CR123A lithium", capacityMah: 1500, selfDischargePct: 1 },
  { id: "AAA", name: "AAA alkaline", capacityMah: 1100, selfDischargePct: 3 },
  { id: "AA", name: "AA alkaline", capacityMah: 2600, selfDischargePct: 3 },
  { id: "AA-Li", name: "AA lithium", capacityMah: 3000, selfDischargePct: 0.6 },
  { id: "18650", name: "18650 rechargeable", capacityMah: 3000, selfDischargePct: 20, rechargeable: true },
];

export interface Drain {
  /** Cells that feed it one beside the other; those in a row give volts, not hours. */
  parallel?: number;
  standbyUa: number;
  eventsPerDay: number;
  /** What an event takes, mA·s. */
  eventMas: number;
}

const HOURS = 24 * 365.25;
const DAYS = 365.25;
/** Cells do not give their last: a device stops at about so much. */
export const USABLE = 0.85;

/** mAh a year that a device draws, and that the cells lose by themselves. */
export function yearlyMah(cell: CellType, drain: Drain): { standby: number; events: number; lying: number } {
  return {
    standby: (drain.standbyUa / 1000) * HOURS,
    events: (drain.eventsPerDay * DAYS * drain.eventMas) / 3600,
    lying: cell.capacityMah * (drain.parallel ?? 1) * (cell.selfDischargePct / 100),
  };
}

/** Years until cells are empty. */
export function lifeYears(cell: CellType, drain: Drain): number {
  const { standby, events, lying } = yearlyMah(cell, drain);
  return (cell.capacityMah * (drain.parallel ?? 1) * USABLE) / (standby + events + lying);
}

const DAY_MS = 86_400_000;
const numberOf = (day: string) => Math.round(Date.parse(`${day}T00:00:00Z`) / DAY_MS);
const dayOf = (number: number) => new Date(number * DAY_MS).toISOString().slice(0, 10);

/** The day by which cells are changed that were put in on a day: what stays in them is allowed for (`USABLE`). */
export const nextChange = (since: string, years: number): string =>
  dayOf(numberOf(since) + Math.floor(years * DAYS));

export interface Due {
  device: string;
  cell: string;
  count: number;
  on: string;
}

export interface Visit {
  on: string;
  devices: string[];
  /** Cells to bring, by type. */
  cells: Record<string, number>;
}

/**
 * Changes that fall within so many days of the earliest of them are one visit, on its day: nothing is changed after it
 * is due, and the fewest visits are made (the earliest first is best, as each visit has to be no later than the first).
 */
export function visitsOf(due: readonly Due[], togetherDays: number): Visit[] {
  const visits: Visit[] = [];
  for (const one of [...due].sort((a, b) =>
    a.on < b.on ? -1 : a.on > b.on ? 1 : a.device < b.device ? -1 : 1,
  )) {
    let visit = visits.at(-1);
    if (!visit || numberOf(one.on) - numberOf(visit.on) > togetherDays)
      visits.push((visit = { on: one.on, devices: [], cells: {} }));
    visit.devices.push(one.device);
    if (one.count) visit.cells[one.cell] = (visit.cells[one.cell] ?? 0) + one.count;
  }
  return visits;
}
