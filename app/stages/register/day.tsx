/**
 * A day of commissioning: which rooms, with how many people, chargers and pairing windows; who does what when, waits laid
 * over one another, beside what no plan is under. A bar is dragged to a later time, and the rest is planned around it.
 */
import { Undo2 } from "lucide-react";
import { useEffect, useMemo, useRef, useState, type PointerEvent } from "react";
import { byId, type Design } from "#core/design/collections";
import { changeSettings } from "#core/design/row-changes";
import { parseClock } from "#core/design/clock";
import { InputError } from "#core/design/input-error";
import { counted } from "#core/design/words";
import type { StepPlanned } from "#core/stages/register/day-plan";
import type { Working } from "#core/desk/working";
import { commissioningOf, dayAsked, isOpen, resourcesOf, stepKey } from "#core/stages/register/steps";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Worked } from "../../inspect/parts";
import { TextField } from "../../kit/fields";
import { usePrinting } from "../../kit/printing";
import { whenAtRest } from "../../kit/rest";
import { Tick } from "../../kit/ticks";
import { startWorker, type Hand } from "../../workers/ask";
import type { DayAsk, DayReply } from "../../workers/day";

const [ROW, HEAD, NAME] = [24, 22, 190];
/** What people work on a day; a rule is drawn at each end of one. */
const DAY_MIN = 8 * 60;

const minutesOf = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** Minutes from the start as a time of day; a day's work behind another is the next day. */
function when(minute: number, start: string): string {
  const day = Math.floor(minute / DAY_MIN);
  const at = minutesOf(start) + (minute % DAY_MIN);
  const clock = `${String(Math.floor(at / 60) % 24).padStart(2, "0")}:${String(Math.floor(at % 60)).padStart(2, "0")}`;
  return day ? `day ${day + 1} ${clock}` : clock;
}

const hoursText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;

/** The plan of what is asked, as the design stands; the one of before is kept until the new one is there. */
function usePlan(design: Design, rooms: ReadonlySet<string>, from: Readonly<Record<string, number>>) {
  const hand = useRef<Hand<DayAsk>>(undefined);
  const [reply, setReply] = useState<DayReply>({ n: 0 });
  const [ready, setReady] = useState(false);
  const [n, setN] = useState(0);
  const count = useRef(0);
  const asked = useMemo(() => {
    const ids = new Set(
      design.devices
        .filter(({ point }) => rooms.has(byId(design, "points").get(point)!.room))
        .map(({ id }) => id)
        .filter((id) => isOpen(commissioningOf(design).get(id)!)),
    );
    return dayAsked(design, ids, from);
  }, [design, rooms, from]);
  useEffect(() => {
    const rest = whenAtRest(() => {
      hand.current = startWorker<DayAsk, DayReply>(
        () => new Worker(new URL("../../workers/day.ts", import.meta.url), { type: "module" }),
        (next) => next.n === count.current && setReply(next),
        (failed) => setReply((now) => ({ ...now, failed })),
      );
      setReady(true);
    });
    return () => {
      rest();
      hand.current?.end();
      hand.current = undefined;
    };
  }, []);
  useEffect(() => {
    if (!ready) return;
    count.current += 1;
    setN(count.current);
    const { resources, steps, walks, walkMinutes } = asked;
    const levels = design.levels.map(({ id }) => id);
    hand.current?.post({
      n: count.current,
      resources,
      steps,
      walks,
      walkMinutes: Object.fromEntries(
        levels.flatMap((a) => levels.map((b) => [`${a} ${b}`, walkMinutes?.(a, b) ?? 0])),
      ),
    });
  }, [ready, asked, design.levels]);
  return { asked, plan: reply.plan, failed: reply.failed, busy: !ready || reply.n !== n };
}

/** Rooms that something is left in, by level; those of the first level that is begun and not done are ticked. */
function useRooms(design: Design) {
  const left = useMemo(() => {
    const rooms = new Map<string, { minutes: number; devices: number }>();
    for (const one of commissioningOf(design).values()) {
      if (!isOpen(one)) continue;
      const { room } = byId(design, "points").get(one.device.point)!;
      const own = rooms.get(room) ?? { minutes: 0, devices: 0 };
      rooms.set(room, { minutes: own.minutes + one.leftMin, devices: own.devices + 1 });
    }
    return rooms;
  }, [design]);
  const first = () => {
    const begun = new Set(
      design.devices
        .filter(({ status }) => status === "commissioned")
        .map(({ point }) => byId(design, "points").get(point)!.level),
    );
    const levels = [...design.levels].sort((a, b) => a.order - b.order).map(({ id }) => id);
    const level =
      levels.find(
        (id) => begun.has(id) && design.rooms.some((room) => room.level === id && left.has(room.id)),
      ) ?? levels.find((id) => design.rooms.some((room) => room.level === id && left.has(room.id)));
    return new Set(
      design.rooms.filter((room) => room.level === level && left.has(room.id)).map(({ id }) => id),
    );
  };
  const [rooms, setRooms] = useState<ReadonlySet<string>>(first);
  return { left, rooms, setRooms };
}

