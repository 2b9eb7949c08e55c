/** Which part of the level the plan shows: the size of its sheet, zoom and pan. */
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from "react";
import type { Design } from "#core/design/collections";
import { useDesk, type View } from "../desk/desk";
import { patiently } from "../kit/lazily";
import { whenAtRest } from "../kit/rest";
import type { Zooming } from "./zooming";
import { extentOf, fit, SCALES } from "./frame";

/** Size of the element in pixels, followed. */
export function useSize(): [RefObject<HTMLDivElement | null>, { width: number; height: number }] {
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
export function useView(
  svg: RefObject<SVGSVGElement | null>,
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
      !(event.target as Element).closest("[data-point], [data-thing], [data-corner]") &&
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
    if (zooming.current) return zooming.current.by(factor);
    // Pressed before it was fetched: about the middle of the sheet, as it would do.
    const { k, x, y } = latest.current;
    const next = Math.min(SCALES[1], Math.max(SCALES[0], k * factor));
    const [cx, cy] = [size.width / 2, size.height / 2];
    setView({ k: next, x: cx - ((cx - x) * next) / k, y: cy - ((cy - y) * next) / k });
  };
  const whole = () => {
    views.delete(level);
    touched.current = false;
    go(start);
  };
  return { view, zoomBy, whole };
}
