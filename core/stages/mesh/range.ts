/** What is left in this house of the range printed on a box, which is one in the open. */
import type { Design } from "../../design/collections";
import type { Working } from "../../desk/working";
import { budgetDb } from "./covered";
import type { Band, Radio } from "./links";
import { DEAD_DB, firstMetreDb, openDb } from "./loss";
import { rayBetween } from "./ray";
import { isRoot } from "./routes";
import { sceneOf } from "./scene";

/** Ways round a radio that are looked along. */
const WAYS = 72;

export interface Shrunk {
  radio: Radio;
  printedM: number;
  /** Metres at which a usual device is no more than dead: the shortest way, half of the ways, the longest. */
  leastM: number;
  halfM: number;
  mostM: number;
  /** In the open by the profile's own figures, fade kept back. */
  openM: number;
}

/** How far the budget reaches with so much already lost in walls, m. */
const reachM = (budget: number, mhz: number, n: number, wallsDb: number) =>
  10 ** ((budget - DEAD_DB - wallsDb - firstMetreDb(mhz)) / (10 * n));

/**
 * How far a radio is heard along a way at its own height: up to the first place that is dead. Between two walls only
 * the metres count.
 * @param angle against the x axis, radians
 */
export function reachAlong(
  design: Design,
  { profile }: Band,
  radio: Radio,
  angle: number,
  farM: number,
): number {
  const far = {
    x: radio.x + farM * Math.cos(angle),
    y: radio.y + farM * Math.sin(angle),
    z: radio.z,
  };
  const { mhz, n } = profile;
  const budget = budgetDb({ profile }, radio);
  const { walls } = rayBetween(sceneOf(design), profile, radio, far);
  let lost = 0;
  for (const { at, lossDb } of walls) {
    const here = Math.hypot(at.x - radio.x, at.y - radio.y);
    const reach = reachM(budget, mhz, n, lost);
    if (reach < here) return reach;
    lost += lossDb;
    // Behind the wall it may be dead at once.
    if (reachM(budget, mhz, n, lost) < here) return here;
  }
  return Math.min(farM, reachM(budget, mhz, n, lost));
}

/** The printed range of a band in this house, about its coordinator or receiver; undefined without either. */
export function shrunkOf(design: Design, band: Band): Shrunk | undefined {
  const { openAirM } = band.profile;
  const radio = band.radios.find(isRoot) ?? band.radios[0];
  if (openAirM === undefined || !radio) return undefined;
  const reaches = Array.from({ length: WAYS }, (_, i) =>
    reachAlong(design, band, radio, (2 * Math.PI * i) / WAYS, openAirM),
  ).sort((a, b) => a - b);
  const { mhz, n } = band.profile;
  return {
    radio,
    printedM: openAirM,
    leastM: reaches[0]!,
    halfM: reaches[WAYS / 2]!,
    mostM: reaches.at(-1)!,
    openM: reachM(budgetDb(band, radio), mhz, n, 0),
  };
}

/** Where the metres went. */
export function rangeWorking({ profile }: Band, one: Shrunk): Working {
  const { mhz, n, fadeDb, sensitivityDbm } = profile;
  return {
    title: `Range of ${profile.name} about ${one.radio.device.name}`,
    value: one.halfM,
    unit: "m",
    limit: { value: one.printedM, unit: "m", source: "printed on the box, in the open" },
    verdict: "none",
    steps: [
      {
        formula: "Printed, in the open",
        with: `${openDb(mhz, 2, one.printedM).toFixed(1)} dB at ${one.printedM} m and n = 2`,
        gives: `${one.printedM} m`,
        source: profile.source,
      },
      {
        formula: "In the open, by these figures",
        with: `ear ${sensitivityDbm} dBm, ${fadeDb} dB kept for people and furniture, ${DEAD_DB} dB of margin, n = ${n}`,
        gives: `${one.openM.toFixed(0)} m`,
        source: "profile",
      },
      {
        formula: "In this house, along the worst way",
        with: `${WAYS} ways round it at its own height, to the first dead place`,
        gives: `${one.leastM.toFixed(1)} m`,
        source: "walls of the plan",
      },
      {
        formula: "Along half of the ways",
        with: "",
        gives: `${one.halfM.toFixed(1)} m`,
        source: "walls of the plan",
      },
      {
        formula: "Along the best way",
        with: "",
        gives: `${one.mostM.toFixed(1)} m`,
        source: "walls of the plan",
      },
    ],
  };
}