export default function Day() {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const { left, rooms, setRooms } = useRooms(design);
  const [from, setFrom] = useState<Readonly<Record<string, number>>>({});
  const [start, setStart] = useState("08:00");
  const { plan, asked, busy, failed } = usePlan(design, rooms, from);
  if (!left.size)
    return (
      <Empty text="Nothing is left to be commissioned: every device is called commissioned, or there is none yet.">
        <ToSheet stage="register" text="To the devices" />
      </Empty>
    );
  const counts = Object.fromEntries(resourcesOf(design).map(({ id, count }) => [id, count]));
  const count = (id: "people" | "chargers" | "windows", label: string) => (
    <TextField
      label={label}
      mono
      inputMode="decimal"
      text={String(counts[id])}
      take={(text) => {
        const value = Number(text);
        if (!Number.isInteger(value) || value < 1 || value > (id === "people" ? 20 : 50))
          throw new InputError([
            { path: label, reason: `must be a whole number, 1 to ${id === "people" ? 20 : 50}` },
          ]);
        edit((now) =>
          changeSettings(now, { registerSettings: { ...now.design.registerSettings, [id]: value } }),
        );
      }}
    />
  );
  const pinned = Object.keys(from).length;
  return (
    <div className="flex min-h-0 flex-1 max-md:flex-col">
      <aside
        aria-label="What the day is asked"
        className="relative w-56 shrink-0 overflow-y-auto border-r border-rule bg-pane px-3 py-2.5 max-md:max-h-44 max-md:w-full max-md:border-b"
        data-chrome
      >
        <div className="grid gap-1.5">
          {count("people", "People")}
          {count("chargers", "Chargers")}
          {count("windows", "Windows")}
          <TextField label="Begins" mono text={start} take={(text) => setStart(parseClock(text, "Begins"))} />
        </div>
        <p className="mt-1 text-tiny text-soft">Windows: pairing windows that can be open at once.</p>
        {[...design.levels]
          .sort((a, b) => a.order - b.order)
          .map((level) => {
            const own = design.rooms.filter((room) => room.level === level.id && left.has(room.id));
            if (!own.length) return null;
            const all = own.every(({ id }) => rooms.has(id));
            const put = (ids: readonly string[], on: boolean) => {
              const next = new Set(rooms);
              for (const id of ids)
                if (on) next.add(id);
                else next.delete(id);
              setRooms(next);
            };
            return (
              <fieldset key={level.id} className="mt-2.5">
                <legend className="sr-only">{level.name}</legend>
                <Tick
                  className="font-semibold"
                  label={level.name}
                  on={all}
                  set={(on) =>
                    put(
                      own.map(({ id }) => id),
                      on,
                    )
                  }
                />
                {own.map(({ id, name }) => (
                  <div key={id} className="flex items-baseline justify-between gap-2 pl-4">
                    <Tick label={name} on={rooms.has(id)} set={(on) => put([id], on)} />
                    <span className="font-mono text-small whitespace-nowrap text-soft">
                      {hoursText(left.get(id)!.minutes)}
                    </span>
                  </div>
                ))}
              </fieldset>
            );
          })}
      </aside>
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <div className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-1">
          {plan && asked.steps.length > 0 ? (
            <p role="status" data-day-plan>
              <Worked
                working={() => planWorking(plan.minutes, plan.boundMinutes, asked.steps.length, counts)}
              >
                {hoursText(plan.minutes)}
              </Worked>{" "}
              <span className="text-soft">
                for {counted(asked.steps.length, "step")} of{" "}
                {counted(new Set(asked.steps.map(({ device }) => device)).size, "device")}; no plan is under{" "}
                {hoursText(plan.boundMinutes)}
                {plan.boundMinutes > 0 && plan.minutes > plan.boundMinutes
                  ? `, ${((100 * (plan.minutes - plan.boundMinutes)) / plan.boundMinutes).toFixed(1)} % over it`
                  : ", which it meets"}
              </span>
            </p>
          ) : (
            <p className="text-soft" role="status">
              {asked.steps.length ? "Planning…" : "Tick a room at the left."}
            </p>
          )}
          {busy && plan && <span className="text-small text-soft">planning anew…</span>}
          {failed && (
            <p role="alert" className="text-stop">
              The day could not be planned: {failed}
            </p>
          )}
          {pinned > 0 && (
            <button type="button" className="button h-6" onClick={() => setFrom({})}>
              <Undo2 size={13} /> Let {counted(pinned, "step")} go
            </button>
          )}
          <span className="ml-auto flex flex-wrap gap-x-3 text-small text-soft">
            <Legend className="bg-accent" text="hands" />
            <Legend className="bg-bus" text="hands and a window" />
            <Legend className="bg-power" text="on a charger" />
            <Legend className="border border-soft bg-pane" text="wait" />
          </span>
        </div>
        {plan && asked.steps.length > 0 && (
          <Gantt
            design={design}
            steps={plan.steps}
            minutes={plan.minutes}
            start={start}
            from={from}
            people={counts.people!}
            put={
              readOnly
                ? undefined
                : (key, minute) =>
                    setFrom((now) => (minute > 0 ? { ...now, [key]: minute } : without(now, key)))
            }
          />
        )}
      </div>
    </div>
  );
}

