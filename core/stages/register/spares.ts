/** Which spares to lie in: how likely a part fails × who is hurt meanwhile × days until another is there (docs/model.md §8). */
import { byId, rowOf } from "../../design/collections";
import { memo } from "../../design/kept";
import type { Working } from "../../desk/working";
import type { DeviceRow, StepSort } from "../../design/rows/register";
import { sortOf } from "./sorts";

/** Failures a year of one, by what it is; typical. */
const FAILS: Readonly<Partial<Record<StepSort, number>>> = {
  controller: 0.05,
  "access point": 0.04,
  camera: 0.05,
  "shade on cells": 0.06,
  "chain drive": 0.07,
  "curtain runner": 0.06,
  awning: 0.05,
  lock: 0.04,
  reader: 0.03,
  valve: 0.04,
  "water valve": 0.03,
  lamp: 0.05,
  plug: 0.03,
  insert: 0.02,
  "sensor on cells": 0.04,
};
const FAILS_ELSE = 0.02;

/** How much it hurts while it is gone, by what it is: a door or a controller stops more than a lamp. */
const HURTS: Readonly<Partial<Record<StepSort, number>>> = {
  controller: 8,
  lock: 6,
  reader: 6,
  alarm: 6,
  "water valve": 5,
  "access point": 4,
  valve: 3,
};
/** Where what it does is marked critical. */
const CRITICAL = 3;
export const REPLACE_DAYS = 5;

export interface Spare {
  /** What is bought: an option, else a kind of point. */
  key: string;
  name: string;
  devices: readonly DeviceRow[];
  failsPerYear: number;
  hurts: number;
  days: number;
  /** Hurt-days a year that one on the shelf saves. */
  score: number;
  cost?: number;
}

/** Spares worth having, the most useful first. */
export const sparesOf = memo("sparesOf", (design): readonly Spare[] => {
  const days = design.design.registerSettings?.replaceDays ?? REPLACE_DAYS;
  const critical = new Set(design.wants.flatMap((want) => (want.critical ? want.points : [])));
  const groups = new Map<string, DeviceRow[]>();
  for (const device of design.devices) {
    const key = device.option ?? rowOf(design, "points", device.point).kind;
    const own = groups.get(key);
    if (own) own.push(device);
    else groups.set(key, [device]);
  }
  return [...groups]
    .map(([key, devices]): Spare => {
      const option = byId(design, "options").get(devices[0]!.option ?? "");
      const sort = sortOf(design, devices[0]!);
      const failsPerYear = (FAILS[sort] ?? FAILS_ELSE) * devices.length;
      const hurts =
        devices.reduce(
          (sum, device) => sum + (HURTS[sort] ?? 1) * (critical.has(device.point) ? CRITICAL : 1),
          0,
        ) / devices.length;
      const cost = option?.price ?? devices.find((device) => device.cost !== undefined)?.cost;
      return {
        key,
        name: option?.name ?? byId(design, "kinds").get(key)?.name ?? key,
        devices,
        failsPerYear,
        hurts,
        days,
        score: failsPerYear * hurts * days,
        ...(cost === undefined ? {} : { cost }),
      };
    })
    .sort((a, b) => b.score - a.score || (a.key < b.key ? -1 : 1));
});

export function spareWorking(spare: Spare): Working {
  return {
    title: `A spare: ${spare.name}`,
    value: spare.score,
    unit: "hurt-days a year",
    verdict: "none",
    steps: [
      {
        formula: "Failures a year of one × how many",
        with: `${(spare.failsPerYear / spare.devices.length).toFixed(3)} × ${spare.devices.length}`,
        gives: spare.failsPerYear.toFixed(3),
        source: "typical of such a device",
      },
      {
        formula: "How much it hurts, on average of them",
        with: "1 a convenience, 6 a door, 8 a controller; three times where critical",
        gives: spare.hurts.toFixed(2),
        source: "wants of stage 3",
      },
      {
        formula: "Failures × hurt × days until another is there",
        with: `${spare.failsPerYear.toFixed(3)} × ${spare.hurts.toFixed(2)} × ${spare.days}`,
        gives: spare.score.toFixed(2),
        source: "days: setting of the register",
      },
    ],
  };
}
