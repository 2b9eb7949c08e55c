/** The plan: the same in every stage, at the same zoom and level. SVG, so that everything on it has a name and can be reached by keys. */
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from "react";
import { applyChanges, type Change } from "#core/design/edit";
import { removeRows } from "#core/design/remove";
import { byId, type Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { formatLength } from "#core/design/units";
import { addPoint, duplicatePoint, GRID_M, movePoint, snap } from "#core/stages/house";
import { type Ref } from "#core/design/where";
import { dropsOfPoint } from "#core/stages/runs";
import { pointsInOrder } from "#core/points/labels";
import { newRowId, selectedRefs, useDesign, useDesk, useEdit, withRef, type View } from "../desk/desk";
import { patiently } from "../kit/lazily";
import { whenAtRest } from "../kit/rest";
import { isTyping } from "../desk/typing";
import type { Zooming } from "./zooming";
import { extentOf, fit, KIT_DRAG, scaleBarM } from "./frame";
import { PlanCables, PlanCounts, PlanNodes } from "./cables";
import { PlanPoints } from "./points";
import type { PlanTool } from "./tool";
import { Patterns, PlanStructure, RoomNames } from "./structure";

interface Drag {
  refs: readonly Ref[];
  dx: number;
  dy: number;
}

/** The design with what is dragged at its new place; the same design where that cannot be. */
function dragged(design: Design, drag: Drag, arrange?: Arrange): Design {
  if (!arrange && !alone(drag)) return design;
  try {
    return applyChanges(design, dragChanges(design, drag, arrange));
  } catch (problem) {
    if (problem instanceof InputError) return design;
    throw problem;
  }
}

/** What arranges several rows at once: not needed to look at a plan, so it comes when the page has come to rest. */
type Arrange = typeof import("#core/stages/house/arrange");
const fetchArrange = () => patiently(() => import("#core/stages/house/arrange"));

function useArrange(): { arrange?: Arrange; withArrange(use: (arrange: Arrange) => void): void } {
  const [arrange, setArrange] = useState<Arrange>();
  useEffect(() => whenAtRest(() => void fetchArrange().then((own) => setArrange(own))), []);
  const withArrange = useCallback(
    (use: (own: Arrange) => void) => void (arrange ? use(arrange) : void fetchArrange().then(use)),
    [arrange],
  );
  return { arrange, withArrange };
}

/** The one point that is dragged, where it is one. */
const alone = ({ refs }: Drag) => (refs.length === 1 && refs[0]!.in === "points" ? refs[0]! : undefined);

/** One point is moved without the arranging of many, which may still be on its way. */
function dragChanges(design: Design, drag: Drag, arrange?: Arrange): Change[] {
  const { refs, dx, dy } = drag;
  const only = alone(drag);
  if (!only) return arrange!.moveRows(design, refs, { dx: snap(dx), dy: snap(dy) });
  const point = byId(design, "points").get(only.id)!;
  return movePoint(design, point.id, { x: point.x + dx, y: point.y + dy });
}

/** Size of the element in pixels, followed. */
function useSize(): [React.RefObject<HTMLDivElement | null>, { width: number; height: number }] {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 760, height: 520 });
  useEffect(() => {
    const observer = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }),
    );
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);
  return [box, size];
}

/** Zoom and pan by d3-zoom, one view a level, kept in the desk. */
function useView(
  svg: React.RefObject<SVGSVGElement | null>,
  design: Design,
  level: string,
  size: { width: number; height: number },
  edits: boolean,
  edge: number,
) {
  const { views, tool } = useDesk();
  const held = useRef(false);
  held.current = edits && tool !== "select";
  const start = useMemo(() => {
    const whole = fit(extentOf(design, level), size.width - edge, size.height);
    return { ...whole, x: whole.x + edge };
  }, [design, level, size, edge]);
  const [view, setView] = useState<View>(views.get(level) ?? start);
  const zooming = useRef<Zooming>(undefined);
  const touched = useRef(false);
  const latest = useRef(view);
  latest.current = view;

  useEffect(() => {
    let ended = false;
    // A press on a thing drags it, one with a tool draws, one with Shift catches many.
    const allows = (event: Event) =>
      !held.current &&
      !(event.target as Element).closest("[data-point], [data-thing]") &&
      !(event as MouseEvent).button &&
      !(event as MouseEvent).shiftKey;
    const moved = (next: View, byHand: boolean) => {
      if (byHand) touched.current = true;
      setView(next);
    };
    const wait = whenAtRest(
      () =>
        void patiently(() => import("./zooming")).then(({ attachZoom }) => {
          if (!ended && svg.current) zooming.current = attachZoom(svg.current, latest.current, allows, moved);
        }),
    );
    return () => {
      ended = true;
      wait();
      zooming.current?.detach();
      zooming.current = undefined;
    };
  }, [svg]);

  const go = useCallback((next: View) => {
    if (zooming.current) zooming.current.go(next);
    else setView(next);
  }, []);

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
    zooming.current?.by(factor);
  };
  const whole = () => {
    views.delete(level);
    touched.current = false;
    go(start);
  };
  return { view, zoomBy, whole };
}