const without = (from: Readonly<Record<string, number>>, key: string) =>
  Object.fromEntries(Object.entries(from).filter(([other]) => other !== key));

const Legend = ({ className, text }: { className: string; text: string }) => (
  <span className="flex items-center gap-1 whitespace-nowrap">
    <span className={`inline-block h-2.5 w-4 ${className}`} aria-hidden="true" />
    {text}
  </span>
);

function planWorking(minutes: number, bound: number, steps: number, counts: Record<string, number>): Working {
  return {
    title: "The day",
    value: minutes,
    unit: "min",
    verdict: "none",
    steps: [
      {
        formula:
          "The longest device by itself; and for people, chargers and windows: what comes before, all uses ÷ how many, what comes after",
        with: Object.entries(counts)
          .map(([id, own]) => `${own} ${id}`)
          .join(", "),
        gives: `${bound} min: no plan is under it`,
        source: "waits need nobody",
      },
      {
        formula: "Steps put one after another, each as early as it can be; many orders tried, the best kept",
        with: `${steps} steps, walks between levels counted`,
        gives: `${minutes} min`,
        source: bound > 0 ? `${((100 * (minutes - bound)) / bound).toFixed(1)} % over the bound` : "",
      },
    ],
  };
}

const look = ({ needs }: Pick<StepPlanned, "needs">) =>
  needs.includes("chargers")
    ? "fill-power"
    : needs.includes("windows")
      ? "fill-bus"
      : needs.includes("people")
        ? "fill-accent"
        : "fill-pane stroke-soft";

