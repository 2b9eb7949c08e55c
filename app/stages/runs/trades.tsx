/**
 * Walls and ceilings: what stands too near to what, symmetric pairs, and the mounting sheet with each wall
 * drawn.
 */
import { useState } from "react";
import { rowOf } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { sideName } from "#core/stages/house/wall-names";
import { mountingsOf } from "#core/stages/runs/mounting";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { useWorded } from "../../desk/worded";
import { Caution } from "../../inspect/parts";
import { WallDrawing } from "./wall-drawing";
import { askPrint } from "../../kit/printing";
import { NamedChoice } from "../../kit/choice";

export default function Trades() {
  const design = useDesign();
  const { select, selection, preferences, url } = useDesk();
  const worded = useWorded();
  const rows = mountingsOf(design);
  const rooms = [
    ...new Map(rows.map((row) => [row.point.room, rowOf(design, "rooms", row.point.room)])).values(),
  ];
  const boxesIn = (id: string) => rows.filter((row) => row.point.room === id).length;
  const fullest = [...rooms].sort((a, b) => boxesIn(b.id) - boxesIn(a.id))[0];
  const [chosen, setChosen] = useState<string>();
  const selectedRow =
    selection?.in === "points" ? rows.find((row) => row.point.id === selection.id) : undefined;
  const room =
    selectedRow?.point.room ?? (chosen && rooms.some((row) => row.id === chosen) ? chosen : fullest?.id);
  const own = rows.filter((row) => row.point.room === room);
  const sides = [...new Set(own.map((row) => row.side))];
  const boxesOn = (wall: number) => own.filter((row) => row.side === wall).length;
  const side = selectedRow?.side ?? [...sides].sort((a, b) => boxesOn(b) - boxesOn(a))[0];
  const { units } = preferences;
  const shown = rooms.find((row) => row.id === room);
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <NamedChoice
          label="Mounting sheet of"
          className="h-6 w-44 text-small"
          value={room ?? ""}
          options={rooms.map((row) => ({ value: row.id, text: row.name }))}
          take={(one) => {
            setChosen(one);
            select(undefined);
          }}
        />
        <span className="min-w-0 flex-1 truncate text-soft max-sm:hidden">
          Heights from the finished floor, along each wall from its left corner as you face it.
        </span>
        <a className="button ml-auto h-6" href={`${url}/csv/mounting`} download>
          CSV of all rooms
        </a>
        <button type="button" className="button h-6" onClick={askPrint}>
          Print
        </button>
      </div>
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Mounting sheet"
      >
        {rows.length === 0 && (
          <Empty text="No box hangs on a wall yet: a point at a wall of its room does, where its kit names a box.">
            <ToSheet stage="runs" text="To plan and schedule" />
          </Empty>
        )}
        {side !== undefined && room && (
          <WallDrawing room={room} side={side} rows={own.filter((row) => row.side === side)} />
        )}
        <table className="w-full text-small [&_.measure]:whitespace-nowrap [&_th]:whitespace-nowrap [&_td]:pl-2">
          <thead className="sticky top-0 bg-pane text-left text-soft">
            <tr className="h-7 border-b border-rule">
              <th className="px-3 font-normal">Point</th>
              <th className="pl-3 font-normal">Box</th>
              <th className="pl-3 text-right font-normal">Height</th>
              <th className="pl-3 text-right font-normal">Left</th>
              <th className="pl-3 text-right font-normal">Right</th>
              <th className="pl-3 font-normal">Holes, along × up</th>
              <th className="px-2 font-normal">Beside</th>
            </tr>
          </thead>
          <tbody>
            {own.map((row) => (
              <tr
                key={row.point.id}
                className={`h-7 border-b border-rule/60 ${row.point.id === selectedRow?.point.id ? "bg-wash" : "hover:bg-pane"}`}
                data-mount={row.point.id}
              >
                <th scope="row" className="px-3 text-left font-normal">
                  <button
                    type="button"
                    className="hover:underline"
                    onClick={() => select({ in: "points", id: row.point.id })}
                  >
                    {row.point.name}
                  </button>
                  <span className="block text-tiny text-soft">
                    <span className="font-mono">{row.label}</span>
                    {shown && ` · ${sideName(design, shown, row.side)}`}
                  </span>
                </th>
                <td className="pl-3 whitespace-nowrap">{worded(row.box)}</td>
                <td className="measure text-right">{formatLength(row.heightM, units)}</td>
                <td className="measure text-right">{formatLength(row.leftM, units)}</td>
                <td className="measure text-right">{formatLength(row.rightM, units)}</td>
                <td className="measure pl-3 whitespace-nowrap">
                  {row.holes
                    .map((hole) => `${formatLength(hole.leftM, units)} × ${formatLength(hole.upM, units)}`)
                    .join("  ")}
                  {row.size?.holeMm && (
                    <span className="text-soft"> ⌀ {worded(`${row.size.holeMm} mm`)}</span>
                  )}
                </td>
                <td
                  className={`px-2 ${row.next && row.next.mm < row.next.leastMm ? "font-semibold text-stop" : "text-soft"}`}
                >
                  {row.next ? (
                    <>
                      {row.next.point.name},{" "}
                      <span className="measure">
                        {worded(`${row.next.mm} mm`)} of {worded(`${row.next.leastMm} mm`)}
                      </span>
                    </>
                  ) : (
                    "alone"
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="pt-3">
          <Caution text="Look for pipes and live cable before drilling; mains and low voltage never share a box without a barrier. Local codes decide." />
        </div>
      </div>
    </>
  );
}
