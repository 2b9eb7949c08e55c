/** The clock times of an automation over a year, by D3: one dot a firing, lines where the clock is moved. */
import { max, min, range } from "d3-array";
import { linear } from "../../kit/linear";
import { line } from "d3-shape";
import type { Year, YearPoint } from "#core/stages/automations";

const WIDTH = 290;
const HEIGHT = 112;
const LEFT = 36;
const MONTH_STARTS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];

const clock = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(Math.round(minutes % 60)).padStart(2, "0")}`;

/** Runs of points without a gap: of one cue, day after day, no jump of more than two hours. */
function runsOf(points: readonly YearPoint[]): YearPoint[][] {
  const runs: YearPoint[][] = [];
  const last = new Map<string, YearPoint[]>();
  for (const point of points) {
    const run = last.get(point.cue);
    const before = run?.[run.length - 1];
    if (
      run &&
      before &&
      point.dayOfYear - before.dayOfYear <= 1 &&
      Math.abs(point.minutes - before.minutes) < 120 &&
      point.held === before.held
    )
      run.push(point);
    else {
      const started = [point];
      runs.push(started);
      last.set(point.cue, started);
    }
  }
  return runs;
}

export function YearChart({ year, cues }: { year: Year; cues: number }) {
  if (!year.points.length)
    return (
      <p className="mt-2 border border-dashed border-rule p-4 text-small text-soft">
        {cues
          ? "Nothing to draw: its cue does not come in this year at this site."
          : "Nothing to draw yet: it has no cue."}
      </p>
    );
  const low = Math.floor((min(year.points, (p) => p.minutes)! - 20) / 60) * 60;
  const high = Math.ceil((max(year.points, (p) => p.minutes)! + 20) / 60) * 60;
  const x = linear([0, year.days - 1], [LEFT, WIDTH - 4]);
  const [bottom, top] = [Math.max(0, low), Math.min(1440, high)];
  const y = linear([bottom, top], [HEIGHT - 16, 6]);
  const step = [60, 120, 180, 240, 360].find((size) => (high - low) / size <= 4) ?? 360;
  const ticks = range(Math.ceil(bottom / step) * step, top + 1, step);
  const path = line<YearPoint>(
    (p) => x(p.dayOfYear),
    (p) => y(p.minutes),
  );
  const summary = `${year.points.filter((p) => p.held).length} firings, earliest ${year.earliest ? clock(year.earliest.minutes) : "none"}, latest ${year.latest ? clock(year.latest.minutes) : "none"}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="mt-2 w-full"
      role="img"
      aria-label={`Clock time over the year: ${summary}`}
    >
      {ticks.map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={WIDTH} y1={y(tick)} y2={y(tick)} className="stroke-rule" strokeWidth="0.8" />
          <text
            x={LEFT - 4}
            y={y(tick) + 3.5}
            textAnchor="end"
            className="fill-soft font-mono"
            fontSize="9.5"
          >
            {clock(tick)}
          </text>
        </g>
      ))}
      {MONTH_STARTS.map((day, i) => (
        <text key={day} x={x(day) + 9} y={HEIGHT - 4} textAnchor="middle" className="fill-soft" fontSize="9">
          {"JFMAMJJASOND"[i]}
        </text>
      ))}
      {year.changes.map((change) => (
        <line
          key={change.dayOfYear}
          x1={x(change.dayOfYear)}
          x2={x(change.dayOfYear)}
          y1={4}
          y2={HEIGHT - 16}
          className="stroke-mend"
          strokeWidth="0.9"
          strokeDasharray="2 2"
        >
          <title>{`The clock goes ${change.byMin > 0 ? "forward" : "back"} ${Math.abs(change.byMin)} min`}</title>
        </line>
      ))}
      {runsOf(year.points).map((run, i) =>
        run.length > 1 ? (
          <path
            key={i}
            d={path(run) ?? ""}
            fill="none"
            className={run[0]!.held ? "stroke-accent" : "stroke-rule"}
            strokeWidth={run[0]!.held ? 1.8 : 1.2}
            strokeDasharray={run[0]!.held ? undefined : "2 2"}
          />
        ) : (
          <circle
            key={i}
            cx={x(run[0]!.dayOfYear)}
            cy={y(run[0]!.minutes)}
            r="1.1"
            className={run[0]!.held ? "fill-accent" : "fill-rule"}
          />
        ),
      )}
    </svg>
  );
}
