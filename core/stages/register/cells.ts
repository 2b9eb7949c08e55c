/** Which cells the devices of a house have, how long they last and when they are changed (docs/model.md §8). */
import { byId, type Design } from "../../design/collections";
import { memo, memoAnywhere } from "../../design/kept";
import type { Working } from "../../desk/working";
import type { OptionRow } from "../../design/rows/choose";
import {
  CELL_TABLE,
  lifeYears,
  nextChange,
  USABLE,
  visitsOf,
  yearlyMah,
  type CellType,
  type Drain,
  type Visit,
} from "./battery";
import type { DeviceRow } from "../../design/rows/register";
import { sortOf } from "./sorts";
import type { StepSort } from "../../design/rows/register";

/** What a device draws, by what it is; typical of such things. */
export const DRAIN_TABLE: Readonly<
  Partial<Record<StepSort, Pick<Drain, "standbyUa" | "eventsPerDay" | "eventMas">>>
> = {
  "sensor on cells": { standbyUa: 6, eventsPerDay: 40, eventMas: 25 },
  remote: { standbyUa: 2, eventsPerDay: 12, eventMas: 30 },
  keypad: { standbyUa: 4, eventsPerDay: 20, eventMas: 30 },
  lock: { standbyUa: 45, eventsPerDay: 12, eventMas: 1500 },
  valve: { standbyUa: 25, eventsPerDay: 10, eventMas: 900 },
  "shade on cells": { standbyUa: 40, eventsPerDay: 3, eventMas: 18_000 },
  "chain drive": { standbyUa: 40, eventsPerDay: 3, eventMas: 20_000 },
  "curtain runner": { standbyUa: 40, eventsPerDay: 3, eventMas: 12_000 },
};
const USUAL: Pick<Drain, "standbyUa" | "eventsPerDay" | "eventMas"> = {
  standbyUa: 8,
  eventsPerDay: 20,
  eventMas: 40,
};

/** What stands for a pack that is charged where it is. */
export const PACK = "built-in pack";
const PACK_DISCHARGE_PCT = 20;

export interface Battery {
  device: DeviceRow;
  cell: string;
  count: number;
  years: number;
  /** The day by which they are changed, or the pack is charged; absent where nobody knows when they were put in. */
  nextChange?: string;
  /** Charged, not changed. */
  pack: boolean;
  /** Where the years come from. */
  source: "its option" | "reckoned";
  type: CellType;
  drain: Drain;
}

/** How many of its cells feed it one beside the other is not told: all are taken to be in a row. */
function typeOf(cell: string, option?: OptionRow): CellType {
  const known = CELL_TABLE.find(({ id }) => id.toLowerCase() === cell.toLowerCase());
  const capacityMah = option?.batteryMah ?? known?.capacityMah ?? 1000;
  return known
    ? { ...known, capacityMah }
    : {
        id: cell,
        name: cell,
        capacityMah,
        selfDischargePct: cell === PACK ? PACK_DISCHARGE_PCT : 3,
      };
}

function batteryOf(design: Design, device: DeviceRow): Battery | undefined {
  const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
  const pack = !device.cell && !option?.cell && option?.supply === "rechargeable";
  const cell = device.cell ?? option?.cell ?? (pack ? PACK : undefined);
  if (cell === undefined) return undefined;
  const count = device.cells ?? option?.cells ?? 1;
  const type = typeOf(cell, option);
  const usual = DRAIN_TABLE[sortOf(design, device)] ?? USUAL;
  const drain = { ...usual, eventsPerDay: device.eventsPerDay ?? usual.eventsPerDay };
  // Its maker's word is for usual use: where its place is another, it is reckoned.
  const told = device.eventsPerDay === undefined ? option?.batteryYears : undefined;
  const years = told ?? lifeYears(type, drain);
  return {
    device,
    cell,
    count,
    years,
    ...(device.batterySince === undefined ? {} : { nextChange: nextChange(device.batterySince, years) }),
    pack: pack || type.rechargeable === true,
    source: told === undefined ? "reckoned" : "its option",
    type,
    drain,
  };
}

/** Of every device that has cells, by device. */
export const batteriesOf = memoAnywhere(
  "batteriesOf",
  (design): ReadonlyMap<string, Battery> =>
    new Map(
      design.devices.flatMap((device) => {
        const battery = batteryOf(design, device);
        return battery ? [[device.id, battery] as const] : [];
      }),
    ),
);

export const VISIT_DAYS = 60;
export const visitDaysOf = (design: Design) => design.design.registerSettings?.visitDays ?? VISIT_DAYS;

/** Changes grouped into visits, and packs to be charged on them. */
export const cellVisitsOf = memo("cellVisitsOf", (design): readonly Visit[] =>
  visitsOf(
    [...batteriesOf(design).values()].flatMap(({ device, cell, count, nextChange: on, pack }) =>
      on === undefined ? [] : [{ device: device.id, cell, count: pack ? 0 : count, on }],
    ),
    visitDaysOf(design),
  ),
);

/** How long the cells of a device last, as it is reckoned. */
export function batteryWorking({ device, cell, count, years, source, type, drain }: Battery): Working {
  const { standby, events, lying } = yearlyMah(type, drain);
  const reckoned = lifeYears(type, drain);
  const shown = (value: number) => value.toFixed(value < 10 ? 1 : 0);
  return {
    title: `Cells of ${device.name}`,
    value: years,
    unit: "years",
    verdict: "none",
    steps: [
      {
        formula: "Standby current × hours of a year",
        with: `${drain.standbyUa} µA × 8766 h`,
        gives: `${shown(standby)} mAh/a`,
        source: "typical of such a device",
      },
      {
        formula: "Events a day × days × charge of one",
        with: `${drain.eventsPerDay} × 365.25 × ${drain.eventMas} mA·s`,
        gives: `${shown(events)} mAh/a`,
        source: device.eventsPerDay === undefined ? "typical of such a device" : "its place",
      },
      {
        formula: "What cells lose by lying",
        with: `${type.selfDischargePct} % of ${type.capacityMah} mAh`,
        gives: `${shown(lying)} mAh/a`,
        source: "typical of such cells",
      },
      {
        formula: "Usable charge ÷ all three",
        with: `${USABLE} × ${type.capacityMah} mAh ÷ ${shown(standby + events + lying)} mAh/a`,
        gives: `${reckoned.toFixed(2)} years`,
        source: `${count} × ${cell} in a row: more volts, not more hours`,
      },
      ...(source === "its option"
        ? [
            {
              formula: "Said of what was chosen, in usual use",
              with: "",
              gives: `${years} years`,
              source: "catalogue; used",
            },
          ]
        : []),
      ...(device.batterySince === undefined
        ? []
        : [
            {
              formula: "Put in + life",
              with: `${device.batterySince} + ${years.toFixed(2)} × 365.25 days`,
              gives: nextChange(device.batterySince, years),
              source: "register",
            },
          ]),
    ],
  };
}

/**
 * What stand-ins of the devices say of their cells on a day: they drain evenly from the day they were put in to the end
 * of their life, as the working has it. Whole percent; for devices whose day is known.
 */
export function standInCells(design: Design, on: string): { device: string; pct: number }[] {
  const DAY_MS = 86_400_000;
  return [...batteriesOf(design).values()].flatMap(({ device, years }) => {
    if (device.batterySince === undefined || device.batterySince > on) return [];
    const days = (Date.parse(on) - Date.parse(device.batterySince)) / DAY_MS;
    return [{ device: device.id, pct: Math.max(0, Math.round(100 * (1 - days / (years * 365.25)))) }];
  });
}
