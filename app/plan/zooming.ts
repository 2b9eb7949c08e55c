/**
 * Zoom and pan of the plan by d3-zoom. Fetched when the page has come to rest: the plan is drawn without
 * it.
 */
import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent } from "d3-zoom";
import type { View } from "../desk/desk";
import { SCALES } from "./frame";

export interface Zooming {
  go(view: View): void;
  by(factor: number): void;
  detach(): void;
}

/**
 * @param allows whether a press may take hold of the sheet; the wheel always zooms
 * @param moved told the new view, and whether a hand brought it about
 */
export function attachZoom(
  svg: SVGSVGElement,
  view: View,
  allows: (event: Event) => boolean,
  moved: (view: View, byHand: boolean) => void,
): Zooming {
  const sheet = select(svg);
  const behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent(SCALES)
    .filter((event: Event) => event.type === "wheel" || (event.type !== "dblclick" && allows(event)))
    .on("zoom", (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
      const { x, y, k } = event.transform;
      moved({ x, y, k }, Boolean(event.sourceEvent));
    });
  sheet.call(behaviour);
  const go = (next: View) =>
    sheet.call(behaviour.transform, zoomIdentity.translate(next.x, next.y).scale(next.k));
  go(view);
  return {
    go,
    by: (factor) => sheet.call(behaviour.scaleBy, factor),
    detach: () => void sheet.on(".zoom", null),
  };
}
