/** Where along each way its drops lie, and where they lie most side by side. */
import { keptFor, memo, memoByRow } from "../../design/kept";
import { dropsOf, type Drop } from "./drops";
import { routeGraph } from "../../ways/graph";
import type { Route } from "../../ways/route";

export interface Span {
  /** t along an edge of the graph, low first. */
  from: number;
  to: number;
  drop: Drop;
}

export type WayKey = `${"trunks" | "risers"}/${string}`;
/** Name of a way, whatever collection it is in. */
export const wayKey = (way: Route["ways"][number]): WayKey => `${way.in}/${way.id}`;

/** The stretches of one drop on ways, each with its edge of the graph. */
const stretchesOf = memoByRow(
  "stretchesOf",
  (design, drop: Drop): readonly { edge: number; way: WayKey; span: Span }[] => {
    if (!drop.cableType) return [];
    const { edges } = routeGraph(design);
    return (drop.route?.pieces ?? []).flatMap(({ edge, from, to }) => {
      const { way } = edges[edge]!;
      return way ? [{ edge, way: wayKey(way), span: { from, to, drop } }] : [];
    });
  },
);

type ByEdge = Map<number, readonly Span[]>;
/** The lists given last, by way and edge: one that says the same again is given again. */
const lastLists = keptFor(() => ({ byWay: new Map<WayKey, ByEdge>() }));

const sameSpans = (a: readonly Span[], b: readonly Span[]) =>
  a.length === b.length && a.every((span, i) => span === b[i]);

/**
 * Every drop that has a cable, by way and by the edge of the graph it lies on. The list of an edge is the very same
 * one while nothing on it changed, so that what is known of it stays.
 */
export const spansByWay = memo(
  "spansByWay",
  (design): ReadonlyMap<WayKey, ReadonlyMap<number, readonly Span[]>> => {
    const byWay = new Map<WayKey, Map<number, Span[]>>();
    for (const stretches of stretchesOf.all(design, dropsOf(design)))
      for (const { edge, way, span } of stretches) {
        let edges = byWay.get(way);
        if (!edges) byWay.set(way, (edges = new Map()));
        const list = edges.get(edge);
        if (list) list.push(span);
        else edges.set(edge, [span]);
      }
    const last = lastLists(design);
    const now = new Map<WayKey, ByEdge>();
    for (const [way, edges] of byWay) {
      const before = last.byWay.get(way);
      const lists: ByEdge = new Map();
      for (const [edge, list] of edges) {
        const known = before?.get(edge);
        lists.set(edge, known && sameSpans(known, list) ? known : list);
      }
      now.set(way, lists);
    }
    return (last.byWay = now);
  },
);

/** What a drop counts for side by side with others: one function each, so that what it found is found again. */
type Measure = (drop: Drop) => number;
interface Fullest {
  drops: readonly Drop[];
  sum: number;
}
const known = new WeakMap<readonly Span[], Map<Measure, Fullest>>();

/** Drops side by side on an edge, where there is most of them by the given measure: one sweep along it. */
function fullest(spans: readonly Span[], measure: Measure): Fullest {
  let byMeasure = known.get(spans);
  if (!byMeasure) known.set(spans, (byMeasure = new Map()));
  const kept = byMeasure.get(measure);
  if (kept) return kept;
  const events = spans
    .flatMap(({ from, to, drop }) => [
      { at: from, by: measure(drop) },
      { at: to, by: -measure(drop) },
    ])
    .sort((a, b) => a.at - b.at || a.by - b.by);
  let [sum, most, best] = [0, 0, 0];
  events.forEach(({ at, by }, i) => {
    sum += by;
    if (sum > most + 1e-9) [most, best] = [sum, (at + (events[i + 1]?.at ?? at)) / 2];
  });
  const drops = spans.filter(({ from, to }) => from <= best && best <= to).map(({ drop }) => drop);
  const found = { drops, sum: drops.reduce((all, drop) => all + measure(drop), 0) };
  byMeasure.set(measure, found);
  return found;
}

/** The fullest place of a whole way, whichever edge it is on. */
export function fullestOf(
  edges: ReadonlyMap<number, readonly Span[]> | undefined,
  measure: Measure,
): readonly Drop[] {
  let best: Fullest = { drops: [], sum: 0 };
  for (const spans of edges?.values() ?? []) {
    const here = fullest(spans, measure);
    if (here.sum > best.sum) best = here;
  }
  return best.drops;
}
