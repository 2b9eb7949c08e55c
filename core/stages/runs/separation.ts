/** Where cables run beside mains too closely, and where they cross what no cable may cross. */
import { byId, type Design } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import type { MainsRunRow, NoGoRow } from "../../design/rows/house-survey";
import type { CableTypeRow } from "../../design/rows/runs";
import type { Xy } from "../../geometry/segment";
import type { Working } from "../../desk/working";
import { alongside, crosses } from "../../geometry/cross";
import { dropsOf, type Drop } from "./drops";
import { spansByWay, type Span } from "./spans";
import { routeGraph } from "../../ways/graph";

/** What a divider leaves of that distance: aluminium half, steel a quarter, after EN 50174-2. */
export const DIVIDER_PART = { none: 1, aluminium: 0.5, steel: 0.25 } as const;

/**
 * Least distance from mains run in parallel without a divider, in mm, by what the cable is for: after EN
 * 50174-2 for data, the same practice for what else carries signals. Power of low voltage and fibre need
 * none.
 */
export const SEPARATION_MM: Readonly<Record<CableTypeRow["medium"], { plain: number; screened: number }>> = {
  data: { plain: 200, screened: 100 },
  coax: { plain: 100, screened: 100 },
  bus: { plain: 100, screened: 50 },
  control: { plain: 100, screened: 50 },
  speaker: { plain: 200, screened: 100 },
  power: { plain: 0, screened: 0 },
  fibre: { plain: 0, screened: 0 },
};

/** Least distance of a cable to mains beside it, mm (EN 50174-2, without a divider). */
export const separationMm = (type: CableTypeRow) =>
  SEPARATION_MM[type.medium][type.screened ? "screened" : "plain"];

/** A shorter stretch beside mains does no harm. */
const LEAST_M = 0.5;

export interface Beside {
  mains: MainsRunRow;
  way: { in: "trunks" | "risers"; id: string };
  /** Metres side by side, closer than they may be. */
  metres: number;
  /** Nearest they come, in mm. */
  mm: number;
  /** What the most sensitive cable asks. */
  neededMm: number;
  drops: Drop[];
}

/** Those of an edge that mains disturb: kept with the list they come from. */
interface Use {
  drops: readonly Drop[];
  from: number;
  to: number;
  /** What the most sensitive of them asks where there is no divider. */
  neededMm: number;
}
const uses = new WeakMap<readonly Span[], { use: Use | undefined }>();

function useOf(spans: readonly Span[]): Use | undefined {
  const kept = uses.get(spans);
  if (kept) return kept.use;
  const own = spans.filter(({ drop }) => separationMm(drop.cableType!) > 0);
  const use = own.length
    ? {
        drops: own.map(({ drop }) => drop),
        from: Math.min(...own.map((span) => span.from)),
        to: Math.max(...own.map((span) => span.to)),
        neededMm: Math.max(...own.map(({ drop }) => separationMm(drop.cableType!))),
      }
    : undefined;
  uses.set(spans, { use });
  return use;
}

