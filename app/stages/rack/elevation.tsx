/** A rack to scale, front or rear: items dragged with snapping, moved by arrows, watts at the edge. */
import { useRef, useState } from "react";
import { linear } from "../../kit/linear";
import { InputError } from "#core/design/input-error";
import { removeRows } from "#core/design/remove";
import { moveItem, nearestPlace } from "#core/stages/rack/place";
import { portsOf } from "#core/stages/rack/ports";
import type { Rack } from "#core/stages/rack/racks";
import type { ItemKind, RackItemRow } from "#core/design/rows/rack";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { say } from "../../desk/say";

/** 1 U = 44.45 mm and a rack is 482.6 mm wide: so many pixels each, to one scale. */
const WIDTH = 300;
const LEFT = 34;
const BARS = 42;

const FILL: Readonly<Record<ItemKind, string>> = {
  panel: "fill-cable",
  switch: "fill-cable",
  hub: "fill-control",
  amplifier: "fill-power",
  recorder: "fill-power",
  shelf: "fill-radio",
  battery: "fill-power",
  strip: "fill-structure",
  brush: "fill-structure",
  other: "fill-structure",
};

export function Elevation({ rack, side }: { rack: Rack; side: "front" | "rear" }) {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ id: string; u: number }>();
  const { units } = rack.row;
  const unit = Math.max(15, Math.min(24, 560 / units));
  const height = units * unit;
  const y = (u: number, heightU: number) => (units - (u - 1) - heightU) * unit;
  const placed = rack.items.filter((item) => item.u !== undefined);
  const loose = rack.items.filter((item) => item.u === undefined);
  const most = Math.max(1, ...rack.items.map((item) => item.watts));
  const bar = linear([0, most], [0, BARS - 10]);
  const used = new Set(design.patches.flatMap((row) => [row.panelPort, row.switchPort]));
  const move = (item: RackItemRow, u: number) => {
    if (readOnly) return;
    try {
      const changes = moveItem(design, item.id, u);
      if (!changes.length) return;
      edit(() => changes);
      say(`${item.name}: now at unit ${(changes[0] as { put: RackItemRow }).put.u}`);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      say(problem.message);
    }
  };
  /** Lowest unit of an item held at a place of the drawing. */
  const unitAt = (clientY: number, item: RackItemRow, held: number) => {
    const frame = svg.current!.getBoundingClientRect();
    return Math.round(units - (clientY - frame.top - 8 - held) / unit - item.heightU) + 1;
  };
  const words = (item: RackItemRow) => {
    const ports = portsOf(item);
    if (ports.length) return `${ports.filter((port) => used.has(port.name)).length} of ${ports.length} ports`;
    if (item.batteryWh) return `${item.kg} kg`;
    return item.watts ? `${item.watts} W` : item.outlets ? `${item.outlets} outlets` : "";
  };
  return (
    <div className="p-4">
      <svg
        ref={svg}
        width={LEFT + WIDTH + BARS}
        height={height + 16}
        role="group"
        data-drawing
        aria-label={`${rack.row.name}, ${side}, ${units} units`}
      >
        <g transform="translate(0 8)">
          {Array.from({ length: units }, (_, i) => (
            <g key={i}>
              <text
                x={LEFT - 8}
                y={(units - 1 - i) * unit + unit / 2 + 4}
                textAnchor="end"
                className="fill-soft font-mono text-tiny"
              >
                {i + 1}
              </text>
              <rect
                x={LEFT + 8}
                y={(units - 1 - i) * unit}
                width={WIDTH - 16}
                height={unit}
                className="fill-ground stroke-rule/60"
                strokeWidth={0.6}
              />
            </g>
          ))}
          <rect
            x={LEFT}
            y={0}
            width={WIDTH}
            height={height}
            fill="none"
            className="stroke-ink"
            strokeWidth={2}
          />
          {placed.map((item) => {
            const u = drag?.id === item.id ? drag.u : item.u!;
            const own = item.side === side;
            const top = y(u, item.heightU);
            const chosen = selection?.in === "rackItems" && selection.id === item.id;
            return (
              <g
                key={item.id}
                transform={`translate(${LEFT + 8} ${top})`}
                tabIndex={0}
                role="button"
                aria-pressed={chosen}
                aria-label={`${item.name}, unit ${item.u}${own ? "" : `, ${item.side}`}, ${words(item)}`}
                className={readOnly ? "cursor-pointer" : "cursor-grab"}
                opacity={own ? 1 : 0.45}
                data-item={item.id}
                onClick={() => select({ in: "rackItems", id: item.id })}
                onPointerDown={(event) => {
                  if (readOnly || event.button !== 0) return;
                  const held = event.clientY - event.currentTarget.getBoundingClientRect().top;
                  const target = event.currentTarget;
                  target.setPointerCapture(event.pointerId);
                  const others = placed.filter((one) => one.id !== item.id);
                  target.onpointermove = (moved) => {
                    const at = nearestPlace(rack.row, others, item, unitAt(moved.clientY, item, held));
                    if (at !== undefined) setDrag({ id: item.id, u: at });
                  };
                  target.onpointerup = (up) => {
                    target.onpointermove = target.onpointerup = null;
                    setDrag(undefined);
                    const at = unitAt(up.clientY, item, held);
                    if (at !== item.u) move(item, at);
                  };
                }}
                onKeyDown={(event) => {
                  if (event.key === "ArrowUp" || event.key === "ArrowDown") {
                    event.preventDefault();
                    event.stopPropagation();
                    move(item, nextFree(rack, item, event.key === "ArrowUp" ? 1 : -1) ?? item.u!);
                  }
                  if (event.key === "Enter" || event.key === " ") {
                    event.preventDefault();
                    select({ in: "rackItems", id: item.id });
                  }
                  if (event.key === "Delete" && !readOnly)
                    edit((d) => removeRows(d, [{ in: "rackItems", id: item.id }]));
                }}
              >
                <title>{`${item.name}, ${words(item)}`}</title>
                <rect
                  width={WIDTH - 16}
                  height={item.heightU * unit}
                  className={`fill-raised ${chosen ? "stroke-accent" : "stroke-ink"}`}
                  strokeWidth={chosen ? 2.2 : 1}
                />
                <rect width={6} height={item.heightU * unit} className={FILL[item.kind]} />
                <text x={14} y={(item.heightU * unit) / 2 + 4} className="fill-ink text-small">
                  {item.name.length > 30 ? `${item.name.slice(0, 29)}…` : item.name}
                </text>
                <text
                  x={WIDTH - 24}
                  y={(item.heightU * unit) / 2 + 4}
                  textAnchor="end"
                  className="fill-soft font-mono text-tiny"
                >
                  {words(item)}
                </text>
                {item.watts > 0 && (
                  <rect
                    x={WIDTH - 10}
                    y={(item.heightU * unit) / 2 - 5}
                    width={bar(item.watts)}
                    height={10}
                    className="fill-power"
                  >
                    <title>{`${item.watts} W`}</title>
                  </rect>
                )}
              </g>
            );
          })}
        </g>
      </svg>
      <p className="mt-2 max-w-96 text-small text-soft">
        Bars at the right: watts. Drag an item, or move it with the arrows; it goes where it is free.
      </p>
      {loose.length > 0 && (
        <p className="mt-2 text-small">
          Without a place:{" "}
          {loose.map((item) => (
            <button
              key={item.id}
              type="button"
              className="mr-2 hover:underline"
              onClick={() => select({ in: "rackItems", id: item.id })}
            >
              {item.name}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

/** The next free place above or below an item. */
function nextFree(rack: Rack, item: RackItemRow, step: 1 | -1): number | undefined {
  const others = rack.items.filter((one) => one.id !== item.id && one.u !== undefined);
  for (let u = item.u! + step; u >= 1 && u <= rack.row.units; u += step)
    if (nearestPlace(rack.row, others, item, u) === u) return u;
  return undefined;
}