function Gantt({
  design,
  steps,
  minutes,
  start,
  from,
  people,
  put,
}: {
  design: Design;
  steps: readonly StepPlanned[];
  minutes: number;
  start: string;
  from: Readonly<Record<string, number>>;
  people: number;
  put?(key: string, minute: number): void;
}) {
  const printing = usePrinting();
  const [drag, setDrag] = useState<{ key: string; x: number; by: number }>();
  const [chosen, setChosen] = useState<string>();
  const rows = useMemo(() => {
    const order = new Map<string, number>();
    for (const { device, start: at } of steps) order.set(device, Math.min(order.get(device) ?? Infinity, at));
    return [...order].sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1)).map(([id]) => id);
  }, [steps]);
  const at = new Map(rows.map((id, n) => [id, n]));
  // A day is about as wide as the sheet; a longer plan is scrolled.
  const perMin = printing
    ? 900 / Math.max(minutes, 60)
    : Math.max(1.6, Math.min(4, 700 / Math.max(minutes, 60)));
  const width = NAME + minutes * perMin + 40;
  const height = HEAD + rows.length * ROW + 6;
  const every = perMin > 2.5 ? 30 : 60;
  const x = (minute: number) => NAME + minute * perMin;
  const move = (event: PointerEvent) => drag && setDrag({ ...drag, by: event.clientX - drag.x });
  const drop = () => {
    if (!drag) return;
    const step = steps.find((one) => stepKey(one) === drag.key);
    setDrag(undefined);
    if (step && Math.abs(drag.by) > 4)
      put?.(drag.key, Math.max(0, Math.round((step.start + drag.by / perMin) / 5) * 5));
  };
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="group"
      aria-label="The day as bars"
    >
      <svg
        // On paper the whole day is as wide as the sheet.
        {...(printing ? {} : { width, height })}
        viewBox={`0 0 ${width} ${height}`}
        className={`block ${printing ? "w-full" : "max-w-none"}`}
        role="group"
        aria-label={`${counted(steps.length, "step")} of ${counted(rows.length, "device")} in ${Math.round(minutes)} minutes`}
        onPointerMove={move}
        onPointerUp={drop}
        data-gantt
      >
        {Array.from({ length: Math.floor(minutes / every) + 1 }, (_, n) => n * every).map((minute) => (
          <g key={minute}>
            <line
              x1={x(minute)}
              x2={x(minute)}
              y1={HEAD}
              y2={height}
              className={minute % DAY_MIN === 0 ? "stroke-soft" : "stroke-rule"}
            />
            <text x={x(minute) + 3} y={14} className="fill-soft font-mono text-tiny">
              {when(minute, start)}
            </text>
          </g>
        ))}
        {rows.map((id, n) => (
          <g key={id}>
            <line
              x1={0}
              x2={width}
              y1={HEAD + (n + 1) * ROW}
              y2={HEAD + (n + 1) * ROW}
              className="stroke-rule"
              opacity={0.5}
            />
            <text x={10} y={HEAD + n * ROW + 16} className="fill-ink text-small">
              {shortened(byId(design, "devices").get(id)?.name ?? id)}
            </text>
          </g>
        ))}
        {steps.map((step) => {
          const key = stepKey(step);
          const by = drag?.key === key ? drag.by : 0;
          const y = HEAD + at.get(step.device)! * ROW + 4;
          const w = Math.max(1.5, (step.end - step.start) * perMin - 0.8);
          const who = step.needs.indexOf("people");
          const told = `${byId(design, "devices").get(step.device)?.name}: ${step.step}, ${when(step.start, start)} to ${when(step.end, start)}${who >= 0 && people > 1 ? `, person ${step.with[who]! + 1}` : ""}`;
          return (
            <g
              key={key}
              transform={`translate(${x(step.start) + by} ${y})`}
              role="button"
              tabIndex={put ? (chosen === key || (!chosen && step === steps[0]) ? 0 : -1) : undefined}
              aria-label={told}
              data-bar={key}
              className={put ? "cursor-grab outline-offset-2" : ""}
              onFocus={() => setChosen(key)}
              onPointerDown={(event) => {
                if (!put) return;
                event.currentTarget.setPointerCapture?.(event.pointerId);
                setChosen(key);
                setDrag({ key, x: event.clientX, by: 0 });
              }}
              onKeyDown={(event) => {
                const go = (d: number) => {
                  event.preventDefault();
                  const next = steps[steps.indexOf(step) + d];
                  if (!next) return;
                  setChosen(stepKey(next));
                  const bar = event.currentTarget.ownerSVGElement?.querySelector<SVGGElement>(
                    `[data-bar="${stepKey(next)}"]`,
                  );
                  bar?.focus();
                };
                if (event.key === "ArrowDown") go(1);
                else if (event.key === "ArrowUp") go(-1);
                else if (put && (event.key === "ArrowRight" || event.key === "ArrowLeft")) {
                  event.preventDefault();
                  put(key, Math.max(0, (from[key] ?? step.start) + (event.key === "ArrowRight" ? 15 : -15)));
                } else if (put && event.key === "Delete") {
                  event.preventDefault();
                  put(key, 0);
                }
              }}
            >
              <title>{told}</title>
              <rect width={w} height={ROW - 8} rx={1.5} className={look(step)} />
              {from[key] !== undefined && <rect width={2.5} height={ROW - 8} className="fill-stop" />}
              {who >= 0 && people > 1 && w > 12 && (
                <text x={3.5} y={12} className="pointer-events-none fill-on-accent font-mono text-tiny">
                  {step.with[who]! + 1}
                </text>
              )}
              {w > 70 && (
                <text
                  x={w > 90 && people > 1 && who >= 0 ? 14 : 5}
                  y={12}
                  className={`pointer-events-none text-tiny ${step.needs.length ? "fill-on-accent" : "fill-soft"}`}
                >
                  {step.step}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <p className="px-3 py-2 text-small text-soft" data-chrome>
        Drag a bar to a later time, or turn to it and press the right arrow: it is not done before, and the
        rest is planned around it. The figure on a bar is the person. Delete lets it go. Mains, heights and
        doors: the cautions stand at each step.
      </p>
    </div>
  );
}

const shortened = (name: string) => (name.length > 27 ? `${name.slice(0, 26)}…` : name);
