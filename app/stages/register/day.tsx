/**
 * A day of commissioning: which rooms, with how many people, chargers and pairing windows; who does what when, waits laid
 * over one another, beside what no plan is under. A bar is dragged to a later time, and the rest is planned around it.
 */
import { Undo2 } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { type Design, rowOf } from "#core/design/collections";
import { changeSettings } from "#core/design/row-changes";
import { parseClock } from "#core/design/clock";
import { InputError } from "#core/design/input-error";
import { counted } from "#core/design/words";
import type { Working } from "#core/desk/working";
import { commissioningOf, dayAsked, isOpen, resourcesOf } from "#core/stages/register/steps";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Worked } from "../../inspect/parts";
import { TextField } from "../../kit/fields";
import { usePrinting } from "../../kit/printing";
import { whenAtRest } from "../../kit/rest";
import { Tick } from "../../kit/ticks";
import { startWorker, type Hand } from "../../workers/ask";
import type { DayPlan } from "#core/stages/register/day-plan";
import type { DayAsk, DayReply } from "../../workers/day";
import { DayList, Gantt } from "./gantt";

const hoursText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;

/** The plan of what is asked, as the design stands; the one of before is kept until the new one is there. */
function usePlan(design: Design, rooms: ReadonlySet<string>, from: Readonly<Record<string, number>>) {
  const hand = useRef<Hand<DayAsk>>(undefined);
  const [reply, setReply] = useState<{ n: number; plan?: DayPlan; failed?: string }>({ n: 0 });
  const [ready, setReady] = useState(false);
  const [n, setN] = useState(0);
  const count = useRef(0);
  const asked = useMemo(() => {
    const ids = new Set(
      design.devices
        .filter(({ point }) => rooms.has(rowOf(design, "points", point).room))
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
      const { room } = rowOf(design, "points", one.device.point);
      const own = rooms.get(room) ?? { minutes: 0, devices: 0 };
      rooms.set(room, { minutes: own.minutes + one.leftMin, devices: own.devices + 1 });
    }
    return rooms;
  }, [design]);
  const first = () => {
    const begun = new Set(
      design.devices
        .filter(({ status }) => status === "commissioned")
        .map(({ point }) => rowOf(design, "points", point).level),
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
  const printing = usePrinting();
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
        {printing && plan && <DayList design={design} steps={plan.steps} start={start} />}
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
