/** Dragging rows across the plan: what it would do to the design, tried on a copy until they are let go. */
import { useCallback, useEffect, useState } from "react";
import { applyChanges, type Change } from "#core/design/edit";
import { type Design, rowOf } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { type Ref } from "#core/design/where";
import { movePoint, snap } from "#core/stages/house";
import { patiently } from "../kit/lazily";
import { whenAtRest } from "../kit/rest";

/** What is held, and by how many metres it has been moved. */
export interface Drag {
  refs: readonly Ref[];
  dx: number;
  dy: number;
}

/** The design with what is dragged at its new place; the same design where that cannot be. */
export function dragged(design: Design, drag: Drag, arrange?: Arrange): Design {
  if (!arrange && !alone(drag)) return design;
  try {
    return applyChanges(design, dragChanges(design, drag, arrange));
  } catch (problem) {
    if (problem instanceof InputError) return design;
    throw problem;
  }
}

/**
 * What arranges several rows at once: not needed to look at a plan, so it comes when the page has come to
 * rest.
 */
export type Arrange = typeof import("#core/stages/house/arrange");
const fetchArrange = () => patiently(() => import("#core/stages/house/arrange"));

export function useArrange(): { arrange?: Arrange; withArrange(use: (arrange: Arrange) => void): void } {
  const [arrange, setArrange] = useState<Arrange>();
  useEffect(() => whenAtRest(() => void fetchArrange().then((own) => setArrange(own))), []);
  const withArrange = useCallback(
    (use: (own: Arrange) => void) => void (arrange ? use(arrange) : void fetchArrange().then(use)),
    [arrange],
  );
  return { arrange, withArrange };
}

/** The one point that is dragged, where it is one. */
export const alone = ({ refs }: Drag) =>
  refs.length === 1 && refs[0]!.in === "points" ? refs[0]! : undefined;

/** One point is moved without the arranging of many, which may still be on its way. */
export function dragChanges(design: Design, drag: Drag, arrange?: Arrange): Change[] {
  const { refs, dx, dy } = drag;
  const only = alone(drag);
  if (!only) return arrange!.moveRows(design, refs, { dx: snap(dx), dy: snap(dy) });
  const point = rowOf(design, "points", only.id);
  return movePoint(design, point.id, { x: point.x + dx, y: point.y + dy });
}

/** Only points are held: nothing but their glyphs and cables follows the hand. */
export const pointsOnly = ({ refs }: Drag) => refs.every((ref) => ref.in === "points");
