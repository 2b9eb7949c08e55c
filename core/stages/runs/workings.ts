/** The workings of what stage 4 computes. Built only when somebody opens them. */
import { round2 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { counted } from "../../design/words";
import { sumWorking, verdictUnder, type Step, type Working } from "../../desk/working";
import type { CableTotal } from "./totals";
import { cutStepText, dropsOf, groupOf, STRIP_OHM_PER_KM, type Drop } from "./drops";
import { atTemperature, DATA_LINK_LIMIT_M, DATA_LINK_SOURCE, POE_CLASSES } from "./electrical";
import { coaxDbPer100M, speakerLostPct } from "./signal";

const m = (value: number) => `${value.toFixed(2)} m`;

function lengthSteps(design: Design, drop: Drop): Step[] {
  if (drop.marked) {
    const { markStartM, markEndM } = drop.row!;
    return [
      {
        formula: "|mark at end − mark at start|",
        with: `|${markEndM} m − ${markStartM} m|`,
        gives: m(drop.lengthM!),
        source: "jacket marks, measured on site",
      },
    ];
  }
  const settings = design.design;
  const route = drop.route!;
  const end = {
    formula: "× (1 + waste)",
    with: `× ${(1 + settings.wastePct / 100).toFixed(2)}, up to the next ${cutStepText(settings.units)}`,
    gives: m(drop.lengthM!),
    source: "design settings",
  };
  if (drop.to) {
    return [
      {
        formula: drop.segment
          ? "Off to the trunk at right angles, along the ways drawn, and off it again"
          : "Along and across, then up",
        with: `to ${byId(design, "points").get(drop.to)?.name ?? drop.to}: ${m(route.pathM)} + ${m(route.riseM)}`,
        gives: m(route.pathM + route.riseM),
        source: "plan, heights of both points",
      },
      {
        formula: "Slack at both ends",
        with: `2 × ${settings.slackPointM} m`,
        gives: m(drop.slackM),
        source: "design settings",
      },
      end,
    ];
  }
  const names = route.ways.map((way) => byId(design, way.in).get(way.id)?.name ?? way.id);
  return [
    {
      formula: route.byVoid
        ? "Through the void of its level, at right angles"
        : "Stub to the nearest trunk, at right angles",
      with: route.byVoid ? "no trunk is drawn there" : "",
      gives: m(route.stubM),
      source: "plan",
    },
    {
      formula: "Along trunks",
      with: names.join(", ") || "none",
      gives: m(route.pathM - route.stubM),
      source: "plan",
    },
    {
      formula: "Rises",
      with: `${counted(route.bends, "bend")}, point at ${m(drop.point.z)}`,
      gives: m(route.riseM),
      source: "heights of point, trunks, levels and closet",
    },
    {
      formula: "Slack at point + at closet",
      with: `${settings.slackPointM} m + ${settings.slackClosetM} m`,
      gives: m(drop.slackM),
      source: "design settings",
    },
    { formula: "Cable in the house", with: "sum of the above", gives: m(drop.installedM!), source: "" },
    end,
  ];
}

/** How a drop's length came about. Undefined where it has none. */
export function lengthWorking(design: Design, drop: Drop): Working | undefined {
  if (drop.lengthM === undefined) return undefined;
  const data = drop.cableType?.medium === "data";
  const steps = lengthSteps(design, drop);
  if (data) {
    steps.push({
      formula: "Permanent link, against the limit",
      with: `${m(drop.installedM!)} of ${m(DATA_LINK_LIMIT_M)}`,
      gives: `${((100 * drop.installedM!) / DATA_LINK_LIMIT_M).toFixed(0)} %`,
      source: DATA_LINK_SOURCE,
    });
  }
  return {
    title: `Length of ${drop.label}`,
    value: drop.lengthM,
    unit: "m",
    limit: data ? { value: DATA_LINK_LIMIT_M, unit: "m in the house", source: DATA_LINK_SOURCE } : undefined,
    verdict: data ? verdictUnder(drop.installedM!, DATA_LINK_LIMIT_M) : "none",
    steps,
  };
}

/** How the loss of a coaxial cable or a loudspeaker line came about. */
export function lossWorking(design: Design, drop: Drop): Working | undefined {
  const { loss, cableType } = drop;
  if (!loss || !cableType) return undefined;
  const shared = {
    value: loss.db,
    unit: "dB",
    limit: { value: loss.limitDb, unit: "dB", source: "kind of point" },
    verdict: verdictUnder(loss.db, loss.limitDb),
  };
  if (loss.mhz) {
    return {
      title: `Signal loss of ${drop.label}`,
      ...shared,
      steps: [
        {
          formula: "Loss at this frequency, between those of the table by √f",
          with: `${loss.mhz} MHz`,
          gives: `${coaxDbPer100M(cableType, loss.mhz)!.toFixed(2)} dB per 100 m`,
          source: cableType.name,
        },
        {
          formula: "× length",
          with: `${m(drop.installedM!)} ÷ 100 m`,
          gives: `${loss.db.toFixed(2)} dB`,
          source: "cable in the house",
        },
      ],
    };
  }
  return {
    title: `Line loss of ${drop.label}`,
    ...shared,
    steps: [
      {
        formula: "R = 2 · L · r",
        with: `2 × ${m(drop.installedM!)} × ${cableType.ohmPerKm} Ω/km at ${design.design.ambientC} °C`,
        gives: `${loss.loopOhm!.toFixed(3)} Ω`,
        source: cableType.gauge,
      },
      {
        formula: "20 · log₁₀((Z + R) ÷ Z)",
        with: `Z ${loss.loadOhm} Ω`,
        gives: `${loss.db.toFixed(3)} dB`,
        source: "divider of line and loudspeaker",
      },
      {
        formula: "Power that warms the line",
        with: "R ÷ (Z + R)",
        gives: `${speakerLostPct(loss.loopOhm!, loss.loadOhm!).toFixed(1)} %`,
        source: "",
      },
    ],
  };
}

/** How the voltage at the device came about. Undefined where the drop carries no load. */
export function loadWorking(design: Design, drop: Drop): Working | undefined {
  const load = drop.load;
  if (!load || !drop.cableType) return undefined;
  const cable = drop.cableType;
  if (load.poeClass) {
    const power = POE_CLASSES[load.poeClass]!;
    return {
      title: `Power to ${drop.label}`,
      value: load.endV ?? 0,
      unit: "V",
      verdict: load.endV === undefined ? "fails" : "holds",
      steps: [
        {
          formula: "Class",
          with: `class ${load.poeClass}, ${power.fourPair ? "four" : "two"} pairs`,
          gives: `${power.sourceW} W reserved, ${load.watts} W at the device`,
          source: "IEEE 802.3",
        },
        {
          formula: "r(T) = r₂₀ · (1 + 0.00393·(T − 20))",
          with: `${cable.ohmPerKm} Ω/km at ${design.design.ambientC} °C`,
          gives: `${atTemperature(cable.ohmPerKm!, design.design.ambientC).toFixed(2)} Ω/km`,
          source: "as warm as the design says; in a full bundle it is warmer",
        },
        {
          formula: power.fourPair ? "R = ½ · L · r" : "R = L · r",
          with: m(drop.installedM!),
          gives: `${load.loopOhm.toFixed(3)} Ω`,
          source: "largest resistance the cable standard allows",
        },
        {
          formula: "V = (V₀ + √(V₀² − 4·P·R)) / 2",
          with: `V₀ ${load.sourceV} V, P ${load.watts} W, R ${load.loopOhm.toFixed(3)} Ω`,
          gives: load.endV === undefined ? "no real root: it cannot start" : `${load.endV.toFixed(2)} V`,
          source: "constant power through a resistance",
        },
        {
          formula: "Drawn from the source",
          with: "P + loss in the cable",
          gives: `${load.sourceW.toFixed(2)} W`,
          source: "",
        },
      ],
    };
  }
  const amps = load.watts / load.sourceV;
  const ownV = load.loopOhm * amps;
  const beyond = load.sourceV - load.endV! - ownV;
  const group = groupOf(design, drop)?.group;
  return {
    title: `Voltage at ${drop.label}`,
    value: load.endV!,
    unit: "V",
    limit: { value: load.limitPct!, unit: "% drop", source: "kind of point; default for its use" },
    verdict: verdictUnder(load.dropPct!, load.limitPct!),
    steps: [
      ...(group
        ? [
            {
              formula: drop.home ? "Treads on this supply" : "One tread of its group",
              with: drop.home
                ? `${group.points.length} × ${group.each.toFixed(1)} W, at most ${group.most} on one`
                : `${group.each.toFixed(1)} W`,
              gives: `${load.watts.toFixed(1)} W`,
              source: "⌊load part × supply ÷ watts of a tread⌋",
            },
          ]
        : []),
      {
        formula: "I = P / V",
        with: `${round2(load.watts)} W / ${load.sourceV} V`,
        gives: `${amps.toFixed(3)} A`,
        source: "kind of point",
      },
      {
        formula: "r(T) = r₂₀ · (1 + 0.00393·(T − 20))",
        with: `${cable.ohmPerKm} Ω/km at ${design.design.ambientC} °C`,
        gives: `${((load.loopOhm / (2 * drop.installedM!)) * 1000).toFixed(3)} Ω/km`,
        source: cable.gauge,
      },
      {
        formula: "ΔV = 2·L·I·r",
        with: `2 × ${m(drop.installedM!)} × ${amps.toFixed(3)} A`,
        gives: group
          ? `${ownV.toFixed(3)} V`
          : `${(load.sourceV - load.endV!).toFixed(3)} V = ${load.dropPct!.toFixed(2)} %`,
        source: "two-wire run, both conductors",
      },
      ...(group
        ? [
            {
              formula: drop.home ? "Lead and strip of the worst tread" : "Home run before it, and its strip",
              with: "strip loaded evenly: half of its own",
              gives: `${beyond.toFixed(3)} V`,
              source: `strip ${STRIP_OHM_PER_KM} Ω/km, typical`,
            },
          ]
        : []),
      {
        formula: "V at the device",
        with: `${load.sourceV} − ${(load.sourceV - load.endV!).toFixed(3)}`,
        gives: `${load.endV!.toFixed(2)} V`,
        source: "",
      },
    ],
  };
}

/** How many reels of a type, and why not fewer. */
export function reelsWorking(total: CableTotal): Working {
  const { cutting, cableType } = total;
  const stock = cutting.reels.filter((reel) => reel.stock);
  const stockM = stock.reduce((sum, reel) => sum + reel.cuts.reduce((s, cut) => s + cut.lengthM, 0), 0);
  return {
    title: `Reels of ${cableType.name}`,
    value: cutting.newReels,
    unit: cutting.newReels === 1 ? "reel" : "reels",
    verdict: cutting.tooLong.length ? "fails" : "none",
    steps: [
      {
        formula: "Cuts",
        with: counted(total.drops, "drop"),
        gives: m(total.lengthM),
        source: "pull schedule",
      },
      ...(stock.length
        ? [
            {
              formula: "Off part-used reels",
              with: `${stock.length} in stock`,
              gives: m(stockM),
              source: "stock",
            },
          ]
        : []),
      {
        formula: "Fewest that could do",
        with: `reel ${cableType.reelM} m, lower bound of bin packing`,
        gives: `${cutting.bound}`,
        source: "Martello–Toth L2 and total length",
      },
      {
        formula: "Cutting plan",
        with: cutting.proven ? "cannot be fewer" : `gap ${cutting.newReels - cutting.bound}`,
        gives: `${cutting.newReels}`,
        source: "best fit decreasing, then branch and bound",
      },
      { formula: "Left on new reels", with: "", gives: m(cutting.wasteM), source: "" },
    ],
  };
}

/** What a type's cable costs. */
export function cableCostWorking(total: CableTotal, currency: string): Working {
  const { cutting, cableType } = total;
  return {
    title: `Cost of ${cableType.name}`,
    value: total.cost,
    unit: currency,
    verdict: "none",
    steps: [
      {
        formula: "New reels × metres × price of a metre",
        with: `${cutting.newReels} × ${cableType.reelM} m × ${cableType.costPerM}`,
        gives: `${total.cost.toFixed(2)} ${currency}`,
        source: "cable type; whole reels are bought",
      },
    ],
  };
}

/** The cuts of a type, reel by reel. */
export function cutsWorking({ cableType, cutting }: CableTotal): Working {
  const name = (reel: CableTotal["cutting"]["reels"][number], i: number) =>
    `${reel.stock ? `part-used reel ${reel.stock}` : `reel ${i + 1}`}, ${counted(reel.cuts.length, "cut")}`;
  return sumWorking(
    `Length of ${cableType.name}`,
    "m",
    cutting.reels.map((reel, i) => ({
      name: name(reel, i),
      value: reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0),
    })),
    "cutting plan",
  );
}

