/** How the sums of a rehearsal came about: by thing, by room, by person. */
import { byId, type Design } from "../../design/collections";
import { sumWorking, type Working } from "../../desk/working";
import { ASLEEP_C, AWAKE_C, HYSTERESIS_K } from "./play/warmth";
import type { Run } from "./run";

/** So many things are named one by one; the rest come as one. */
const MOST_NAMED = 12;

/** The largest by name, what is less together. */
function largest(
  parts: readonly { name: string; value: number }[],
  least: number,
): { name: string; value: number }[] {
  const sorted = parts.filter(({ value }) => value >= least).sort((a, b) => b.value - a.value);
  const rest = parts.reduce((sum, { value }) => sum + value, 0);
  const named = sorted.slice(0, MOST_NAMED);
  const left = rest - named.reduce((sum, { value }) => sum + value, 0);
  return left >= least ? [...named, { name: "All the rest", value: left }] : named;
}

type Ended = Pick<Run, "spent" | "sums">;

export function energyWorking(design: Design, { spent, sums }: Ended): Working {
  const parts = spent.drawn.map(([point, value]) => ({
    name: point ? (byId(design, "points").get(point)?.name ?? point) : "Always on: racks",
    value,
  }));
  const working = sumWorking(
    "Current drawn",
    "kWh",
    largest(parts, 0.005),
    "watts at work × time, as rehearsed",
  );
  if (sums.sunKWh <= 0) return working;
  const kWh = (value: number) => `${value.toFixed(2)} kWh`;
  return {
    ...working,
    steps: [
      ...working.steps,
      {
        formula: "Made by the sun on the roof",
        with: "panel watts × 0.85 × W/m² on level ground ÷ 1000",
        gives: kWh(sums.sunKWh),
        source: "the rehearsed sky; 0.85 for inverter and warmth, typical",
      },
      {
        formula: "Bought: what is drawn above the sun, moment for moment",
        with: `${kWh(sums.kWh)} drawn`,
        gives: kWh(sums.boughtKWh),
        source: "no battery is reckoned with",
      },
    ],
  };
}

export function heatWorking(design: Design, { spent }: Ended): Working {
  const parts = spent.heat.map(([room, value]) => ({
    name: byId(design, "rooms").get(room)?.name ?? room,
    value,
  }));
  return sumWorking(
    "Heat let in",
    "kWh",
    largest(parts, 0.005),
    `heat of its radiator or floor × time its valve is open, by a thermostat of ±${HYSTERESIS_K} K`,
  );
}

export function comfortWorking(design: Design, { spent, sums }: Ended): Working {
  const roleOf = (id: string) => byId(design, "people").get(id)?.role ?? id;
  const range = ([least, most]: readonly [number, number]) => `${least} to ${most} °C`;
  const working = sumWorking(
    "Comfort",
    "person h",
    spent.found.map(([person, value]) => ({ name: roleOf(person), value })),
    `hours at home in heated rooms at ${range(AWAKE_C)} awake, ${range(ASLEEP_C)} asleep`,
    1,
  );
  const off = spent.found.filter(([, , kh]) => kh > 0);
  return {
    ...working,
    steps: [
      ...working.steps,
      ...off.map(([person, , kh]) => ({
        formula: `${roleOf(person)}, too cold or too warm`,
        with: "degrees beyond the range × hours",
        gives: `${kh.toFixed(1)} K h`,
        source: "as rehearsed",
      })),
      ...(off.length > 1
        ? [
            {
              formula: "Too cold or too warm, all of them",
              with: "",
              gives: `${sums.discomfortKh.toFixed(1)} K h`,
              source: "",
            },
          ]
        : []),
    ],
  };
}
