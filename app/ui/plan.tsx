/** The plan: the same in every stage, at the same zoom and level. SVG, so that everything on it has a name and can be reached by keys. */
import { select as d3select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from "d3-zoom";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { applyChanges } from "#core/design/edit";
import { byId, type Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { formatLength } from "#core/design/units";
import { addPoint, duplicatePoint, GRID_M, movePoint, removePoint } from "#core/house";
import { dropsOf, pointLabel } from "#core/runs";
import { newRowId, useDesign, useDesk, useEdit, type View } from "./desk";
import { isTyping } from "./keys";
import { extentOf, fit, scaleBarM } from "./plan-frame";
import { PlanCables, PlanCounts, PlanNodes } from "./plan-cables";
import { PlanPoints } from "./plan-points";
import { Patterns, PlanStructure, RoomNames } from "./plan-structure";

interface Drag {
  id: string;
  x: number;
  y: number;
}

/** Size of the element in pixels, followed. */
function useSize(): [React.RefObject<HTMLDivElement | null>, { width: number; height: number }] {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 760, height: 520 });
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }));
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);
  return [box, size];
}

/** Zoom and pan by d3-zoom, one view a level, kept in the desk. */
function useView(svg: React.RefObject<SVGSVGElement | null>, design: Design, level: string, size: { width: number; height: number }) {
  const { views } = useDesk();
  const start = useMemo(() => fit(extentOf(design, level), size.width, size.height), [design, level, size]);
  const [view, setView] = useState<View>(views.get(level) ?? start);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const touched = useRef(false);

  useEffect(() => {
    const made = zoom<SVGSVGElement, unknown>()
      .scaleExtent([2, 400])
      .filter((event: Event) => !(event.target as Element).closest("[data-point]") && !(event as MouseEvent).button && !(event instanceof MouseEvent && event.type === "dblclick"))
      .on("zoom", (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
        const { x, y, k } = event.transform;
        if (event.sourceEvent) touched.current = true;
        setView({ x, y, k });
      });
    behaviour.current = made;
    const sheet = d3select(svg.current!);
    sheet.call(made);
    return () => void sheet.on(".zoom", null);
  }, [svg]);

  const go = useCallback((next: View) => {
    if (svg.current && behaviour.current) d3select(svg.current).call(behaviour.current.transform, zoomIdentity.translate(next.x, next.y).scale(next.k));
  }, [svg]);

  // A level keeps the view it was left in; one not yet moved follows the size of the sheet.
  const shownLevel = useRef(level);
  useEffect(() => {
    const changed = shownLevel.current !== level;
    shownLevel.current = level;
    if (changed) touched.current = views.has(level);
    if (!touched.current) go(start);
    else if (changed) go(views.get(level)!);
  }, [level, start, go, views]);
  useEffect(() => {
    if (touched.current) views.set(level, view);
  }, [view, level, views]);

  const zoomBy = (factor: number) => {
    touched.current = true;
    d3select(svg.current!).call(behaviour.current!.scaleBy, factor);
  };
  const whole = () => {
    views.delete(level);
    touched.current = false;
    go(start);
  };
  return { view, zoomBy, whole };
}

