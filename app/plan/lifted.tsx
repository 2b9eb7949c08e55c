/**
 * What is held or selected, on a layer of its own over the plan: it follows the hand while the plan
 * beneath, with its thousands of lines, rests. The plan has the names and the keys; this only draws.
 */
import { useImperativeHandle, useMemo, useState, type Ref } from "react";
import { byId, type Design } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import type { Place } from "#core/ways/route";
import { dropsOfPoint } from "#core/stages/runs";
import type { PointRow } from "#core/stages/runs/rows";
import { useDesk, type View } from "../desk/desk";
import { dragged, type Arrange, type Drag } from "./dragging";
import { glyphSize, PlainGlyph } from "./points";

/** Shows what is dragged, or that nothing is. */
export type Lift = (drag?: Drag) => void;

interface Props {
  ref: Ref<Lift>;
  saved: Design;
  view: View;
  size: { width: number; height: number };
  /** The drop whose way is shown, where it is not the point's first. */
  highlight?: string;
  arrange?: Arrange;
}

const line = (places: readonly Place[], level: string) =>
  places
    .filter(([at]) => at === level)
    .map(([, x, y]) => `${x},${y}`)
    .join(" ");

export function Lifted({ ref, saved, view, size, highlight, arrange }: Props) {
  const { level, lit, selection, preview, preferences } = useDesk();
  const [drag, setDrag] = useState<Drag>();
  useImperativeHandle(ref, () => setDrag, []);
  const design = useMemo(() => (drag ? dragged(saved, drag, arrange) : saved), [saved, drag, arrange]);
  const { x, y, k } = view;
  const selected = selection?.in === "points" ? byId(design, "points").get(selection.id) : undefined;
  const drops = selected ? dropsOfPoint(design, selected) : [];
  const route = (drops.find((drop) => drop.key === highlight) ?? drops.find((drop) => drop.route))?.route;
  const lengthM = drops[0]?.lengthM;
  // A point may take others along: whatever is elsewhere now.
  const lifted: PointRow[] =
    design === saved
      ? selected
        ? [selected]
        : []
      : design.points.filter((row, i) => row !== saved.points[i]);
  return (
    <svg
      width={size.width}
      height={size.height}
      className="pointer-events-none absolute inset-0 will-change-transform"
      aria-hidden="true"
    >
      <g transform={`translate(${x} ${y}) scale(${k})`}>
        {route && lit.has("C") && (
          <polyline
            points={line(route.places, level)}
            fill="none"
            className="stroke-ink"
            strokeWidth={2.4 / k}
            strokeDasharray={`${6 / k} ${3 / k}`}
            data-route
          />
        )}
        {preview && lit.has("C") && (
          <polyline
            points={line(preview, level)}
            fill="none"
            className="stroke-power"
            strokeWidth={3 / k}
            strokeDasharray={`${2 / k} ${3 / k}`}
            data-preview
          />
        )}
        {lifted
          .filter((point) => point.level === level)
          .map((point) => (
            <PlainGlyph
              key={point.id}
              point={point}
              glyph={byId(design, "kinds").get(point.kind)?.glyph}
              k={k}
              size={glyphSize(k)}
              selected
            />
          ))}
      </g>
      {selected?.level === level && lengthM !== undefined && (
        <g transform={`translate(${x + selected.x * k} ${y + selected.y * k - 26})`} data-length-badge>
          <rect x={-38} y={-10} width={76} height={19} rx={2} className="fill-ink" />
          <text textAnchor="middle" dy="4" className="fill-raised font-mono text-small">
            {formatLength(lengthM, preferences.units)}
          </text>
        </g>
      )}
    </svg>
  );
}
