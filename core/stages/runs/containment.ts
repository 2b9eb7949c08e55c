/**
 * Conduits and ducts: what lies in them where they are fullest, how full that is, and what it means for the
 * pull.
 */
import { round1, round3 } from "../../geometry/round";
import { type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import type { RiserRow, TrunkRow } from "../../design/rows/house-structure";
import type { Change } from "../../design/edit";
import { verdictUnder, type Working } from "../../desk/working";
import { type Drop } from "./drops";
import { distance, footOn } from "../../geometry/segment";
import { routeGraph } from "../../ways/graph";
import { runSettings } from "./settings";
import { fullestOf, spansByWay } from "./spans";

/**
 * Inner diameters in mm by nominal size: 12.7 as half-inch thin-wall tube; up to 63 rigid conduit to EN
 * 61386-21, medium duty; above that twin-wall duct for burying, to EN 61386-24. Typical of each.
 */
export const INNER_MM: Readonly<Record<number, number>> = {
  12.7: 15.8,
  16: 13,
  20: 16.9,
  25: 21.4,
  32: 27.8,
  40: 35.4,
  50: 44.3,
  63: 56.2,
  75: 63,
  90: 75,
  110: 94,
  125: 107,
  150: 128,
  160: 137,
  200: 172,
};

export const BORES_MM = Object.keys(INNER_MM)
  .map(Number)
  .sort((a, b) => INNER_MM[a]! - INNER_MM[b]!);

/** Metric sizes in order; the half-inch tube goes by a size of its own. */
const METRIC_MM = Object.keys(INNER_MM)
  .map(Number)
  .filter((bore) => bore !== 12.7)
  .sort((a, b) => a - b);

/** Inner diameter of a nominal size, mm: by the table, and between its sizes in proportion. */
export function innerMm(boreMm: number): number {
  const listed = INNER_MM[boreMm];
  if (listed !== undefined) return listed;
  const above = METRIC_MM.find((bore) => bore > boreMm) ?? METRIC_MM.at(-1)!;
  const below = METRIC_MM.filter((bore) => bore < boreMm).at(-1);
  const share = (bore: number) => INNER_MM[bore]! / bore;
  const t = below === undefined || above <= below ? 1 : (boreMm - below) / (above - below);
  const wall =
    below === undefined || above <= below ? share(above) : share(below) + t * (share(above) - share(below));
  return round1(boreMm * wall);
}

/** Most of a bore that cables may fill, in %, by how many there are. */
export const fillLimitPct = (cables: number) => (cables <= 1 ? 53 : cables === 2 ? 31 : 40);

/** Bends between two boxes, together, in degrees. */
export const MOST_BENDS_DEG = 360;

/** A right angle takes as much pull as so many straight metres: two boxes may be that much nearer for each. */
export const METRES_PER_BEND = 3;

/** Metres a cable can be drawn between two boxes: the design's most, less for every right angle. */
export const pullLimitM = (boxEveryM: number, bendsDegrees: number) =>
  Math.max(5, boxEveryM - (METRES_PER_BEND * bendsDegrees) / 90);

/** Three cables of one size wedge side by side where bore ÷ diameter lies between these. */
export const JAM: readonly [number, number] = [2.8, 3.2];

/** Share of the bore's area that is cable, in %. Diameters in mm. */
export const fillPct = (diametersMm: readonly number[], insideMm: number) =>
  (100 * diametersMm.reduce((sum, d) => sum + d * d, 0)) / (insideMm * insideMm);

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
    if (lengths > 0)
      sum += (Math.acos(Math.max(-1, Math.min(1, (ax * bx + ay * by) / lengths))) * 180) / Math.PI;
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

/**
 * A path cut at its boxes, each taken to the nearest place on it, in order. One pass along the path for all
 * sections.
 */
export function sectionsOf(path: readonly Corner[], boxes: readonly Corner[], boxEveryM: number): Section[] {
  // Where along the path each corner and each box sits, metres from its start.
  const starts = [0];
  for (let i = 1; i < path.length; i++) starts.push(starts[i - 1]! + distance(path[i - 1]!, path[i]!));
  const whole = starts.at(-1)!;
  const cuts = boxes
    .map((box) => {
      let best = { far: Infinity, at: 0 };
      for (let i = 1; i < path.length; i++) {
        const foot = footOn(box, path[i - 1]!, path[i]!);
        const far = distance(box, foot.at);
        if (far < best.far) best = { far, at: starts[i - 1]! + foot.t * (starts[i]! - starts[i - 1]!) };
      }
      return best.at;
    })
    .filter((at) => at > 1e-6 && at < whole - 1e-6)
    .sort((a, b) => a - b);
  const sections: Section[] = [];
  let own: Corner[] = [path[0]!];
  let from = 0;
  let i = 1;
  for (const to of [...cuts, whole]) {
    for (; i < path.length && starts[i]! < to - 1e-6; i++) if (starts[i]! > from + 1e-6) own.push(path[i]!);
    const [a, b] = [path[i - 1]!, path[i]!];
    const long = starts[i]! - starts[i - 1]!;
    const t = long > 0 ? (to - starts[i - 1]!) / long : 0;
    const end: Corner = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
    own.push(end);
    const bends = bendsDeg(own);
    sections.push({ path: own, lengthM: to - from, bendsDeg: bends, limitM: pullLimitM(boxEveryM, bends) });
    [own, from] = [[end], to];
  }
  return sections;
}

/** Most boxes offered for one way: the most a way may have. */
const MOST_BOXES = 200;

/**
 * Where pull boxes have to go so that every section holds: as few as there can be, at corners where that
 * serves, else as far along as it goes. One walk along the path: a section grows corner by corner while it
 * holds.
 */
export function boxesFor(path: readonly Corner[], boxEveryM: number): [number, number][] {
  const boxes: [number, number][] = [];
  const holds = (metres: number, bends: number) =>
    bends <= MOST_BENDS_DEG + 1e-6 && metres <= pullLimitM(boxEveryM, bends) + 1e-6;
  let start: Corner = path[0]!;
  let [metres, bends] = [0, 0];
  let last: Corner = start;
  let before: Corner | undefined;
  for (let i = 1; i < path.length && boxes.length < MOST_BOXES;) {
    const next = path[i]!;
    const step = distance(last, next);
    const turned = bends + (before ? bendsDeg([before, last, next]) : 0);
    if (holds(metres + step, turned)) {
      [metres, bends, before, last] = [metres + step, turned, last, next];
      i += 1;
      continue;
    }
    // A box at the last corner that still held; on a straight piece, as far along as it goes.
    if (last === start) {
      const t = Math.min(1, boxEveryM / step);
      last = [last[0] + t * (next[0] - last[0]), last[1] + t * (next[1] - last[1])];
    }
    boxes.push([round3(last[0]), round3(last[1])]);
    [start, metres, bends, before] = [last, 0, 0, undefined];
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
  return [
    [cx + along * ux - off * uy, cy + along * uy + off * ux],
    [cx + along * ux + off * uy, cy + along * uy - off * ux],
  ];
}

/**
 * Cables laid into a round bore, thick ones first, each as low as it can lie. Those that find no place are
 * left out: the section then shows what is too much. Diameters in mm; for drawing, not for the limit, which
 * goes by area.
 */
export function layCircles(diametersMm: readonly number[], insideMm: number): Circle[] {
  const boreR = insideMm / 2;
  const laid: Circle[] = [];
  const order = diametersMm
    .map((d, cable) => ({ r: d / 2, cable }))
    .sort((a, b) => b.r - a.r || a.cable - b.cable);
  for (const { r, cable } of order) {
    if (r > boreR) continue;
    const places: [number, number][] = [[0, boreR - r]];
    laid.forEach((a, i) => {
      places.push(...touching(r, boreR, a));
      for (const b of laid.slice(i + 1)) places.push(...touching(r, boreR, a, b));
    });
    const free = places.filter(
      ([x, y]) =>
        Math.hypot(x, y) <= boreR - r + TOUCH * 10 &&
        laid.every((other) => Math.hypot(other.x - x, other.y - y) >= other.r + r - TOUCH * 10),
    );
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
  drops: readonly Drop[];
  diametersMm: number[];
  fillPct: number;
  limitPct: number;
  jam?: number;
  /**
   * Bends of the section that has most, and the metres of the longest; `sections` where there are boxes or
   * a path at all.
   */
  bendsDeg: number;
  sections: Section[];
  /** Metres from end to end. */
  lengthM: number;
}

const pathM = (path: readonly (readonly [number, number])[]) =>
  path.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - path[i]![0], y - path[i]![1]), 0);

/** What a cable takes of a bore, as the square of its diameter. */
const squareMm2 = (drop: Drop) => drop.cableType!.outerMm ** 2;

/** Every conduit, duct and riser that has a bore, with its fullest stretch; fullest first. */
export const containmentOf = memo("containmentOf", (design): Containment[] => {
  const tubes = design.trunks.filter(
    (row) => row.kind !== "tray" && row.kind !== "void" && row.boreMm !== undefined,
  );
  const risers = design.risers.filter((row) => row.boreMm !== undefined);
  if (!tubes.length && !risers.length) return [];
  const graph = routeGraph(design);
  // Of a riser: from where it opens into its lowest ways to its highest, which is what cables and conduit take.
  const risen = new Map<string, number>();
  for (const edge of graph.edges)
    if (edge.way?.in === "risers") risen.set(edge.way.id, (risen.get(edge.way.id) ?? 0) + edge.lengthM);
  const { boxEveryM } = runSettings(design);
  const ways = [
    ...tubes.map((row) => ({
      in: "trunks" as const,
      row,
      sections: sectionsOf(row.path, row.boxes ?? [], boxEveryM),
      lengthM: pathM(row.path),
    })),
    ...risers.map((row) => ({
      in: "risers" as const,
      row,
      sections: [] as Section[],
      lengthM: risen.get(row.id) ?? 0,
    })),
  ];
  return ways
    .map(({ in: where, row, sections, lengthM }): Containment => {
      const drops = fullestOf(spansByWay(design).get(`${where}/${row.id}`), squareMm2);
      const diametersMm = drops.map((drop) => drop.cableType!.outerMm);
      const insideMm = innerMm(row.boreMm!);
      const jam = jamRatio(diametersMm, insideMm);
      return {
        in: where,
        row,
        boreMm: row.boreMm!,
        insideMm,
        drops,
        diametersMm,
        fillPct: fillPct(diametersMm, insideMm),
        limitPct: fillLimitPct(drops.length),
        ...(jam === undefined ? {} : { jam }),
        bendsDeg: Math.max(0, ...sections.map((section) => section.bendsDeg)),
        sections,
        lengthM,
      };
    })
    .sort(
      (a, b) => b.fillPct / b.limitPct - a.fillPct / a.limitPct || a.row.name.localeCompare(b.row.name, "en"),
    );
});

/** The smallest bore that holds the cables of a way; undefined where none of the table does. */
export const boreFor = (diametersMm: readonly number[]): number | undefined =>
  BORES_MM.find((bore) => fillPct(diametersMm, innerMm(bore)) <= fillLimitPct(diametersMm.length));

/** A change that gives a way another bore. */
export const withBore = (one: Containment, boreMm: number): Change =>
  one.in === "trunks"
    ? { in: "trunks", put: { ...(one.row as TrunkRow), boreMm } }
    : { in: "risers", put: { ...(one.row as RiserRow), boreMm } };

/** How full a way is, and against what. */
export function fillWorking(one: Containment): Working {
  const types = new Map<string, { count: number; d: number }>();
  for (const drop of one.drops)
    types.set(drop.cableType!.name, {
      count: (types.get(drop.cableType!.name)?.count ?? 0) + 1,
      d: drop.cableType!.outerMm,
    });
  return {
    title: `Fill of ${one.row.name}`,
    value: one.fillPct,
    unit: "%",
    limit: {
      value: one.limitPct,
      unit: "%",
      source: `${one.drops.length} ${one.drops.length === 1 ? "cable" : "cables"}`,
    },
    verdict: verdictUnder(one.fillPct, one.limitPct),
    steps: [
      ...[...types].map(([name, { count, d }]) => ({
        formula: name,
        with: `${count} × ${d} mm: ${count} × π/4 × ${d}²`,
        gives: `${((count * Math.PI * d * d) / 4).toFixed(0)} mm²`,
        source: "cable type",
      })),
      {
        formula: "Area of the bore",
        with: `nominal ${one.boreMm} mm, ${one.insideMm} mm inside`,
        gives: `${((Math.PI * one.insideMm ** 2) / 4).toFixed(0)} mm²`,
        source:
          INNER_MM[one.boreMm] === undefined
            ? "EN 61386, between two sizes of the table"
            : "EN 61386, typical",
      },
      {
        formula: "Cables ÷ bore",
        with: "at the fullest place",
        gives: `${one.fillPct.toFixed(1)} %`,
        source: "",
      },
    ],
  };
}

/** A conduit section by section: its bends, or its metres against what can be drawn through. */
export function sectionWorking(one: Containment, of: "bends" | "length"): Working {
  const worst = one.sections.reduce((best, section) =>
    (
      of === "bends"
        ? section.bendsDeg > best.bendsDeg
        : section.lengthM - section.limitM > best.lengthM - best.limitM
    )
      ? section
      : best,
  );
  const [value, limit, unit] =
    of === "bends"
      ? ([worst.bendsDeg, MOST_BENDS_DEG, "°"] as const)
      : ([worst.lengthM, worst.limitM, "m"] as const);
  return {
    title: of === "bends" ? `Bends of ${one.row.name}` : `${one.row.name}, from box to box`,
    value,
    unit,
    limit: {
      value: limit,
      unit,
      source:
        of === "bends" ? "between two boxes, usual practice" : "metres between boxes less 3 m a right angle",
    },
    verdict: value > limit + 1e-6 ? "fails" : "holds",
    steps: one.sections.map((section, i) => ({
      formula: `Section ${i + 1}, ${section.path.length - 1} straight ${section.path.length === 2 ? "piece" : "pieces"}`,
      with: `${section.bendsDeg.toFixed(0)}° of bends, at most ${section.limitM.toFixed(1)} m`,
      gives: `${section.lengthM.toFixed(1)} m`,
      source: "as drawn",
    })),
  };
}

/** What lies in one conduit or tray, by id of its row; undefined where nothing does. */
export const findContainment = (design: Design, id: string) =>
  containmentOf(design).find((one) => one.row.id === id);