export function Plan({ counts = false, highlight }: { counts?: boolean; highlight?: string }) {
  const saved = useDesign();
  const desk = useDesk();
  const { level, lit, selection, select, readOnly, adding, setAdding, preferences, open } = desk;
  const edit = useEdit();
  const [box, size] = useSize();
  const svg = useRef<SVGSVGElement>(null);
  const { view, zoomBy, whole } = useView(svg, saved, level, size);
  const [drag, setDrag] = useState<Drag>();
  const [said, setSaid] = useState("");
  const pointer = useRef<{ x: number; y: number }>(undefined);
  const pressed = useRef<{ id: string; dx: number; dy: number; moved: boolean }>(undefined);

  // While a point is dragged, its cables and lengths follow on a trial copy; one edit is made when it is let go.
  const design = useMemo(() => (drag ? applyChanges(saved, movePoint(saved, drag.id, drag)) : saved), [saved, drag]);
  const selected = selection?.in === "points" ? byId(design, "points").get(selection.id) : undefined;
  const atMetres = useCallback((event: { clientX: number; clientY: number }) => {
    const frame = svg.current!.getBoundingClientRect();
    return { x: (event.clientX - frame.left - view.x) / view.k, y: (event.clientY - frame.top - view.y) / view.k };
  }, [view]);

  const tryEdit = useCallback((make: (now: Design) => ReturnType<typeof movePoint>, done?: () => void) => {
    try {
      edit(make);
      done?.();
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  }, [edit]);

  const addAt = useCallback((kind: string, at: { x: number; y: number }) => {
    const id = newRowId("p");
    setSaid("");
    tryEdit((now) => addPoint(now, id, kind, level, at), () => {
      select({ in: "points", id });
      setAdding(undefined);
    });
  }, [tryEdit, level, select, setAdding]);

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey || document.querySelector("[role=dialog]")) return;
      const point = selection?.in === "points" ? byId(saved, "points").get(selection.id) : undefined;
      if ((event.key === "," || event.key === ".") && preferences.letters) {
        const here = pointsInOrder(saved, level);
        const next = here[(here.findIndex((row) => row.id === point?.id) + (event.key === "." ? 1 : -1) + here.length) % here.length];
        if (next) {
          select({ in: "points", id: next.id });
          svg.current?.querySelector<SVGGElement>(`[data-point="${next.id}"]`)?.focus();
        }
        return;
      }
      if (event.key === "n" && preferences.letters && !readOnly) {
        const at = pointer.current ?? { x: (size.width / 2 - view.x) / view.k, y: (size.height / 2 - view.y) / view.k };
        const kind = adding ?? point?.kind ?? saved.kinds[0]?.id;
        return kind && addAt(kind, at);
      }
      if (!point || readOnly) return;
      const by = event.shiftKey ? 10 * GRID_M : GRID_M;
      const move = ({ ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] } as Record<string, [number, number]>)[event.key];
      // Arrows move the point only while the plan has the keys, or nothing has: in a table they move along its rows.
      const free = event.target === document.body || svg.current?.contains(event.target as globalThis.Node);
      if (move && free) {
        event.preventDefault();
        tryEdit((now) => {
          const row = byId(now, "points").get(point.id)!;
          return movePoint(now, point.id, { x: row.x + move[0], y: row.y + move[1] });
        });
      } else if (event.key === "d" && preferences.letters) {
        const id = newRowId("p");
        tryEdit((now) => duplicatePoint(now, point.id, id), () => select({ in: "points", id }));
      } else if (event.key === "Delete" && (free || preferences.letters)) {
        tryEdit((now) => removePoint(now, point.id), () => select(undefined));
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [saved, selection, level, select, readOnly, adding, addAt, tryEdit, preferences.letters, size, view, open]);

  const onPointPress = (id: string, event: PointerEvent) => {
    if (event.button !== 0) return;
    const point = byId(saved, "points").get(id)!;
    const at = atMetres(event);
    pressed.current = { id, dx: point.x - at.x, dy: point.y - at.y, moved: false };
    select({ in: "points", id });
    if (!readOnly) svg.current!.setPointerCapture(event.pointerId);
  };
  const onMove = (event: PointerEvent) => {
    const at = atMetres(event);
    pointer.current = at;
    const held = pressed.current;
    if (!held || readOnly) return;
    const point = byId(saved, "points").get(held.id)!;
    const to = { id: held.id, x: at.x + held.dx, y: at.y + held.dy };
    // A press that trembles is not a drag.
    if (!held.moved && Math.hypot(to.x - point.x, to.y - point.y) * view.k < 4) return;
    held.moved = true;
    setDrag(to);
  };
  const onRelease = () => {
    const held = pressed.current;
    pressed.current = undefined;
    if (held?.moved && drag) edit((now) => movePoint(now, drag.id, drag));
    setDrag(undefined);
  };
  const onPress = (event: PointerEvent) => {
    if (adding && !(event.target as Element).closest("[data-point]")) addAt(adding, atMetres(event));
  };
  const onPointKey = (id: string, event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    select({ in: "points", id });
  };

  const { k } = view;
  const bar = scaleBarM(k);
  const drops = dropsOf(design).filter((drop) => drop.point.id === selected?.id);
  const route = (drops.find((drop) => drop.key === highlight) ?? drops.find((drop) => drop.route))?.route;
  return (
    <div ref={box} className={`relative min-h-40 flex-1 overflow-hidden bg-ground ${adding ? "cursor-crosshair" : ""}`}>
      <svg ref={svg} width={size.width} height={size.height} className="absolute inset-0 touch-none select-none" role="group" aria-label={`Plan of ${byId(design, "levels").get(level)?.name ?? "the level"}`} aria-describedby="plan-keys"
        onPointerDown={onPress} onPointerMove={onMove} onPointerUp={onRelease} onPointerCancel={() => { pressed.current = undefined; setDrag(undefined); }}>
        <Patterns />
        <g transform={`translate(${view.x} ${view.y}) scale(${k})`}>
          <Grid k={k} view={view} size={size} />
          <PlanStructure design={saved} level={level} dim={!lit.has("S")} />
          {lit.has("C") && <PlanCables design={design} level={level} k={k} />}
          <RoomNames design={saved} level={level} k={k} />
          <PlanNodes design={saved} level={level} k={k} />
          {route && lit.has("C") && (
            <polyline points={route.places.filter(([at]) => at === level).map(([, x, y]) => `${x},${y}`).join(" ")} fill="none" className="pointer-events-none stroke-ink" strokeWidth={2.4 / k} strokeDasharray={`${6 / k} ${3 / k}`} data-route />
          )}
          {counts && lit.has("C") && <PlanCounts design={design} level={level} k={k} />}
          <PlanPoints design={design} level={level} k={k} selected={selected?.id} onPress={onPointPress} onKey={onPointKey} />
        </g>
        {selected?.level === level && drops[0]?.lengthM !== undefined && (
          <g transform={`translate(${view.x + selected.x * k} ${view.y + selected.y * k - 26})`} className="pointer-events-none" data-length-badge>
            <rect x={-38} y={-10} width={76} height={19} rx={2} className="fill-ink" />
            <text textAnchor="middle" dy="4" className="fill-raised font-mono text-small">{formatLength(drops[0].lengthM, preferences.units)}</text>
          </g>
        )}
        <g transform={`translate(16 ${size.height - 18})`} className="pointer-events-none">
          <path d={`M0 -5V0H${bar * k}V-5`} fill="none" className="stroke-ink" strokeWidth="1.2" />
          <text x={bar * k + 6} className="fill-ink stroke-ground font-mono text-tiny" strokeWidth={3} paintOrder="stroke" strokeLinejoin="round">{preferences.units === "metric" ? `${bar} m` : formatLength(bar, "imperial")}</text>
        </g>
        <g transform={`translate(${size.width - 28} 28) rotate(${saved.design.northDeg})`} className="pointer-events-none" role="img" aria-label={`True north is ${saved.design.northDeg}° clockwise from up`}>
          <path d="M0 -13 5.5 9 0 5 -5.5 9Z" className="fill-ink" />
        </g>
      </svg>
      <div className="absolute right-2 bottom-2 flex flex-col gap-1" data-chrome>
        <button type="button" className="button w-7 justify-center px-0" onClick={() => zoomBy(1.4)} aria-label="Zoom in">+</button>
        <button type="button" className="button w-7 justify-center px-0" onClick={() => zoomBy(1 / 1.4)} aria-label="Zoom out">−</button>
        <button type="button" className="button w-7 justify-center px-0 text-tiny" onClick={whole} aria-label="Show the whole level">all</button>
      </div>
      {said && <p role="alert" className="absolute top-2 left-1/2 -translate-x-1/2 border border-stop bg-raised px-3 py-1 text-small text-stop">{said} <button type="button" className="ml-2 underline" onClick={() => setSaid("")}>Close</button></p>}
      {adding && !said && <p role="status" className="absolute top-2 left-1/2 -translate-x-1/2 bg-ink px-3 py-1 text-small text-raised">Press on the plan to place: {byId(design, "kinds").get(adding)?.name}</p>}
      <p id="plan-keys" className="sr-only">Comma and full stop go from point to point, arrows move the selected one, D duplicates it, Delete removes it, N adds one.</p>
    </div>
  );
}

/** Points of a level in the order keys go through them: by room, then across and down. */
export function pointsInOrder(design: Design, level: string) {
  return design.points.filter((point) => point.level === level).sort((a, b) => (pointLabel(design, a) < pointLabel(design, b) ? -1 : 1));
}

/** Fine lines every metre, or every ten where a metre is too small to see. */
function Grid({ k, view, size }: { k: number; view: View; size: { width: number; height: number } }) {
  const step = k < 9 ? 10 : k < 22 ? 5 : 1;
  const x0 = Math.floor(-view.x / k / step) * step;
  const y0 = Math.floor(-view.y / k / step) * step;
  let path = "";
  for (let x = x0; x * k + view.x < size.width; x += step) path += `M${x} ${y0}V${y0 + size.height / k + step}`;
  for (let y = y0; y * k + view.y < size.height; y += step) path += `M${x0} ${y}H${x0 + size.width / k + step}`;
  return <path d={path} className="stroke-rule/50" strokeWidth={0.6 / k} fill="none" />;
}