/** Everywhere cables lie beside mains closer than they may, by mains run and way; the longest first. */
export const besideMains = memo("besideMains", (design): Beside[] => {
  if (!design.mainsRuns.length) return [];
  const graph = routeGraph(design);
  const levels = new Set(design.mainsRuns.map((row) => row.level));
  // Edges on the levels that have mains at all, each with the drops on it and the part of it that they use.
  const used = [...spansByWay(design).values()].flatMap((edges) =>
    [...edges].flatMap(([id, spans]) => {
      const edge = graph.edges[id]!;
      if (edge.vertical || !levels.has(graph.nodes[edge.a]!.level)) return [];
      const use = useOf(spans);
      return use ? [{ edge, ...use }] : [];
    }),
  );
  const found = new Map<string, Beside>();
  for (const { edge, drops, from, to, neededMm: plainMm } of used) {
    const [a, b] = [graph.nodes[edge.a]!, graph.nodes[edge.b]!];
    const at = (t: number): Xy => [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)];
    const divider =
      edge.way!.in === "trunks" ? (byId(design, "trunks").get(edge.way!.id)?.divider ?? "none") : "none";
    const neededMm = plainMm * DIVIDER_PART[divider];
    for (const mains of design.mainsRuns) {
      if (mains.level !== a.level) continue;
      const rise = mains.heightM === undefined ? 0 : Math.abs(mains.heightM - a.heightM);
      if (rise * 1000 >= neededMm) continue;
      const most = Math.sqrt((neededMm / 1000) ** 2 - rise ** 2);
      for (let i = 1; i < mains.path.length; i++) {
        const near = alongside(at(from), at(to), mains.path[i - 1]!, mains.path[i]!, most);
        if (!near) continue;
        const key = `${mains.id} ${edge.way!.id}`;
        const known = found.get(key);
        const mm = Math.hypot(near.least, rise) * 1000;
        found.set(key, {
          mains,
          way: edge.way!,
          metres: (known?.metres ?? 0) + near.metres,
          mm: Math.min(known?.mm ?? Infinity, mm),
          neededMm: Math.max(known?.neededMm ?? 0, neededMm),
          drops: [...new Set([...(known?.drops ?? []), ...drops])],
        });
      }
    }
  }
  return [...found.values()].filter((one) => one.metres >= LEAST_M).sort((a, b) => b.metres - a.metres);
});

/** How near, over which length, against what. */
export function besideWorking(design: Design, one: Beside): Working {
  const types = [...new Set(one.drops.map((drop) => drop.cableType!))].sort(
    (a, b) => separationMm(b) - separationMm(a),
  );
  const way =
    one.way.in === "trunks" ? byId(design, "trunks").get(one.way.id) : byId(design, "risers").get(one.way.id);
  return {
    title: `${way?.name ?? one.way.id} beside ${one.mains.name}`,
    value: one.mm,
    unit: "mm",
    limit: { value: one.neededMm, unit: "mm", source: "EN 50174-2 and usual practice, no divider" },
    verdict: "fails",
    steps: [
      ...types.map((type) => ({
        formula: type.name,
        with: type.screened ? "screened, no divider" : "unscreened, no divider",
        gives: `${separationMm(type)} mm from mains`,
        source: "table by kind of cable",
      })),
      {
        formula: "Side by side, nearer than that",
        with: `${one.drops.length} ${one.drops.length === 1 ? "cable" : "cables"}`,
        gives: `${one.metres.toFixed(2)} m`,
        source: "plan",
      },
      { formula: "Nearest", with: "across and up", gives: `${one.mm.toFixed(0)} mm`, source: "plan" },
    ],
  };
}

/** No-go areas the way of one drop crosses: kept while neither changes. */
const areasCrossed = memoByRow("areasCrossed", (design, drop: Drop): readonly NoGoRow[] =>
  design.noGo.filter((area) =>
    drop.route?.places.some(([level, x, y], i, places) => {
      const before = places[i - 1];
      return (
        before !== undefined &&
        level === area.level &&
        before[0] === area.level &&
        crosses(area.outline, [before[1], before[2]], [x, y])
      );
    }),
  ),
);

/** Drops whose way crosses a no-go area, by area. */
export const throughNoGo = memo("throughNoGo", (design): { area: NoGoRow; drops: Drop[] }[] => {
  const byArea = new Map<NoGoRow, Drop[]>(design.noGo.map((area) => [area, []]));
  if (!byArea.size) return [];
  const drops = dropsOf(design);
  areasCrossed.all(design, drops).forEach((areas, i) => {
    for (const area of areas) byArea.get(area)!.push(drops[i]!);
  });
  return [...byArea].filter(([, drops]) => drops.length).map(([area, drops]) => ({ area, drops }));
});
