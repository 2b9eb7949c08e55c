/** Conduits and ducts: what lies in them where they are fullest, how full that is, and what it means for the pull. */
import { memoByParts, type Design } from "../design/collections";
import type { RiserRow, TrunkRow } from "../design/rows-house";
import type { Change } from "../design/edit";
import type { Working } from "../working";
import { dropsOf, type Drop } from "./drops";
import { distance, footOn } from "../geometry/segment";
import { routeGraph } from "./graph";
import { runSettings } from "./settings";

/**
 * Inner diameters in mm by nominal size: 12.7 as half-inch thin-wall tube, the others as rigid conduit to EN 61386,
 * medium duty. Another bore is taken as its own inner diameter.
 */
export const INNER_MM: Readonly<Record<number, number>> = { 12.7: 15.8, 16: 13, 20: 16.9, 25: 21.4, 32: 27.8, 40: 35.4, 50: 44.3, 63: 56.2 };

export const BORES_MM = Object.keys(INNER_MM).map(Number).sort((a, b) => INNER_MM[a]! - INNER_MM[b]!);

export const innerMm = (boreMm: number) => INNER_MM[boreMm] ?? boreMm;

/** Most of a bore that cables may fill, in %, by how many there are. */
export const fillLimitPct = (cables: number) => (cables <= 1 ? 53 : cables === 2 ? 31 : 40);

/** Bends between two boxes, together, in degrees. */
export const MOST_BENDS_DEG = 360;

/** A right angle takes as much pull as so many straight metres: two boxes may be that much nearer for each. */
export const METRES_PER_BEND = 3;

/** Metres a cable can be drawn between two boxes: the design's most, less for every right angle. */
export const pullLimitM = (boxEveryM: number, bendsDegrees: number) => Math.max(5, boxEveryM - (METRES_PER_BEND * bendsDegrees) / 90);

/** Three cables of one size wedge side by side where bore ÷ diameter lies between these. */
export const JAM: readonly [number, number] = [2.8, 3.2];

/** Share of the bore's area that is cable, in %. Diameters in mm. */
export const fillPct = (diametersMm: readonly number[], insideMm: number) => (100 * diametersMm.reduce((sum, d) => sum + d * d, 0)) / (insideMm * insideMm);

/** Bore ÷ diameter for three cables of about one size (within a tenth); undefined for any other set. */
export function jamRatio(diametersMm: readonly number[], insideMm: number): number | undefined {
  if (diametersMm.length !== 3) return undefined;
  const mean = diametersMm.reduce((sum, d) => sum + d, 0) / 3;
  return diametersMm.every((d) => Math.abs(d - mean) <= 0.1 * mean) ? insideMm / mean : undefined;
}

/** Turns of a path together, in degrees: 90 for a right angle, whichever way it goes. */
export function bendsDeg(path: readonly (readonly [number, number])[]): number {
  let sum = 0;
  for (let i = 1; i < path.length - 1; i++) {
    const [ax, ay] = [path[i]![0] - path[i - 1]![0], path[i]![1] - path[i - 1]![1]];
    const [bx, by] = [path[i + 1]![0] - path[i]![0], path[i + 1]![1] - path[i]![1]];
    const lengths = Math.hypot(ax, ay) * Math.hypot(bx, by);
    if (lengths > 0) sum += (Math.acos(Math.max(-1, Math.min(1, (ax * bx + ay * by) / lengths))) * 180) / Math.PI;
  }
  return sum;
}

export type Corner = readonly [number, number];

/** A conduit between two of its boxes, or its ends. */
export interface Section {
  path: Corner[];
  lengthM: number;
  bendsDeg: number;
  limitM: number;
}

