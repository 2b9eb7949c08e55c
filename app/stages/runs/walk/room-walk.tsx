/** One room of the walk: its points, the cables of each, what was seen of them. */
import { ArrowLeft } from "lucide-react";
import { useState } from "react";
import { InputError } from "#core/design/input-error";
import { formatLength, parseLength } from "#core/design/units";
import type { RoomRow } from "#core/design/rows/house-structure";
import type { PointRow } from "#core/design/rows/runs";
import { type Drop } from "#core/stages/runs";
import { pointLabel } from "#core/points/labels";
import { legendLine } from "#core/stages/runs/legend";
import { endName } from "#core/stages/runs/end-name";
import { movedOnSite } from "#core/stages/runs/site";
import { useDesign, useDesk } from "../../../desk/desk";
import { Glyph } from "../../../kit/glyph";
import { Jacket } from "../jacket";
import { today } from "../../../kit/now";
import { DropNote } from "./drop-note";

export function RoomWalk({ room, drops, back }: { room: RoomRow; drops: readonly Drop[]; back(): void }) {
  const design = useDesign();
  const { preferences } = useDesk();
  const [open, setOpen] = useState<string>();
  const [moving, setMoving] = useState<string>();
  const points = [...new Map(drops.map((drop) => [drop.point.id, drop.point])).values()].sort((a, b) =>
    pointLabel(design, a) < pointLabel(design, b) ? -1 : 1,
  );
  return (
    <main className="flex-1 pb-10">
      <div className="sticky top-[4.6rem] z-10 flex items-center gap-2 border-b border-rule bg-pane px-2 py-1.5">
        <button type="button" className="button h-10" onClick={back}>
          <ArrowLeft size={16} /> Rooms
        </button>
        <h2 className="text-base font-semibold">{room.name}</h2>
      </div>
      {points.map((point) => {
        const own = drops.filter((drop) => drop.point.id === point.id);
        const { kind } = own[0]!;
        return (
          <section key={point.id} className="border-b-4 border-ground" aria-label={point.name}>
            <div className="flex items-start gap-3 px-4 pt-3 pb-2">
              <span className="mt-0.5">
                <Glyph glyph={kind.glyph} size={20} />
              </span>
              <div className="min-w-0 flex-1">
                <h3 className="text-base font-semibold">{point.name}</h3>
                <p className="text-small text-soft">
                  {kind.name}, {formatLength(point.z, preferences.units)} up, to{" "}
                  {endName(design, own[0]!) ?? "no closet yet"}
                </p>
                {point.drawn && <p className="text-small text-mend">moved on site {point.drawn.on}</p>}
              </div>
              <button
                type="button"
                className="button h-10"
                aria-expanded={moving === point.id}
                onClick={() => setMoving(moving === point.id ? undefined : point.id)}
              >
                Moved
              </button>
            </div>
            {moving === point.id && <Moved room={room} point={point} done={() => setMoving(undefined)} />}
            <ul>
              {own.map((drop) => (
                <li key={drop.key} className="border-t border-rule" data-walk-drop={drop.key}>
                  <button
                    type="button"
                    className="flex min-h-12 w-full items-center gap-3 px-4 text-left"
                    aria-expanded={open === drop.key}
                    onClick={() => setOpen(open === drop.key ? undefined : drop.key)}
                  >
                    <Jacket line={legendLine(design, kind.service)} size={34} />
                    <span className="min-w-0 flex-1">
                      <span className="block font-mono">{drop.label}</span>
                      <span className="block truncate text-small text-soft">
                        {drop.cableType?.name ?? "cable not chosen"}, {drop.line.purpose}
                        {drop.lengthM === undefined
                          ? ""
                          : `, ${formatLength(drop.lengthM, preferences.units)}${drop.marked ? " measured" : ""}`}
                      </span>
                    </span>
                    <span
                      className={`text-small font-semibold ${drop.state === "terminated" ? "text-accent" : drop.state === "missing" ? "text-stop" : drop.state === "blocked" || drop.state === "moved" ? "text-mend" : "text-soft"}`}
                    >
                      {drop.state}
                    </span>
                  </button>
                  {open === drop.key && <DropNote drop={drop} done={() => setOpen(undefined)} />}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </main>
  );
}

/** Where the house has it: a tap on the room, or typed. */
function Moved({ room, point, done }: { room: RoomRow; point: PointRow; done(): void }) {
  const design = useDesign();
  const { store, preferences, readOnly } = useDesk();
  const [at, setAt] = useState({ x: point.x, y: point.y });
  const [height, setHeight] = useState(formatLength(point.z, preferences.units));
  const [why, setWhy] = useState("");
  const [said, setSaid] = useState("");
  const xs = room.outline.map(([x]) => x);
  const ys = room.outline.map(([, y]) => y);
  const [x0, y0, w, h] = [
    Math.min(...xs) - 0.3,
    Math.min(...ys) - 0.3,
    Math.max(...xs) - Math.min(...xs) + 0.6,
    Math.max(...ys) - Math.min(...ys) + 0.6,
  ];
  const keep = () => {
    try {
      const z = parseLength(height, "Height", preferences.units === "imperial" ? "ft" : "m");
      const changes = movedOnSite(
        store.get().design,
        point.id,
        { ...at, z },
        today(),
        why.trim() || undefined,
      );
      store.edit(changes);
      done();
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  };
  return (
    <div className="border-t border-rule bg-pane px-4 py-3">
      <p className="text-small text-soft">Tap where it is. It was drawn at the hollow mark.</p>
      <svg
        viewBox={`${x0} ${y0} ${w} ${h}`}
        className="mt-1 max-h-64 w-full touch-manipulation border border-rule bg-ground"
        role="img"
        aria-label={`${room.name} from above`}
        onPointerDown={(event) => {
          const frame = event.currentTarget.getScreenCTM()!.inverse();
          const tap = new DOMPoint(event.clientX, event.clientY).matrixTransform(frame);
          setAt({ x: Math.round(tap.x * 20) / 20, y: Math.round(tap.y * 20) / 20 });
        }}
      >
        <polygon
          points={room.outline.map((corner) => corner.join()).join(" ")}
          className="fill-raised stroke-structure"
          strokeWidth={0.04}
        />
        {design.points
          .filter((row) => row.room === room.id && row.id !== point.id)
          .map((row) => (
            <circle key={row.id} cx={row.x} cy={row.y} r={0.06} className="fill-rule" />
          ))}
        <circle cx={point.x} cy={point.y} r={0.12} className="fill-none stroke-ink" strokeWidth={0.03} />
        <circle cx={at.x} cy={at.y} r={0.1} className="fill-accent" />
      </svg>
      <div className="mt-2 grid grid-cols-3 gap-2">
        <label className="text-small text-soft">
          Across, x
          <input
            className="field h-10 font-mono"
            inputMode="decimal"
            value={String(at.x)}
            onChange={(event) => {
              const x = Number(event.target.value.replace(",", "."));
              if (Number.isFinite(x)) setAt({ ...at, x });
            }}
          />
        </label>
        <label className="text-small text-soft">
          Down, y
          <input
            className="field h-10 font-mono"
            inputMode="decimal"
            value={String(at.y)}
            onChange={(event) => {
              const y = Number(event.target.value.replace(",", "."));
              if (Number.isFinite(y)) setAt({ ...at, y });
            }}
          />
        </label>
        <label className="text-small text-soft">
          Height
          <input
            className="field h-10 font-mono"
            value={height}
            onChange={(event) => setHeight(event.target.value)}
          />
        </label>
      </div>
      <label className="mt-2 block text-small text-soft">
        Why
        <input
          className="field h-10"
          maxLength={200}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          placeholder="A post stands there"
        />
      </label>
      {said && (
        <p role="alert" className="mt-1 text-small text-stop">
          {said}
        </p>
      )}
      <div className="mt-2 flex gap-2">
        {!readOnly && (
          <button type="button" className="button button-main h-11" onClick={keep}>
            It is here
          </button>
        )}
        <button type="button" className="button h-11" onClick={done}>
          Leave it
        </button>
      </div>
    </div>
  );
}
