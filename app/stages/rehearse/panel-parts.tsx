/** Parts of the household's panel: rooms as they lie, what is worked in one, what is done by holding, dials and flags. */
import { useEffect, useRef, useState } from "react";
import { byId, type Design } from "#core/design/collections";
import type { Value } from "#core/stages/automations/engine/world";
import { centroid } from "#core/geometry/polygon";
import type { DialRow } from "#core/design/rows/automations";
import {
  roomSaid,
  touchesOf,
  type Hold,
  type RoomSaid,
  type Snapshot,
  type Touch,
} from "#core/stages/rehearse/panel";
import type { Wanted } from "#core/stages/rehearse/topics";
import { Ask } from "../../kit/dialog";
import { Toggle } from "../../kit/switches";
import { useSize } from "../../plan/view";

/** A button that acts once it was held for its time, by finger or by key. */
export function HoldButton({ hold, done }: { hold: Hold; done(): void }) {
  const [held, setHeld] = useState(0);
  const timer = useRef<ReturnType<typeof setInterval>>(undefined);
  const acts = useRef(done);
  acts.current = done;
  const stop = () => {
    clearInterval(timer.current);
    timer.current = undefined;
    setHeld(0);
  };
  const start = () => {
    if (timer.current) return;
    const begin = performance.now();
    timer.current = setInterval(() => {
      const share = (performance.now() - begin) / (hold.seconds * 1000);
      if (share < 1) return setHeld(share);
      stop();
      acts.current();
    }, 50);
  };
  useEffect(() => stop, []);
  return (
    <button
      type="button"
      className="relative flex min-h-13 w-full items-center justify-between gap-2 overflow-hidden rounded-[3px] border border-ink bg-raised px-3.5 text-left text-base font-semibold select-none"
      style={{ touchAction: "none" }}
      onPointerDown={start}
      onPointerUp={stop}
      onPointerLeave={stop}
      onPointerCancel={stop}
      onKeyDown={(event) => (event.key === "Enter" || event.key === " ") && !event.repeat && start()}
      onKeyUp={stop}
      onBlur={stop}
      onContextMenu={(event) => event.preventDefault()}
      data-hold={hold.point}
    >
      <span
        className="absolute inset-y-0 left-0 bg-wash"
        style={{ width: `${held * 100}%` }}
        aria-hidden="true"
      />
      <span className="relative">{hold.text}</span>
      <span className="relative text-small font-normal whitespace-nowrap text-soft">
        hold {hold.seconds} s
      </span>
    </button>
  );
}

/** How large a room of the panel speaks: letters of its name and of what is said below, px. */
interface Size {
  name: number;
  text: number;
}

/** A name is read from across the room where there is place for it. */
const SIZES: readonly (Size & { w: number; h: number })[] = [
  { w: 250, h: 150, name: 26, text: 18 },
  { w: 150, h: 100, name: 22, text: 15 },
  { w: 110, h: 56, name: 16, text: 12 },
  { w: 0, h: 0, name: 12, text: 12 },
];
/** Of a letter's size, how wide one is at most, and how high a line. */
const WIDE = 0.56;
const HIGH = 1.25;
const EDGE_PX = 12;

const linesOf = (text: string, px: number, w: number) =>
  Math.ceil((text.length * px * WIDE) / Math.max(1, w - EDGE_PX));

/** What there is room for under a room's name: what is not in order first, then its warmth, who is there, and the rest. */
function fitting({ says, people, celsius }: RoomSaid, name: string, w: number, h: number) {
  const size = SIZES.find((one) => w >= one.w && h >= one.h)!;
  const here =
    people.length === 0 ? [] : [people.length === 1 ? `${people[0]!} is here` : `${people.length} are here`];
  const wanted = [
    ...says
      .filter(({ bad }) => bad)
      .map(({ text }) => ({ text, px: size.text, colour: "font-semibold text-stop" })),
    ...(celsius === undefined
      ? []
      : [{ text: `${celsius.toFixed(1)}°`, px: size.name, colour: "font-mono font-normal" }]),
    ...here.map((text) => ({ text, px: size.text, colour: "text-accent" })),
    ...says.filter(({ bad }) => !bad).map(({ text }) => ({ text, px: size.text, colour: "text-soft" })),
  ];
  let left = h - EDGE_PX - HIGH * size.name * linesOf(name, size.name, w);
  const lines = wanted.filter(({ text, px }) => {
    const count = linesOf(text, px, w);
    // In a narrow room a word would be broken: it says its name, and what is in a line.
    if (HIGH * px * count > left || (w < SIZES[1]!.w && count > 1)) return false;
    left -= HIGH * px * count;
    return true;
  });
  return { size, lines };
}

