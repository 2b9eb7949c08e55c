/**
 * One cost from one place: devices, cable, boxes and small parts, labour. The bill of materials is where it
 * is added up; ledger, budget and phases ask here, and what a part of the house costs is its share of the
 * same sums.
 */
import { round2 } from "../../geometry/round";
import { type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { dropHours, LABOUR, labourRate } from "../../design/labour";
import { cableTotals, dropsOf, type Drop } from ".";
import { cabinetParts } from "./cabinet-parts";
import { billOf, boxPartOf, endPartsOf, partPrice, type MaterialGroup } from "./materials";
import { verdictUnder, type Working } from "../../desk/working";
import { counted } from "../../design/words";

export interface Costs {
  /** Money, each to the hundredth. */
  devices: number;
  cable: number;
  parts: number;
  labour: number;
  /** The sum of the four. */
  total: number;
  hours: number;
}

function costs(devices: number, cable: number, parts: number, labour: number, hours: number): Costs {
  const rounded = [devices, cable, parts, labour].map(round2) as [number, number, number, number];
  return {
    devices: rounded[0],
    cable: rounded[1],
    parts: rounded[2],
    labour: rounded[3],
    total: round2(rounded.reduce((sum, value) => sum + value, 0)),
    hours,
  };
}

/** What the whole design costs, by the bill of materials. */
export const costsOf = memo("costsOf", (design): Costs => {
  const sum = (of: (group: MaterialGroup) => boolean) =>
    billOf(design).reduce((all, row) => (of(row.group) ? all + (row.cost ?? 0) : all), 0);
  const drops = dropsOf(design);
  const hours =
    dropHours(
      drops.length,
      drops.reduce((all, drop) => all + (drop.installedM ?? 0), 0),
    ) +
    design.devices.length * LABOUR.perDeviceH +
    cabinetParts(design).hours;
  const isPart = (group: MaterialGroup) => group !== "devices" && group !== "cable" && group !== "labour";
  return costs(
    sum((group) => group === "devices"),
    sum((group) => group === "cable"),
    sum(isPart),
    sum((group) => group === "labour"),
    hours,
  );
});

/** Price of a metre of each cable type as it is bought: whole reels spread over what is used of them. */
const pricePerM = memo(
  "pricePerM",
  (design) =>
    new Map(
      cableTotals(design).map((total) => [
        total.cableType.id,
        total.lengthM ? total.cost / total.lengthM : 0,
      ]),
    ),
);

/** Money for small parts that belong to one point: its box, and both ends of its drops. */
const ownParts = memo("ownParts", (design): ReadonlyMap<string, number> => {
  const sums = new Map<string, number>();
  const add = (point: string, money: number) => sums.set(point, (sums.get(point) ?? 0) + money);
  for (const point of design.points) add(point.id, boxPartOf(design, point)?.price ?? 0);
  for (const drop of dropsOf(design))
    for (const [what, count] of endPartsOf(drop)) add(drop.point.id, count * (partPrice(design, what) ?? 0));
  return sums;
});

/**
 * What all points share (conduit, seals, strings, labels, supplies, cabinets): money, and hours for fitting
 * modules, for each unit of weight of a point. Spread over the metres of cable; where none has a length yet over the drops, and where there is
 * none over the points.
 */
const sharedParts = memo(
  "sharedParts",
  (design): { each: number; hoursEach: number; weights: ReadonlyMap<string, number> } => {
    const own = [...ownParts(design).values()].reduce((sum, money) => sum + money, 0);
    const drops = dropsOf(design);
    const known = drops.some((drop) => drop.lengthM !== undefined);
    const weights = new Map<string, number>(drops.length ? [] : design.points.map((point) => [point.id, 1]));
    for (const drop of drops)
      weights.set(drop.point.id, (weights.get(drop.point.id) ?? 0) + (known ? (drop.lengthM ?? 0) : 1));
    const all = [...weights.values()].reduce((sum, weight) => sum + weight, 0);
    const each = (value: number) => (all > 0 ? value / all : 0);
    return {
      each: each(costsOf(design).parts - own),
      hoursEach: each(cabinetParts(design).hours),
      weights,
    };
  },
);

export interface Share extends Costs {
  drops: number;
  deviceCount: number;
}

/**
 * What the points of one part of the house cost: shares of the same sums, so that all parts together make
 * the whole.
 */
export function costsAt(design: Design, points: ReadonlySet<string>): Share {
  const price = pricePerM(design);
  const drops = dropsOf(design).filter((drop) => points.has(drop.point.id));
  const devices = design.devices.filter((device) => points.has(device.point));
  const sum = (of: (drop: Drop) => number) => drops.reduce((all, drop) => all + of(drop), 0);
  const shared = sharedParts(design);
  const hours =
    dropHours(
      drops.length,
      sum((drop) => drop.installedM ?? 0),
    ) +
    devices.length * LABOUR.perDeviceH +
    [...points].reduce((all, point) => all + shared.hoursEach * (shared.weights.get(point) ?? 0), 0);
  const parts = [...points].reduce(
    (all, point) => all + (ownParts(design).get(point) ?? 0) + shared.each * (shared.weights.get(point) ?? 0),
    0,
  );
  return {
    ...costs(
      devices.reduce((all, device) => all + (device.cost ?? 0), 0),
      sum((drop) => (drop.lengthM ?? 0) * (price.get(drop.cableType?.id ?? "") ?? 0)),
      parts,
      hours * labourRate(design),
      hours,
    ),
    drops: drops.length,
    deviceCount: devices.length,
  };
}

/** The four parts of a cost, opened. */
export function costWorking(
  design: Design,
  title: string,
  of: Costs,
  limit?: { value: number; source: string },
): Working {
  const { currency } = design.design;
  const money = (value: number) => `${value.toFixed(2)} ${currency}`;
  const open = design.devices.filter((device) => device.cost === undefined).length;
  return {
    title,
    value: of.total,
    unit: currency,
    ...(limit ? { limit: { value: limit.value, unit: currency, source: limit.source } } : {}),
    verdict: limit ? verdictUnder(of.total, limit.value) : "none",
    steps: [
      {
        formula: "Devices",
        with: open ? `${open} in the house without a price yet` : "",
        gives: money(of.devices),
        source: "register",
      },
      {
        formula: "Cable",
        with: "whole reels bought, spread over what is used of them",
        gives: money(of.cable),
        source: "cutting plan",
      },
      {
        formula: "Boxes and small parts",
        with: "boxes, ends, conduit, seals, labels, supplies, cabinets and racks",
        gives: money(of.parts),
        source: "bill of materials",
      },
      {
        formula: "Labour: hours × rate",
        with: `${of.hours.toFixed(1)} h × ${labourRate(design).toFixed(2)}`,
        gives: money(of.labour),
        source: "typical hours, rate of this design",
      },
    ],
  };
}

/** Hours of drops, their metres and devices, opened. */
export function hoursWorking(title: string, of: Pick<Share, "hours" | "drops" | "deviceCount">): Working {
  const devicesH = of.deviceCount * LABOUR.perDeviceH;
  return {
    title,
    value: of.hours,
    unit: "h",
    verdict: "none",
    steps: [
      {
        formula: "Drops × time + metres × time",
        with: `${counted(of.drops, "drop")}, ${LABOUR.perDropH} h each and ${LABOUR.perDropM} h/m in the house`,
        gives: `${(of.hours - devicesH).toFixed(1)} h`,
        source: "typical",
      },
      {
        formula: "Devices × time",
        with: `${of.deviceCount} × ${LABOUR.perDeviceH} h`,
        gives: `${devicesH.toFixed(1)} h`,
        source: "typical",
      },
    ],
  };
}
