/** Lanes under one clock: who is where, what stands how, what is down; a press or the arrows move the moment. */
import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Design } from "#core/design/collections";
import { byId } from "#core/design/collections";
import { addDays, clockText, dayName, dayStart, localParts } from "#core/design/local-time";
import type { Lane, Span, Tone } from "#core/stages/rehearse/lanes";
import type { Run } from "#core/stages/rehearse/run";

const LOOK: Readonly<Record<Tone, string>> = {
  light: "bg-jacket-yellow/45 text-ink",
  rest: "bg-rule/45 text-soft",
  moved: "bg-accent/70 text-on-accent",
  on: "bg-power/80 text-on-accent",
  out: "bg-control/80 text-on-accent",
  home: "bg-accent text-on-accent",
  asleep: "bg-bus text-on-accent",
  away: "bg-structure/70 text-on-accent",
  up: "bg-control/60 text-on-accent",
  down: "bg-stop text-on-accent",
  wet: "bg-note text-on-accent",
};

/** Narrower than this share of the lane a stretch bears no words. */
const WORDS_FROM = 0.045;
const MINUTE = 60_000;

const NAMES = "w-36 shrink-0 max-sm:w-24";

function Stretch({ span, run, week }: { span: Span; run: Run; week: boolean }) {
  const whole = run.to - run.from;
  const share = (span.to - span.from) / whole;
  return (
    <span
      className={`absolute inset-y-0.5 overflow-hidden border-r border-raised px-1 text-tiny leading-4 whitespace-nowrap ${LOOK[span.tone]}`}
      style={{ left: `${((span.from - run.from) / whole) * 100}%`, width: `${share * 100}%` }}
      title={span.text}
      data-tone={span.tone}
    >
      {share > (week ? 0.03 : WORDS_FROM) && span.text}
    </span>
  );
}

