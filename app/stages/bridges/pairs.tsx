/** Devices kept in step over platforms: what both can, what is lost, and loops, drawn. */
import { useState } from "react";
import { byId, type Design } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { byName, counted } from "#core/design/words";
import {
  deviceName,
  pairLines,
  pairLoops,
  pairMasters,
  pairsIn,
  type PairLine,
} from "#core/stages/bridges/pairs";
import { thingsOf } from "#core/stages/bridges/things";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { DataTable, type Column } from "../../kit/table";

const WAY = { both: "↔", "left to right": "→", "right to left": "←" } as const;
const SAID = { both: "both ways", "left to right": "commands", "right to left": "follows" } as const;

export default function Pairs() {
  const design = useDesign();
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const [left, setLeft] = useState("");
  const [right, setRight] = useState("");
  const inLoop = new Set(
    pairLoops(design).loops.flatMap((loop) => pairsIn(design, loop).map(({ id }) => id)),
  );
  const name = (id: string) => deviceName(design, id);
  const columns: Column<PairLine>[] = [
    { id: "left", name: "One", value: ({ row }) => name(row.left), width: "minmax(7.5rem,1.2fr)" },
    {
      id: "way",
      name: "Goes",
      value: ({ row }) => row.way ?? "both",
      cell: ({ row }) => (
        <span className={inLoop.has(row.id) ? "font-semibold text-stop" : ""}>
          <span aria-hidden="true">{WAY[row.way ?? "both"]}</span>{" "}
          {inLoop.has(row.id) ? "in a loop" : SAID[row.way ?? "both"]}
        </span>
      ),
      width: "6.2rem",
    },
    { id: "right", name: "Other", value: ({ row }) => name(row.right), width: "minmax(7rem,1.2fr)" },
    {
      id: "over",
      name: "Over",
      value: ({ row }) =>
        row.ecosystem === undefined ? "the hub" : byId(design, "ecosystems").get(row.ecosystem)?.name,
      width: "6.6rem",
    },
    {
      id: "both",
      name: "In step",
      value: ({ both }) => both.join(", "),
      cell: ({ both }) => both.join(", ") || <span className="font-semibold text-mend">nothing</span>,
      width: "minmax(6rem,1fr)",
    },
    { id: "lost", name: "Lost", value: ({ lost }) => lost.join(", "), width: "minmax(6rem,1fr)", from: 760 },
    {
      id: "down",
      name: "Link down",
      value: ({ row: { leftDown, rightDown } }) =>
        leftDown === rightDown ? (leftDown ?? "not said") : `${leftDown ?? "?"} / ${rightDown ?? "?"}`,
      width: "minmax(7rem,1fr)",
      from: 760,
    },
  ];
  const things = design.devices
    .filter(({ id }) => thingsOf(design).get(id)?.can.length)
    .map(({ id, name: text }) => ({ value: id, text }))
    .sort((a, b) => byName(a.text, b.text));
  const add = () => {
    const id = newRowId("pair");
    edit(() => putRow("pairs", { id, left, right }));
    setLeft("");
    setRight("");
    select({ in: "pairs", id });
  };
  return (
    <>
      {!readOnly && (
        <div
          className="relative flex shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-2 py-1.5"
          data-chrome
        >
          <Choice
            label="One device"
            className="h-7 w-56"
            prompt="One device…"
            value={left}
            options={things}
            take={setLeft}
          />
          <span className="text-soft">with</span>
          <Choice
            label="The other device"
            className="h-7 w-56"
            prompt="The other…"
            value={right}
            options={things.filter(({ value }) => value !== left)}
            take={setRight}
          />
          <button type="button" className="button button-main h-7" disabled={!left || !right} onClick={add}>
            Keep in step
          </button>
        </div>
      )}
      <Loops design={design} />
      <DataTable
        label="Pairs kept in step"
        rows={pairLines(design)}
        columns={columns}
        keyOf={({ row }) => row.id}
        selected={selection?.in === "pairs" ? selection.id : undefined}
        onSelect={({ row }) => selection?.id !== row.id && select({ in: "pairs", id: row.id })}
        empty={
          <Empty text="Nothing is kept in step. A pair lets a device of one platform follow one of another: what either cannot do is lost, and said." />
        }
      />
    </>
  );
}

const [SIZE, R] = [170, 52];

/** Each loop as a ring of its devices; and who has two masters. */
function Loops({ design }: { design: Design }) {
  const { loops, more } = pairLoops(design);
  const inLoop = new Set(loops.flat());
  const masters = pairMasters(design).filter(({ device }) => !inLoop.has(device));
  if (!loops.length && !masters.length) return null;
  return (
    <div
      className="relative flex max-h-56 shrink-0 flex-wrap gap-4 overflow-y-auto border-b border-rule px-3 py-2"
      tabIndex={0}
      role="region"
      aria-label="Loops"
      data-loops
    >
      {loops.slice(0, 6).map((loop) => {
        const names = loop.map((id) => deviceName(design, id));
        const at = (n: number) => {
          const angle = (2 * Math.PI * n) / loop.length - Math.PI / 2;
          return [SIZE / 2 + R * Math.cos(angle), 76 + R * Math.sin(angle)] as const;
        };
        return (
          <figure key={loop.join(" ")} className="flex items-center gap-3">
            <svg
              width={SIZE}
              height={150}
              viewBox={`0 0 ${SIZE} 150`}
              role="img"
              aria-label={`Loop of ${names.join(", ")}`}
              className="shrink-0"
            >
              <circle cx={SIZE / 2} cy={76} r={R} className="fill-none stroke-stop" strokeWidth={1.6} />
              {loop.map((id, n) => {
                const [x, y] = at(n);
                return (
                  <g key={id}>
                    <circle cx={x} cy={y} r={9} className="fill-raised stroke-stop" strokeWidth={1.6} />
                    <text x={x} y={y + 4} textAnchor="middle" className="fill-ink font-mono text-tiny">
                      {n + 1}
                    </text>
                  </g>
                );
              })}
            </svg>
            <figcaption className="min-w-0">
              <p className="font-semibold text-stop">What one says comes back to it</p>
              <ol>
                {names.map((name, n) => (
                  <li key={loop[n]}>
                    <span className="measure text-soft">{n + 1}</span> {name}
                  </li>
                ))}
              </ol>
            </figcaption>
          </figure>
        );
      })}
      {(loops.length > 6 || more) && (
        <p className="text-soft">
          {more ? `More than ${loops.length} loops` : counted(loops.length, "loop")}: part one pair, and look
          again.
        </p>
      )}
      {masters.map(({ device, masters: own }) => (
        <p key={device} className="text-mend">
          {deviceName(design, device)} follows {own.map((id) => deviceName(design, id)).join(" and ")}: the
          last one wins.
        </p>
      ))}
    </div>
  );
}
