/**
 * One wall as one faces it from within the room, to scale: openings, boxes with their holes, distances from
 * the corner.
 */
import { byId, rowOf } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { signedArea } from "#core/geometry/polygon";
import { footOn } from "#core/geometry/segment";
import { sideName } from "#core/stages/house/wall-names";
import { openingsOf } from "#core/stages/house/openings";
import type { Mounting } from "#core/stages/runs/mounting";
import {
  MOST_ROWS,
  NAME_LINE_PX,
  ROW_PX,
  UNDER_FLOOR_PX,
  WALL_FONT_PX,
  wallLabels,
} from "#core/stages/runs/wall-labels";
import { useDesign, useDesk } from "../../desk/desk";

const PAD_M = 0.45;
const WIDE_PX = 740;
const HIGH_PX = 336;
/** Pixels kept under the floor for the distances. */
const UNDER_PX = UNDER_FLOOR_PX + MOST_ROWS * ROW_PX;

export function WallDrawing({
  room: id,
  side,
  rows,
}: {
  room: string;
  side: number;
  rows: readonly Mounting[];
}) {
  const design = useDesign();
  const { select, selection, preferences } = useDesk();
  const room = rowOf(design, "rooms", id);
  const ceilingM = byId(design, "levels").get(room.level)?.ceilingHeightM ?? 2.5;
  const a = room.outline[side]!;
  const b = room.outline[(side + 1) % room.outline.length]!;
  const sideM = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const name = sideName(design, room, side);
  const clockwise = signedArea(room.outline) > 0;
  const Y = (up: number) => ceilingM - up;
  const openings = openingsOf(design, room).flatMap(({ row, at }) => {
    const foot = footOn(at, a, b);
    if (Math.hypot(foot.at[0] - at[0], foot.at[1] - at[1]) > 0.05) return [];
    const along = foot.t * sideM;
    return [{ row, left: (clockwise ? along : sideM - along) - row.widthM / 2 }];
  });
  // Letters keep their size whatever the scale; the drawing is at most so wide and high.
  const k = Math.min(WIDE_PX / (sideM + 2 * PAD_M), (HIGH_PX - UNDER_PX) / (ceilingM + 0.3));
  const font = WALL_FONT_PX / k;
  const { units } = preferences;
  const drawn = openings.map(({ row, left }) => ({
    ...{ kind: row.kind, left, top: Y(row.sillM + row.heightM), widthM: row.widthM, heightM: row.heightM },
  }));
  const labels = wallLabels(rows, drawn, { sideM, ceilingM }, k, units);
  const floorM = ceilingM + UNDER_FLOOR_PX / k;
  return (
    <figure className="border-b border-rule bg-ground px-3 py-2">
      <svg
        viewBox={`${-PAD_M} -0.25 ${sideM + 2 * PAD_M} ${ceilingM + 0.3 + UNDER_PX / k}`}
        className="max-h-84 w-full"
        role="group"
        aria-label={`${name} of ${room.name} from within: ${formatLength(sideM, units)} long, ${rows.length} ${rows.length === 1 ? "box" : "boxes"}`}
      >
        <rect width={sideM} height={ceilingM} className="fill-raised stroke-structure" strokeWidth={0.02} />
        {openings.map(({ row, left }) => (
          <g key={row.id}>
            <rect
              x={left}
              y={Y(row.sillM + row.heightM)}
              width={row.widthM}
              height={row.heightM}
              className="fill-ground stroke-rule"
              strokeWidth={0.015}
            />
            <text
              x={left + row.widthM / 2}
              y={Y(row.sillM + row.heightM / 2)}
              fontSize={font}
              textAnchor="middle"
              className="fill-soft"
            >
              {row.kind}
            </text>
          </g>
        ))}
        {rows.map((row) => {
          const [w, h] = [row.size!.widthMm / 1000, row.size!.heightMm / 1000];
          const lit = selection?.in === "points" && selection.id === row.point.id;
          return (
            <g
              key={row.point.id}
              role="button"
              tabIndex={0}
              aria-label={`${row.point.name}, ${formatLength(row.leftM, units)} from the left, ${formatLength(row.heightM, units)} up`}
              className="cursor-pointer outline-none [&:focus-visible_rect]:stroke-accent"
              onClick={() => select({ in: "points", id: row.point.id })}
              onKeyDown={(event) =>
                (event.key === "Enter" || event.key === " ") && select({ in: "points", id: row.point.id })
              }
            >
              <line
                x1={row.leftM}
                x2={row.leftM}
                y1={Y(row.heightM)}
                y2={floorM - 2 / k}
                className="stroke-rule"
                strokeWidth={0.01}
                strokeDasharray="0.04 0.03"
              />
              <rect
                x={row.leftM - w / 2}
                y={Y(row.heightM) - h / 2}
                width={w}
                height={h}
                className={lit ? "fill-wash stroke-accent" : "fill-pane stroke-ink"}
                strokeWidth={0.014}
              />
              {row.holes.map((hole, n) => (
                <circle
                  key={n}
                  cx={hole.leftM}
                  cy={Y(hole.upM)}
                  r={(row.size!.holeMm ?? 8) / 2000}
                  className="fill-none stroke-power"
                  strokeWidth={0.012}
                />
              ))}
              <title>{`${row.point.name}, ${formatLength(row.leftM, units)} from the left, ${formatLength(row.heightM, units)} up`}</title>
            </g>
          );
        })}
        <g className="pointer-events-none" aria-hidden="true" data-names>
          {labels.map(({ point, of, lines, x, y }) => (
            <text
              key={`${of} ${point}`}
              data-name={`${of} ${point}`}
              x={x}
              y={y}
              fontSize={of === "name" ? font : 10 / k}
              className={of === "name" ? "fill-ink" : `font-mono ${of === "left" ? "fill-ink" : "fill-soft"}`}
            >
              {lines.map((line, i) => (
                <tspan key={i} x={x} dy={i ? NAME_LINE_PX / k : 0}>
                  {line}
                </tspan>
              ))}
            </text>
          ))}
        </g>
        <text x={0} y={-0.06} fontSize={font} className="fill-soft">
          {name}, {formatLength(sideM, units)}
        </text>
      </svg>
    </figure>
  );
}