/** Rooms of a level as they lie, each to be pressed. */
export function Rooms({
  design,
  level,
  now,
  open,
}: {
  design: Design;
  level: string;
  now: Snapshot;
  open(room: string): void;
}) {
  const [box, size] = useSize();
  const rooms = design.rooms.filter((room) => room.level === level);
  const xs = rooms.flatMap(({ outline }) => outline.map(([x]) => x));
  const ys = rooms.flatMap(({ outline }) => outline.map(([, y]) => y));
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const k = Math.min((size.width - 24) / Math.max(1, x1 - x0), (size.height - 24) / Math.max(1, y1 - y0));
  const left = (size.width - k * (x1 - x0)) / 2;
  const top = (size.height - k * (y1 - y0)) / 2;
  return (
    <div ref={box} className="relative min-h-64 flex-1 overflow-hidden">
      {rooms.map((room) => {
        const said = roomSaid(design, now, room.id);
        const rx = room.outline.map(([x]) => x);
        const ry = room.outline.map(([, y]) => y);
        const [bx, by] = [Math.min(...rx), Math.min(...ry)];
        const [w, h] = [k * (Math.max(...rx) - bx), k * (Math.max(...ry) - by)];
        const [cx, cy] = centroid(room.outline);
        const points = room.outline.map(([x, y]) => `${k * (x - bx)},${k * (y - by)}`).join(" ");
        const { size, lines } = fitting(said, room.name, w, h);
        const label = [
          room.name,
          said.celsius === undefined ? "" : `${said.celsius.toFixed(1)} °C`,
          ...said.says.map(({ text }) => text),
          ...said.people.map((person) => `${person} is here`),
        ]
          .filter(Boolean)
          .join(", ");
        return (
          <button
            key={room.id}
            type="button"
            className="absolute"
            style={{ left: left + k * (bx - x0), top: top + k * (by - y0), width: w, height: h }}
            aria-label={label}
            data-panel-room={room.id}
            data-lit={said.lit || undefined}
            onClick={() => open(room.id)}
          >
            <svg width={w} height={h} className="absolute inset-0 overflow-visible" aria-hidden="true">
              <polygon
                points={points}
                className={
                  said.lit
                    ? "fill-jacket-yellow/35 stroke-ink"
                    : room.outdoor
                      ? "fill-outdoor stroke-soft"
                      : "fill-raised stroke-ink"
                }
                strokeWidth={said.lit ? 3 : 2}
              />
            </svg>
            <span
              className="absolute -translate-x-1/2 -translate-y-1/2 text-center leading-tight"
              style={{ left: k * (cx - bx), top: k * (cy - by), width: w - EDGE_PX }}
              aria-hidden="true"
            >
              <span
                className={`block font-semibold ${h < 2 * HIGH * size.name ? "truncate" : ""}`}
                style={{ fontSize: size.name }}
              >
                {room.name}
              </span>
              {lines.map(({ text, px, colour }) => (
                <span key={text} className={`block ${colour}`} style={{ fontSize: px }}>
                  {text}
                </span>
              ))}
            </span>
          </button>
        );
      })}
    </div>
  );
}

const isOn = (touch: Touch, value: Value) =>
  typeof value === "number" && typeof touch.value === "number"
    ? Math.round(touch.value) === value
    : touch.value === value;

export function RoomSheet({
  design,
  now,
  room,
  close,
  post,
}: {
  design: Design;
  now: Snapshot;
  room: string;
  close(): void;
  post(wanted: Wanted): void;
}) {
  const touches = touchesOf(design, now, room);
  return (
    <Ask title={byId(design, "rooms").get(room)?.name ?? room} onClose={close} wide>
      {touches.length ? (
        <ul className="mt-3 grid gap-3">
          {touches.map((touch) => (
            <li key={touch.point} className="flex flex-wrap items-center justify-between gap-2">
              <span className="text-base">{touch.name}</span>
              <span className="flex gap-1.5" role="group" aria-label={touch.name}>
                {touch.steps.map(({ text, value }) => (
                  <button
                    key={text}
                    type="button"
                    className={`button h-11 px-4 text-base ${isOn(touch, value) ? "border-accent bg-wash" : ""}`}
                    aria-pressed={isOn(touch, value)}
                    onClick={() => post({ wish: { point: touch.point, aspect: touch.aspect, value } })}
                  >
                    {text}
                  </button>
                ))}
              </span>
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-soft">Nothing here is worked from the panel.</p>
      )}
      <p className="mt-4 text-right">
        <button type="button" className="button h-11 px-4 text-base" onClick={close}>
          Done
        </button>
      </p>
    </Ask>
  );
}

export function Dial({
  dial,
  value,
  post,
}: {
  dial: DialRow;
  value: Value | undefined;
  post(wanted: Wanted): void;
}) {
  const turn = (to: Value) => post({ turn: { dial: dial.id, value: to } });
  if (dial.kind === "flag")
    return (
      <Toggle
        on={value === true}
        set={turn}
        label={dial.name}
        className="min-h-11 w-full flex-row-reverse justify-between text-base"
      />
    );
  if (dial.kind === "time") {
    const [h, m] = String(value ?? dial.value)
      .split(":")
      .map(Number) as [number, number];
    const by = (minutes: number) => {
      const total = (((h * 60 + m + minutes) % 1440) + 1440) % 1440;
      turn(`${String(Math.floor(total / 60)).padStart(2, "0")}:${String(total % 60).padStart(2, "0")}`);
    };
    return (
      <Stepper name={dial.name} text={String(value ?? dial.value)} less={() => by(-15)} more={() => by(15)} />
    );
  }
  const number = Number(value ?? dial.value);
  const step = dial.unit === "%" ? 5 : dial.unit === "°C" ? 0.5 : 1;
  const clamp = (to: number) => Math.min(dial.max ?? Infinity, Math.max(dial.min ?? -Infinity, to));
  return (
    <Stepper
      name={dial.name}
      text={`${number}${dial.unit ? ` ${dial.unit}` : ""}`}
      less={() => turn(clamp(number - step))}
      more={() => turn(clamp(number + step))}
    />
  );
}

function Stepper({ name, text, less, more }: { name: string; text: string; less(): void; more(): void }) {
  return (
    <span
      className="flex min-h-11 items-center justify-between gap-2 text-base"
      role="group"
      aria-label={name}
    >
      {name}
      <span className="flex items-center gap-1.5 whitespace-nowrap">
        <button
          type="button"
          className="button size-9 justify-center text-base"
          aria-label={`${name}: less`}
          onClick={less}
        >
          −
        </button>
        <span className="measure w-16 text-center">{text}</span>
        <button
          type="button"
          className="button size-9 justify-center text-base"
          aria-label={`${name}: more`}
          onClick={more}
        >
          +
        </button>
      </span>
    </span>
  );
}
