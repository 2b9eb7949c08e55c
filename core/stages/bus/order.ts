/** In which order and which form the cable of a segment is shortest: line, tree, star and ring side by side. */
import { memoByRow } from "../../design/kept";
import type { Design } from "../../design/collections";
import { pointOfStop, stopsOf } from "../../points/lines";
import { routeBetween, type Stand } from "../../ways/between";
import { routeGraph } from "../../ways/graph";
import { routeTo } from "../../ways/route";
import { lengthOf, orderOfLine, treeOf, type LineOrder } from "./line-order";
import type { SegmentRow, StopRow, Topology } from "../../design/rows/bus";

/**
 * Metres of cable between any two of some points, the closet first, slack at both ends included: what a stretch
 * between them takes. Infinity where no drawn way leads from one to the other.
 */
export function metricOf(design: Design, closet: string, points: readonly Stand[]): number[][] {
  const graph = routeGraph(design);
  const { slackPointM, slackClosetM } = design.design;
  const metric = [0, ...points].map(() => new Array<number>(points.length + 1).fill(0));
  points.forEach((point, i) => {
    const put = (k: number, route: ReturnType<typeof routeTo>, slackM: number) => {
      const metres = route ? route.pathM + route.riseM + slackM : Infinity;
      metric[i + 1]![k] = metric[k]![i + 1] = metres;
    };
    put(0, routeTo(graph, point, closet), slackPointM + slackClosetM);
    for (let k = 0; k < i; k++) put(k + 1, routeBetween(graph, point, points[k]!, closet), 2 * slackPointM);
  });
  return metric;
}

export interface Forms {
  /** Stops the figures are of, in the order of the metric's rows after the closet. */
  stops: StopRow[];
  metric: number[][];
  /** The best order of a line; undefined where some stop cannot be reached. */
  line?: LineOrder;
  ring?: LineOrder;
  tree: { lengthM: number; parents: readonly number[] };
  starM: number;
}

/** Line, tree, star and ring for the stops of a segment, asked one at a time: the metric of a long one is dear. */
export const formsOf = memoByRow("formsOf", (design, segment: SegmentRow): Forms => {
  const placed = stopsOf(design, segment.id).flatMap((stop) => {
    const point = pointOfStop(design, stop);
    return point ? [{ stop, point }] : [];
  });
  const metric = metricOf(
    design,
    segment.closet,
    placed.map(({ point }) => point),
  );
  return {
    stops: placed.map(({ stop }) => stop),
    metric,
    line: orderOfLine(metric),
    ring: orderOfLine(metric, true),
    tree: treeOf(metric),
    starM: metric[0]!.reduce((sum, metres) => sum + metres, 0),
  };
});

/** Metres of the segment as its stops stand, in a form. */
export function lengthAs(forms: Forms, topology: Topology): number | undefined {
  if (topology === "star") return forms.starM;
  if (topology === "tree") return forms.tree.lengthM;
  const now = forms.stops.map((_, i) => i + 1);
  return lengthOf(forms.metric, now, topology === "ring");
}
