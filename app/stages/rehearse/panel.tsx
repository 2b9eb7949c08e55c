/**
 * The household's panel, driven by a rehearsal that goes on: the house as its rooms, what comes next, what is done by
 * holding, what the house lets be, and whether all is in order before bed. One layout for wall, tablet and telephone.
 */
import { Check, Maximize2, Minimize2, Minus } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { byId, type Design } from "#core/design/collections";
import type { Value } from "#core/automation/engine/world";
import { clockInstant, clockText, parseDay } from "#core/design/local-time";
import { capital, counted } from "#core/design/words";
import { centroid } from "#core/geometry/polygon";
import { nextOf } from "#core/stages/automations";
import type { DialRow } from "#core/stages/automations/rows";
import {
  holdsOf,
  inOrder,
  roomSaid,
  touchesOf,
  type Hold,
  type Snapshot,
  type Touch,
} from "#core/stages/rehearse/panel";
import { useDesign } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { Ask } from "../../kit/dialog";
import { Toggle } from "../../kit/switches";
import { useSize } from "../../plan/view";
import { startWorker, type Hand } from "../../workers/ask";
import type { LiveAsk, LiveReply } from "../../workers/live";
import { useAsked } from "./asked";
import { useRunState } from "./run-store";
import { weatherText } from "./weather-choice";

const TICK_MS = 500;
const SPEEDS = [
  ["1", "as time goes"],
  ["60", "a minute a second"],
  ["600", "ten minutes a second"],
] as const;

interface Watched {
  snapshot?: Snapshot;
  failed?: string;
  refused?: string;
  post(ask: LiveAsk): void;
}

