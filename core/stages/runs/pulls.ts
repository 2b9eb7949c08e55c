/** Pull plan: drops that share most of their way are pulled together, farthest first. */
import { round3 } from "../../geometry/round";
import type { RunsSettings } from "../../design/rows/settings";
import type { Drop } from "./drops";
import type { Place } from "../../ways/route";
import type { Working } from "../../desk/working";
import { RUNS_DEFAULTS } from "./settings";

/** Metres of cable by what they go through. */
export type Metres = Partial<Record<PullWay, number>>;

export interface Pull {
  id: string;
  closet: string;
  drops: Drop[];
  /** Metres of the longest cable in the pull, as it is cut: how far the bundle is drawn. */
  lengthM: number;
  hours: number;
  /**
   * Installed metres of each of its cables by what they go through, the longest first; stubs and slack are
   * void.
   */
  through: Metres[];
  /**
   * The bus segment they are stretches of: one cable off one reel, drawn in stretch by stretch. Its length is that of
   * all of them, and `through` has them as one.
   */
  segment?: string;
}

/** What a metre of pulling costs in work, by where it goes, against a metre through an open void. Typical. */
export const RATE_BY_WAY = { void: 1, tray: 0.8, duct: 1.2, conduit: 1.4, riser: 1.5, lead: 1 } as const;
export type PullWay = keyof typeof RATE_BY_WAY;

/** What a pull plan has to know of the graph's edges. */
export interface EdgeFacts {
  lengthOf(edge: number): number;
  wayOf(edge: number): PullWay;
}

const r3 = (value: number) => round3(value);

/** Metres that two straight legs on one level share. */
function overlapM(a: Place, b: Place, c: Place, d: Place): number {
  if (a[0] !== b[0] || a[0] !== c[0] || a[0] !== d[0]) return 0;
  const u = [b[1] - a[1], b[2] - a[2], b[3] - a[3]] as const;
  const long = Math.hypot(...u);
  if (long < 1e-9) return 0;
  const from = (p: Place) => [p[1] - a[1], p[2] - a[2], p[3] - a[3]] as const;
  const along = (p: Place) => from(p).reduce((sum, value, i) => sum + (value * u[i]!) / long, 0);
  const off = (p: Place) => Math.hypot(...from(p).map((value, i) => value - (along(p) * u[i]!) / long));
  if (off(c) > 1e-6 || off(d) > 1e-6) return 0;
  const [low, high] = [Math.min(along(c), along(d)), Math.max(along(c), along(d))];
  return Math.max(0, Math.min(long, high) - Math.max(0, low));
}

/**
 * Metres that two drops have in common: on trunks and risers, and off them where their stubs lie on each
 * other.
 */
function sharedM(a: Drop, b: Drop, lengthOf: (edge: number) => number): number {
  const pieces = new Map(a.route!.pieces.map((piece) => [piece.edge, piece]));
  let shared = 0;
  for (const piece of b.route!.pieces) {
    const other = pieces.get(piece.edge);
    if (other)
      shared +=
        Math.max(0, Math.min(piece.to, other.to) - Math.max(piece.from, other.from)) * lengthOf(piece.edge);
  }
  const [p, q] = [a.route!, b.route!];
  for (let i = 1; i < p.stubPlaces; i++)
    for (let k = 1; k < q.stubPlaces; k++)
      shared += overlapM(q.places[k - 1]!, q.places[k]!, p.places[i - 1]!, p.places[i]!);
  return shared;
}

/** Metres of a drop's whole way: path and rises. */
const wayM = (drop: Drop) => drop.route!.pathM + drop.route!.riseM;

/** Installed metres of a drop by what they go through. What the jacket says beyond the way counts as void. */
function throughOf(drop: Drop, edges: EdgeFacts): Metres {
  const sums: Metres = {};
  const add = (way: PullWay, metres: number) => (sums[way] = r3((sums[way] ?? 0) + metres));
  let along = 0;
  for (const piece of drop.route!.pieces) {
    const metres = (piece.to - piece.from) * edges.lengthOf(piece.edge);
    along += metres;
    add(edges.wayOf(piece.edge), metres);
  }
  add(drop.to && !drop.segment ? "lead" : "void", Math.max(0, drop.installedM! - along));
  return sums;
}

/** Metres of several stretches together. */
function added(stretches: readonly Metres[]): Metres {
  const sums: Metres = {};
  for (const one of stretches)
    for (const [way, metres] of Object.entries(one))
      sums[way as PullWay] = r3((sums[way as PullWay] ?? 0) + metres);
  return sums;
}

const minutesOf = (metres: Metres, settings: Required<RunsSettings>) =>
  Object.entries(metres).reduce(
    (sum, [way, m]) => sum + m * RATE_BY_WAY[way as PullWay] * settings.minutesPerM,
    0,
  );

