/**
 * The survey by room: measured beside drawn, and a new room typed side by side. Big targets, for a tablet
 * in one hand.
 */
import { ChevronRight } from "lucide-react";
import { useMemo, useState } from "react";
import { dropRow, putRow } from "#core/design/row-changes";
import type { Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { ROOM_TYPES, type RoomRow } from "#core/design/rows/house-structure";
import { formatArea, formatLength, parseLength } from "#core/design/units";
import { area } from "#core/geometry/polygon";
import { distance } from "#core/geometry/segment";
import {
  areaWorking,
  closureWorking,
  cornersOf,
  measuredSides,
  parseSides,
  roomClosure,
  tapeRoom,
  toleranceM,
} from "#core/stages/house";
import { startsOf } from "#core/stages/house/starts";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { TextField } from "../../kit/fields";
import { Worked } from "../../inspect/parts";
import { today } from "../../kit/now";
import { SeverityMark } from "../../kit/severity";
import { counted } from "#core/design/words";
import { Choice } from "../../kit/choice";

export default function Survey() {
  const design = useDesign();
  const { level, select, readOnly, preferences } = useDesk();
  const [unfolded, unfold] = useState<string>();
  const [adding, setAdding] = useState(false);
  const rooms = design.rooms
    .filter((room) => room.level === level)
    .sort((a, b) => a.name.localeCompare(b.name, "en"));
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Survey by room">
      {!readOnly &&
        (adding ? (
          <TapeRoom onDone={() => setAdding(false)} />
        ) : (
          <div className="border-b border-rule p-3">
            <button
              type="button"
              className="button button-main h-11 px-4 text-base"
              onClick={() => setAdding(true)}
            >
              Take down a room by tape
            </button>
          </div>
        ))}
      {rooms.length === 0 && (
        <p className="p-6 text-soft">No room on this level yet. Take one down with the tape, side by side.</p>
      )}
      <ul>
        {rooms.map((room) => (
          <li key={room.id} className="border-b border-rule">
            <div className="flex items-center gap-3 pr-3.5 hover:bg-pane" data-room={room.id}>
              <button
                type="button"
                aria-expanded={unfolded === room.id}
                className="flex min-h-11 flex-1 items-center gap-2.5 pl-3.5 text-left"
                onClick={() => {
                  unfold(unfolded === room.id ? undefined : room.id);
                  select({ in: "rooms", id: room.id });
                }}
              >
                <ChevronRight
                  size={14}
                  className={unfolded === room.id ? "rotate-90" : ""}
                  aria-hidden="true"
                />
                <span className="font-semibold">{room.name}</span>
                <span className="text-soft">{room.type}</span>
              </button>
              <span>
                <Worked working={() => areaWorking(room)}>
                  {formatArea(area(room.outline), preferences.units, 2)}
                </Worked>
              </span>
              <State design={design} room={room} />
            </div>
            {unfolded === room.id && <Sides design={design} room={room} />}
          </li>
        ))}
      </ul>
    </div>
  );
}

function State({ design, room }: { design: Design; room: RoomRow }) {
  const { preferences } = useDesk();
  const sides = measuredSides(design, room);
  const count = sides.filter(Boolean).length;
  const closing = roomClosure(design, room);
  if (!count) return <span className="w-40 text-right text-small text-soft">not measured</span>;
  if (!closing)
    return (
      <span className="w-40 text-right text-small text-soft">
        {count} of {sides.length} sides
      </span>
    );
  return (
    <span className="flex w-40 items-center justify-end gap-1.5 text-small">
      {closing.suspects.length > 0 && <SeverityMark severity="mend" size={10} />}closes to{" "}
      <Worked working={() => closureWorking(design, room)}>
        {formatLength(closing.errorM, preferences.units, 3)}
      </Worked>
    </span>
  );
}

const WINDS = ["→ right", "↓ down", "← left", "↑ up"];
const heading = (a: readonly number[], b: readonly number[]) => {
  const angle = ((Math.atan2(b[1]! - a[1]!, b[0]! - a[0]!) * 180) / Math.PI + 360) % 360;
  return angle % 90 < 1 || angle % 90 > 89 ? WINDS[Math.round(angle / 90) % 4]! : `${angle.toFixed(0)}°`;
};

