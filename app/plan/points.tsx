/** The points of a level: one glyph each, named for screen readers, one tab stop for all of them. */
import { memo, type KeyboardEvent, type PointerEvent } from "react";
import { byId, type Design } from "#core/design/collections";
import type { KindRow, PointRow } from "#core/stages/runs/rows";
import type { Severity } from "#core/desk/findings";
import { dropsOf } from "#core/stages/runs";
import { pointLabel, pointsInOrder } from "#core/points/labels";
import { useDesk, useSummary } from "../desk/desk";
import { GlyphPaths } from "../kit/glyph";
import { usePhaseFilter } from "../desk/phase-filter";

interface Props {
  design: Design;
  level: string;
  k: number;
  selected?: string;
  onPress(id: string, event: PointerEvent): void;
  onKey(id: string, event: KeyboardEvent): void;
}

const MARK_CLASS: Record<Severity, string> = { stop: "fill-stop", mend: "fill-mend", note: "fill-note" };

const pointUnder = (event: { target: EventTarget }) =>
  (event.target as Element).closest("[data-point]")?.getAttribute("data-point");

function PlanPointsDrawing({ design, level, k, selected, onPress, onKey }: Props) {
  const { lit } = useDesk();
  const points = pointsInOrder(design, level);
  const worst = useSummary("marks") ?? {};
  const watts = new Map(
    lit.has("P")
      ? dropsOf(design)
          .filter((drop) => drop.load)
          .map((drop) => [drop.point.id, drop.load!.watts])
      : [],
  );
  const moved = new Set(
    lit.has("K")
      ? design.automations.flatMap((automation) => automation.moves.flatMap((move) => move.points))
      : [],
  );
  const inPhase = usePhaseFilter();
  const entry = points.some((point) => point.id === selected) ? selected : points[0]?.id;
  const size = Math.min(16, Math.max(11, k * 0.34));
  // Presses and keys are heard on the group, so that a glyph has nothing but its own look to redraw for.
  return (
    <g
      onPointerDown={(event) => {
        const id = pointUnder(event);
        if (id) onPress(id, event);
      }}
      onKeyDown={(event) => {
        const id = pointUnder(event);
        if (id) onKey(id, event);
      }}
    >
      {points.map((point) => {
        const kind = byId(design, "kinds").get(point.kind);
        return (
          <PointGlyph
            key={point.id}
            point={point}
            glyph={kind?.glyph}
            kind={kind?.name ?? ""}
            room={byId(design, "rooms").get(point.room)?.name ?? ""}
            label={pointLabel(design, point)}
            k={k}
            size={size}
            selected={point.id === selected}
            entry={point.id === entry}
            severity={worst[point.id]}
            watts={watts.get(point.id)}
            moved={moved.has(point.id)}
            dim={!inPhase.point(point.id)}
          />
        );
      })}
    </g>
  );
}

interface GlyphProps {
  point: PointRow;
  glyph?: KindRow["glyph"];
  kind: string;
  room: string;
  label: string;
  k: number;
  size: number;
  selected: boolean;
  entry: boolean;
  severity?: Severity;
  /** Shown with the power stratum. */
  watts?: number;
  /** An automation moves it; shown with the control stratum. */
  moved: boolean;
  /** Not of the phase that is shown. */
  dim: boolean;
}

const PointGlyph = memo(function PointGlyph({
  point,
  glyph,
  kind,
  room,
  label,
  k,
  size,
  selected,
  entry,
  severity,
  watts,
  moved,
  dim,
}: GlyphProps) {
  const scale = size / 16 / k;
  return (
    <g
      data-point={point.id}
      role="button"
      tabIndex={entry ? 0 : -1}
      aria-pressed={selected}
      transform={`translate(${point.x} ${point.y})`}
      className="group cursor-pointer outline-none"
      opacity={dim ? 0.22 : undefined}
      aria-label={`${point.name}, ${kind}, ${room}, ${label}${severity ? `, finding: ${severity}` : ""}`}
    >
      <title>{`${point.name} · ${label}`}</title>
      <circle
        r={(size * 0.86) / k}
        className={
          selected
            ? "fill-wash stroke-accent"
            : "fill-transparent group-hover:fill-wash group-focus-visible:stroke-accent"
        }
        strokeWidth={(selected ? 1.6 : 2) / k}
      />
      {moved && (
        <circle
          r={(size * 0.86) / k}
          fill="none"
          className="stroke-control"
          strokeWidth={1.6 / k}
          strokeDasharray={`${2 / k} ${2 / k}`}
        />
      )}
      <g transform={`scale(${scale}) translate(-8 -8)`}>
        {glyph && <GlyphPaths glyph={glyph} filled={selected} />}
      </g>
      {severity && (
        <g transform={`translate(${(size * 0.42) / k} ${(-size * 0.95) / k}) scale(${1 / k})`}>
          <rect width="8" height="8" className={`${MARK_CLASS[severity]} stroke-raised`} strokeWidth="1" />
          <path
            d={severity === "stop" ? "M1 4H7" : "M1 2.2H7"}
            className="stroke-raised"
            strokeWidth={severity === "stop" ? 1.6 : 2.6}
          />
        </g>
      )}
      {watts !== undefined && (
        <text
          dy={(size * 0.86 + 10) / k}
          textAnchor="middle"
          fontSize={10 / k}
          className="fill-power font-mono"
        >
          {watts} W
        </text>
      )}
    </g>
  );
});

export const PlanPoints = memo(PlanPointsDrawing);
