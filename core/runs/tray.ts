/** Trays and bundles: how full a tray is where it is fullest, and how many powered data cables warm each other. */
import { byId, memoByParts, type Design } from "../design/collections";
import type { TrunkRow } from "../design/rows-house";
import type { Working } from "../working";
import { dropsOf, type Drop } from "./drops";
import { routeGraph } from "./graph";
import { runSettings } from "./settings";

interface Span {
  from: number;
  to: number;
  drop: Drop;
}

/** Drops side by side on a way, where there are most of them by the given measure: one sweep along it. */
function fullest(spans: readonly Span[], measure: (drop: Drop) => number): Drop[] {
  const events = spans.flatMap(({ from, to, drop }) => [{ at: from, by: measure(drop) }, { at: to, by: -measure(drop) }]).sort((a, b) => a.at - b.at || a.by - b.by);
  let [sum, most, best] = [0, 0, 0];
  events.forEach(({ at, by }, i) => {
    sum += by;
    if (sum > most + 1e-9) [most, best] = [sum, (at + (events[i + 1]?.at ?? at)) / 2];
  });
  return spans.filter(({ from, to }) => from <= best && best <= to).map(({ drop }) => drop);
}

/** Every drop that has a cable, by the edge of the graph it lies on. */
const spansByWay = memoByParts([dropsOf], (design) => {
  const graph = routeGraph(design);
  const byWay = new Map<string, Map<number, Span[]>>();
  for (const drop of dropsOf(design)) {
    if (!drop.cableType) continue;
    for (const piece of drop.route?.pieces ?? []) {
      const way = graph.edges[piece.edge]!.way;
      if (way?.in !== "trunks") continue;
      let edges = byWay.get(way.id);
      if (!edges) byWay.set(way.id, (edges = new Map()));
      const list = edges.get(piece.edge);
      if (list) list.push({ from: piece.from, to: piece.to, drop });
      else edges.set(piece.edge, [{ from: piece.from, to: piece.to, drop }]);
    }
  }
  return byWay;
});

export interface Tray {
  row: TrunkRow;
  widthMm: number;
  depthMm: number;
  drops: Drop[];
  /** Share of its section that is cable, %, against what the design fills a tray to. */
  fillPct: number;
  limitPct: number;
}

/** Cable area in mm². */
const areaMm2 = (drop: Drop) => (Math.PI / 4) * drop.cableType!.outerMm ** 2;

/** Trays that have a width and sides; the fullest first. */
export const traysOf = memoByParts([spansByWay, "design", "trunks"], (design): Tray[] =>
  design.trunks.filter((row) => row.kind === "tray" && row.widthMm && row.depthMm).map((row): Tray => {
    let drops: Drop[] = [];
    let most = 0;
    for (const spans of spansByWay(design).get(row.id)?.values() ?? []) {
      const here = fullest(spans, areaMm2);
      const sum = here.reduce((all, drop) => all + areaMm2(drop), 0);
      if (sum > most) [drops, most] = [here, sum];
    }
    return { row, widthMm: row.widthMm!, depthMm: row.depthMm!, drops, fillPct: (100 * most) / (row.widthMm! * row.depthMm!), limitPct: runSettings(design).trayFillPct };
  }).sort((a, b) => b.fillPct - a.fillPct));

/** The next width, in steps of 50 mm, that holds what lies in a tray. */
export const trayWidthFor = (tray: Tray) => Math.ceil((tray.fillPct / tray.limitPct) * tray.widthMm / 50 - 1e-9) * 50;

export function trayWorking(tray: Tray): Working {
  const sum = tray.drops.reduce((all, drop) => all + areaMm2(drop), 0);
  return {
    title: `Fill of ${tray.row.name}`, value: tray.fillPct, unit: "%", limit: { value: tray.limitPct, unit: "%", source: "share of a tray's section, this design" }, verdict: tray.fillPct > tray.limitPct ? "fails" : tray.fillPct > 0.9 * tray.limitPct ? "tight" : "holds",
    steps: [
      { formula: "Σ π/4 · d²", with: `${tray.drops.length} cables at the fullest place`, gives: `${sum.toFixed(0)} mm²`, source: "cable types" },
      { formula: "Width × depth", with: `${tray.widthMm} mm × ${tray.depthMm} mm`, gives: `${(tray.widthMm * tray.depthMm).toFixed(0)} mm²`, source: "tray" },
      { formula: "Cable ÷ tray", with: "", gives: `${tray.fillPct.toFixed(1)} %`, source: "" },
    ],
  };
}

export interface Bundle {
  row: TrunkRow;
  /** Powered data cables side by side where they are most, in one bundle of this many. */
  powered: number;
  each: number;
  most: number;
}

/** Trunks on which more than one powered data cable lies; the fullest bundle first. */
export const bundlesOf = memoByParts([spansByWay, "design", "trunks"], (design): Bundle[] => {
  const { bundleMost } = runSettings(design);
  return [...spansByWay(design)].flatMap(([id, edges]): Bundle[] => {
    const row = byId(design, "trunks").get(id)!;
    const powered = Math.max(0, ...[...edges.values()].map((spans) => fullest(spans.filter(({ drop }) => drop.load?.poeClass), () => 1).length));
    return powered > 1 ? [{ row, powered, each: Math.ceil(powered / (row.bundles ?? 1)), most: bundleMost }] : [];
  }).sort((a, b) => b.each - a.each || (a.row.name < b.row.name ? -1 : 1));
});

export const inBundles = (design: Design, trunk: string, bundles: number) => [{ in: "trunks" as const, put: { ...byId(design, "trunks").get(trunk)!, bundles } }];
