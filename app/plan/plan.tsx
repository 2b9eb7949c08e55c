/**
 * The plan: the same in every stage, at the same zoom and level. SVG, so that everything on it has a name
 * and can be reached by keys.
 */
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ComponentType,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type ReactNode,
} from "react";
import { contains } from "#core/geometry/polygon";
import { byId, type Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { formatLength, type Units } from "#core/design/units";
import { levelOf, type Ref } from "#core/design/where";
import { addPoint, duplicatePoint, GRID_M, type movePoint } from "#core/stages/house";
import { dropsOfPoint } from "#core/stages/runs";
import { pointsInOrder } from "#core/points/labels";
import { newRowId, selectedRefs, useDesign, useDesk, useEdit, withRef } from "../desk/desk";
import { say } from "../desk/say";
import { wallsInOrder } from "#core/stages/house/wall-names";
import { fetchedPart } from "../kit/fetched";
import { usePrinting } from "../kit/printing";
import { isTyping } from "../kit/typing";
import { PlanCables, PlanCounts, PlanNodes } from "./cables";
import { alone, dragChanges, dragged, pointsOnly, useArrange, type Drag } from "./dragging";
import { extentOf, fit, KIT_DRAG } from "./frame";
import { Lifted, WayLine, wayOf, type Lift } from "./lifted";
import { Grid, ScaleAndNorth, ZoomButtons } from "./marks";
import { glyphSize, PlanPoints } from "./points";
import type { BusLinesProps } from "./bus-lines";
import type { RadioLinesProps } from "./radio-lines";
import type { NamesProps } from "./names";
import { Patterns, PlanStructure } from "./structure";
import type { PlanTool } from "./tool";
import { useRested, useSettled } from "./settled";
import { useSize, useView } from "./view";

/**
 * What the survey editor lays on the plan: its tool, and what is drawn under and over the house. Other
 * stages do without, and do not fetch it.
 */
export interface PlanEditor {
  tool: PlanTool;
  /** Switches and lamps are drawn. */
  links: boolean;
  under(design: Design): ReactNode;
  over(design: Design, k: number, selected: ReadonlySet<string>): ReactNode;
}

/** What a stage lays on the house, under and over its points, and how it hears what the hand is at. */
export interface PlanLayers {
  under?(k: number): ReactNode;
  over?(k: number): ReactNode;
  /** Where the pointer is, m; nothing once it has left. */
  pointed?(at?: { x: number; y: number }): void;
  /** A press on the ground, m; true where the stage made something of it. */
  pressed?(at: { x: number; y: number }): boolean;
  /** What is dragged, while it is. */
  dragged?(drag?: Drag): void;
}

/** What the editor draws beside points, as keys go through it. */
const thingsInOrder = (design: Design, level: string): Ref[] => [
  ...wallsInOrder(design, level).map(({ id }): Ref => ({ in: "walls", id })),
  ...(
    ["openings", "trunks", "risers", "closets", "mainsRuns", "noGo", "fixtures", "switches", "lamps"] as const
  ).flatMap((collection) =>
    (design[collection] as { id: string }[])
      .map(({ id }): Ref => ({ in: collection, id }))
      .filter((ref) => levelOf(design, ref) === level),
  ),
];

/** Where what was moved is now; how far, where it was more than one thing. */
function movedText(design: Design, { refs, dx, dy }: Drag, units: Units): string {
  const [first] = refs;
  const row = first && (byId(design, first.in) as ReadonlyMap<string, object>).get(first.id);
  if (refs.length === 1 && row && "x" in row && "y" in row) {
    const { name = "It", x, y } = row as { name?: string; x: number; y: number };
    return `${name}: ${formatLength(x, units)} across, ${formatLength(y, units)} down`;
  }
  return `Moved ${formatLength(dx, units)} across, ${formatLength(dy, units)} down`;
}

const busLines = fetchedPart<ComponentType<BusLinesProps>>(() => import("./bus-lines"));
const radioLines = fetchedPart<ComponentType<RadioLinesProps>>(() => import("./radio-lines"));
const planNames = fetchedPart<ComponentType<NamesProps>>(() => import("./names"));

/** What a plan is drawn into for paper, px: its letters are then of the size of those beside it. */
const ON_PAPER = { width: 1040, height: 620 };

/** `edge`: pixels that tools take up on the left edge of the sheet. */
export function Plan({
  counts = false,
  highlight,
  editor,
  edge = 0,
  segment,
  layers,
}: {
  counts?: boolean;
  highlight?: string;
  editor?: PlanEditor;
  edge?: number;
  /** Bus segment whose stops are numbered. */
  segment?: string;
  layers?: PlanLayers;
}) {
  const edits = editor !== undefined;
  const tool = editor?.tool;
  const links = editor?.links ?? false;
  const saved = useDesign();
  const desk = useDesk();
  const PlanNames = planNames.use();
  const BusLines = busLines.use();
  const RadioLines = radioLines.use();
  const { store, level, lit, selection, select, readOnly, adding, setAdding, preferences, open, preview } =
    desk;
  const edit = useEdit();
  const [box, onDesk] = useSize();
  const svg = useRef<SVGSVGElement>(null);
  const { view: own, zoomBy, whole } = useView(svg, saved, level, onDesk, edits, edge);
  // On paper the whole level is fitted to the sheet, whatever part of it is seen on the desk.
  const printing = usePrinting();
  const size = printing ? ON_PAPER : onDesk;
  const view = useMemo(
    () => (printing ? fit(extentOf(saved, level), ON_PAPER.width, ON_PAPER.height) : own),
    [printing, saved, level, own],
  );
  const [drag, setDrag] = useState<Drag>();
  const lift = useRef<Lift>(null);
  const [lifting, setLifting] = useState(false);
  const [said, setSaid] = useState("");
  const taken = tool?.tool ?? "select";
  // A tool that was taken draws on the plan: keys go there.
  useEffect(() => {
    if (taken !== "select") svg.current?.focus({ preventScroll: true });
  }, [taken]);
  const pointer = useRef<{ x: number; y: number }>(undefined);
  const pressed = useRef<{ refs: readonly Ref[]; x: number; y: number; drag?: Drag }>(undefined);
  const [marquee, setMarquee] = useState<{ x0: number; y0: number; x1: number; y1: number }>();

  // Points that are dragged follow the hand on a layer of their own; with anything else the whole plan
  // does, on a trial copy. One edit is made when they are let go.
  const { arrange, withArrange } = useArrange();
  const trial = useMemo(() => (drag ? dragged(saved, drag, arrange) : undefined), [saved, drag, arrange]);
  // What is held or selected is drawn at once, the plan beneath a moment later.
  const settled = useSettled(saved);
  const design = trial ?? settled;
  const refs = selectedRefs(selection);
  /** Where empty ground was pressed, px: a click belongs to it, not to what was dragged. */
  const ground = useRef<{ x: number; y: number }>(undefined);
  const marked = useMemo(
    () => new Set(selectedRefs(selection).map((ref) => `${ref.in}/${ref.id}`)),
    [selection],
  );
  const selected = selection?.in === "points" ? selection.id : undefined;
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
      const done = () => say(movedText(store.get().design, drag, preferences.units));
      if (alone(drag)) tryEdit((now) => dragChanges(now, drag), done);
      else withArrange((own) => tryEdit((now) => dragChanges(now, drag, own), done));
    },
    [tryEdit, withArrange, store, preferences.units],
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
      if (edits && (event.key === "<" || event.key === ">") && preferences.letters) {
        const things = thingsInOrder(saved, level);
        const at = things.findIndex((ref) => ref.in === selection?.in && ref.id === selection.id);
        const next = things[(at + (event.key === ">" ? 1 : at < 0 ? 0 : -1) + things.length) % things.length];
        if (next) {
          select(next);
          svg.current?.querySelector<SVGElement>(`[data-thing="${next.in}/${next.id}"]`)?.focus();
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
      // Arrows move the point only while the plan has the keys, or nothing has: in a table they move along
      // its rows.
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
        withArrange(({ removeRows }) =>
          tryEdit(
            (now) => removeRows(now, chosen),
            () => select(undefined),
          ),
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
    edits,
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
    pressed.current = { refs: selectedRefs(next), x: at.x, y: at.y };
    if (!readOnly) svg.current!.setPointerCapture(event.pointerId);
  };
  const show = (next?: Drag) => {
    const points = next !== undefined && pointsOnly(next);
    setLifting(points);
    if (!next || points) lift.current?.(next);
    if (!points) setDrag(next);
    layers?.dragged?.(next);
  };
  const onPointPress = (id: string, event: PointerEvent) => hold({ in: "points", id }, event);
  const onMove = (event: PointerEvent) => {
    const at = atMetres(event);
    pointer.current = at;
    layers?.pointed?.(at);
    tool?.move([at.x, at.y], view.k);
    if (marquee) return setMarquee({ ...marquee, x1: at.x, y1: at.y });
    const held = pressed.current;
    if (!held || readOnly) return;
    const by = { dx: at.x - held.x, dy: at.y - held.y };
    // A press that trembles is not a drag.
    if (!held.drag && Math.hypot(by.dx, by.dy) * view.k < 4) return;
    held.drag = { refs: held.refs, ...by };
    show(held.drag);
  };
  const onRelease = () => {
    const held = pressed.current;
    pressed.current = undefined;
    if (held?.drag) moveBy(held.drag);
    show();
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
    ground.current = undefined;
    if (event.button !== 0) return;
    if (tool?.press([at.x, at.y], view.k) || target.closest("[data-corner]")) return;
    if (target.closest("[data-point]")) return;
    if (adding) return addAt(adding, at);
    const thing = target.closest("[data-thing]")?.getAttribute("data-thing")?.split("/");
    if (thing) return hold({ in: thing[0] as Ref["in"], id: thing[1]! }, event);
    if (event.shiftKey && !readOnly) {
      svg.current!.setPointerCapture(event.pointerId);
      setMarquee({ x0: at.x, y0: at.y, x1: at.x, y1: at.y });
    } else if (!event.shiftKey) ground.current = { x: event.clientX, y: event.clientY };
  };
  // A press that was no drag: the room it is in, or nothing where there is none.
  const onClick = (event: MouseEvent) => {
    const from = ground.current;
    ground.current = undefined;
    if (!from || Math.hypot(event.clientX - from.x, event.clientY - from.y) > 4) return;
    const { x, y } = atMetres(event);
    if (layers?.pressed?.({ x, y })) return;
    const room = saved.rooms.find((row) => row.level === level && contains(row.outline, [x, y]));
    select(room && { in: "rooms", id: room.id });
  };
  const onPointKey = (id: string, event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    select(event.shiftKey ? withRef(selection, { in: "points", id }) : { in: "points", id });
  };

  const { k } = view;
  const atRest = useRested(view);
  const rested = printing ? view : atRest;
  const names = useMemo(() => {
    const { k, x, y } = rested;
    return {
      ...{ k, glyphPx: glyphSize(k), units: preferences.units, walls: edits, links },
      ...{
        x0: ((printing ? 0 : edge) - x) / k,
        y0: -y / k,
        x1: (size.width - x) / k,
        y1: (size.height - y) / k,
      },
      ...{ cables: lit.has("C"), watts: lit.has("P"), counts: counts && lit.has("C") },
    };
  }, [rested, size, edge, printing, preferences.units, edits, links, counts, lit]);
  const chosen = selected === undefined ? undefined : byId(design, "points").get(selected);
  const way = chosen && wayOf(dropsOfPoint(design, chosen), highlight);
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
        viewBox={printing ? `0 0 ${size.width} ${size.height}` : undefined}
        className="absolute inset-0 touch-none select-none"
        data-drawing
        role="group"
        tabIndex={-1}
        aria-label={`Plan of ${byId(design, "levels").get(level)?.name ?? "the level"}`}
        aria-describedby="plan-keys"
        onPointerDown={onPress}
        onPointerMove={onMove}
        onPointerUp={onRelease}
        onPointerLeave={() => layers?.pointed?.()}
        onPointerCancel={() => {
          pressed.current = undefined;
          show();
          setMarquee(undefined);
        }}
        onClick={onClick}
        onDoubleClick={() => tool?.finish()}
      >
        <Patterns />
        <g transform={`translate(${view.x} ${view.y}) scale(${k})`}>
          <Grid k={k} view={view} size={size} />
          {editor?.under(saved)}
          <PlanStructure design={design} level={level} dim={!lit.has("S")} units={preferences.units} />
          {layers?.under?.(k)}
          {lit.has("C") && <PlanCables design={design} level={level} k={k} />}
          {refs.map(({ in: collection, id }) => {
            const room = collection === "rooms" ? byId(design, "rooms").get(id) : undefined;
            return (
              room?.level === level && (
                <polygon
                  key={id}
                  points={room.outline.map((xy) => xy.join(",")).join(" ")}
                  className="pointer-events-none fill-accent/10 stroke-accent"
                  strokeWidth={1.6 / k}
                  data-picked-room={id}
                />
              )
            );
          })}
          <PlanNodes design={design} level={level} k={k} />
          {editor?.over(design, k, marked)}
          {way && !lifting && lit.has("C") && <WayLine places={way} k={k} />}
          {preview && lit.has("C") && <WayLine places={preview} k={k} looked />}
          {counts && lit.has("C") && <PlanCounts design={design} level={level} k={k} />}
          <PlanPoints
            design={design}
            level={level}
            k={k}
            selected={lifting ? undefined : selected}
            onPress={onPointPress}
            onKey={onPointKey}
          />
          {PlanNames && <PlanNames design={settled} level={level} shown={names} />}
          {BusLines && lit.has("B") && <BusLines design={design} level={level} k={k} segment={segment} />}
          {layers?.over
            ? layers.over(k)
            : RadioLines && lit.has("R") && <RadioLines design={design} level={level} k={k} />}
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
        <ScaleAndNorth k={k} size={size} northDeg={saved.design.northDeg} />
      </svg>
      {!printing && (
        <Lifted
          ref={lift}
          saved={trial ?? saved}
          settled={design}
          view={view}
          size={size}
          highlight={highlight}
          arrange={arrange}
        />
      )}
      {!PlanNames && <span hidden data-waiting />}
      <ZoomButtons zoomBy={zoomBy} whole={whole} />
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
        {edits &&
          " Less-than and greater-than go from wall to wall and through all else that is drawn. With a tool, arrows move the cross, Space puts down a corner, Enter ends a line."}
      </p>
      <p id="corner-keys" className="sr-only">
        Arrows move this corner, Insert adds one after it, Delete takes it out.
      </p>
    </div>
  );
}