/** A rehearsal that goes on from a moment, and hears what is pressed. */
function useLive(design: Design, from: number | undefined, speed: number): Watched {
  const asked = useAsked();
  const hand = useRef<Hand<LiveAsk>>(undefined);
  const [state, setState] = useState<Omit<Watched, "post">>({});
  const now = useRef(0);
  const { seed, breaks, weather } = asked;
  useEffect(() => {
    if (from === undefined) return;
    now.current = from;
    const own = startWorker<LiveAsk, LiveReply>(
      () => new Worker(new URL("../../workers/live.ts", import.meta.url), { type: "module" }),
      (reply) =>
        setState((before) => ({
          ...before,
          ...reply,
          ...(reply.snapshot ? {} : { snapshot: before.snapshot }),
        })),
      (failed) => setState({ failed }),
    );
    hand.current = own;
    const text = weatherText(weather);
    own.post({ start: { design, at: from, seed, breaks, ...(text === undefined ? {} : { weather: text }) } });
    return () => {
      own.end();
      hand.current = undefined;
    };
  }, [design, from, seed, breaks, weather]);
  useEffect(() => {
    const timer = setInterval(() => {
      now.current += TICK_MS * speed;
      hand.current?.post({ advance: now.current });
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [speed]);
  return useMemo(
    () => ({
      ...state,
      post: (ask: LiveAsk) => {
        setState((before) => ({ ...before, refused: undefined }));
        hand.current?.post(ask);
      },
    }),
    [state],
  );
}

/** A button that acts once it was held for its time, by finger or by key. */
function HoldButton({ hold, done }: { hold: Hold; done(): void }) {
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

/** Rooms of a level as they lie, each to be pressed. */
function Rooms({
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
        const name = w < 110 || h < 56 ? "text-small" : w < 190 ? "text-base" : "text-xl";
        const label = [
          room.name,
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
              style={{ left: k * (cx - bx), top: k * (cy - by), maxWidth: w - 8 }}
              aria-hidden="true"
            >
              <span className={`block font-semibold ${name}`}>{room.name}</span>
              {h > 84 &&
                w > 130 &&
                said.says.slice(0, 2).map(({ text, bad }) => (
                  <span
                    key={text}
                    className={`block text-small ${bad ? "font-semibold text-stop" : "text-soft"}`}
                  >
                    {text}
                  </span>
                ))}
              {h > 104 && w > 130 && said.people.length > 0 && (
                <span className="block text-small text-accent">
                  {said.people.length === 1 ? `${said.people[0]!} is here` : `${said.people.length} are here`}
                </span>
              )}
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

function RoomSheet({
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
  post(ask: LiveAsk): void;
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

/** The next sentences that are known ahead. */
function nextsOf(design: Design, now: number): { at: number; name: string }[] {
  return design.automations
    .flatMap((row) => {
      const at = row.enabled ? nextOf(design, row, now) : undefined;
      return at === undefined ? [] : [{ at, name: row.name }];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, 12);
}

function Dial({ dial, value, post }: { dial: DialRow; value: Value | undefined; post(ask: LiveAsk): void }) {
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

const PANEL_LEVEL_MOST = 7;

export default function Panel() {
  const design = useDesign();
  const asked = useAsked();
  const { zone } = design.design;
  const { at } = useRunState();
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number][0]>("60");
  const [wide, setWide] = useState(false);
  const [room, setRoom] = useState<string>();
  // It begins where the scrubber stands, else in the afternoon; and then goes its own way.
  const [began, setBegan] = useState<number>();
  const usual = asked.on ? clockInstant(zone, parseDay(asked.on, "Day"), "15:20") : undefined;
  useEffect(() => setBegan((now) => now ?? at ?? usual), [at, usual]);
  const { snapshot, failed, refused, post } = useLive(design, began, Number(speed));
  const levels = [...design.levels]
    .sort((a, b) => a.elevationM - b.elevationM)
    .filter(({ id }) => design.rooms.some((one) => one.level === id))
    .slice(0, PANEL_LEVEL_MOST);
  const ground =
    levels.find(({ id }) => id === "ground") ?? levels.find(({ elevationM }) => elevationM >= 0) ?? levels[0];
  const [chosen, setChosen] = useState<string>();
  const level = chosen ?? ground?.id ?? "";
  const slot = snapshot ? Math.floor(snapshot.now / 600_000) : undefined;
  const nexts = useMemo(() => (slot === undefined ? [] : nextsOf(design, slot * 600_000)), [design, slot]);
  const coming = nexts.filter((next) => snapshot && next.at > snapshot.now).slice(0, 2);
  useEffect(() => {
    if (!wide) return;
    const keyed = (event: KeyboardEvent) => event.key === "Escape" && room === undefined && setWide(false);
    window.addEventListener("keydown", keyed);
    return () => window.removeEventListener("keydown", keyed);
  }, [wide, room]);
  if (!design.rooms.length || !design.devices.length)
    return (
      <Empty text="The household's panel is watched here once there are rooms, and devices in them.">
        <ToSheet stage="choose" text="To the choice of devices" />
      </Empty>
    );
  const order = snapshot ? inOrder(design, snapshot) : [];
  const open = order.filter(({ ok }) => !ok).length;
  const flags = design.dials.filter(({ kind }) => kind === "flag");
  const others = design.dials.filter(({ kind }) => kind !== "flag");
  return (
    <div
      className={`@container flex min-h-0 flex-1 flex-col overflow-y-auto bg-ground ${wide ? "fixed inset-0 z-40" : ""}`}
      data-panel
    >
      <header className="flex shrink-0 flex-wrap items-center gap-x-6 gap-y-1 bg-mast px-5 py-2 text-mast-ink">
        <p className="font-mono text-4xl font-semibold" data-panel-clock>
          {snapshot ? clockText(zone, snapshot.now) : "--:--"}
        </p>
        <div className="min-w-0 flex-1 text-base leading-snug max-sm:order-last max-sm:basis-full">
          {coming.map((next, i) => (
            <p key={next.name} className={`truncate ${i ? "text-mast-soft" : ""}`}>
              {i ? "then " : "Next: "}
              <strong className="font-mono font-semibold">{clockText(zone, next.at)}</strong> {next.name}
            </p>
          ))}
        </div>
        {snapshot && (
          <p className="text-right text-base leading-snug">
            {snapshot.sky.temperatureC.toFixed(1)}° · wind {snapshot.sky.windMS.toFixed(1)} m/s
            <span className="block text-mast-soft">{snapshot.sky.rain ? "it rains" : "dry"}</span>
          </p>
        )}
      </header>
      {snapshot?.hubDown && (
        <p
          role="alert"
          className="bg-stop px-5 py-1.5 text-base font-semibold text-white dark:text-on-accent"
        >
          The hub is down: wall switches and keys still work, this panel does not.
        </p>
      )}
      <div className="flex shrink-0 grow flex-col @3xl:min-h-0 @3xl:shrink @3xl:flex-row">
        <div className="flex min-h-96 min-w-0 flex-1 flex-col p-3">
          <div className="flex flex-wrap items-center gap-2" data-chrome>
            <span className="flex flex-wrap gap-1.5" role="group" aria-label="Level on the panel">
              {levels.map(({ id, name }) => (
                <button
                  key={id}
                  type="button"
                  className={`h-10 rounded-[3px] border px-3.5 text-base ${id === level ? "border-ink bg-ink font-semibold text-raised" : "border-rule bg-raised"}`}
                  aria-pressed={id === level}
                  onClick={() => setChosen(id)}
                >
                  {name}
                </button>
              ))}
            </span>
            <span className="ml-auto flex items-center gap-1.5">
              <Choice
                label="How fast"
                className="w-44"
                value={speed}
                options={SPEEDS.map(([value, text]) => ({ value, text }))}
                take={setSpeed}
              />
              <button type="button" className="button" onClick={() => setWide(!wide)}>
                {wide ? (
                  <Minimize2 size={13} aria-hidden="true" />
                ) : (
                  <Maximize2 size={13} aria-hidden="true" />
                )}
                {wide ? "Back to the desk" : "As on the wall"}
              </button>
            </span>
          </div>
          {failed && (
            <p role="alert" className="mt-2 text-stop">
              {failed}
            </p>
          )}
          {refused && (
            <p role="alert" className="mt-2 font-semibold text-stop">
              {refused}
            </p>
          )}
          {snapshot ? (
            <Rooms design={design} level={level} now={snapshot} open={setRoom} />
          ) : (
            <p className="p-4 text-soft" role="status">
              {failed ? "" : "The house wakes up…"}
            </p>
          )}
        </div>
        <aside
          className="w-full shrink-0 border-rule bg-pane p-4 max-@3xl:border-t @3xl:w-72 @3xl:border-l @3xl:overflow-y-auto"
          aria-label="What the household sets"
        >
          {snapshot && holdsOf(design, snapshot).length > 0 && (
            <section aria-label="Hold to do it">
              <h3 className="text-small text-soft">Hold to do it</h3>
              <div className="mt-2 grid gap-2.5">
                {holdsOf(design, snapshot).map((hold) => (
                  <HoldButton
                    key={hold.point}
                    hold={hold}
                    done={() => post({ wish: { point: hold.point, aspect: hold.aspect, value: hold.value } })}
                  />
                ))}
              </div>
            </section>
          )}
          {flags.length > 0 && (
            <section className="mt-4" aria-label="The house lets it be">
              <h3 className="text-small text-soft">The house lets it be</h3>
              <ul className="mt-1 divide-y divide-rule">
                {flags.map((dial) => (
                  <li key={dial.id}>
                    <Dial dial={dial} value={snapshot?.dials.get(dial.id)} post={post} />
                  </li>
                ))}
              </ul>
            </section>
          )}
          {others.length > 0 && (
            <section className="mt-4" aria-label="Times and levels">
              <h3 className="text-small text-soft">Times and levels</h3>
              <ul className="mt-1 divide-y divide-rule">
                {others.map((dial) => (
                  <li key={dial.id}>
                    <Dial dial={dial} value={snapshot?.dials.get(dial.id)} post={post} />
                  </li>
                ))}
              </ul>
            </section>
          )}
          {snapshot && (
            <p className="mt-4 flex justify-between text-base">
              <span className="text-soft">Lamps today</span>
              <span className="measure">{snapshot.sums.kWh.toFixed(2)} kWh</span>
            </p>
          )}
        </aside>
      </div>
      <section
        className="flex shrink-0 flex-wrap items-stretch border-t border-rule bg-raised"
        aria-label="In order before bed"
      >
        {order.map(({ name, ok, says }) => (
          <div
            key={name}
            className="flex items-center gap-3 border-r border-rule px-4 py-2.5"
            data-order={ok ? "yes" : "no"}
          >
            {ok ? (
              <Check size={22} className="text-accent" aria-hidden="true" />
            ) : (
              <span
                className="grid size-5 place-items-center bg-stop text-white dark:text-on-accent"
                aria-hidden="true"
              >
                <Minus size={14} />
              </span>
            )}
            <span>
              <strong className="block text-base font-semibold">{name}</strong>
              <span className={`text-small ${ok ? "text-soft" : "text-stop"}`}>{says}</span>
            </span>
          </div>
        ))}
        {snapshot && (
          <p
            className={`ml-auto self-center px-4 py-2 text-right text-base font-semibold ${open ? "text-stop" : "text-accent"}`}
            data-before-bed
          >
            {open ? `${capital(counted(open, "thing"))} before bed` : "All in order"}
            <span className="block text-small font-normal text-soft">
              {order.length - open} of {order.length} in order
            </span>
          </p>
        )}
      </section>
      {room !== undefined && snapshot && (
        <RoomSheet design={design} now={snapshot} room={room} close={() => setRoom(undefined)} post={post} />
      )}
    </div>
  );
}