/** What the survey editor lays on the plan: its tool, and what is drawn under and over the house. Other stages do without, and do not fetch it. */
export interface PlanEditor {
  tool: PlanTool;
  under(design: Design): ReactNode;
  over(design: Design, k: number, selected: ReadonlySet<string>): ReactNode;
}

/** `edge`: pixels that tools take up on the left edge of the sheet. */
export function Plan({
  counts = false,
  highlight,
  editor,
  edge = editor ? 40 : 0,
}: {
  counts?: boolean;
  highlight?: string;
  editor?: PlanEditor;
  edge?: number;
}) {
  const edits = editor !== undefined;
  const tool = editor?.tool;
  const saved = useDesign();
  const desk = useDesk();
  const { level, lit, selection, select, readOnly, adding, setAdding, preferences, open, preview } = desk;
  const edit = useEdit();
  const [box, size] = useSize();
  const svg = useRef<SVGSVGElement>(null);
  const { view, zoomBy, whole } = useView(svg, saved, level, size, edits, edge);
  const [drag, setDrag] = useState<Drag>();
  const [said, setSaid] = useState("");
  const pointer = useRef<{ x: number; y: number }>(undefined);
  const pressed = useRef<{ refs: readonly Ref[]; x: number; y: number; moved: boolean }>(undefined);
  const [marquee, setMarquee] = useState<{ x0: number; y0: number; x1: number; y1: number }>();

  // While a point is dragged, its cables and lengths follow on a trial copy; one edit is made when it is let go.
  const { arrange, withArrange } = useArrange();
  const design = useMemo(() => (drag ? dragged(saved, drag, arrange) : saved), [saved, drag, arrange]);
  const refs = selectedRefs(selection);
  const marked = useMemo(
    () => new Set(selectedRefs(selection).map((ref) => `${ref.in}/${ref.id}`)),
    [selection],
  );
  const selected = selection?.in === "points" ? byId(design, "points").get(selection.id) : undefined;
  const atMetres = useCallback(
    (event: { clientX: number; clientY: number }) => {
      const frame = svg.current!.getBoundingClientRect();
      return {
        x: (event.clientX - frame.left - view.x) / view.k,
        y: (event.clientY - frame.top - view.y) / view.k,
      };
    },
    [view],
  );

  const tryEdit = useCallback(
    (make: (now: Design) => ReturnType<typeof movePoint>, done?: () => void) => {
      try {
        edit(make);
        done?.();
      } catch (problem) {
        if (!(problem instanceof InputError)) throw problem;
        setSaid(problem.message);
      }
    },
    [edit],
  );

  const moveBy = useCallback(
    (drag: Drag) => {
      if (alone(drag)) tryEdit((now) => dragChanges(now, drag));
      else withArrange((own) => tryEdit((now) => dragChanges(now, drag, own)));
    },
    [tryEdit, withArrange],
  );

  const addAt = useCallback(
    (kind: string, at: { x: number; y: number }) => {
      const id = newRowId("p");
      setSaid("");
      tryEdit(
        (now) => addPoint(now, id, kind, level, at),
        () => {
          select({ in: "points", id });
          setAdding(undefined);
        },
      );
    },
    [tryEdit, level, select, setAdding],
  );

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (
        isTyping(event) ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        document.querySelector("[role=dialog]")
      )
        return;
      const point = selection?.in === "points" ? byId(saved, "points").get(selection.id) : undefined;
      if ((event.key === "," || event.key === ".") && preferences.letters) {
        const here = pointsInOrder(saved, level);
        const next =
          here[
            (here.findIndex((row) => row.id === point?.id) + (event.key === "." ? 1 : -1) + here.length) %
              here.length
          ];
        if (next) {
          select({ in: "points", id: next.id });
          svg.current?.querySelector<SVGGElement>(`[data-point="${next.id}"]`)?.focus();
        }
        return;
      }
      if (event.key === "n" && preferences.letters && !readOnly) {
        const at = pointer.current ?? {
          x: (size.width / 2 - view.x) / view.k,
          y: (size.height / 2 - view.y) / view.k,
        };
        const kind = adding ?? point?.kind ?? saved.kinds[0]?.id;
        return kind && addAt(kind, at);
      }
      const chosen = selectedRefs(selection);
      if (!chosen.length || readOnly) return;
      const by = event.shiftKey ? 10 * GRID_M : GRID_M;
      const move = (
        { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] } as Record<
          string,
          [number, number]
        >
      )[event.key];
      // Arrows move the point only while the plan has the keys, or nothing has: in a table they move along its rows.
      const free = event.target === document.body || svg.current?.contains(event.target as globalThis.Node);
      if (move && free) {
        event.preventDefault();
        const drag = { refs: chosen, dx: move[0], dy: move[1] };
        moveBy(drag);
      } else if (event.key === "d" && preferences.letters && chosen.length === 1) {
        const id = newRowId("p");
        if (point)
          tryEdit(
            (now) => duplicatePoint(now, point.id, id),
            () => select({ in: "points", id }),
          );
        else if (selection!.in === "rooms") {
          withArrange(({ copyRoom }) => {
            const made = copyRoom(saved, selection!.id, newRowId, { dx: 0.5, dy: 0.5 });
            tryEdit(
              () => made.changes,
              () => select({ in: "rooms", id: made.room }),
            );
          });
        }
      } else if (event.key === "Delete" && (free || preferences.letters)) {
        tryEdit(
          (now) => removeRows(now, chosen),
          () => select(undefined),
        );
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [
    saved,
    selection,
    level,
    select,
    readOnly,
    adding,
    addAt,
    tryEdit,
    moveBy,
    withArrange,
    preferences.letters,
    size,
    view,
    open,
  ]);

  /** Take hold of a thing: alone, with what is selected with it, or, with Shift, added to it. */
  const hold = (ref: Ref, event: PointerEvent) => {
    if (event.button !== 0 || (tool && tool.tool !== "select")) return;
    const at = atMetres(event);
    const known = refs.some((one) => one.in === ref.in && one.id === ref.id);
    const next = event.shiftKey
      ? withRef(selection, ref)
      : known && refs.length > 1
        ? selection
        : { in: ref.in, id: ref.id };
    select(next);
    pressed.current = { refs: selectedRefs(next), x: at.x, y: at.y, moved: false };
    if (!readOnly) svg.current!.setPointerCapture(event.pointerId);
  };
  const onPointPress = (id: string, event: PointerEvent) => hold({ in: "points", id }, event);
  const onMove = (event: PointerEvent) => {
    const at = atMetres(event);
    pointer.current = at;
    tool?.move([at.x, at.y], view.k);
    if (marquee) return setMarquee({ ...marquee, x1: at.x, y1: at.y });
    const held = pressed.current;
    if (!held || readOnly) return;
    const by = { dx: at.x - held.x, dy: at.y - held.y };
    // A press that trembles is not a drag.
    if (!held.moved && Math.hypot(by.dx, by.dy) * view.k < 4) return;
    held.moved = true;
    setDrag({ refs: held.refs, ...by });
  };
  const onRelease = () => {
    const held = pressed.current;
    pressed.current = undefined;
    if (held?.moved && drag) moveBy(drag);
    setDrag(undefined);
    if (!marquee) return;
    const { x0, x1, y0, y1 } = marquee;
    const box = {
      ...{ x0: Math.min(x0, x1), y0: Math.min(y0, y1) },
      ...{ x1: Math.max(x0, x1), y1: Math.max(y0, y1) },
    };
    setMarquee(undefined);
    withArrange(({ inBox }) => {
      const caught = inBox(saved, level, box).filter((ref) => edits || ref.in === "points");
      if (caught.length) select({ ...caught[0]!, ...(caught.length > 1 ? { all: caught } : {}) });
    });
  };
  const onPress = (event: PointerEvent) => {
    const target = event.target as Element;
    const at = atMetres(event);
    if (event.button !== 0) return;
    if (tool?.press([at.x, at.y], view.k)) return;
    if (target.closest("[data-point]")) return;
    if (adding) return addAt(adding, at);
    const thing = target.closest("[data-thing]")?.getAttribute("data-thing")?.split("/");
    if (thing) return hold({ in: thing[0] as Ref["in"], id: thing[1]! }, event);
    if (event.shiftKey && !readOnly) {
      svg.current!.setPointerCapture(event.pointerId);
      setMarquee({ x0: at.x, y0: at.y, x1: at.x, y1: at.y });
    }
  };
  const onPointKey = (id: string, event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    select(event.shiftKey ? withRef(selection, { in: "points", id }) : { in: "points", id });
  };

  const { k } = view;
  const bar = scaleBarM(k);
  const drops = selected ? dropsOfPoint(design, selected) : [];
  const route = (drops.find((drop) => drop.key === highlight) ?? drops.find((drop) => drop.route))?.route;
  return (
    <div
      ref={box}
      onDragOver={(event) => {
        if (!readOnly && event.dataTransfer.types.includes(KIT_DRAG)) event.preventDefault();
      }}
      onDrop={(event) => {
        const kind = event.dataTransfer.getData(KIT_DRAG);
        if (kind && !readOnly) {
          event.preventDefault();
          addAt(kind, atMetres(event));
        }
      }}
      className={`relative min-h-40 flex-1 overflow-hidden bg-ground ${adding || (tool && tool.tool !== "select") ? "cursor-crosshair" : ""}`}
    >
      <svg
        ref={svg}
        width={size.width}
        height={size.height}
        className="absolute inset-0 touch-none select-none"
        role="group"
        aria-label={`Plan of ${byId(design, "levels").get(level)?.name ?? "the level"}`}
        aria-describedby="plan-keys"
        onPointerDown={onPress}
        onPointerMove={onMove}
        onPointerUp={onRelease}
        onPointerCancel={() => {
          pressed.current = undefined;
          setDrag(undefined);
          setMarquee(undefined);
        }}
        onDoubleClick={() => tool?.finish()}
      >
        <Patterns />
        <g transform={`translate(${view.x} ${view.y}) scale(${k})`}>
          <Grid k={k} view={view} size={size} />
          {editor?.under(saved)}
          <PlanStructure design={design} level={level} dim={!lit.has("S")} />
          {lit.has("C") && <PlanCables design={design} level={level} k={k} />}
          <RoomNames design={saved} level={level} k={k} />
          <PlanNodes design={design} level={level} k={k} />
          {editor?.over(design, k, marked)}
          {route && lit.has("C") && (
            <polyline
              points={route.places
                .filter(([at]) => at === level)
                .map(([, x, y]) => `${x},${y}`)
                .join(" ")}
              fill="none"
              className="pointer-events-none stroke-ink"
              strokeWidth={2.4 / k}
              strokeDasharray={`${6 / k} ${3 / k}`}
              data-route
            />
          )}
          {preview && lit.has("C") && (
            <polyline
              points={preview
                .filter(([at]) => at === level)
                .map(([, x, y]) => `${x},${y}`)
                .join(" ")}
              fill="none"
              className="pointer-events-none stroke-power"
              strokeWidth={3 / k}
              strokeDasharray={`${2 / k} ${3 / k}`}
              data-preview
            />
          )}
          {counts && lit.has("C") && <PlanCounts design={design} level={level} k={k} />}
          <PlanPoints
            design={design}
            level={level}
            k={k}
            selected={selected?.id}
            onPress={onPointPress}
            onKey={onPointKey}
          />
          {tool?.ghost(k)}
          {marquee && (
            <rect
              x={Math.min(marquee.x0, marquee.x1)}
              y={Math.min(marquee.y0, marquee.y1)}
              width={Math.abs(marquee.x1 - marquee.x0)}
              height={Math.abs(marquee.y1 - marquee.y0)}
              className="fill-accent/10 stroke-accent"
              strokeWidth={1 / k}
              strokeDasharray={`${4 / k} ${3 / k}`}
            />
          )}
        </g>
        {selected?.level === level && drops[0]?.lengthM !== undefined && (
          <g
            transform={`translate(${view.x + selected.x * k} ${view.y + selected.y * k - 26})`}
            className="pointer-events-none"
            data-length-badge
          >
            <rect x={-38} y={-10} width={76} height={19} rx={2} className="fill-ink" />
            <text textAnchor="middle" dy="4" className="fill-raised font-mono text-small">
              {formatLength(drops[0].lengthM, preferences.units)}
            </text>
          </g>
        )}
        <g transform={`translate(16 ${size.height - 18})`} className="pointer-events-none">
          <path d={`M0 -5V0H${bar * k}V-5`} fill="none" className="stroke-ink" strokeWidth="1.2" />
          <text
            x={bar * k + 6}
            className="fill-ink stroke-ground font-mono text-tiny"
            strokeWidth={3}
            paintOrder="stroke"
            strokeLinejoin="round"
          >
            {preferences.units === "metric" ? `${bar} m` : formatLength(bar, "imperial")}
          </text>
        </g>
        <g
          transform={`translate(${size.width - 28} 28) rotate(${saved.design.northDeg})`}
          className="pointer-events-none"
          role="img"
          aria-label={`True north is ${saved.design.northDeg}° clockwise from up`}
        >
          <path d="M0 -13 5.5 9 0 5 -5.5 9Z" className="fill-ink" />
        </g>
      </svg>
      <div className="absolute right-2 bottom-2 flex flex-col gap-1" data-chrome>
        <button
          type="button"
          className="button w-7 justify-center px-0"
          onClick={() => zoomBy(1.4)}
          aria-label="Zoom in"
        >
          +
        </button>
        <button
          type="button"
          className="button w-7 justify-center px-0"
          onClick={() => zoomBy(1 / 1.4)}
          aria-label="Zoom out"
        >
          −
        </button>
        <button
          type="button"
          className="button w-7 justify-center px-0 text-tiny"
          onClick={whole}
          aria-label="Show the whole level"
        >
          all
        </button>
      </div>
      {tool?.panel}
      {tool?.said && (
        <p
          role="alert"
          className="absolute bottom-10 left-1/2 -translate-x-1/2 border border-stop bg-raised px-3 py-1 text-small text-stop"
        >
          {tool.said}
        </p>
      )}
      {said && (
        <p
          role="alert"
          className="absolute top-2 left-1/2 -translate-x-1/2 border border-stop bg-raised px-3 py-1 text-small text-stop"
        >
          {said}{" "}
          <button type="button" className="ml-2 underline" onClick={() => setSaid("")}>
            Close
          </button>
        </p>
      )}
      {adding && !said && (
        <p
          role="status"
          className="absolute top-2 left-1/2 -translate-x-1/2 bg-ink px-3 py-1 text-small text-raised"
        >
          Press on the plan to place: {byId(design, "kinds").get(adding)?.name}
        </p>
      )}
      <p id="plan-keys" className="sr-only">
        Comma and full stop go from point to point, arrows move the selected one, D duplicates it, Delete
        removes it, N adds one.
      </p>
    </div>
  );
}

/** Fine lines every metre, or every ten where a metre is too small to see. */
function Grid({ k, view, size }: { k: number; view: View; size: { width: number; height: number } }) {
  const step = k < 9 ? 10 : k < 22 ? 5 : 1;
  const x0 = Math.floor(-view.x / k / step) * step;
  const y0 = Math.floor(-view.y / k / step) * step;
  let path = "";
  for (let x = x0; x * k + view.x < size.width; x += step)
    path += `M${x} ${y0}V${y0 + size.height / k + step}`;
  for (let y = y0; y * k + view.y < size.height; y += step)
    path += `M${x0} ${y}H${x0 + size.width / k + step}`;
  return <path d={path} className="stroke-rule/50" strokeWidth={0.6 / k} fill="none" />;
}
