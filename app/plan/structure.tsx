/** The S stratum: rooms, walls with what they are made of, openings. */
import { memo } from "react";
import type { Design } from "#core/design/collections";
import { formatArea, type Units } from "#core/design/units";
import { area } from "#core/geometry/polygon";
import type { OpeningRow, WallRow } from "#core/design/rows/house-structure";

/** Hatch by material, drawn in metres: stone hatched, brick crossed, glass clear, foil dotted. */
export function Patterns() {
  return (
    <defs>
      <pattern
        id="hatch-stone"
        width="0.16"
        height="0.16"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="0.16" height="0.16" className="fill-wall" />
        <path d="M0 0V.16" className="stroke-pane/45" strokeWidth="0.035" />
      </pattern>
      <pattern id="hatch-metal" width="0.1" height="0.1" patternUnits="userSpaceOnUse">
        <rect width="0.1" height="0.1" className="fill-pane" />
        <path d="M0 0V.1" className="stroke-wall" strokeWidth="0.06" />
      </pattern>
      <pattern
        id="hatch-foil"
        width="0.12"
        height="0.12"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <rect width="0.12" height="0.12" className="fill-pane" />
        <path d="M0 0V.12" className="stroke-wall" strokeWidth="0.05" />
      </pattern>
    </defs>
  );
}

function fillOf(material: string): string {
  if (material.startsWith("rubble")) return "url(#hatch-stone)";
  if (material === "sheet-metal") return "url(#hatch-metal)";
  if (material === "foil-insulation") return "url(#hatch-foil)";
  if (material.startsWith("glass")) return "var(--color-pane)";
  return "var(--color-wall)";
}

/** The opening's rectangle across its wall, and its leaf or panes. */
function Opening({ opening, wall }: { opening: OpeningRow; wall: WallRow }) {
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
  const turn = (Math.atan2(wall.by - wall.ay, wall.bx - wall.ax) * 180) / Math.PI;
  const half = wall.thicknessM / 2;
  const width = Math.min(opening.widthM, length);
  return (
    <g transform={`translate(${wall.ax} ${wall.ay}) rotate(${turn}) translate(${opening.offsetM} 0)`}>
      <rect y={-half - 0.01} width={width} height={wall.thicknessM + 0.02} className="fill-raised" />
      {opening.kind === "window" ? (
        <path
          d={`M0 ${-half}H${width}M0 ${half}H${width}M0 0H${width}M0 ${-half}V${half}M${width} ${-half}V${half}`}
          className="stroke-structure"
          strokeWidth="0.03"
          fill="none"
        />
      ) : opening.kind === "gap" || opening.hinge === "fixed" ? null : opening.hinge === "slides" ? (
        <path d={`M0 ${half + 0.05}H${width}`} className="stroke-soft" strokeWidth="0.04" fill="none" />
      ) : (
        <path
          d={
            opening.hinge === "end"
              ? `M${width} ${half}V${half + width}A${width} ${width} 0 0 1 0 ${half}`
              : `M0 ${half}V${half + width}A${width} ${width} 0 0 0 ${width} ${half}`
          }
          className="stroke-soft"
          strokeWidth="0.025"
          fill="none"
        />
      )}
    </g>
  );
}

interface StructureProps {
  design: Design;
  level: string;
  dim: boolean;
  units: Units;
}

function PlanStructureDrawing({ design, level, dim, units }: StructureProps) {
  const walls = design.walls.filter((wall) => wall.level === level);
  const byId = new Map(walls.map((wall) => [wall.id, wall]));
  const rooms = design.rooms.filter((room) => room.level === level);
  return (
    <g opacity={dim ? 0.4 : 1}>
      {rooms.map((room) => (
        <polygon
          key={room.id}
          points={room.outline.map((xy) => xy.join(",")).join(" ")}
          className={room.outdoor ? "fill-outdoor" : "fill-room"}
        >
          <title>{`${room.name}, ${formatArea(area(room.outline), units)}`}</title>
        </polygon>
      ))}
      {walls.map((wall) => (
        <line
          key={wall.id}
          x1={wall.ax}
          y1={wall.ay}
          x2={wall.bx}
          y2={wall.by}
          className="stroke-structure"
          strokeWidth={wall.thicknessM}
          strokeLinecap="square"
        />
      ))}
      {walls.map((wall) => {
        const inner = Math.max(0, wall.thicknessM - 0.05);
        // A pattern has no box on a straight line's stroke, so the inside is a rectangle.
        const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
        const turn = (Math.atan2(wall.by - wall.ay, wall.bx - wall.ax) * 180) / Math.PI;
        return (
          <rect
            key={wall.id}
            x={-inner / 2}
            y={-inner / 2}
            width={length + inner}
            height={inner}
            transform={`translate(${wall.ax} ${wall.ay}) rotate(${turn})`}
            style={{ fill: fillOf(wall.material) }}
          />
        );
      })}
      {design.openings.map((opening) => {
        const wall = byId.get(opening.wall);
        return wall && <Opening key={opening.id} opening={opening} wall={wall} />;
      })}
    </g>
  );
}

/** Drawn again only when what it draws has changed: most edits leave the house as it is. */
export const PlanStructure = memo(
  PlanStructureDrawing,
  (a, b) =>
    a.level === b.level &&
    a.dim === b.dim &&
    a.units === b.units &&
    (["rooms", "walls", "openings"] as const).every((name) => a.design[name] === b.design[name]),
);