/**
 * Hours of a pull: setting up, then every metre of its longest cable by what it goes through, and for each
 * cable more a part (`perCablePct`) of what its own metres would take alone. To a hundredth of an hour.
 */
export function pullHours(through: readonly Metres[], settings: Required<RunsSettings>): number {
  const [first = {}, ...others] = through;
  const more = others.reduce(
    (sum, metres) => sum + (settings.perCablePct / 100) * minutesOf(metres, settings),
    0,
  );
  return Math.round((settings.setupMin + minutesOf(first, settings) + more) / 0.6) / 100;
}

/**
 * Still to be pulled: planned, or not found where it should end. What was pulled, tested or moved is in the
 * wall; what is blocked waits.
 */
export const isToPull = (drop: Drop) =>
  drop.route !== undefined &&
  drop.lengthM !== undefined &&
  (drop.state === "missing" || (drop.state === "planned" && !drop.marked));

/**
 * Group what is still to be pulled into pulls, each drop in exactly one. Leads to one junction box are laid
 * together.
 */
export function pullPlan(
  drops: readonly Drop[],
  edges: EdgeFacts,
  settings: Required<RunsSettings> = RUNS_DEFAULTS,
): Pull[] {
  const waiting = new Map<string, Drop[]>();
  for (const drop of drops) {
    if (!isToPull(drop)) continue;
    const end = drop.segment ? `on ${drop.segment}` : drop.to ? `at ${drop.to}` : drop.closet!;
    const list = waiting.get(end);
    if (list) list.push(drop);
    else waiting.set(end, [drop]);
  }
  const pulls: Pull[] = [];
  // Bus lines after home runs, leads last: what they end at is there by then.
  const rank = (end: string) => (end.startsWith("at ") ? 2 : end.startsWith("on ") ? 1 : 0);
  const ends = [...waiting.keys()].sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
  for (const closet of ends) {
    const left = waiting.get(closet)!.sort((a, b) => b.lengthM! - a.lengthM! || (a.label < b.label ? -1 : 1));
    const { segment } = left[0]!;
    if (segment) {
      const through = [added(left.map((drop) => throughOf(drop, edges)))];
      pulls.push({
        id: `P${String(pulls.length + 1).padStart(2, "0")}`,
        closet: left[0]!.closet!,
        segment,
        drops: left,
        lengthM: round3(left.reduce((sum, drop) => sum + drop.lengthM!, 0)),
        hours: pullHours(through, settings),
        through,
      });
      continue;
    }
    while (left.length) {
      const first = left.shift()!;
      const ranked = left
        .map((drop) => ({
          drop,
          part: first.to ? 1 : sharedM(first, drop, edges.lengthOf) / Math.max(wayM(drop), 1e-9),
        }))
        .filter((other) => other.part * 100 >= settings.sharedPct - 1e-9)
        .sort((a, b) => b.part - a.part || (a.drop.label < b.drop.label ? -1 : 1));
      const group = [first, ...ranked.slice(0, settings.pullMost - 1).map(({ drop }) => drop)];
      for (const drop of group.slice(1)) left.splice(left.indexOf(drop), 1);
      const through = group.map((drop) => throughOf(drop, edges));
      pulls.push({
        id: `P${String(pulls.length + 1).padStart(2, "0")}`,
        closet,
        drops: group,
        lengthM: first.lengthM!,
        hours: pullHours(through, settings),
        through,
      });
    }
  }
  return pulls;
}

/** How the hours of a pull came about. */
export function pullWorking(pull: Pull, settings: Required<RunsSettings>): Working {
  const [first = {}, ...others] = pull.through;
  const minutes = (value: number) => `${value.toFixed(1)} min`;
  return {
    title: `Hours of pull ${pull.id}`,
    value: pull.hours,
    unit: "h",
    verdict: "none",
    steps: [
      {
        formula: "Setting up",
        with: "reels on the stand, draw line in",
        gives: `${settings.setupMin} min`,
        source: "design settings",
      },
      ...Object.entries(first)
        .filter(([, metres]) => metres > 0)
        .map(([way, metres]) => ({
          formula: `${pull.drops[0]!.label} through ${way === "lead" ? "the open, by hand" : way}: metres × rate × factor`,
          with: `${metres.toFixed(2)} m × ${settings.minutesPerM} min/m × ${RATE_BY_WAY[way as PullWay]}`,
          gives: minutes(metres * settings.minutesPerM * RATE_BY_WAY[way as PullWay]),
          source: "typical, two people",
        })),
      ...others.map((metres, i) => ({
        formula: `${pull.drops[i + 1]!.label} with it`,
        with: `${settings.perCablePct} % of ${minutes(minutesOf(metres, settings))} alone`,
        gives: minutes((settings.perCablePct / 100) * minutesOf(metres, settings)),
        source: "design settings",
      })),
    ],
  };
}
