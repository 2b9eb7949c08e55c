/**
 * What is held, on a layer of its own over the plan: it follows the hand, and the keys, while the plan beneath, with
 * its thousands of lines, rests. The plan has the names and takes the presses; this only draws, and once the plan
 * beneath has followed it draws no more than the length.
 */
import { useImperativeHandle, useMemo, useState, type Ref } from "react";
import { byId, type Design } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import type { Place } from "#core/ways/route";
import { dropsOfPoint, type Drop } from "#core/stages/runs";
import { useDesk, type View } from "../desk/desk";
import { dragged, type Arrange, type Drag } from "./dragging";
import { glyphSize, PlainGlyph } from "./points";

/** Shows what is dragged, or that nothing is. */
export type Lift = (drag?: Drag) => void;

interface Props {
  ref: Ref<Lift>;
  saved: Design;
  /** What the plan beneath shows. */
  settled: Design;
  view: View;
  size: { width: number; height: number };
  /** The drop whose way is shown, where it is not the point's first. */
  highlight?: string;
  arrange?: Arrange;
}

/** The way of a selected point's cable, or one that is only looked at. */
export function WayLine({ places, k, looked }: { places: readonly Place[]; k: number; looked?: boolean }) {
  const { level } = useDesk();
  return (
    <polyline
      points={places
        .filter(([at]) => at === level)
        .map(([, x, y]) => `${x},${y}`)
        .join(" ")}
      fill="none"
      className={`pointer-events-none ${looked ? "stroke-power" : "stroke-ink"}`}
      strokeWidth={(looked ? 3 : 2.4) / k}
      strokeDasharray={looked ? `${2 / k} ${3 / k}` : `${6 / k} ${3 / k}`}
      data-preview={looked}
      data-route={!looked || undefined}
    />
  );
}

/** The way shown of a point: that of the drop asked for, else of its first that has one. */
export const wayOf = (drops: readonly Drop[], highlight?: string): readonly Place[] | undefined =>
  (drops.find((drop) => drop.key === highlight) ?? drops.find((drop) => drop.route))?.route?.places;

/** More than these change at once only when nobody's hand moves them: the plan beneath shows them soon enough. */
const MOST_LIFTED = 50;

export function Lifted({ ref, saved, settled, view, size, highlight, arrange }: Props) {
  const { level, lit, selection, preferences } = useDesk();
  const [drag, setDrag] = useState<Drag>();
  useImperativeHandle(ref, () => setDrag, []);
  const design = useMemo(() => (drag ? dragged(saved, drag, arrange) : saved), [saved, drag, arrange]);
  const { x, y, k } = view;
  const selected = selection?.in === "points" ? byId(design, "points").get(selection.id) : undefined;
  const drops = selected ? dropsOfPoint(design, selected) : [];
  const way = wayOf(drops, highlight);
  const lengthM = drops[0]?.lengthM;
  // A point may take others along: whatever is elsewhere than the plan beneath shows it.
  const shown = byId(settled, "points");
  const moved = design === settled ? [] : design.points.filter((row) => row !== shown.get(row.id));
  const lifted = moved.length > MOST_LIFTED ? [] : moved;
  return (
    <svg
      width={size.width}
      height={size.height}
      className="pointer-events-none absolute inset-0 will-change-transform"
      aria-hidden="true"
    >
      <g transform={`translate(${x} ${y}) scale(${k})`}>
        {way && lit.has("C") && design !== settled && <WayLine places={way} k={k} />}
        {lifted
          .filter((point) => point.level === level)
          .map((point) => (
            <PlainGlyph
              key={point.id}
              point={point}
              glyph={byId(design, "kinds").get(point.kind)?.glyph}
              k={k}
              size={glyphSize(k)}
              selected={drag !== undefined || point === selected}
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