/** What stays on the new reels of a type. */
export function leftOverWorking({ cableType, cutting }: CableTotal): Working {
  const bought = cutting.reels.filter((reel) => !reel.stock);
  return sumWorking(
    `Left over of ${cableType.name}`,
    "m",
    bought.map((reel, i) => ({
      name: `reel ${i + 1}: ${reel.capacityM} m less ${counted(reel.cuts.length, "cut")}`,
      value: reel.capacityM - reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0),
    })),
    "cutting plan",
  );
}

/** What ends at a closet: its drops by kind, its cable by type, or the power it gives out over data cable. */
export function closetWorking(design: Design, closet: string, of: "drops" | "cable" | "power"): Working {
  const name = byId(design, "closets").get(closet)?.name ?? closet;
  const sums = new Map<string, number>();
  for (const drop of dropsOf(design)) {
    if (drop.closet !== closet) continue;
    const [part, by] =
      of === "drops"
        ? [drop.kind.name, 1]
        : of === "cable"
          ? [drop.cableType?.name ?? "cable not chosen", drop.lengthM ?? 0]
          : [
              drop.load?.poeClass ? `class ${drop.load.poeClass}, cable loss included` : "",
              drop.load?.poeClass ? drop.load.sourceW : 0,
            ];
    if (part) sums.set(part, (sums.get(part) ?? 0) + by);
  }
  const parts = [...sums].map(([part, value]) => ({ name: part, value })).sort((a, b) => b.value - a.value);
  if (of === "drops") return sumWorking(`Drops at ${name}`, "drops", parts, "kits", 0);
  return of === "cable"
    ? sumWorking(`Cable into ${name}`, "m", parts, "pull schedule")
    : sumWorking(`Power out of ${name}`, "W", parts, "IEEE 802.3");
}
