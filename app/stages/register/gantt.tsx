/** The day as bars, dragged or moved by keys; and on paper, who does what when. */
import { Fragment, useMemo, useState, type PointerEvent } from "react";
import { byId, type Design, rowOf } from "#core/design/collections";
import { counted } from "#core/design/words";
import type { StepPlanned } from "#core/stages/register/day-plan";
import { commissioningOf, stepKey } from "#core/stages/register/steps";
import { usePrinting } from "../../kit/printing";

const [ROW, HEAD, NAME] = [24, 22, 190];
/** Bars of so many devices stand on a page of paper. */
const ROWS_PRINTED = 20;
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

/** Devices of each page: bars of all of them on one would be too small to read. */
const inPages = (rows: readonly string[]) =>
  Array.from({ length: Math.ceil(rows.length / ROWS_PRINTED) }, (_, n) =>
    rows.slice(n * ROWS_PRINTED, (n + 1) * ROWS_PRINTED),
  );

const look = ({ needs }: Pick<StepPlanned, "needs">) =>
  needs.includes("chargers")
    ? "fill-power"
    : needs.includes("windows")
      ? "fill-bus"
      : needs.includes("people")
        ? "fill-accent"
        : "fill-pane stroke-soft";

export function Gantt({
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
  // A day is about as wide as the sheet; a longer plan is scrolled.
  const perMin = printing
    ? 900 / Math.max(minutes, 60)
    : Math.max(1.6, Math.min(4, 700 / Math.max(minutes, 60)));
  const width = NAME + minutes * perMin + 40;
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
  const chart = (shown: readonly string[]) => {
    const at = new Map(shown.map((id, n) => [id, n]));
    const height = HEAD + shown.length * ROW + 6;
    return (
      <svg
        key={shown[0]}
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
        {shown.map((id, n) => (
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
          if (!at.has(step.device)) return null;
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
    );
  };
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="group"
      aria-label="The day as bars"
    >
      {printing ? inPages(rows).map(chart) : chart(rows)}
      <p className="px-3 py-2 text-small text-soft" data-chrome>
        Drag a bar to a later time, or turn to it and press the right arrow: it is not done before, and the
        rest is planned around it. The figure on a bar is the person. Delete lets it go. Mains, heights and
        doors: the cautions stand at each step.
      </p>
    </div>
  );
}

const shortened = (name: string) => (name.length > 27 ? `${name.slice(0, 26)}…` : name);

/** On paper: each person's day as a list to be ticked, with what each step is cautioned for. */
export function DayList({
  design,
  steps,
  start,
}: {
  design: Design;
  steps: readonly StepPlanned[];
  start: string;
}) {
  const people = useMemo(() => {
    const own = new Map<number, StepPlanned[]>();
    for (const step of steps) {
      // A step for two is on the list of both.
      const hands = step.needs.flatMap((need, n) => (need === "people" ? [step.with[n]!] : []));
      for (const person of hands.length ? hands : [-1]) own.set(person, [...(own.get(person) ?? []), step]);
    }
    // What needs nobody's hands comes last.
    return [...own].sort(([a], [b]) => (a < 0 ? Infinity : a) - (b < 0 ? Infinity : b));
  }, [steps]);
  const cautions = useMemo(() => {
    const all = commissioningOf(design);
    return new Map(
      steps.map((one) => [
        stepKey(one),
        all.get(one.device)?.steps.find(({ index }) => index === one.index)?.step.caution,
      ]),
    );
  }, [design, steps]);
  const room = (device: string) => {
    const point = rowOf(design, "points", rowOf(design, "devices", device).point);
    return byId(design, "rooms").get(point.room)?.name ?? "";
  };
  return people.map(([person, own]) => (
    <Fragment key={person}>
      <h2 className="mt-4 mb-1 font-semibold">
        {person < 0 ? "By itself: chargers, waits and first reports" : `Person ${person + 1}`}
      </h2>
      <table className="printed">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Room</th>
            <th scope="col">Device</th>
            <th scope="col">Step</th>
            <th scope="col">Done</th>
          </tr>
        </thead>
        <tbody>
          {[...own]
            .sort((a, b) => a.start - b.start || a.end - b.end)
            .map((step) => (
              <tr key={stepKey(step)}>
                <td className="measure">
                  {when(step.start, start)} to {when(step.end, start)}
                </td>
                <td className="whitespace-nowrap">{room(step.device)}</td>
                <td className="whitespace-nowrap">{rowOf(design, "devices", step.device).name}</td>
                <td>
                  {step.step}
                  {cautions.get(stepKey(step)) && (
                    <span className="block text-small">{cautions.get(stepKey(step))}</span>
                  )}
                </td>
                <td>☐</td>
              </tr>
            ))}
        </tbody>
      </table>
    </Fragment>
  ));
}
