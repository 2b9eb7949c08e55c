/** Pull plan: drops that share most of their way are pulled together, farthest first. */
import type { RunsSettings } from "../design/rows-settings";
import type { Drop } from "./drops";
import type { Working } from "../working";
import { RUNS_DEFAULTS } from "./settings";

export interface Pull {
  id: string;
  closet: string;
  drops: Drop[];
  /** Metres of the longest cable in the pull: how far the bundle is drawn. */
  lengthM: number;
  hours: number;
  /** Metres of that way by what they go through; stubs are void. */
  through: Partial<Record<PullWay, number>>;
}

/** What a metre of pulling costs in work, by where it goes, against a metre through an open void. Typical. */
export const RATE_BY_WAY = { void: 1, tray: 0.8, duct: 1.2, conduit: 1.4, riser: 1.5, lead: 1 } as const;
export type PullWay = keyof typeof RATE_BY_WAY;

/** What a pull plan has to know of the graph's edges. */
export interface EdgeFacts {
  lengthOf(edge: number): number;
  wayOf(edge: number): PullWay;
}

/** Metres of trunk that two drops have in common. */
function sharedM(a: Drop, b: Drop, lengthOf: (edge: number) => number): number {
  const pieces = new Map(a.route!.pieces.map((piece) => [piece.edge, piece]));
  let shared = 0;
  for (const piece of b.route!.pieces) {
    const other = pieces.get(piece.edge);
    if (other) shared += Math.max(0, Math.min(piece.to, other.to) - Math.max(piece.from, other.from)) * lengthOf(piece.edge);
  }
  return shared;
}

const trunkM = (drop: Drop, lengthOf: (edge: number) => number) =>
  drop.route!.pieces.reduce((sum, piece) => sum + (piece.to - piece.from) * lengthOf(piece.edge), 0);

/** Metres of a drop's way by what it goes through. */
function throughOf(drop: Drop, edges: EdgeFacts): Pull["through"] {
  const sums: Partial<Record<PullWay, number>> = {};
  const add = (way: PullWay, metres: number) => (sums[way] = Math.round(((sums[way] ?? 0) + metres) * 1000) / 1000);
  let along = 0;
  for (const piece of drop.route!.pieces) {
    const metres = (piece.to - piece.from) * edges.lengthOf(piece.edge);
    along += metres;
    add(edges.wayOf(piece.edge), metres);
  }
  add(drop.to ? "lead" : "void", Math.max(0, drop.lengthM! - along));
  return sums;
}

/** Hours of a pull of so many cables: setting up, then every metre by what it goes through, slower with every cable more. */
export function pullHours(through: Pull["through"], cables: number, settings: Required<RunsSettings>): number {
  const minutes = Object.entries(through).reduce((sum, [way, metres]) => sum + metres * RATE_BY_WAY[way as PullWay] * settings.minutesPerM, 0);
  return Math.round((settings.setupMin + minutes * (1 + (settings.perCablePct / 100) * (cables - 1))) / 0.6) / 100;
}

/** Group routed drops into pulls; every routed drop is in exactly one. Leads to one junction box are laid together. */
export function pullPlan(drops: readonly Drop[], edges: EdgeFacts, settings: Required<RunsSettings> = RUNS_DEFAULTS): Pull[] {
  const waiting = new Map<string, Drop[]>();
  for (const drop of drops) {
    if (!drop.route || drop.lengthM === undefined) continue;
    const end = drop.to ? `at ${drop.to}` : drop.closet!;
    const list = waiting.get(end);
    if (list) list.push(drop);
    else waiting.set(end, [drop]);
  }
  const pulls: Pull[] = [];
  // Leads last: what they end at is there by then.
  const ends = [...waiting.keys()].sort((a, b) => Number(a.startsWith("at ")) - Number(b.startsWith("at ")) || (a < b ? -1 : 1));
  for (const closet of ends) {
    const left = waiting.get(closet)!.sort((a, b) => b.lengthM! - a.lengthM! || (a.label < b.label ? -1 : 1));
    while (left.length) {
      const first = left.shift()!;
      const group = [first];
      const ranked = left
        .map((drop) => ({ drop, part: first.to ? 1 : sharedM(first, drop, edges.lengthOf) / Math.max(trunkM(drop, edges.lengthOf), 1e-9) }))
        .filter((other) => other.part * 100 >= settings.sharedPct)
        .sort((a, b) => b.part - a.part || (a.drop.label < b.drop.label ? -1 : 1));
      for (const { drop } of ranked.slice(0, settings.pullMost - 1)) {
        group.push(drop);
        left.splice(left.indexOf(drop), 1);
      }
      const through = throughOf(first, edges);
      pulls.push({ id: `P${String(pulls.length + 1).padStart(2, "0")}`, closet, drops: group, lengthM: first.lengthM!, hours: pullHours(through, group.length, settings), through });
    }
  }
  return pulls;
}

/** How the hours of a pull came about. */
export function pullWorking(pull: Pull, settings: Required<RunsSettings>): Working {
  const slower = 1 + (settings.perCablePct / 100) * (pull.drops.length - 1);
  return {
    title: `Hours of pull ${pull.id}`, value: pull.hours, unit: "h", verdict: "none",
    steps: [
      { formula: "Setting up", with: "reels on the stand, draw line in", gives: `${settings.setupMin} min`, source: "design settings" },
      ...Object.entries(pull.through).filter(([, metres]) => metres > 0).map(([way, metres]) => ({
        formula: `Through ${way === "lead" ? "the open, by hand" : way}: metres × rate × factor`, with: `${metres.toFixed(2)} m × ${settings.minutesPerM} min/m × ${RATE_BY_WAY[way as PullWay]}`, gives: `${(metres * settings.minutesPerM * RATE_BY_WAY[way as PullWay]).toFixed(1)} min`, source: "typical, two people",
      })),
      { formula: "× (1 + more cables)", with: `1 + ${settings.perCablePct} % × ${pull.drops.length - 1}`, gives: `× ${slower.toFixed(2)}`, source: "design settings" },
    ],
  };
}