function Sides({ design, room }: { design: Design; room: RoomRow }) {
  const { preferences, readOnly } = useDesk();
  const edit = useEdit();
  const [pasted, setPasted] = useState("");
  const [wrong, setWrong] = useState<string>();
  const sides = measuredSides(design, room);
  const bare = preferences.units === "imperial" ? "ft" : "m";
  const write = (side: number, text: string) => {
    const typed = text.trim();
    const known = sides[side];
    if (!typed) return known && edit(() => dropRow("measurements", known.id));
    const metres = parseLength(typed, `Side ${side + 1}`, bare);
    edit(() =>
      putRow("measurements", {
        id: known?.id ?? newRowId("m"),
        room: room.id,
        side,
        of: "length",
        typed,
        metres,
        on: today(),
      }),
    );
  };
  const paste = () => {
    try {
      const list = parseSides(pasted, bare);
      if (list.length !== room.outline.length)
        setWrong(`${list.length} lengths for ${counted(room.outline.length, "side")}: one a side is needed.`);
      else {
        edit(() =>
          list.flatMap((one, side) =>
            putRow("measurements", {
              id: sides[side]?.id ?? newRowId("m"),
              room: room.id,
              side,
              of: "length" as const,
              typed: one.typed,
              metres: one.lengthM,
              on: today(),
            }),
          ),
        );
        setWrong(undefined);
        setPasted("");
      }
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setWrong(problem.message);
    }
  };
  return (
    <div className="bg-pane px-3.5 py-2">
      <table className="w-full max-w-xl">
        <thead className="text-left text-small text-soft">
          <tr>
            <th className="font-normal">Side</th>
            <th className="font-normal">Drawn</th>
            <th className="font-normal">By tape</th>
            <th className="font-normal">Off by</th>
          </tr>
        </thead>
        <tbody>
          {room.outline.map((corner, side) => {
            const next = room.outline[(side + 1) % room.outline.length]!;
            const drawn = distance(corner, next);
            const row = sides[side];
            const off = row && drawn - row.metres;
            return (
              <tr key={side} className="h-11">
                <td>
                  {side + 1} <span className="text-soft">{heading(corner, next)}</span>
                </td>
                <td className="measure">{formatLength(drawn, preferences.units)}</td>
                <td className="w-36 pr-3">
                  <TextField
                    bare
                    label={`Side ${side + 1} of ${room.name} by tape`}
                    mono
                    text={row?.typed ?? ""}
                    take={(text) => write(side, text)}
                  />
                </td>
                <td
                  className={`measure ${row && Math.abs(off!) > toleranceM(row.metres) ? "text-mend" : "text-soft"}`}
                >
                  {off === undefined
                    ? ""
                    : `${off >= 0 ? "+" : "−"}${formatLength(Math.abs(off), preferences.units, 3)}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {!readOnly && (
        <div className="mt-2 flex max-w-xl items-start gap-2">
          <textarea
            aria-label={`All sides of ${room.name}, pasted`}
            rows={1}
            className="field h-auto min-h-9 flex-1 py-1.5 font-mono"
            placeholder="or paste all sides: 3.8m; 12' 6&quot;; 87in; 2.4"
            value={pasted}
            onChange={(event) => setPasted(event.target.value)}
          />
          <button type="button" className="button h-9" disabled={!pasted.trim()} onClick={paste}>
            Take them
          </button>
        </div>
      )}
      {wrong && (
        <p role="alert" className="mt-1 text-stop">
          {wrong}
        </p>
      )}
    </div>
  );
}

const ARROWS: [string, string][] = [
  ["→", "right"],
  ["↓", "down"],
  ["←", "left"],
  ["↑", "up"],
];

/** No chosen start: the first corner is where it is typed. */
const TYPED = "typed";

/** A room typed as it is walked: a length, a direction, the next; a sketch grows beside it. */
function TapeRoom({ onDone }: { onDone(): void }) {
  const design = useDesign();
  const { level, select, selection, preferences } = useDesk();
  const edit = useEdit();
  const [text, setText] = useState("");
  const [length, setLength] = useState("");
  const [name, setName] = useState("");
  const [code, setCode] = useState("");
  const [type, setType] = useState<RoomRow["type"]>("living");
  const starts = useMemo(() => startsOf(design, level), [design, level]);
  // The next room is beside one that stands: across a wall of the room that is selected, else of any.
  const near =
    selection?.in === "rooms" ? starts.find(({ key }) => key.startsWith(`${selection.id}/`)) : undefined;
  const first = near ?? starts[0];
  const [from, setFrom] = useState(first?.key ?? TYPED);
  const placed = ([x, y]: readonly [number, number]) => ({
    x: formatLength(x, preferences.units),
    y: formatLength(y, preferences.units),
  });
  const [start, setStart] = useState(placed(first?.at ?? [0, 0]));
  const startAt = (key: string) => {
    setFrom(key);
    const one = starts.find((other) => other.key === key);
    if (one) setStart(placed(one.at));
  };
  const typeStart = (next: typeof start) => {
    setFrom(TYPED);
    setStart(next);
  };
  const [thickness, setThickness] = useState(formatLength(0.1, preferences.units));
  const [material, setMaterial] = useState(
    design.materials.find((row) => row.id === "plasterboard")?.id ?? design.materials[0]?.id ?? "",
  );
  const [wrong, setWrong] = useState<string>();
  const bare = preferences.units === "imperial" ? "ft" : "m";
  const read = () => {
    try {
      return { sides: parseSides(text, bare) };
    } catch (problem) {
      if (problem instanceof InputError) return { sides: [], wrong: problem.message };
      throw problem;
    }
  };
  const { sides, wrong: misread } = read();
  const { corners, end } = cornersOf([0, 0], sides);
  const gap = sides.length ? distance(end, [0, 0]) : 0;
  const add = (word: string) => {
    if (!length.trim()) return;
    setText(`${text}${text && !text.endsWith("\n") ? "\n" : ""}${length.trim()} ${word}\n`);
    setLength("");
  };
  const take = () => {
    try {
      const made = tapeRoom(
        design,
        newRowId,
        level,
        // What was chosen is taken to the millimetre, not as it is written in eighths of an inch.
        starts.find(({ key }) => key === from)?.at ?? [
          parseLength(start.x, "First corner across", bare),
          parseLength(start.y, "and down", bare),
        ],
        sides,
        {
          name: name.trim() || "Room",
          code:
            code.trim().toUpperCase() ||
            name
              .replace(/[^A-Za-z0-9]/g, "")
              .slice(0, 4)
              .toUpperCase() ||
            "ROOM",
          type,
          thicknessM: parseLength(thickness, "Thickness", bare),
          material,
          on: today(),
        },
      );
      edit(() => made.changes);
      select({ in: "rooms", id: made.room });
      onDone();
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setWrong(problem.message);
    }
  };
  const ring = [...corners, end];
  const xs = ring.map(([x]) => x);
  const ys = ring.map(([, y]) => y);
  const [w, h] = [
    Math.max(1, Math.max(...xs) - Math.min(...xs)),
    Math.max(1, Math.max(...ys) - Math.min(...ys)),
  ];
  return (
    <section
      aria-label="A room by tape"
      className="grid gap-3 border-b border-rule bg-pane p-3.5 md:grid-cols-[minmax(0,1fr)_14rem]"
    >
      <div className="grid content-start gap-3">
        <div className="flex flex-wrap items-end gap-2">
          <label className="grid gap-1 text-small text-soft">
            Room
            <input
              className="field h-10 w-36 text-base text-ink"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label className="grid gap-1 text-small text-soft">
            Code
            <input
              className="field h-10 w-20 font-mono text-base text-ink"
              value={code}
              maxLength={6}
              onChange={(event) => setCode(event.target.value)}
            />
          </label>
          <div className="grid gap-1 text-small text-soft">
            Type
            <Choice
              label="Type"
              className="h-10 w-36 text-base text-ink"
              value={type}
              options={ROOM_TYPES.map((one) => ({ value: one, text: one }))}
              take={setType}
            />
          </div>
          {starts.length > 0 && (
            <div className="grid basis-full gap-1 text-small text-soft">
              Starts at
              <Choice
                label="Starts at"
                className="h-10 w-full max-w-lg text-base text-ink"
                value={from}
                options={[
                  { value: TYPED, text: "a typed place" },
                  ...starts.map(({ key, text }) => ({ value: key, text })),
                ]}
                take={startAt}
              />
            </div>
          )}
          <label className="grid gap-1 text-small text-soft">
            First corner across
            <input
              className="field h-10 w-30 font-mono text-base text-ink"
              value={start.x}
              onChange={(event) => typeStart({ ...start, x: event.target.value })}
            />
          </label>
          <label className="grid gap-1 text-small text-soft">
            and down
            <input
              className="field h-10 w-30 font-mono text-base text-ink"
              value={start.y}
              onChange={(event) => typeStart({ ...start, y: event.target.value })}
            />
          </label>
        </div>
        <div className="flex flex-wrap items-end gap-2">
          <label className="grid gap-1 text-small text-soft">
            Next side
            <input
              className="field h-11 w-32 font-mono text-base text-ink"
              inputMode="decimal"
              value={length}
              placeholder={bare === "ft" ? "12' 6" : "3.80"}
              onChange={(event) => setLength(event.target.value)}
              onKeyDown={(event) => event.key === "Enter" && add("")}
            />
          </label>
          {ARROWS.map(([sign, word]) => (
            <button
              key={word}
              type="button"
              className="button size-11 justify-center text-xl"
              aria-label={`This side runs ${word}`}
              onClick={() => add(word)}
            >
              {sign}
            </button>
          ))}
        </div>
        <label className="grid gap-1 text-small text-soft">
          Sides, one a line
          <textarea
            className="field h-28 py-1.5 font-mono text-ink"
            value={text}
            placeholder={
              bare === "ft"
                ? `15' 11" right\n11' 10" down\n15' 11" left\n11' 10" up`
                : `4.85m right\n3.60m down\n4.85m left\n3.60m up`
            }
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <div className="flex flex-wrap items-end gap-2">
          <label className="grid gap-1 text-small text-soft">
            Walls thick
            <input
              className="field h-10 w-24 font-mono text-ink"
              value={thickness}
              onChange={(event) => setThickness(event.target.value)}
            />
          </label>
          <div className="grid gap-1 text-small text-soft">
            of
            <Choice
              label="Material"
              className="h-10 w-48 text-ink"
              value={material}
              options={design.materials.map((row) => ({ value: row.id, text: row.name }))}
              take={setMaterial}
            />
          </div>
          <button
            type="button"
            className="button button-main h-11 px-4 text-base"
            disabled={sides.length < 3}
            onClick={take}
          >
            Take the room
          </button>
          <button type="button" className="button h-11 px-4" onClick={onDone}>
            Leave it
          </button>
        </div>
        {(wrong ?? misread) && (
          <p role="alert" className="text-stop">
            {wrong ?? misread}
          </p>
        )}
      </div>
      <figure className="grid content-start gap-1">
        <svg
          viewBox={`${Math.min(...xs) - 0.4} ${Math.min(...ys) - 0.4} ${w + 0.8} ${h + 0.8}`}
          className="max-h-56 w-full border border-rule bg-raised"
          role="img"
          aria-label={`Sketch of ${counted(sides.length, "side")}`}
        >
          <polyline
            points={ring.map((xy) => xy.join(",")).join(" ")}
            fill="var(--color-wash)"
            fillOpacity="0.5"
            className="stroke-accent"
            strokeWidth={Math.max(w, h) / 90}
          />
          {gap > 0.005 && sides.length > 2 && (
            <line
              x1={end[0]}
              y1={end[1]}
              x2={0}
              y2={0}
              className="stroke-stop"
              strokeWidth={Math.max(w, h) / 90}
              strokeDasharray={`${Math.max(w, h) / 40}`}
            />
          )}
        </svg>
        <figcaption className="text-small text-soft">
          {sides.length < 3 ? (
            "The sketch grows side by side."
          ) : gap > 0.005 ? (
            <>
              Ends <span className="measure text-stop">{formatLength(gap, preferences.units)}</span> from its
              start.
            </>
          ) : (
            <>
              Closes: <span className="measure">{formatArea(area(corners), preferences.units, 2)}</span>.
            </>
          )}
        </figcaption>
      </figure>
    </section>
  );
}
