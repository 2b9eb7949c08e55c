/**
 * What an appliance draws while it runs, stretch by stretch: typical of its kind, each run a little different by the seed.
 * A washer and a dishwasher soak in between and draw next to nothing then: what waits for the end must not take that for it.
 */
import type { Appliance } from "../../../../design/vocabulary";

export interface Stretch {
  minutes: number;
  w: number;
  /** In the room it stands in, dB(A). */
  noiseDb?: number;
}

/** While nothing runs, W. */
export const STANDBY_W: Readonly<Record<Appliance, number>> = {
  washer: 0.7,
  dryer: 0.7,
  dishwasher: 0.5,
  freezer: 1.5,
  heater: 0,
  pump: 1,
  vacuum: 3,
  tool: 0,
  extractor: 0,
  desk: 12,
  screen: 0.5,
  "solar meter": 0,
};

/** At work, where nobody has said, W. */
export const USUAL_W: Readonly<Record<Appliance, number>> = {
  washer: 2000,
  dryer: 2500,
  dishwasher: 1900,
  freezer: 85,
  heater: 3000,
  pump: 350,
  vacuum: 45,
  tool: 1500,
  extractor: 1100,
  desk: 115,
  screen: 95,
  "solar meter": 3600,
};

/** In its room, dB(A), typical; of a washer while it spins. */
export const NOISE_DB: Readonly<Partial<Record<Appliance, number>>> = {
  washer: 72,
  dryer: 62,
  dishwasher: 46,
  vacuum: 66,
  tool: 95,
  extractor: 80,
  pump: 60,
};

/** A number from `least` to `most`. */
const from = (random: () => number, least: number, most: number) => least + (most - least) * random();

function washer(random: () => number, w: number): Stretch[] {
  const tumble = (times: number): Stretch[] =>
    Array.from({ length: times }, () => [
      { minutes: from(random, 4, 7), w: 160, noiseDb: 52 },
      { minutes: 1, w: 20 },
    ]).flat();
  const spin = { minutes: from(random, 3, 5), w: 480, noiseDb: NOISE_DB.washer! };
  return [
    { minutes: 2, w: 9 },
    { minutes: from(random, 12, 19), w },
    ...tumble(3),
    // It soaks: the drum stands.
    { minutes: from(random, 7, 13), w: 2.5 },
    ...tumble(2),
    { minutes: 2, w: 38 },
    ...tumble(2),
    spin,
    ...tumble(1),
    { ...spin, minutes: from(random, 7, 11) },
    // Done: its lamp is lit for a while.
    { minutes: 15, w: 2 },
  ];
}

function dryer(random: () => number, w: number): Stretch[] {
  const noiseDb = NOISE_DB.dryer!;
  const warm = Array.from({ length: 5 }, () => [
    { minutes: from(random, 8, 12), w, noiseDb },
    { minutes: from(random, 2, 4), w: 220, noiseDb },
  ]).flat();
  return [...warm, { minutes: 8, w: 220, noiseDb }, { minutes: 10, w: 2 }];
}

function dishwasher(random: () => number, w: number): Stretch[] {
  const noiseDb = NOISE_DB.dishwasher!;
  return [
    { minutes: 3, w: 25, noiseDb },
    { minutes: from(random, 12, 16), w, noiseDb },
    { minutes: from(random, 20, 30), w: 70, noiseDb },
    { minutes: from(random, 6, 12), w: 2 },
    { minutes: 6, w: 70, noiseDb },
    { minutes: from(random, 10, 14), w, noiseDb },
    // It dries by itself.
    { minutes: from(random, 25, 40), w: 4 },
  ];
}

/**
 * @param w its watts at work: of what heats, while it heats
 * @returns of one run; nothing of what does not run by a programme
 */
export function traceOf(kind: Appliance, random: () => number, w: number): Stretch[] {
  switch (kind) {
    case "washer":
      return washer(random, w);
    case "dryer":
      return dryer(random, w);
    case "dishwasher":
      return dishwasher(random, w);
    case "freezer":
      return [
        { minutes: from(random, 18, 30), w },
        { minutes: from(random, 45, 75), w: STANDBY_W.freezer },
      ];
    case "vacuum":
      return [{ minutes: from(random, 40, 55), w, noiseDb: NOISE_DB.vacuum! }];
    case "tool":
      return [
        { minutes: from(random, 1, 4), w, noiseDb: NOISE_DB.tool! },
        { minutes: from(random, 15, 50), w: 0 },
      ];
    default:
      return [];
  }
}
