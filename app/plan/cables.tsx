/** The C stratum: ways for cable, how many cables lie on them, closets and risers. */
import { memo } from "react";
import type { Design } from "#core/design/collections";
import { inLots } from "./frame";
import type { Xy } from "#core/geometry/segment";
import { cableStrokePx, countMarks, stubOf } from "#core/stages/runs/plan-marks";
import { dropsOf, routeGraph, stretchesOf, type Drop, type Stretch } from "#core/stages/runs";

/** The stub of a point: the part of its route before the first trunk. */
function stubPath(drop: Drop, level: string): string {
  const places = drop.route!.places.filter(([at]) => at === level).map(([, x, y]): Xy => [x, y]);
  const stub = stubOf(places, drop.route!.pieces.length ? drop.route!.stubM : Infinity);
  return `M${stub.map((xy) => xy.join(" ")).join("L")}`;
}

/** Stubs are drawn in so many lots. */
const LOT = 50;

/** Drops of points that did not change are the same objects, so a lot without any other is not drawn again. */
const Stubs = memo(
  ({ lot, level, k }: { lot: readonly Drop[]; level: string; k: number }) =>
    lot.map((drop) => (
      <path
        key={drop.point.id}
        d={stubPath(drop, level)}
        fill="none"
        className="stroke-cable"
        strokeWidth={1 / k}
      />
    )),
  (a, b) =>
    a.k === b.k &&
    a.level === b.level &&
    a.lot.length === b.lot.length &&
    a.lot.every((drop, i) => drop === b.lot[i]),
);

/** A stretch on which no cable came or went is the same object, and is not drawn again. */
const Way = memo(({ stretch: { a, b, count }, k }: { stretch: Stretch; k: number }) => (
  <line
    x1={a[0]}
    y1={a[1]}
    x2={b[0]}
    y2={b[1]}
    className="stroke-cable"
    strokeWidth={cableStrokePx(count) / k}
    strokeLinecap="round"
  />
));

function PlanCablesDrawing({ design, level, k }: { design: Design; level: string; k: number }) {
  const drops = dropsOf(design);
  const here = stretchesOf(design).filter((stretch) => stretch.level === level);
  const stubs = new Map(
    drops.filter((drop) => drop.route && drop.point.level === level).map((drop) => [drop.point.id, drop]),
  );
  return (
    <g className="pointer-events-none">
      {design.trunks
        .filter((trunk) => trunk.level === level)
        .map((trunk) => (
          <polyline
            key={trunk.id}
            points={trunk.path.map((xy) => xy.join(",")).join(" ")}
            fill="none"
            className="stroke-cable/35"
            strokeWidth={5 / k}
            strokeLinejoin="round"
            strokeLinecap="round"
            strokeDasharray={`${1 / k} ${7 / k}`}
          />
        ))}
      {inLots([...stubs.values()], LOT).map((lot, i) => (
        <Stubs key={i} lot={lot} level={level} k={k} />
      ))}
      {drops
        .filter((drop) => drop.to && drop.point.level === level && drop.route)
        .map((drop) => (
          <polyline
            key={drop.key}
            points={drop
              .route!.places.filter(([at]) => at === level)
              .map(([, x, y]) => `${x},${y}`)
              .join(" ")}
            fill="none"
            className="stroke-cable"
            strokeWidth={1 / k}
            strokeDasharray={`${2 / k} ${2 / k}`}
          />
        ))}
      {design.points
        .filter((point) => point.level === level && point.drawn)
        .map((point) => (
          <g key={point.id} data-drawn={point.id}>
            <line
              x1={point.drawn!.x}
              y1={point.drawn!.y}
              x2={point.x}
              y2={point.y}
              className="stroke-mend"
              strokeWidth={1.2 / k}
              strokeDasharray={`${3 / k} ${2 / k}`}
            />
            <circle
              cx={point.drawn!.x}
              cy={point.drawn!.y}
              r={4.5 / k}
              className="fill-raised stroke-mend"
              strokeWidth={1.2 / k}
            >
              <title>{`${point.name} was drawn here; moved on site ${point.drawn!.on}`}</title>
            </circle>
          </g>
        ))}
      {here.map((stretch) => (
        <Way key={stretch.key} stretch={stretch} k={k} />
      ))}
    </g>
  );
}

export const PlanCables = memo(PlanCablesDrawing);

/** How many cables, written on their way: over the selected route. */
function PlanCountsDrawing({ design, level, k }: { design: Design; level: string; k: number }) {
  return (
    <g className="pointer-events-none">
      {countMarks(design, level, k).map(({ text, x, y, widthPx }) => (
        <g key={text}>
          <rect
            x={x - widthPx / 2 / k}
            y={y - 7.5 / k}
            width={widthPx / k}
            height={15 / k}
            rx={2 / k}
            className="fill-raised stroke-cable"
            strokeWidth={0.8 / k}
          />
          <text
            x={x}
            y={y}
            dy={3.6 / k}
            textAnchor="middle"
            fontSize={10.5 / k}
            className="fill-cable font-mono"
          >
            {text}
          </text>
        </g>
      ))}
    </g>
  );
}

export const PlanCounts = memo(PlanCountsDrawing);

/** Risers and closets: where cables leave the level or end. */
function PlanNodesDrawing({ design, level, k }: { design: Design; level: string; k: number }) {
  const { nodes, edges } = routeGraph(design);
  // A riser is shown on every level on which the route graph opens it.
  const open = new Set(
    edges.flatMap((edge) =>
      edge.way?.in === "risers" && [edge.a, edge.b].some((end) => nodes[end]!.level === level)
        ? [edge.way.id]
        : [],
    ),
  );
  const r = 8 / k;
  return (
    <g className="pointer-events-none">
      {design.risers
        .filter((riser) => open.has(riser.id))
        .map((riser) => (
          <g key={riser.id} transform={`translate(${riser.x} ${riser.y})`}>
            <rect
              x={-r * 0.7}
              y={-r * 0.7}
              width={r * 1.4}
              height={r * 1.4}
              className="fill-raised stroke-cable"
              strokeWidth={1.3 / k}
            />
            <path
              d={`M${-r * 0.7} ${-r * 0.7}L${r * 0.7} ${r * 0.7}M${r * 0.7} ${-r * 0.7}L${-r * 0.7} ${r * 0.7}`}
              className="stroke-cable"
              strokeWidth={1 / k}
            />
            <title>{riser.name}</title>
          </g>
        ))}
      {design.closets
        .filter((closet) => closet.level === level)
        .map((closet) => (
          <g key={closet.id} transform={`translate(${closet.x} ${closet.y})`}>
            <rect x={-r * 1.15} y={-r * 1.15} width={r * 2.3} height={r * 2.3} className="fill-ink" />
            <path
              d={`M${-r * 0.7} ${-r * 0.5}H${r * 0.7}M${-r * 0.7} 0H${r * 0.7}M${-r * 0.7} ${r * 0.5}H${r * 0.7}`}
              className="stroke-raised"
              strokeWidth={1.6 / k}
            />
            <title>{closet.name}</title>
          </g>
        ))}
    </g>
  );
}

export const PlanNodes = memo(PlanNodesDrawing);
