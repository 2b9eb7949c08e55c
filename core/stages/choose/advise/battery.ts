/** On cells or on a cable: what both cost over the years, and when the cable has paid for itself. */
import { round1 } from "../../../geometry/round";
import type { Design } from "../../../design/collections";
import type { OptionRow } from "../../../design/rows/choose";
import type { Working } from "../../../desk/working";
import { pieceCost, total, yearlyOf } from "../cost";
import { settingsOf } from "../settings";
import { cableBan, cableCost, needsCable } from "../site";

export interface BatteryInput {
  /** Bought and fitted, in money. */
  batteryNow: number;
  /** Cells a year, and the hours to change them. */
  batteryYearly: number;
  wiredNow: number;
  wiredYearly: number;
  years: number;
}

export interface BatteryResult {
  battery: number;
  wired: number;
  /** Years after which the cable has cost less; absent where it never does. */
  breakEvenYears?: number;
}

/**
 * Both ways over the years; the cable pays for itself where its yearly cost is less: (wired − battery now)
 * ÷ (battery − wired a year).
 */
export function batteryAgainstWired({
  batteryNow,
  batteryYearly,
  wiredNow,
  wiredYearly,
  years,
}: BatteryInput): BatteryResult {
  const saved = batteryYearly - wiredYearly;
  const more = wiredNow - batteryNow;
  return {
    battery: batteryNow + batteryYearly * years,
    wired: wiredNow + wiredYearly * years,
    ...(more <= 0 ? { breakEvenYears: 0 } : saved > 0 ? { breakEvenYears: more / saved } : {}),
  };
}

/** Minutes somebody takes to fetch a ladder and change the cells of one device. */
export const CHANGE_MIN = 10;

export interface BatteryAdvice extends BatteryResult {
  verdict: string;
  reasons: string[];
  /** Cells bought a year, for so many devices. */
  cellsPerYear: number;
  input: BatteryInput;
  working: Working;
}

const now = (design: Design, option: OptionRow, kind: string) => {
  const settings = settingsOf(design);
  const piece = pieceCost(option, settings);
  const cable = needsCable(option) ? cableCost(design, kind) : undefined;
  return piece.buy + piece.fit + (cable ? cable.buy + cable.hours * settings.labourRate : 0);
};

/** `count` devices of a kind of point by one option on cells and one on a cable, in a room. */
export function adviseBattery(
  design: Design,
  {
    battery,
    wired,
    kind,
    count,
    room,
  }: { battery: OptionRow; wired: OptionRow; kind: string; count: number; room?: string },
): BatteryAdvice {
  const settings = settingsOf(design);
  const changes = battery.batteryYears ? 1 / battery.batteryYears : 0;
  const yearly = (option: OptionRow) => {
    const { power, cells, paid, upkeep } = yearlyOf(option, settings);
    return power + cells + paid + upkeep;
  };
  const hand = changes * (CHANGE_MIN / 60) * settings.labourRate;
  const input: BatteryInput = {
    batteryNow: count * now(design, battery, kind),
    batteryYearly: count * (yearly(battery) + hand),
    wiredNow: count * now(design, wired, kind),
    wiredYearly: count * yearly(wired),
    years: settings.years,
  };
  const result = batteryAgainstWired(input);
  const ban = room === undefined ? undefined : cableBan(design, room);
  const { currency } = design.design;
  const m = (value: number) => `${value.toFixed(2)} ${currency}`;
  const wiredWins = result.wired <= result.battery && !ban;
  const reasons = [
    ...(ban ? [`No new cable may be laid there (${ban})`] : []),
    changes
      ? `${round1(count * changes * (battery.cells ?? 1))} cells a year, and somebody who remembers: a flat cell is found when the thing is needed`
      : "Its pack is charged where it hangs; nobody changes cells",
    ...(result.breakEvenYears === undefined
      ? ["The cable never pays for itself in money"]
      : result.breakEvenYears > 0
        ? [`The cable has paid for itself after ${result.breakEvenYears.toFixed(1)} years`]
        : ["The cable costs no more from the first day"]),
    "Pull it anyway while the walls are open, where it may be wanted: a drop costs an eighth of what it costs later",
  ];
  return {
    ...result,
    input,
    reasons,
    cellsPerYear: count * changes * (battery.cells ?? 1),
    verdict: ban
      ? "On cells: no cable may be laid"
      : wiredWins
        ? `By cable: ${m(result.battery - result.wired)} less over ${settings.years} years`
        : `On cells: ${m(result.wired - result.battery)} less over ${settings.years} years`,
    working: {
      title: `${count} on a cable over ${settings.years} years`,
      value: result.wired,
      unit: currency,
      limit: { value: result.battery, unit: currency, source: "the same on cells" },
      verdict: "none",
      steps: [
        {
          formula: "On cells: now + years × a year",
          with: `${m(input.batteryNow)} + ${settings.years} × ${m(input.batteryYearly)}`,
          gives: m(result.battery),
          source: `catalogue; ${CHANGE_MIN} min for each change of cells`,
        },
        {
          formula: "On a cable: now + years × a year",
          with: `${m(input.wiredNow)} + ${settings.years} × ${m(input.wiredYearly)}`,
          gives: m(result.wired),
          source: "catalogue, pull schedule",
        },
        {
          formula: "Paid for itself: (cable − cells now) ÷ (cells − cable a year)",
          with: `${m(input.wiredNow - input.batteryNow)} ÷ ${m(input.batteryYearly - input.wiredYearly)}`,
          gives: result.breakEvenYears === undefined ? "never" : `${result.breakEvenYears.toFixed(1)} years`,
          source: "",
        },
      ],
    },
  };
}

/** What a piece costs over the settings' years, to buy, to fit and to run. */
export const pieceTotal = (design: Design, option: OptionRow) => total(pieceCost(option, settingsOf(design)));