function Wind({ run }: { run: Run }) {
  const most = Math.max(12, ...run.weather.map(({ sky }) => sky.windMS));
  const whole = run.to - run.from;
  const path = run.weather
    .map(
      ({ at, sky }, i) =>
        `${i ? "L" : "M"}${((at - run.from) / whole) * 1000},${24 - (sky.windMS / most) * 22}`,
    )
    .join("");
  return (
    <svg
      viewBox="0 0 1000 24"
      preserveAspectRatio="none"
      className="absolute inset-0 h-full w-full"
      aria-hidden="true"
    >
      <path
        d={path}
        fill="none"
        className="stroke-power"
        strokeWidth="1.5"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** Where the clock's marks stand: every three hours of a day, every day of a week. */
function marksOf(zone: string, run: Run): { at: number; text: string }[] {
  const first = localParts(zone, run.from);
  const days = run.ask.days;
  if (days > 1)
    return Array.from({ length: days }, (_, i) => {
      const day = addDays(first, i);
      return { at: dayStart(zone, day), text: dayName(day).split(" ").slice(0, 2).join(" ") };
    });
  const marks: { at: number; text: string }[] = [];
  for (let at = run.from; at < run.to; at += 3 * 3_600_000) marks.push({ at, text: clockText(zone, at) });
  return marks;
}

export function Lanes({
  design,
  run,
  at,
  move,
  only,
  selected,
  head,
  label = "Lanes of the rehearsal",
}: {
  design: Design;
  run: Run;
  at: number | undefined;
  move(at: number): void;
  /** Lanes to show; all where absent. */
  only?: (lane: Lane) => boolean;
  /** Point whose lane is marked. */
  selected?: string;
  /** Stands over the names. */
  head?: React.ReactNode;
  label?: string;
}) {
  const { zone } = design.design;
  const area = useRef<HTMLDivElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const { lanes } = run;
  // The lane of what is looked at is to be seen.
  useEffect(() => {
    if (selected !== undefined)
      list.current
        ?.querySelector(`[data-lane="${CSS.escape(selected)}"]`)
        ?.scrollIntoView({ block: "nearest" });
  }, [selected]);
  const shown = only ? lanes.filter(only) : lanes;
  const marks = useMemo(() => marksOf(zone, run), [zone, run]);
  const whole = run.to - run.from;
  const week = run.ask.days > 1;
  const clamp = (ms: number) => Math.min(run.to - MINUTE, Math.max(run.from, ms));
  const moved = (event: PointerEvent<HTMLDivElement>) => {
    const frame = area.current!.getBoundingClientRect();
    const share = (event.clientX - frame.left) / frame.width;
    if (share >= 0) move(clamp(Math.round((run.from + share * whole) / MINUTE) * MINUTE));
  };
  const keyed = (event: KeyboardEvent) => {
    const step = (event.shiftKey ? 60 : week ? 30 : 5) * MINUTE;
    const to = {
      ArrowLeft: (at ?? run.from) - step,
      ArrowRight: (at ?? run.from) + step,
      Home: run.from,
      End: run.to,
      PageUp: (at ?? run.from) - 3 * 3_600_000,
      PageDown: (at ?? run.from) + 3 * 3_600_000,
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    move(clamp(to));
  };
  const rooms = byId(design, "rooms");
  const left = at === undefined ? undefined : ((at - run.from) / whole) * 100;
  let room: string | undefined;
  return (
    <div
      className="relative min-h-0 flex-1 overflow-y-auto bg-raised"
      role="region"
      aria-label={label}
      tabIndex={0}
    >
      <div className="sticky top-0 z-20 flex h-7 items-center border-b border-rule bg-pane">
        <span className={`${NAMES} px-1.5`}>{head}</span>
        <div className="relative mr-3 h-full flex-1">
          {marks.map((mark) => (
            <span
              key={mark.at}
              className="absolute font-mono text-tiny leading-7 text-soft"
              style={{ left: `${((mark.at - run.from) / whole) * 100}%` }}
            >
              {mark.text}
            </span>
          ))}
        </div>
      </div>
      <div className="relative">
        <ul ref={list} className="py-1">
          {shown.map((lane) => {
            const heading = lane.room !== room ? rooms.get(lane.room ?? "")?.name : undefined;
            room = lane.room;
            return (
              <li key={lane.id}>
                {heading && (
                  <p className="pt-1 pl-3 text-tiny font-semibold text-soft" aria-hidden="true">
                    {heading}
                  </p>
                )}
                <div
                  className={`flex h-6 items-stretch ${selected !== undefined && lane.point === selected ? "bg-wash" : ""}`}
                  data-lane={lane.id}
                >
                  <span className={`${NAMES} truncate pr-2 pl-3 text-small leading-6`} title={lane.name}>
                    {lane.name}
                  </span>
                  <div className="relative mr-3 flex-1" aria-hidden="true">
                    {lane.spans.map((span) => (
                      <Stretch key={span.from} span={span} run={run} week={week} />
                    ))}
                  </div>
                  <span className="sr-only">
                    {lane.spans
                      .filter(({ text }) => text)
                      .slice(0, 40)
                      .map((span) => `${clockText(zone, span.from)} ${span.text}`)
                      .join(", ")}
                  </span>
                </div>
                {lane.id === "daylight" && (
                  <div className="flex h-6 items-stretch" data-lane="wind">
                    <span className={`${NAMES} pl-3 text-small leading-6`}>Wind, m/s</span>
                    <div className="relative mr-3 flex-1">
                      <Wind run={run} />
                      <span className="absolute top-0 right-1 font-mono text-tiny text-soft">
                        to {Math.max(...run.weather.map(({ sky }) => sky.windMS)).toFixed(1)}
                      </span>
                    </div>
                  </div>
                )}
              </li>
            );
          })}
        </ul>
        <div className="absolute inset-y-0 right-0 left-0 flex">
          <span className={`${NAMES} pointer-events-none`} />
          <div
            ref={area}
            className="relative mr-3 flex-1 cursor-ew-resize"
            role="slider"
            tabIndex={0}
            aria-label="Moment of the rehearsal"
            aria-valuemin={0}
            aria-valuemax={Math.round(whole / MINUTE)}
            aria-valuenow={at === undefined ? 0 : Math.round((at - run.from) / MINUTE)}
            aria-valuetext={at === undefined ? "" : clockText(zone, at)}
            onKeyDown={keyed}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              moved(event);
            }}
            onPointerMove={(event) => event.currentTarget.hasPointerCapture(event.pointerId) && moved(event)}
          >
            {marks.map((mark) => (
              <span
                key={mark.at}
                className="pointer-events-none absolute inset-y-0 w-px bg-rule/60"
                style={{ left: `${((mark.at - run.from) / whole) * 100}%` }}
              />
            ))}
            {left !== undefined && left >= 0 && left <= 100 && (
              <span
                className="pointer-events-none absolute inset-y-0 w-0.5 bg-ink"
                style={{ left: `${left}%` }}
                data-scrubber
              />
            )}
          </div>
        </div>
      </div>
    </div>
  );
}
