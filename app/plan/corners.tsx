/** Corners of the selected way, run or area, as handles: dragged, moved by arrows, added and taken out. */
import { useState, type KeyboardEvent, type PointerEvent } from "react";
import { byId, SINGULAR, type Design } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { InputError } from "#core/design/input-error";
import { formatLength } from "#core/design/units";
import {
  addCorner,
  cornersOfRow,
  dropCorner,
  isArea,
  moveCorner,
  type Cornered,
} from "#core/stages/house/corners";
import { GRID_M, snap } from "#core/stages/house";
import { useDesk, useEdit } from "../desk/desk";
import { say } from "../desk/say";

/** The place of an event on the drawing, m. */
function metresAt(event: PointerEvent<SVGElement>): { x: number; y: number } {
  const drawing = event.currentTarget.parentNode as SVGGElement;
  const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.getScreenCTM()!.inverse());
  return { x: place.x, y: place.y };
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface Props {
  design: Design;
  collection: Cornered;
  id: string;
  k: number;
}

export function CornerHandles({ design, collection, id, k }: Props) {
  const { level, readOnly, preferences } = useDesk();
  const edit = useEdit();
  const [held, hold] = useState<{ at: number; x: number; y: number }>();
  const row = byId(design, collection).get(id) as { level: string; name: string } | undefined;
  if (!row || row.level !== level || readOnly) return null;
  const corners = cornersOfRow(design, collection, id);
  const shown = corners.map((corner, i): readonly [number, number] =>
    held?.at === i ? [snap(held.x), snap(held.y)] : corner,
  );
  const where = (x: number, y: number) =>
    `${formatLength(x, preferences.units)} across, ${formatLength(y, preferences.units)} down`;
  const attempt = (make: (now: Design) => Change[], done: string) => {
    try {
      edit(make);
      say(done);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      say(problem.message);
    }
  };
  const move = (at: number, to: { x: number; y: number }) =>
    attempt(
      (now) => moveCorner(now, collection, id, at, to),
      `Corner ${at + 1} at ${where(snap(to.x), snap(to.y))}`,
    );
  const onKey = (at: number, event: KeyboardEvent) => {
    const way = ARROWS[event.key];
    const [x, y] = corners[at]!;
    if (way) {
      const by = event.shiftKey ? 10 * GRID_M : GRID_M;
      move(at, { x: x + way[0] * by, y: y + way[1] * by });
    } else if (event.key === "Insert" || event.key === "+")
      attempt((now) => addCorner(now, collection, id, at), `A corner after corner ${at + 1}`);
    else if (event.key === "Delete")
      attempt((now) => dropCorner(now, collection, id, at), `Corner ${at + 1} is taken out`);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const drag = (at: number) => ({
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      if (held?.at === at) hold({ at, ...metresAt(event) });
    },
    onPointerUp: () => {
      if (held?.at === at) move(at, held);
      hold(undefined);
    },
    onPointerCancel: () => hold(undefined),
  });
  const outline = isArea(collection) ? [...shown, shown[0]!] : shown;
  const what = `${SINGULAR[collection]} ${row.name}`;
  return (
    <g data-corners={`${collection}/${id}`}>
      {held && (
        <polyline
          points={outline.map((xy) => xy.join(",")).join(" ")}
          fill="none"
          className="pointer-events-none stroke-accent"
          strokeWidth={2 / k}
          strokeDasharray={`${5 / k} ${3 / k}`}
        />
      )}
      {!held &&
        outline.slice(1).map((to, i) => {
          const from = outline[i]!;
          if (Math.hypot(to[0] - from[0], to[1] - from[1]) * k < 40) return null;
          return (
            <circle
              key={`between ${i}`}
              data-corner
              cx={(from[0] + to[0]) / 2}
              cy={(from[1] + to[1]) / 2}
              r={4 / k}
              className="cursor-copy fill-raised stroke-accent/60"
              strokeWidth={1.2 / k}
              onPointerDown={(event) => {
                event.stopPropagation();
                attempt((now) => addCorner(now, collection, id, i), `A corner after corner ${i + 1}`);
              }}
            >
              <title>Add a corner here</title>
            </circle>
          );
        })}
      {shown.map(([x, y], i) => (
        <rect
          key={i}
          data-corner={i}
          role="button"
          tabIndex={0}
          aria-label={`Corner ${i + 1} of ${corners.length} of ${what}, ${where(x, y)}`}
          aria-describedby="corner-keys"
          x={x - 5 / k}
          y={y - 5 / k}
          width={10 / k}
          height={10 / k}
          className="cursor-move fill-raised stroke-accent outline-none focus-visible:fill-accent"
          strokeWidth={1.8 / k}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            hold({ at: i, ...metresAt(event) });
          }}
          {...drag(i)}
          onKeyDown={(event) => onKey(i, event)}
        />
      ))}
    </g>
  );
}
