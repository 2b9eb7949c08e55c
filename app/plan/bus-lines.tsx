/** The B stratum: the cable of each segment as it runs, and of the shown one its stops in order with their volts. */
import type { Design } from "#core/design/collections";
import { pointOfStop } from "#core/points/lines";
import { segmentsOf, type Segment } from "#core/stages/bus/segments";
import { formatTotal } from "#core/design/units";
import { useDesk } from "../desk/desk";

export interface BusLinesProps {
  design: Design;
  level: string;
  k: number;
  /** Segment that is looked at; all alike where none is. */
  segment?: string;
}

export default function BusLines({ design, level, k, segment: shown }: BusLinesProps) {
  const segments = segmentsOf(design);
  const own = segments.find(({ row }) => row.id === shown);
  return (
    <g data-bus-lines>
      {segments
        .filter((one) => one !== own)
        .map((one) => (
          <Line key={one.row.id} segment={one} level={level} k={k} pale={own !== undefined} />
        ))}
      {own && (
        <>
          <Line segment={own} level={level} k={k} />
          <Stops design={design} segment={own} level={level} k={k} />
        </>
      )}
    </g>
  );
}

function Line({
  segment,
  level,
  k,
  pale = false,
}: {
  segment: Segment;
  level: string;
  k: number;
  pale?: boolean;
}) {
  return (
    <g className="pointer-events-none" fill="none" opacity={pale ? 0.35 : 1} data-segment={segment.row.id}>
      {segment.edges.map(({ drop }) => {
        const places = drop.route?.places.filter(([at]) => at === level) ?? [];
        return (
          places.length > 1 && (
            <polyline
              key={drop.key}
              points={places.map(([, x, y]) => `${x},${y}`).join(" ")}
              className="stroke-bus"
              strokeWidth={(pale ? 1.4 : 2.4) / k}
              strokeDasharray={`${2 / k} ${1.5 / k}`}
              strokeLinejoin="round"
            />
          )
        );
      })}
    </g>
  );
}

const R = 8;

/** Numbers in the order of the cable, with the volts at each; the closet where the line begins. */
function Stops({
  design,
  segment,
  level,
  k,
}: {
  design: Design;
  segment: Segment;
  level: string;
  k: number;
}) {
  const { preferences, selection, select } = useDesk();
  const { limitV } = segment;
  const closet = design.closets.find((row) => row.id === segment.row.closet);
  return (
    <g>
      {closet?.level === level && (
        <g transform={`translate(${closet.x} ${closet.y}) scale(${1 / k})`} className="pointer-events-none">
          <rect x={-7} y={-5} width={14} height={10} className="fill-ink" />
        </g>
      )}
      {segment.nodes.map((node) => {
        const point = node.stop && pointOfStop(design, node.stop);
        if (!node.stop || point?.level !== level) return null;
        const under = node.volts !== undefined && limitV !== undefined && node.volts < limitV;
        const figure =
          node.volts === undefined
            ? formatTotal(node.fromSupplyM ?? 0, preferences.units)
            : `${node.volts.toFixed(2)} V`;
        const chosen =
          (selection?.in === "stops" && selection.id === node.id) ||
          (selection?.in === "points" && selection.id === point.id);
        const width = figure.length * 6.2 + 6;
        return (
          <g
            key={node.id}
            transform={`translate(${point.x} ${point.y}) scale(${1 / k})`}
            className="cursor-pointer"
            data-bus-stop={node.id}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={(event) => {
              event.stopPropagation();
              select({ in: "stops", id: node.id });
            }}
          >
            <title>{`${node.stop.order} ${point.name}, ${figure}`}</title>
            <rect
              x={R + 2}
              y={-7}
              width={width}
              height={14}
              rx={2}
              className={`fill-raised ${under ? "stroke-stop" : "stroke-rule"}`}
              strokeWidth={0.8}
            />
            <text x={R + 5} y={4} className={`font-mono text-tiny ${under ? "fill-stop" : "fill-ink"}`}>
              {figure}
            </text>
            <circle
              r={chosen ? R + 2 : R}
              className={under ? "fill-stop stroke-raised" : "fill-bus stroke-raised"}
              strokeWidth={chosen ? 2.5 : 1}
            />
            <text y={4} textAnchor="middle" className="fill-raised text-tiny font-semibold">
              {node.stop.order}
            </text>
          </g>
        );
      })}
    </g>
  );
}
