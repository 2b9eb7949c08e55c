/** How the figures of a rack came about. */
import { byId, type Design } from "../../design/collections";
import { sumWorking, verdictUnder, type Working } from "../../desk/working";
import { closetWatts } from "../bus/closet-air";
import { airAt, BTU_PER_W, CIRCUIT_SHARE, type Rack } from "./racks";
import type { RackItemRow } from "../../design/rows/rack";

const W = (value: number) => `${value.toFixed(0)} W`;

export interface OnCircuit {
  watts: number;
  breakerW: number;
  limitW: number;
}

/** What a rack takes at most of its circuit; undefined where its circuit or the breaker is not known. */
export function circuitOf(design: Design, rack: Rack): OnCircuit | undefined {
  const circuit = byId(design, "circuits").get(rack.row.circuit ?? "");
  if (!circuit?.breakerA) return undefined;
  const breakerW = circuit.breakerA * design.design.mainsV;
  return { watts: rack.wattsMax, breakerW, limitW: breakerW * CIRCUIT_SHARE };
}

export function circuitWorking(design: Design, rack: Rack): Working | undefined {
  const on = circuitOf(design, rack);
  if (!on) return undefined;
  const base = sumWorking(
    `${rack.row.name} on its circuit`,
    "W",
    rack.items
      .filter((item) => (item.wattsMax ?? item.watts) > 0)
      .map((item) => ({ name: item.name, value: item.wattsMax ?? item.watts })),
    "its maker, at most",
    0,
  );
  return {
    ...base,
    limit: { value: on.limitW, unit: "W", source: "80 % of the breaker for continuous load" },
    verdict: verdictUnder(on.watts, on.limitW),
  };
}

/** Supplies draw so many times their amperes while their capacitors fill, for some milliseconds. Typical. */
const INRUSH_TIMES = 10;
/** A breaker of type B lets go at once from three times its rating on (IEC 60898-1). */
const TRIPS_FROM = 3;

/** Amperes of everything in a rack at the moment its mains come back, against what its breaker bears at once. */
export function inrushWorking(design: Design, rack: Rack): Working | undefined {
  const circuit = byId(design, "circuits").get(rack.row.circuit ?? "");
  const fed = rack.items.filter((item) => (item.wattsMax ?? item.watts) > 0);
  if (!circuit?.breakerA || !fed.length) return undefined;
  const { mainsV } = design.design;
  const amps = (INRUSH_TIMES * rack.wattsMax) / mainsV;
  const limit = TRIPS_FROM * circuit.breakerA;
  return {
    title: `Inrush of ${rack.row.name}`,
    value: amps,
    unit: "A",
    limit: { value: limit, unit: "A", source: "type B, IEC 60898-1" },
    verdict: verdictUnder(amps, limit),
    steps: [
      {
        formula: "I = W ÷ U, of all that start together",
        with: `${W(rack.wattsMax)} ÷ ${mainsV} V, ${fed.length} things`,
        gives: `${(rack.wattsMax / mainsV).toFixed(2)} A`,
        source: "their makers, at most",
      },
      {
        formula: `× ${INRUSH_TIMES} while supplies charge`,
        with: "some milliseconds",
        gives: `${amps.toFixed(1)} A`,
        source: "typical",
      },
      {
        formula: `A breaker of type B bears under ${TRIPS_FROM} × its rating at once`,
        with: `${TRIPS_FROM} · ${circuit.breakerA} A`,
        gives: `${limit.toFixed(0)} A`,
        source: "above it: type C, or a strip that starts them one after another; a licensed person decides",
      },
    ],
  };
}

/** Heat and air of a rack. */
export function airWorking(rack: Rack): Working {
  return {
    title: `Air for ${rack.row.name}`,
    value: rack.airM3h,
    unit: "m³/h",
    verdict: "none",
    steps: [
      {
        formula: "Heat",
        with: `${rack.watts.toFixed(1)} W × ${BTU_PER_W}`,
        gives: `${rack.btuH.toFixed(0)} BTU/h`,
        source: "conversion",
      },
      {
        formula: "3600 · W ÷ (1206 · ΔT)",
        with: `3600 · ${rack.watts.toFixed(1)} ÷ (1206 · ${rack.deltaC})`,
        gives: `${rack.airM3h.toFixed(1)} m³/h`,
        source: "air at 20 °C",
      },
    ],
  };
}

/** The air at an item, or of its closet. */
export function heatWorking(design: Design, rack: Rack, item?: RackItemRow): Working | undefined {
  const closet = byId(design, "closets").get(rack.row.closet);
  if (!closet?.uaWPerK || rack.closetC === undefined) return undefined;
  const base = closet.ambientC ?? design.design.ambientC;
  const total = closetWatts(design, closet);
  const value = (item && airAt(rack, item)) ?? rack.closetC;
  return {
    title: item ? `Air at ${item.name}` : `Air of ${closet.name}`,
    value,
    unit: "°C",
    ...(item?.maxC === undefined
      ? { verdict: "none" as const }
      : {
          limit: { value: item.maxC, unit: "°C", source: "its maker" },
          verdict: verdictUnder(value, item.maxC),
        }),
    steps: [
      {
        formula: "Heat in the closet",
        with: `racks, modules, and ${W(closet.plantW ?? 0)} of other plant`,
        gives: W(total),
        source: "items, closet",
      },
      {
        formula: "Around it + W ÷ UA",
        with: `${base} °C + ${W(total)} ÷ ${closet.uaWPerK} W/K`,
        gives: `${rack.closetC.toFixed(1)} °C`,
        source: "no air moved",
      },
      ...(item && value !== rack.closetC
        ? [
            {
              formula: "Warmed from right below",
              with: "0.1 K for each watt there",
              gives: `${value.toFixed(1)} °C`,
              source: "typical, closed front",
            },
          ]
        : []),
    ],
  };
}

/** Minutes a battery carries the rack. */
export function runtimeWorking(rack: Rack): Working | undefined {
  const battery = rack.items.find((item) => item.batteryWh !== undefined);
  if (!battery || rack.runtimeMin === undefined) return undefined;
  return {
    title: `${rack.row.name} on battery`,
    value: rack.runtimeMin,
    unit: "min",
    verdict: "none",
    steps: [
      {
        formula: "Wh × efficiency × usable share ÷ W",
        with: `${battery.batteryWh} × ${battery.efficiency ?? 0.9} × ${battery.usableShare ?? 0.8} ÷ ${rack.watts.toFixed(0)} W`,
        gives: `${rack.runtimeMin.toFixed(0)} min`,
        source: "less where it empties in under an hour",
      },
      ...rack.shedding!.steps.slice(1).map((step) => ({
        formula: `At ${step.pct} %: ${step.off.map((item) => item.name).join(", ")} off`,
        with: `after ${step.atMin.toFixed(0)} min`,
        gives: W(step.watts),
        source: "order of shedding",
      })),
      {
        formula: "With what is switched off on the way",
        with: "",
        gives: `${rack.shedding!.runtimeMin.toFixed(0)} min`,
        source: "",
      },
    ],
  };
}