/** A path cut at its boxes, each taken to the nearest place on it, in order. */
export function sectionsOf(path: readonly Corner[], boxes: readonly Corner[], boxEveryM: number): Section[] {
  // Where along the path each box sits, metres from its start.
  const starts = path.reduce<number[]>((sums, corner, i) => [...sums, i === 0 ? 0 : sums[i - 1]! + distance(path[i - 1]!, corner)], []);
  const whole = starts.at(-1)!;
  const cuts = boxes.map((box) => {
    let best = { far: Infinity, at: 0 };
    for (let i = 1; i < path.length; i++) {
      const foot = footOn(box, path[i - 1]!, path[i]!);
      const far = distance(box, foot.at);
      if (far < best.far) best = { far, at: starts[i - 1]! + foot.t * (starts[i]! - starts[i - 1]!) };
    }
    return best.at;
  }).filter((at) => at > 1e-6 && at < whole - 1e-6).sort((a, b) => a - b);
  const placeAt = (at: number): Corner => {
    const i = Math.max(1, starts.findIndex((start) => start >= at - 1e-9));
    const [a, b] = [path[i - 1]!, path[i]!];
    const t = starts[i]! === starts[i - 1]! ? 0 : (at - starts[i - 1]!) / (starts[i]! - starts[i - 1]!);
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  };
  const ends = [0, ...cuts, whole];
  return ends.slice(1).map((to, i): Section => {
    const from = ends[i]!;
    const own = [placeAt(from), ...path.filter((_, n) => starts[n]! > from + 1e-6 && starts[n]! < to - 1e-6), placeAt(to)];
    const bends = bendsDeg(own);
    return { path: own, lengthM: to - from, bendsDeg: bends, limitM: pullLimitM(boxEveryM, bends) };
  });
}

const holds = (section: Section) => section.bendsDeg <= MOST_BENDS_DEG + 1e-6 && section.lengthM <= section.limitM + 1e-6;

/** Where pull boxes have to go so that every section holds: as few as there can be, at corners where that serves, else as far along as it goes. */
export function boxesFor(path: readonly Corner[], boxEveryM: number): [number, number][] {
  const boxes: [number, number][] = [];
  for (let guard = 0; guard < 50; guard++) {
    const sections = sectionsOf(path, boxes, boxEveryM);
    const bad = sections.find((section) => !holds(section));
    if (!bad) break;
    // The last corner up to which the section still holds; a straight one is cut at its limit.
    let cut: Corner | undefined;
    for (let n = 1; n < bad.path.length - 1; n++) {
      const [head] = sectionsOf(bad.path.slice(0, n + 1), [], boxEveryM);
      if (head && holds(head)) cut = bad.path[n];
    }
    const [a, b] = [bad.path[0]!, bad.path[1]!];
    const t = Math.min(1, boxEveryM / distance(a, b));
    const at = cut ?? [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
    boxes.push([Math.round(at[0] * 1000) / 1000, Math.round(at[1] * 1000) / 1000]);
  }
  return boxes;
}

export interface Circle {
  /** From the bore's centre, in mm; y down. */
  x: number;
  y: number;
  r: number;
  /** Index of the cable it stands for. */
  cable: number;
}

const TOUCH = 1e-6;

/** Places where a circle of radius r touches the bore and one circle, or two circles. */
function touching(r: number, boreR: number, a: Circle, b?: Circle): [number, number][] {
  // Centre at distance p from a's centre and q from b's centre, or q from the bore's.
  const [cx, cy, q] = b ? [b.x, b.y, b.r + r] : [0, 0, boreR - r];
  const p = a.r + r;
  const d = Math.hypot(a.x - cx, a.y - cy);
  if (d < TOUCH || d > p + q + TOUCH || d < Math.abs(p - q) - TOUCH) return [];
  const along = (q * q - p * p + d * d) / (2 * d);
  const off = Math.sqrt(Math.max(0, q * q - along * along));
  const [ux, uy] = [(a.x - cx) / d, (a.y - cy) / d];
  return [[cx + along * ux - off * uy, cy + along * uy + off * ux], [cx + along * ux + off * uy, cy + along * uy - off * ux]];
}

/**
 * Cables laid into a round bore, thick ones first, each as low as it can lie. Those that find no place are left out:
 * the section then shows what is too much. Diameters in mm; for drawing, not for the limit, which goes by area.
 */
export function layCircles(diametersMm: readonly number[], insideMm: number): Circle[] {
  const boreR = insideMm / 2;
  const laid: Circle[] = [];
  const order = diametersMm.map((d, cable) => ({ r: d / 2, cable })).sort((a, b) => b.r - a.r || a.cable - b.cable);
  for (const { r, cable } of order) {
    if (r > boreR) continue;
    const places: [number, number][] = [[0, boreR - r]];
    laid.forEach((a, i) => {
      places.push(...touching(r, boreR, a));
      for (const b of laid.slice(i + 1)) places.push(...touching(r, boreR, a, b));
    });
    const free = places.filter(([x, y]) => Math.hypot(x, y) <= boreR - r + TOUCH * 10 && laid.every((other) => Math.hypot(other.x - x, other.y - y) >= other.r + r - TOUCH * 10));
    const [best] = free.sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]));
    if (best) laid.push({ x: best[0], y: best[1], r, cable });
  }
  return laid;
}

