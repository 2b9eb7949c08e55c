/** The points of a level: one glyph each, named for screen readers, one tab stop for all of them. */
import { memo, type KeyboardEvent, type AriaAttributes, type PointerEvent, type ReactNode } from "react";
import { byId, type Design } from "#core/design/collections";
import { movedBy } from "#core/design/walk";
import type { Severity } from "#core/desk/findings";
import type { KindRow, PointRow } from "#core/design/rows/runs";
import { dropsOf } from "#core/stages/runs";
import { pointLabel, pointsInOrder } from "#core/points/labels";
import { useDesk, useSummary } from "../desk/desk";
import { usePhaseFilter } from "../desk/phase-filter";
import { inLots } from "./frame";
import { GlyphPaths } from "../kit/glyph";

interface Props {
  design: Design;
  level: string;
  /** Pixels a metre. */
  k: number;
  selected?: string;
  onPress(id: string, event: PointerEvent): void;
  onKey(id: string, event: KeyboardEvent): void;
}

const MARK_CLASS: Record<Severity, string> = { stop: "fill-stop", mend: "fill-mend", note: "fill-note" };

/** Pixels across a glyph. */
export const glyphSize = (k: number) => Math.min(16, Math.max(11, k * 0.34));

/** Glyphs are drawn in so many lots: an edit draws its own lot anew and lets the others be. */
const LOT = 40;

const pointUnder = (event: { target: EventTarget }) =>
  (event.target as Element).closest("[data-point]")?.getAttribute("data-point");

/** What a glyph shows, beside how large and whether it is selected. */
interface Shown {
  point: PointRow;
  glyph?: KindRow["glyph"];
  name: string;
  label: string;
  severity?: Severity;
  /** Shown with the power stratum. */
  watts?: number;
  /** An automation moves it; shown with the control stratum. */
  moved: boolean;
  /** Not of the phase that is shown. */
  dim: boolean;
}

interface Look {
  k: number;
  size: number;
  selected?: string;
  /** The one that Tab leads to. */
  entry?: string;
}

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
    lit.has("K") ? design.automations.flatMap((automation) => movedBy(design, automation)) : [],
  );
  const inPhase = usePhaseFilter();
  const kinds = byId(design, "kinds");
  const rooms = byId(design, "rooms");
  const shown = points.map((point): Shown => {
    const kind = kinds.get(point.kind);
    return {
      point,
      glyph: kind?.glyph,
      name: `${kind?.name ?? ""}, ${rooms.get(point.room)?.name ?? ""}`,
      label: pointLabel(design, point),
      severity: worst[point.id],
      watts: watts.get(point.id),
      moved: moved.has(point.id),
      dim: !inPhase.point(point.id),
    };
  });
  const entry = points.some((point) => point.id === selected) ? selected : points[0]?.id;
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
      {inLots(shown, LOT).map((lot, i) => {
        const own = (id?: string) => (lot.some(({ point }) => point.id === id) ? id : undefined);
        return (
          <Glyphs key={i} lot={lot} k={k} size={glyphSize(k)} selected={own(selected)} entry={own(entry)} />
        );
      })}
    </g>
  );
}

const alike = (a: Shown, b: Shown) =>
  (Object.keys(a) as (keyof Shown)[]).every((name) => a[name] === b[name]);

const Glyphs = memo(
  ({ lot, k, size, selected, entry }: Look & { lot: readonly Shown[] }) =>
    lot.map((shown) => (
      <PointGlyph
        key={shown.point.id}
        {...shown}
        k={k}
        size={size}
        selected={shown.point.id === selected}
        entry={shown.point.id === entry}
      />
    )),
  (a, b) =>
    a.k === b.k &&
    a.size === b.size &&
    a.selected === b.selected &&
    a.entry === b.entry &&
    a.lot.length === b.lot.length &&
    a.lot.every((shown, i) => alike(shown, b.lot[i]!)),
);

interface GlyphProps extends Shown, Pick<Look, "k" | "size"> {
  selected: boolean;
  entry: boolean;
}

const PointGlyph = memo(function PointGlyph(props: GlyphProps) {
  const { point, name, label, severity, watts, moved, dim, selected, entry } = props;
  // In units of the glyph's own box, sixteen to its side: one transform a glyph, since each is dear to paint.
  const px = 16 / props.size;
  return (
    <PlainGlyph
      {...props}
      data-point={point.id}
      role="button"
      tabIndex={entry ? 0 : -1}
      aria-pressed={selected}
      className="group cursor-pointer outline-none"
      opacity={dim ? 0.22 : undefined}
      aria-label={`${point.name}, ${name}, ${label}${severity ? `, finding: ${severity}` : ""}`}
      title={`${point.name} · ${label}`}
    >
      {moved && (
        <circle
          cx={8}
          cy={8}
          r={13.8}
          fill="none"
          className="stroke-control"
          strokeWidth={1.6 * px}
          strokeDasharray={`${2 * px} ${2 * px}`}
        />
      )}
      {severity && (
        <>
          <rect
            x={14.7}
            y={-7.2}
            width={8 * px}
            height={8 * px}
            className={`${MARK_CLASS[severity]} stroke-raised`}
            strokeWidth={px}
          />
          <path
            d={`M${14.7 + px} ${-7.2 + (severity === "stop" ? 4 : 2.2) * px}h${6 * px}`}
            className="stroke-raised"
            strokeWidth={(severity === "stop" ? 1.6 : 2.6) * px}
          />
        </>
      )}
      {watts !== undefined && (
        <text
          x={8}
          y={21.8 + 10 * px}
          textAnchor="middle"
          fontSize={10 * px}
          className="fill-power font-mono"
        >
          {watts} W
        </text>
      )}
    </PlainGlyph>
  );
});

interface PlainProps extends AriaAttributes {
  point: PointRow;
  glyph?: KindRow["glyph"];
  k: number;
  size: number;
  selected: boolean;
  title?: string;
  children?: ReactNode;
  "data-point"?: string;
  role?: string;
  tabIndex?: number;
  className?: string;
  opacity?: number;
}

/** A glyph at its point, ringed where it is selected; what else it shows lies over it. */
export function PlainGlyph(props: PlainProps) {
  const { point, glyph, k, size, selected, title, children } = props;
  const px = 16 / size;
  return (
    <g
      data-point={props["data-point"]}
      role={props.role}
      tabIndex={props.tabIndex}
      aria-pressed={props["aria-pressed"]}
      aria-label={props["aria-label"]}
      className={props.className}
      opacity={props.opacity}
      transform={`translate(${point.x} ${point.y}) scale(${1 / px / k}) translate(-8 -8)`}
    >
      {title && <title>{title}</title>}
      <circle
        cx={8}
        cy={8}
        r={13.8}
        className={
          selected
            ? "fill-wash stroke-accent"
            : "fill-transparent group-hover:fill-wash group-focus-visible:stroke-accent"
        }
        strokeWidth={(selected ? 1.6 : 2) * px}
      />
      {glyph && <GlyphPaths glyph={glyph} filled={selected} />}
      {children}
    </g>
  );
}

export const PlanPoints = memo(PlanPointsDrawing);
