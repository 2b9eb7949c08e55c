/** How the figures of a segment came about. */
import { byId, type Design } from "../../design/collections";
import { counted } from "../../design/words";
import type { Step, Working } from "../../desk/working";
import { verdictUnder } from "../../desk/working";
import { atTemperature } from "../runs/electrical";
import type { BusLimits, BusProfileRow } from "../../design/rows/bus";
import type { Segment } from "./segments";

const V = (value: number) => `${value.toFixed(3)} V`;
const A = (value: number) => `${value.toFixed(3)} A`;

/** Where a profile's limit comes from. */
export const limitSource = (profile: BusProfileRow, name: keyof BusLimits): string =>
  profile.sources?.[name] ?? "typical";

/** The stretches from the supply that feeds a node to the node, in that order; none where it is a supply itself. */
export function wayTo(segment: Segment, node: number): { edge: number; from: number; to: number }[] {
  const fed = new Set(segment.supplies.map((supply) => supply.node));
  const before = new Map<number, { edge: number; from: number; to: number }>();
  const open = fed.size ? [...fed] : [0];
  const seen = new Set(open);
  for (const here of open)
    segment.edges.forEach(({ a, b }, edge) => {
      if (a !== here && b !== here) return;
      const to = a === here ? b : a;
      if (seen.has(to)) return;
      seen.add(to);
      before.set(to, { edge, from: here, to });
      open.push(to);
    });
  const way = [];
  for (let step = before.get(node); step; step = before.get(step.from)) way.unshift(step);
  return way;
}

/** The volts at one node: from its supply, less what each stretch takes. */
export function voltsWorking(design: Design, segment: Segment, node = segment.low): Working | undefined {
  const at = node === undefined ? undefined : segment.nodes[node];
  if (!at || at.volts === undefined || node === undefined) return undefined;
  const { row, profile, nodes, edges, supplies, limitV } = segment;
  const type = byId(design, "cableTypes").get(row.cableType);
  const warm = atTemperature(type?.ohmPerKm ?? 0, design.design.ambientC);
  const way = wayTo(segment, node);
  const feed = supplies.find((supply) => supply.node === (way[0]?.from ?? node))!;
  const pairs = row.parallel ?? 1;
  const steps: Step[] = [
    {
      formula: "Supply",
      with: `at ${nodes[feed.node]!.name}, ${counted(edges.length, "stretch", "stretches")} solved together`,
      gives: V(feed.volts),
      source: byId(design, "busSupplies").get(row.supply ?? "")?.name ?? profile.name,
    },
    {
      formula: "r(T) = r20 · (1 + 0.00393 · (T − 20))",
      with: `${type?.ohmPerKm ?? 0} Ω/km at ${design.design.ambientC} °C${pairs > 1 ? `, ${pairs} pairs side by side` : ""}`,
      gives: `${warm.toFixed(2)} Ω/km`,
      source: type ? `${type.name}, ${type.gauge}` : "cable",
    },
    ...way.map(({ edge, from, to }): Step => {
      const { distanceM, ohm, amps = 0, a } = edges[edge]!;
      const flows = a === from ? amps : -amps;
      return {
        formula: `${nodes[from]!.name} → ${nodes[to]!.name}: 2 · L · r${pairs > 1 ? " ÷ pairs" : ""} · I`,
        with: `2 · ${distanceM.toFixed(2)} m · ${warm.toFixed(2)} Ω/km · ${A(flows)}`,
        gives: `−${V(flows * ohm)}`,
        source: "both conductors",
      };
    }),
  ];
  return {
    title: `Volts at ${at.name}`,
    value: at.volts,
    unit: "V",
    ...(limitV === undefined
      ? { verdict: "none" as const }
      : {
          limit: {
            value: limitV,
            unit: "V",
            source:
              profile.limits.minV === limitV
                ? limitSource(profile, "minV")
                : `${supplies[0]!.volts} V less ${profile.limits.dropV} V, ${limitSource(profile, "dropV")}`,
          },
          verdict: verdictUnder(supplies[0]!.volts - at.volts, supplies[0]!.volts - limitV),
        }),
    steps,
  };
}

/** What the devices of a segment draw. */
export function currentWorking(segment: Segment): Working | undefined {
  if (segment.currentA === undefined) return undefined;
  const { profile, nodes, currentA, supplies } = segment;
  const limit = supplies.reduce((sum, supply) => sum + supply.maxA, 0);
  return {
    title: `Current of ${segment.row.name}`,
    value: currentA,
    unit: "A",
    ...(Number.isFinite(limit)
      ? {
          limit: { value: limit, unit: "A", source: limitSource(profile, "maxA") },
          verdict: verdictUnder(currentA, limit),
        }
      : { verdict: "none" as const }),
    steps: [
      ...nodes.flatMap((node): Step[] =>
        node.loadA || node.loadW
          ? [
              {
                formula: node.name,
                with: node.loadW ? `${node.loadW} W ÷ ${V(node.volts ?? 0)}` : "whatever the volts are",
                gives: A(node.loadA ?? node.loadW! / (node.volts ?? 1)),
                source:
                  node.stop?.currentA === undefined && node.stop?.watts === undefined ? "its kind" : "yours",
              },
            ]
          : [],
      ),
      {
        formula: "Sum of all supplies",
        with: counted(supplies.length, "supply", "supplies"),
        gives: A(currentA),
        source: "",
      },
    ],
  };
}

/** Its cable, stretch by stretch, against what the profile allows. */
export function segmentLengthWorking(segment: Segment): Working {
  const { profile, edges, nodes, lengthM } = segment;
  const limit = profile.limits.totalM;
  return {
    title: `Cable of ${segment.row.name}`,
    value: lengthM,
    unit: "m",
    ...(limit === undefined
      ? { verdict: "none" as const }
      : {
          limit: { value: limit, unit: "m", source: limitSource(profile, "totalM") },
          verdict: verdictUnder(lengthM, limit),
        }),
    steps: [
      ...edges.map(({ a, b, distanceM, drop }): Step => ({
        formula: `${nodes[a]!.name} → ${nodes[b]!.name}`,
        with: drop.marked ? "jacket marks" : "way along the plan, slack at both ends",
        gives: `${distanceM.toFixed(2)} m`,
        source: drop.marked ? "measured on site" : "plan",
      })),
      {
        formula: "Sum",
        with: counted(edges.length, "stretch", "stretches"),
        gives: `${lengthM.toFixed(2)} m`,
        source: "",
      },
    ],
  };
}

/** Share of the profile that stays free: the least of devices and current. */
export function spareOf({
  profile,
  nodes,
  currentA,
  supplies,
}: Segment): { pct: number; of: string } | undefined {
  const { devices } = profile.limits;
  const maxA = supplies.reduce((sum, supply) => sum + supply.maxA, 0);
  const shares = [
    ...(devices === undefined ? [] : [{ pct: 100 * (1 - (nodes.length - 1) / devices), of: "devices" }]),
    ...(currentA === undefined || !Number.isFinite(maxA) || maxA <= 0
      ? []
      : [{ pct: 100 * (1 - currentA / maxA), of: "current" }]),
  ];
  return shares.sort((a, b) => a.pct - b.pct)[0];
}