export interface Containment {
  in: "trunks" | "risers";
  row: TrunkRow | RiserRow;
  boreMm: number;
  insideMm: number;
  /** Drops in it where it is fullest. */
  drops: Drop[];
  diametersMm: number[];
  fillPct: number;
  limitPct: number;
  jam?: number;
  /** Bends of the section that has most, and the metres of the longest; `sections` where there are boxes or a path at all. */
  bendsDeg: number;
  sections: Section[];
  /** Metres from end to end. */
  lengthM: number;
}

const pathM = (path: readonly (readonly [number, number])[]) => path.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - path[i]![0], y - path[i]![1]), 0);

/** Every conduit, duct and riser that has a bore, with its fullest stretch; fullest first. */
export const containmentOf = memoByParts(
  [dropsOf],
  (design): Containment[] => {
    const tubes = design.trunks.filter((row) => row.kind !== "tray" && row.kind !== "void" && row.boreMm !== undefined);
    const risers = design.risers.filter((row) => row.boreMm !== undefined);
    if (!tubes.length && !risers.length) return [];
    const graph = routeGraph(design);
    const wanted = new Set([...tubes.map((row) => `trunks/${row.id}`), ...risers.map((row) => `risers/${row.id}`)]);
    // Where along each edge a drop lies; the fullest place of a way is where the most cable area lies side by side.
    const byWay = new Map<string, Map<number, { from: number; to: number; drop: Drop }[]>>();
    for (const drop of dropsOf(design)) {
      for (const piece of drop.route?.pieces ?? []) {
        const way = graph.edges[piece.edge]!.way;
        if (!way || !drop.cableType) continue;
        const key = `${way.in}/${way.id}`;
        if (!wanted.has(key)) continue;
        const edges = byWay.get(key) ?? new Map<number, { from: number; to: number; drop: Drop }[]>();
        edges.set(piece.edge, [...(edges.get(piece.edge) ?? []), { from: piece.from, to: piece.to, drop }]);
        byWay.set(key, edges);
      }
    }
    const fullestOf = (key: string): Drop[] => {
      let best: Drop[] = [];
      let area = -1;
      for (const spans of byWay.get(key)?.values() ?? []) {
        for (const { from, to } of spans) {
          const middle = (from + to) / 2;
          for (const at of [from + 1e-6, middle, to - 1e-6]) {
            const here = spans.filter((span) => span.from <= at && at <= span.to).map((span) => span.drop);
            const sum = here.reduce((all, drop) => all + drop.cableType!.outerMm ** 2, 0);
            if (sum > area) [best, area] = [here, sum];
          }
        }
      }
      return best;
    };
    const { boxEveryM } = runSettings(design);
    const ways = [
      ...tubes.map((row) => ({ in: "trunks" as const, row, sections: sectionsOf(row.path, row.boxes ?? [], boxEveryM), lengthM: pathM(row.path) })),
      ...risers.map((row) => ({ in: "risers" as const, row, sections: [] as Section[], lengthM: Math.abs((graph.levels.get(row.toLevel)?.elevationM ?? 0) - (graph.levels.get(row.fromLevel)?.elevationM ?? 0)) })),
    ];
    return ways.map(({ in: where, row, sections, lengthM }): Containment => {
      const drops = fullestOf(`${where}/${row.id}`);
      const diametersMm = drops.map((drop) => drop.cableType!.outerMm);
      const insideMm = innerMm(row.boreMm!);
      const jam = jamRatio(diametersMm, insideMm);
      return { in: where, row, boreMm: row.boreMm!, insideMm, drops, diametersMm, fillPct: fillPct(diametersMm, insideMm), limitPct: fillLimitPct(drops.length), ...(jam === undefined ? {} : { jam }), bendsDeg: Math.max(0, ...sections.map((section) => section.bendsDeg)), sections, lengthM };
    }).sort((a, b) => b.fillPct / b.limitPct - a.fillPct / a.limitPct || a.row.name.localeCompare(b.row.name, "en"));
  },
);

