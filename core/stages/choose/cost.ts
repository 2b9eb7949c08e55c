/** What an option costs over the years: bought, fitted, run. */
import type { Design } from "../../design/collections";
import type { OptionRow, WantRow } from "../../design/rows/choose";
import type { ChooseSettings } from "../../design/rows/settings";
import type { Step, Working } from "../../desk/working";
import { FUNCTIONS } from "./functions";
import { cellPrice, settingsOf, YEAR_H } from "./settings";
import { cableCost, needsCable } from "./site";

export interface Split {
  buy: number;
  fit: number;
  /** Over all the years. */
  run: number;
}

/** All three parts of a cost. */
export const total = (split: Split) => split.buy + split.fit + split.run;
/** Two costs, part by part. */
export const addSplits = (a: Split, b: Split): Split => ({
  buy: a.buy + b.buy,
  fit: a.fit + b.fit,
  run: a.run + b.run,
});
/** The cost of `n` alike. */
export const timesSplit = (split: Split, n: number): Split => ({
  buy: split.buy * n,
  fit: split.fit * n,
  run: split.run * n,
});

/**
 * Money a year that one piece takes: its own power, its cells, what is paid for it, the hours of its
 * upkeep.
 */
export function yearlyOf(
  option: OptionRow,
  settings: ChooseSettings,
): { power: number; cells: number; paid: number; upkeep: number } {
  return {
    power: (option.watts * YEAR_H * settings.energyPrice) / 1000,
    cells:
      option.cell !== undefined && option.batteryYears
        ? ((option.cells ?? 1) * cellPrice(option.cell)) / option.batteryYears
        : 0,
    paid: option.yearly ?? 0,
    upkeep: (option.upkeepH ?? 0) * settings.labourRate,
  };
}

/** One piece of an option, without cable. */
export function pieceCost(option: OptionRow, settings: ChooseSettings): Split {
  const yearly = yearlyOf(option, settings);
  return {
    buy: option.price,
    fit: (option.labourMin / 60) * settings.labourRate,
    run: settings.years * (yearly.power + yearly.cells + yearly.paid + yearly.upkeep),
  };
}

/** A smart lamp is bought once a lamp; everything else once a unit. */
export const piecesOf = (option: OptionRow, want: WantRow) =>
  option.kind === "lamp" && want.function === "light" ? (want.lampsEach ?? 1) : 1;

/**
 * One unit of a want by an option, its cable and a second device (the switch that stays in reach of a hand)
 * included.
 */
export function unitCost(design: Design, want: WantRow, option: OptionRow, companion?: OptionRow): Split {
  const settings = settingsOf(design);
  let split = timesSplit(pieceCost(option, settings), piecesOf(option, want));
  if (companion) split = addSplits(split, pieceCost(companion, settings));
  if (needsCable(option)) {
    const cable = cableCost(design, FUNCTIONS[want.function].point);
    split = addSplits(split, { buy: cable.buy, fit: cable.hours * settings.labourRate, run: 0 });
  }
  return split;
}

const money = (value: number, currency: string) => `${value.toFixed(2)} ${currency}`;

function pieceSteps(option: OptionRow, settings: ChooseSettings, pieces: number, currency: string): Step[] {
  const yearly = yearlyOf(option, settings);
  const { years } = settings;
  const steps: Step[] = [
    {
      formula: `${option.name}: price`,
      with: pieces > 1 ? `${pieces} × ${option.price.toFixed(2)}` : "",
      gives: money(option.price * pieces, currency),
      source: option.source,
    },
    {
      formula: "Fitting",
      with: `${pieces > 1 ? `${pieces} × ` : ""}${option.labourMin} min at ${settings.labourRate}/h`,
      gives: money((pieces * option.labourMin * settings.labourRate) / 60, currency),
      source: option.source,
    },
  ];
  if (yearly.power)
    steps.push({
      formula: "Own power",
      with: `${option.watts} W × ${YEAR_H} h × ${years} years at ${settings.energyPrice}/kWh`,
      gives: money(yearly.power * years * pieces, currency),
      source: option.source,
    });
  if (yearly.cells)
    steps.push({
      formula: "Cells",
      with: `${option.cells ?? 1} × ${option.cell} at ${cellPrice(option.cell).toFixed(2)}, every ${option.batteryYears} years`,
      gives: money(yearly.cells * years * pieces, currency),
      source: "typical",
    });
  if (yearly.paid)
    steps.push({
      formula: "Subscription",
      with: `${yearly.paid.toFixed(2)} a year × ${years}`,
      gives: money(yearly.paid * years * pieces, currency),
      source: option.source,
    });
  if (yearly.upkeep)
    steps.push({
      formula: "Upkeep",
      with: `${option.upkeepH} h a year × ${years} at ${settings.labourRate}/h`,
      gives: money(yearly.upkeep * years * pieces, currency),
      source: option.source,
    });
  return steps;
}

/** How a unit's cost came about. */
export function unitWorking(
  design: Design,
  want: WantRow,
  option: OptionRow,
  companion?: OptionRow,
): Working {
  const settings = settingsOf(design);
  const { currency } = design.design;
  const steps = pieceSteps(option, settings, piecesOf(option, want), currency);
  if (companion) steps.push(...pieceSteps(companion, settings, 1, currency));
  if (needsCable(option)) {
    const cable = cableCost(design, FUNCTIONS[want.function].point);
    steps.push({
      formula: "Its cable",
      with: `${money(cable.buy, currency)} and ${cable.hours.toFixed(2)} h at ${settings.labourRate}/h`,
      gives: money(cable.buy + cable.hours * settings.labourRate, currency),
      source: cable.source,
    });
  }
  return {
    title: `${option.name}, one unit over ${settings.years} years`,
    value: total(unitCost(design, want, option, companion)),
    unit: currency,
    verdict: "none",
    steps,
  };
}

/** A controller over the years; one that is there and stays costs only what it takes to run. */
export function controllerCost(option: OptionRow, settings: ChooseSettings, kept: boolean): Split {
  const split = pieceCost(option, settings);
  return kept ? { buy: 0, fit: 0, run: split.run } : split;
}

/** How the cost of a controller over the years came about; one that is `kept` is neither bought nor fitted. */
export function controllerWorking(design: Design, option: OptionRow, kept: boolean): Working {
  const settings = settingsOf(design);
  const steps = pieceSteps(option, settings, 1, design.design.currency);
  const shown = kept
    ? [
        {
          formula: "Price and fitting",
          with: "it is there and stays",
          gives: money(0, design.design.currency),
          source: "controllers of the house",
        },
        ...steps.slice(2),
      ]
    : steps;
  return {
    title: `${option.name} over ${settings.years} years`,
    value: total(controllerCost(option, settings, kept)),
    unit: design.design.currency,
    verdict: "none",
    steps: shown,
  };
}
