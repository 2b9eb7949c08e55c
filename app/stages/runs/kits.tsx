/**
 * Kits: what each kind of point brings with it, in the whole design or in one room; schools, the colour
 * legend, room templates.
 */
import { dropRow, putRow } from "#core/design/row-changes";
import { byName } from "#core/design/words";
import { Plus, RotateCcw, X } from "lucide-react";
import { useState } from "react";
import { byId, rowOf } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { DROP_ENDS, type KindRow, type KitLine } from "#core/design/rows/runs";
import { SERVICES } from "#core/design/vocabulary";
import { fail } from "#core/design/input-error";
import { changeKit, mountOf, roomKit } from "#core/points/kits";
import { legendLine } from "#core/stages/runs/legend";
import { BOXES } from "#core/stages/runs/mounting";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { LengthField, ChoiceField, TextField } from "../../kit/fields";
import { Glyph } from "../../kit/glyph";
import { Jacket } from "./jacket";
import { NamedChoice } from "../../kit/choice";
import { Tick } from "../../kit/ticks";

export default function Kits() {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const [room, setRoom] = useState("");
  const [all, setAll] = useState(false);
  const counts = new Map<string, number>();
  for (const point of design.points)
    if (!room || point.room === room) counts.set(point.kind, (counts.get(point.kind) ?? 0) + 1);
  const kinds = [...design.kinds]
    .filter((kind) => all || counts.has(kind.id) || (room && roomKit(design, room, kind.id)))
    .sort(
      (a, b) =>
        SERVICES.indexOf(a.service) - SERVICES.indexOf(b.service) || a.name.localeCompare(b.name, "en"),
    );
  const rooms = [...design.rooms].sort(
    (a, b) =>
      (byId(design, "levels").get(a.level)?.order ?? 0) - (byId(design, "levels").get(b.level)?.order ?? 0) ||
      a.name.localeCompare(b.name, "en"),
  );
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <NamedChoice
          label="Kits of"
          className="h-6 w-44 text-small"
          value={room}
          options={[
            { value: "", text: "the whole design" },
            ...rooms.map((row) => ({ value: row.id, text: row.name })),
          ]}
          take={setRoom}
        />
        <Tick on={all} set={setAll} label={`also kinds with no point${room ? " there" : ""}`} />
        <span className="ml-auto text-soft">
          {room ? "What is changed here holds for this room only." : "A room can have kits of its own."}
        </span>
      </div>
      <div className="relative min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Kits">
        <table className="w-full min-w-180">
          <thead className="sticky top-0 z-10 bg-pane text-left text-small text-soft">
            <tr className="h-7 border-b border-rule">
              <th className="px-3 font-normal">Kind</th>
              <th className="text-right font-normal">Points</th>
              <th className="pl-3 font-normal">Cables of its kit</th>
              <th className="pl-3 font-normal">Box</th>
              <th className="pr-3 font-normal">Height</th>
            </tr>
          </thead>
          <tbody>
            {kinds.map((kind) => (
              <KitRow key={kind.id} kind={kind} room={room} count={counts.get(kind.id) ?? 0} />
            ))}
          </tbody>
        </table>
        {kinds.length === 0 && (
          <p className="p-4 text-soft">
            No point {room ? "in this room" : "yet"}: kits of kinds without points are shown with the tick
            above.
          </p>
        )}
      </div>
      {!readOnly && !room && (
        <div className="flex h-9 shrink-0 items-center border-t border-rule bg-pane px-3">
          <button
            type="button"
            className="button h-6"
            onClick={() => {
              const id = newRowId("k");
              setAll(true);
              edit((d) => putRow("kinds", newKind(d.kinds, id)));
            }}
          >
            <Plus size={13} /> A kind of your own
          </button>
        </div>
      )}
    </>
  );
}

/** A kind with a name and a code nobody has. */
function newKind(kinds: readonly KindRow[], id: string): KindRow {
  let n = 1;
  while (kinds.some((kind) => kind.code === `X${n}` || kind.name === `New kind ${n}`)) n += 1;
  return {
    id,
    name: `New kind ${n}`,
    code: `X${n}`,
    glyph: "senses",
    service: "network",
    mountHeightM: 1.2,
    box: "single, 47 mm",
    drops: [],
  };
}

