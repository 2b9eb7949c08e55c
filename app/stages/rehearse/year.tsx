/** A year of the house in seconds: every day as a bar, what annoys as places to jump to. */
import { useState } from "react";
import { max } from "d3-array";
import { dayName, dayText, localParts } from "#core/design/local-time";
import type { DaySums, Run } from "#core/stages/rehearse/run";
import { useDesign } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { linear } from "../../kit/linear";
import { askFor, useAsked } from "./asked";
import { RunBar } from "./bar";
import { useRun } from "./run-store";

const WIDTH = 1000;
const HEIGHT = 190;
const SERIES = {
  moves: "Motor moves",
  switchings: "Switchings",
  fires: "Sentences fired",
  presses: "Presses by hand",
  annoyances: "Annoyances",
} as const;
type Series = keyof typeof SERIES;
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

function Bars({ run, zone, series, go }: { run: Run; zone: string; series: Series; go(day: string): void }) {
  const most = Math.max(1, max(run.days, (day) => day[series]) ?? 1);
  const x = linear([0, run.days.length], [34, WIDTH]);
  const y = linear([0, most], [HEIGHT - 18, 6]);
  const width = Math.max(1, x(1) - x(0) - 0.4);
  const months = run.days.flatMap((day, i) =>
    localParts(zone, day.at).day === 1 ? [{ i, at: day.at }] : [],
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={`${SERIES[series]} of each day, ${most} at the most`}
    >
      {[0, most / 2, most].map((value) => (
        <g key={value}>
          <line x1={34} x2={WIDTH} y1={y(value)} y2={y(value)} className="stroke-rule" strokeWidth="0.7" />
          <text x={30} y={y(value) + 3.5} textAnchor="end" className="fill-soft font-mono text-tiny">
            {Math.round(value)}
          </text>
        </g>
      ))}
      {run.days.map((day, i) => (
        <rect
          key={day.at}
          x={x(i)}
          width={width}
          y={y(day[series])}
          height={Math.max(0, y(0) - y(day[series]))}
          className={`cursor-pointer ${series === "annoyances" ? "fill-stop" : day.annoyances ? "fill-power" : "fill-accent"} hover:opacity-70`}
          onClick={() => go(dayText(localParts(zone, day.at)))}
        >
          <title>
            {dayName(localParts(zone, day.at))}: {day[series]}
          </title>
        </rect>
      ))}
      {months.map(({ i, at }) => (
        <text key={at} x={x(i)} y={HEIGHT - 4} className="fill-soft text-tiny">
          {MONTHS[localParts(zone, at).month - 1]}
        </text>
      ))}
    </svg>
  );
}

/** Sums of each month, for those who read tables. */
function monthsOf(run: Run, zone: string): (Record<Series, number> & { month: number })[] {
  const found = new Map<number, Record<Series, number> & { month: number }>();
  for (const day of run.days) {
    const { month } = localParts(zone, day.at);
    const own = found.get(month) ?? { month, moves: 0, switchings: 0, fires: 0, presses: 0, annoyances: 0 };
    for (const name of Object.keys(SERIES) as Series[]) own[name] += (day as DaySums)[name];
    found.set(month, own);
  }
  return [...found.values()];
}

export default function Year() {
  const design = useDesign();
  const asked = useAsked();
  const [wanted, setWanted] = useState(false);
  const [series, setSeries] = useState<Series>("moves");
  const state = useRun(wanted && design.devices.length ? askFor(asked, 365) : undefined);
  const run = state.run && state.run.ask.days > 31 ? state.run : undefined;
  const { zone } = design.design;
  if (!design.devices.length)
    return (
      <Empty text="A house is rehearsed once devices are chosen and somebody has said what it does by itself.">
        <ToSheet stage="choose" text="To the choice of devices" />
      </Empty>
    );
  return (
    <>
      <RunBar asked={asked} state={state}>
        <Choice
          label="Bars show"
          className="w-40"
          value={series}
          options={(Object.keys(SERIES) as Series[]).map((value) => ({ value, text: SERIES[value] }))}
          take={setSeries}
        />
        <button
          type="button"
          className="button button-main"
          disabled={state.progress !== undefined}
          onClick={() => setWanted(true)}
        >
          Rehearse {asked.on.slice(0, 4)}
        </button>
      </RunBar>
      <div
        className="min-h-0 flex-1 overflow-y-auto bg-raised p-4"
        tabIndex={0}
        role="region"
        aria-label="The year"
      >
        {run ? (
          <>
            <p className="mb-2 text-small text-soft">
              {SERIES[series]} of each day. A press on a bar opens that day; days with an annoyance are in
              another colour.
            </p>
            <Bars run={run} zone={zone} series={series} go={(on) => asked.put({ on })} />
            <table className="mt-4 w-full max-w-2xl text-small">
              <caption className="sr-only">Sums of each month</caption>
              <thead>
                <tr className="border-b border-rule text-right text-soft">
                  <th scope="col" className="text-left font-normal">
                    Month
                  </th>
                  {(Object.keys(SERIES) as Series[]).map((name) => (
                    <th key={name} scope="col" className="font-normal">
                      {SERIES[name]}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {monthsOf(run, zone).map((month) => (
                  <tr key={month.month} className="border-b border-rule/60 text-right">
                    <th scope="row" className="text-left font-normal">
                      {MONTHS[month.month - 1]}
                    </th>
                    {(Object.keys(SERIES) as Series[]).map((name) => (
                      <td
                        key={name}
                        className={`font-mono ${name === "annoyances" && month[name] ? "text-stop" : ""}`}
                      >
                        {month[name]}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        ) : (
          <p className="max-w-prose text-soft" role="status">
            {state.progress !== undefined
              ? "The year is being rehearsed, every second of it that something happens in…"
              : "A whole year of the house, with its weather, its people and its sentences, takes some seconds. What annoys somebody stands beside it, with how often."}
          </p>
        )}
      </div>
    </>
  );
}
