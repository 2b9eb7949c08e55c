/** Values of a device over time, with the limit they are held against. */
import { extent } from "d3-array";
import type { Series } from "#core/stages/register/series";
import { limitsOf, pastLimit } from "#core/stages/register/series";
import { useDesign } from "../../desk/desk";
import { linear } from "../../kit/linear";

const [W, H] = [280, 64];

export function SeriesChart({ series, unit }: { series: Series; unit: string }) {
  const design = useDesign();
  const { rows, quantity, last } = series;
  const { limit, past } = pastLimit(limitsOf(design), quantity, last.value);
  const times = rows.map(({ at }) => Date.parse(at));
  const [from, to] = extent(times) as [number, number];
  const values = [...rows.map(({ value }) => value), limit];
  const [low, high] = extent(values) as [number, number];
  const x = linear([from, Math.max(to, from + 1)], [4, W - 40]);
  const y = linear([low, Math.max(high, low + 1)], [H - 8, 8]);
  return (
    <figure className="mt-2">
      <figcaption className="text-small text-soft">
        {quantity}, last{" "}
        <span className={past ? "font-semibold text-mend" : "text-ink"}>
          {last.value} {unit}
        </span>{" "}
        on {last.at.slice(0, 10)}; limit {limit} {unit}
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-80"
        role="img"
        aria-label={`${quantity} over time: ${rows.map(({ value }) => value).join(", ")} ${unit}`}
      >
        <line x1={0} x2={W} y1={y(limit)} y2={y(limit)} className="stroke-mend" strokeDasharray="4 3" />
        <polyline
          points={rows.map((row, n) => `${x(times[n]!)},${y(row.value)}`).join(" ")}
          className="fill-none stroke-radio"
          strokeWidth={1.5}
        />
        {rows.map((row, n) => (
          <circle key={row.id} cx={x(times[n]!)} cy={y(row.value)} r={2.2} className="fill-radio" />
        ))}
        <text x={W - 36} y={y(last.value) + 3} className="fill-ink font-mono text-tiny">
          {last.value}
        </text>
      </svg>
    </figure>
  );
}
