/** The points of a level: one glyph each, named for screen readers, one tab stop for all of them. */
import { memo, type KeyboardEvent, type PointerEvent } from "react";
import { byId, type Design } from "#core/design/collections";
import type { PointRow } from "#core/design/rows-system";
import { SEVERITIES, type Severity } from "#core/findings";
import { dropsOf, pointLabel } from "#core/runs";
import { allFindings } from "#core/stages";
import { useDesk, type Stratum } from "./desk";
import { GlyphPaths } from "./glyph";
import { pointsInOrder } from "./plan";

interface Props {
  design: Design;
  level: string;
  k: number;
  selected?: string;
  onPress(id: string, event: PointerEvent): void;
  onKey(id: string, event: KeyboardEvent): void;
}

/** Worst finding about each point. */
function marks(design: Design): Map<string, Severity> {
  const worst = new Map<string, Severity>();
  for (const finding of allFindings(design)) {
    if (finding.severity === "note") continue;
    for (const ref of finding.about) {
      const known = worst.get(ref.id);
      if (ref.in === "points" && (!known || SEVERITIES.indexOf(finding.severity) < SEVERITIES.indexOf(known))) worst.set(ref.id, finding.severity);
    }
  }
  return worst;
}

const MARK_CLASS: Record<Severity, string> = { stop: "fill-stop", mend: "fill-mend", note: "fill-note" };

function PlanPointsDrawing({ design, level, k, selected, onPress, onKey }: Props) {
  const { lit } = useDesk();
  const points = pointsInOrder(design, level);
  const worst = marks(design);
  const watts = new Map(dropsOf(design).filter((drop) => drop.load).map((drop) => [drop.point.id, drop.load!.watts]));
  const moved = new Set(design.automations.flatMap((automation) => automation.moves.flatMap((move) => move.points)));
  const entry = points.some((point) => point.id === selected) ? selected : points[0]?.id;
  const size = Math.min(16, Math.max(11, k * 0.34));
  return (
    <g>
      {points.map((point) => (
        <PointGlyph key={point.id} design={design} point={point} k={k} size={size} selected={point.id === selected} entry={point.id === entry} severity={worst.get(point.id)} watts={watts.get(point.id)} moved={moved.has(point.id)} lit={lit} onPress={onPress} onKey={onKey} />
      ))}
    </g>
  );
}

interface GlyphProps extends Pick<Props, "design" | "k" | "onPress" | "onKey"> {
  point: PointRow;
  size: number;
  selected: boolean;
  entry: boolean;
  severity?: Severity;
  watts?: number;
  moved: boolean;
  lit: ReadonlySet<Stratum>;
}

function PointGlyph({ design, point, k, size, selected, entry, severity, watts, moved, lit, onPress, onKey }: GlyphProps) {
  const kind = byId(design, "kinds").get(point.kind);
  const room = byId(design, "rooms").get(point.room);
  const scale = size / 16 / k;
  return (
    <g
      data-point={point.id} role="button" tabIndex={entry ? 0 : -1} aria-pressed={selected} transform={`translate(${point.x} ${point.y})`} className="group cursor-pointer outline-none"
      aria-label={`${point.name}, ${kind?.name}, ${room?.name}, ${pointLabel(design, point)}${severity ? `, finding: ${severity}` : ""}`}
      onPointerDown={(event) => onPress(point.id, event)} onKeyDown={(event) => onKey(point.id, event)}
    >
      <title>{`${point.name} · ${pointLabel(design, point)}`}</title>
      <circle r={(size * 0.86) / k} className={selected ? "fill-wash stroke-accent" : "fill-transparent group-hover:fill-wash group-focus-visible:stroke-accent"} strokeWidth={(selected ? 1.6 : 2) / k} />
      {lit.has("K") && moved && <circle r={(size * 0.86) / k} fill="none" className="stroke-control" strokeWidth={1.6 / k} strokeDasharray={`${2 / k} ${2 / k}`} />}
      <g transform={`scale(${scale}) translate(-8 -8)`}>{kind && <GlyphPaths glyph={kind.glyph} filled={selected} />}</g>
      {severity && (
        <g transform={`translate(${(size * 0.42) / k} ${(-size * 0.95) / k}) scale(${1 / k})`}>
          <rect width="8" height="8" className={`${MARK_CLASS[severity]} stroke-raised`} strokeWidth="1" />
          <path d={severity === "stop" ? "M1 4H7" : "M1 2.2H7"} className="stroke-raised" strokeWidth={severity === "stop" ? 1.6 : 2.6} />
        </g>
      )}
      {lit.has("P") && watts !== undefined && <text dy={(size * 0.86 + 10) / k} textAnchor="middle" fontSize={10 / k} className="fill-power font-mono">{watts} W</text>}
    </g>
  );
}

export const PlanPoints = memo(PlanPointsDrawing);