/** The smallest bore that holds the cables of a way; undefined where none of the table does. */
export const boreFor = (diametersMm: readonly number[]): number | undefined => BORES_MM.find((bore) => fillPct(diametersMm, innerMm(bore)) <= fillLimitPct(diametersMm.length));

/** A change that gives a way another bore. */
export const withBore = (one: Containment, boreMm: number): Change => (one.in === "trunks" ? { in: "trunks", put: { ...(one.row as TrunkRow), boreMm } } : { in: "risers", put: { ...(one.row as RiserRow), boreMm } });

/** How full a way is, and against what. */
export function fillWorking(one: Containment): Working {
  const types = new Map<string, { count: number; d: number }>();
  for (const drop of one.drops) types.set(drop.cableType!.name, { count: (types.get(drop.cableType!.name)?.count ?? 0) + 1, d: drop.cableType!.outerMm });
  return {
    title: `Fill of ${one.row.name}`, value: one.fillPct, unit: "%", limit: { value: one.limitPct, unit: "%", source: `${one.drops.length} ${one.drops.length === 1 ? "cable" : "cables"}` }, verdict: one.fillPct > one.limitPct ? "fails" : one.fillPct > 0.9 * one.limitPct ? "tight" : "holds",
    steps: [
      ...[...types].map(([name, { count, d }]) => ({ formula: name, with: `${count} × ${d} mm: ${count} × π/4 × ${d}²`, gives: `${((count * Math.PI * d * d) / 4).toFixed(0)} mm²`, source: "cable type" })),
      { formula: "Area of the bore", with: `nominal ${one.boreMm} mm, ${one.insideMm} mm inside`, gives: `${((Math.PI * one.insideMm ** 2) / 4).toFixed(0)} mm²`, source: INNER_MM[one.boreMm] === undefined ? "as drawn" : "EN 61386, typical" },
      { formula: "Cables ÷ bore", with: "at the fullest place", gives: `${one.fillPct.toFixed(1)} %`, source: "" },
    ],
  };
}

/** A conduit section by section: its bends, or its metres against what can be drawn through. */
export function sectionWorking(one: Containment, of: "bends" | "length"): Working {
  const worst = one.sections.reduce((best, section) => (of === "bends" ? section.bendsDeg > best.bendsDeg : section.lengthM - section.limitM > best.lengthM - best.limitM) ? section : best);
  const [value, limit, unit] = of === "bends" ? [worst.bendsDeg, MOST_BENDS_DEG, "°"] as const : [worst.lengthM, worst.limitM, "m"] as const;
  return {
    title: of === "bends" ? `Bends of ${one.row.name}` : `${one.row.name}, from box to box`, value, unit, limit: { value: limit, unit, source: of === "bends" ? "between two boxes, usual practice" : "metres between boxes less 3 m a right angle" }, verdict: value > limit + 1e-6 ? "fails" : "holds",
    steps: one.sections.map((section, i) => ({ formula: `Section ${i + 1}, ${section.path.length - 1} straight ${section.path.length === 2 ? "piece" : "pieces"}`, with: `${section.bendsDeg.toFixed(0)}° of bends, at most ${section.limitM.toFixed(1)} m`, gives: `${section.lengthM.toFixed(1)} m`, source: "as drawn" })),
  };
}

export const findContainment = (design: Design, id: string) => containmentOf(design).find((one) => one.row.id === id);