function KitRow({ kind, room, count }: { kind: KindRow; room: string; count: number }) {
  const worded = useWorded();
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const own = room ? roomKit(design, room, kind.id) : undefined;
  const lines = own?.drops ?? kind.drops;
  const { box, mountHeightM } = mountOf(design, { room }, kind);
  const change = (index: number, line: KitLine | undefined) => {
    const newId = newRowId("rk");
    edit((d) => changeKit(d, kind.id, index, line, room ? { id: room, newId } : undefined));
  };
  const put = (values: { box?: string; mountHeightM?: number }) => {
    if (!room)
      return edit((d) =>
        putRow("kinds", checkRow("kinds", { ...rowOf(d, "kinds", kind.id), ...values }, "") as KindRow),
      );
    const id = newRowId("rk");
    edit((d) =>
      putRow("roomKits", {
        ...(roomKit(d, room, kind.id) ?? { id, room, kind: kind.id, drops: kind.drops }),
        ...values,
      }),
    );
  };
  const more = !readOnly && (
    <button
      type="button"
      className="ml-1 inline-grid size-5 place-items-center text-soft hover:text-ink"
      title="One more cable"
      aria-label={`Add a cable to the kit of ${kind.name}`}
      onClick={() =>
        change(lines.length, { cableType: design.cableTypes[0]?.id, count: 1, purpose: "data", end: "panel" })
      }
    >
      <Plus size={13} />
    </button>
  );
  const boxes = [...new Set([...Object.keys(BOXES), ...design.kinds.map((one) => one.box), box])].sort(
    byName,
  );
  return (
    <tr className="border-b border-rule/60 align-top hover:bg-pane" data-kind={kind.id}>
      <th scope="row" className="w-42 px-3 py-1.5 text-left font-normal">
        <span className="flex items-center gap-2.5 [&>div]:min-w-0 [&>div]:flex-1">
          <Glyph glyph={kind.glyph} size={15} />
          <TextField
            bare
            label={`Name of ${kind.name}`}
            text={kind.name}
            take={(name) =>
              edit((d) =>
                putRow(
                  "kinds",
                  checkRow("kinds", { ...rowOf(d, "kinds", kind.id), name: name.trim() }, "") as KindRow,
                ),
              )
            }
          />
        </span>
        <span className="mt-0.5 flex items-center gap-1.5 text-tiny text-soft">
          <span className="font-mono">{kind.code}</span>
          <Jacket line={legendLine(design, kind.service)} size={26} />
          <span>{kind.service}</span>
          {own && <span className="text-mend">own kit in this room</span>}
          {own && !readOnly && (
            <button
              type="button"
              className="underline hover:text-ink"
              onClick={() => edit(() => dropRow("roomKits", own.id))}
            >
              <RotateCcw size={11} className="inline" /> as in the design
            </button>
          )}
        </span>
      </th>
      <td className="measure py-1.5 text-right">{count}</td>
      <td className="py-1 pl-3">
        {lines.map((line, i) => (
          <Line
            key={i}
            line={line}
            name={`${kind.name}, cable ${i + 1}`}
            put={(next) => change(i, next)}
            more={i === lines.length - 1 ? more : undefined}
          />
        ))}
        {kind.mainsLines && (
          <p className="py-0.5 text-small text-power">
            For the electrician: {kind.mainsLines.length} mains lines ({kind.mainsLines.join(", ")})
          </p>
        )}
        {lines.length === 0 && !kind.mainsLines && (
          <span className="py-0.5 text-small text-soft">
            {kind.id === "stub-out" ? "an empty box with a pull string" : "no cable of this design"}
          </span>
        )}
        {lines.length === 0 && more}
      </td>
      <td className="w-36 py-1 pr-2 pl-3">
        <ChoiceField
          bare
          label={`Box of ${kind.name}`}
          value={box}
          options={boxes.map((value) => ({ value, text: worded(value) }))}
          take={(value) => value && put({ box: value })}
        />
      </td>
      <td className="w-24 py-1 pr-3">
        <Height kind={kind} metres={mountHeightM} take={(m) => put({ mountHeightM: m })} />
      </td>
    </tr>
  );
}

const Height = ({ kind, metres, take }: { kind: KindRow; metres: number; take(metres: number): void }) => (
  <div className="[&_label]:sr-only [&>div]:block [&_input]:px-1.5">
    <LengthField
      label={`Mounting height of ${kind.name}`}
      metres={metres}
      take={(m) => take(m >= 0 && m <= 20 ? m : fail("Height", "must be from 0 to 20 m"))}
    />
  </div>
);

/** One line of a kit: how many of which cable, what for, how it ends. */
function Line({
  line,
  name,
  put,
  more,
}: {
  line: KitLine;
  name: string;
  put(line: KitLine | undefined): void;
  more?: React.ReactNode;
}) {
  const design = useDesign();
  const { readOnly } = useDesk();
  const types = [...design.cableTypes].sort((a, b) => a.name.localeCompare(b.name, "en"));
  return (
    <div className="grid grid-cols-[1.5rem_0.6rem_minmax(8rem,10.5rem)_minmax(5rem,7rem)_4.8rem_1rem_1.2rem] items-center gap-1">
      <TextField
        bare
        mono
        label={`How many: ${name}`}
        text={String(line.count)}
        inputMode="decimal"
        take={(text) => {
          const count = Number(text);
          put({
            ...line,
            count:
              Number.isInteger(count) && count >= 1 && count <= 50
                ? count
                : fail("Count", "must be a whole number from 1 to 50"),
          });
        }}
      />
      <span className="text-center text-soft">×</span>
      <ChoiceField
        bare
        label={`Cable type: ${name}`}
        value={line.cableType ?? ""}
        options={[
          ...(line.cableType ? [] : [{ value: "", text: "not chosen yet" }]),
          ...types.map((type) => ({ value: type.id, text: type.name })),
        ]}
        take={(cableType) => cableType && put({ ...line, cableType })}
      />
      <TextField
        bare
        label={`Purpose: ${name}`}
        text={line.purpose}
        take={(text) =>
          put({
            ...line,
            purpose:
              text.trim() && text.trim().length <= 40
                ? text.trim()
                : fail("Purpose", "must have 1 to 40 characters"),
          })
        }
      />
      <ChoiceField
        bare
        label={`Ends at: ${name}`}
        value={line.end}
        options={DROP_ENDS.map((value) => ({ value, text: value }))}
        take={(end) => end && put({ ...line, end })}
      />
      {!readOnly && (
        <button
          type="button"
          className="text-soft hover:text-stop"
          aria-label={`Take out: ${name}`}
          onClick={() => put(undefined)}
        >
          <X size={13} />
        </button>
      )}
      {more}
    </div>
  );
}
