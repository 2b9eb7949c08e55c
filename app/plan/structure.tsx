/** The S stratum: rooms, walls with what they are made of, openings. */
import { memo } from "react";
import type { Design } from "#core/design/collections";
import type { OpeningRow, RoomRow, WallRow } from "#core/stages/house/rows-house";
import { area } from "#core/geometry/polygon";

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

function PlanStructureDrawing({ design, level, dim }: { design: Design; level: string; dim: boolean }) {
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
        />
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
    (["rooms", "walls", "openings"] as const).every((name) => a.design[name] === b.design[name]),
);

/** What a name should not lie on: points, ways for cable, and doors with the floor they sweep. Metres. */
interface Obstacle {
  x: number;
  y: number;
  /** How bad it is to lie on it. */
  weight: number;
}

/** Places on the ways and in the doorways of a level, close enough together that no name slips between. */
function obstaclesOf(design: Design, level: string): Obstacle[] {
  const found: Obstacle[] = [];
  const along = (ax: number, ay: number, bx: number, by: number, weight: number) => {
    const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / 0.25));
    for (let i = 0; i <= steps; i++)
      found.push({ x: ax + ((bx - ax) * i) / steps, y: ay + ((by - ay) * i) / steps, weight });
  };
  for (const trunk of design.trunks) {
    if (trunk.level === level)
      trunk.path.slice(1).forEach(([x, y], i) => along(trunk.path[i]![0], trunk.path[i]![1], x, y, 1));
  }
  for (const riser of design.risers) found.push({ x: riser.x, y: riser.y, weight: 3 });
  for (const closet of design.closets)
    if (closet.level === level) found.push({ x: closet.x, y: closet.y, weight: 3 });
  const walls = new Map(design.walls.filter((wall) => wall.level === level).map((wall) => [wall.id, wall]));
  for (const opening of design.openings) {
    const wall = walls.get(opening.wall);
    if (!wall || opening.kind !== "door") continue;
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
    const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
    const at = (along: number, aside: number) =>
      [wall.ax + ux * along - uy * aside, wall.ay + uy * along + ux * aside] as const;
    for (const aside of [0.3, 0.6]) {
      const [ax, ay] = at(opening.offsetM, aside);
      const [bx, by] = at(opening.offsetM + opening.widthM, aside);
      along(ax, ay, bx, by, 0.7);
    }
  }
  return found;
}

/**
 * Where a room's name stands: the place of a grid over the room on which it lies on the least, and how much
 * that is.
 */
function labelPlace(
  room: RoomRow,
  obstacles: readonly Obstacle[],
  k: number,
  widthPx: number,
): { place: [number, number]; least: number } {
  const xs = room.outline.map(([x]) => x);
  const ys = room.outline.map(([, y]) => y);
  const [x0, x1, y0, y1] = [
    Math.min(...xs) + 7 / k,
    Math.max(...xs) - (widthPx + 7) / k,
    Math.min(...ys) + 14 / k,
    Math.max(...ys) - 7 / k,
  ];
  const near = obstacles.filter(
    (o) => o.x > x0 - 0.5 && o.x < Math.max(...xs) + 0.5 && o.y > y0 - 1 && o.y < y1 + 1,
  );
  const crowding = (x: number, y: number) =>
    near.reduce((sum, o) => {
      const [dx, dy] = [(o.x - x) * k, (o.y - y) * k + 4];
      return dx > -11 && dx < widthPx + 11 && Math.abs(dy) < 15 ? sum + o.weight : sum;
    }, 0);
  let best: [number, number] = [x0, y0];
  let least = Infinity;
  for (const down of [0, 1, 0.5, 0.25, 0.75, 0.125, 0.875, 0.375, 0.625]) {
    for (const right of [0, 1, 0.5, 0.25, 0.75]) {
      const place: [number, number] = [x0 + right * Math.max(0, x1 - x0), y0 + down * (y1 - y0)];
      const much = crowding(...place);
      if (much < least) [best, least] = [place, much];
    }
  }
  return { place: best, least };
}

/** Names and areas of rooms, over the cables and under the points. */
function RoomNamesDrawing({ design, level, k }: { design: Design; level: string; k: number }) {
  const ways = obstaclesOf(design, level);
  const points = design.points.filter((point) => point.level === level);
  return (
    <g className="pointer-events-none">
      {design.rooms
        .filter((room) => room.level === level)
        .map((room) => {
          const xs = room.outline.map(([x]) => x);
          const roomPx = (Math.max(...xs) - Math.min(...xs)) * k;
          const namePx = room.name.length * 6;
          if (roomPx < namePx + 6) return null;
          const own = points
            .filter((point) => point.room === room.id)
            .map((point) => ({ x: point.x, y: point.y, weight: 2 }));
          const around = [...own, ...ways];
          const short = labelPlace(room, around, k, namePx);
          const long =
            roomPx > namePx + 70 && !room.outdoor ? labelPlace(room, around, k, namePx + 52) : undefined;
          // The area is written where it is free to stand; the inspector has it always.
          const withArea = long !== undefined && long.least <= short.least + 0.8;
          const [x, y] = withArea ? long.place : short.place;
          return (
            <text
              key={room.id}
              x={x}
              y={y}
              fontSize={11 / k}
              className="fill-soft stroke-room font-sans"
              strokeWidth={3 / k}
              strokeLinejoin="round"
              paintOrder="stroke"
            >
              {room.name}
              {withArea && (
                <tspan className="font-mono" fontSize={9.5 / k} dx={6 / k}>
                  {area(room.outline).toFixed(1)} m²
                </tspan>
              )}
            </text>
          );
        })}
    </g>
  );
}

export const RoomNames = memo(
  RoomNamesDrawing,
  (a, b) =>
    a.level === b.level &&
    a.k === b.k &&
    (["rooms", "walls", "openings", "points", "trunks", "risers", "closets"] as const).every(
      (name) => a.design[name] === b.design[name],
    ),
);
