/** A held button: how long from end to end, whether it looks smooth, and what a remembered level does. */
import { ticks } from "d3-array";
import { linear } from "../../kit/linear";
import { useState } from "react";
import { holdCourse, holdToDim, rememberedJump } from "#core/stages/choose/advise/remote";
import { Advice, NumberField } from "./advice";

export default function AdviseDimming() {
  const [hold, setHold] = useState({ rangePct: 100, stepPct: 5, intervalMs: 200, transitionMs: 160 });
  const [remembered, setRemembered] = useState(80);
  const [actual, setActual] = useState(20);
  const result = holdToDim(hold);
  const jump = rememberedJump(remembered, actual);
  const set = (part: Partial<typeof hold>) => setHold({ ...hold, ...part });
  const shownS = Math.max(1, result.fullS);
  const x = linear([0, shownS], [40, 560]);
  const y = linear([0, 100], [150, 14]);
  const path = `M${holdCourse(hold)
    .map(([s, pct]) => `${x(s)} ${y(pct)}`)
    .join("L")}`;
  return (
    <Advice
      title="Dimming by a held button"
      verdict={result.verdict}
      good={result.smooth}
      working={result.working}
      fields={
        <>
          <NumberField
            label="Range"
            unit="%"
            value={hold.rangePct}
            min={1}
            max={100}
            take={(rangePct) => set({ rangePct })}
          />
          <NumberField
            label="Step"
            unit="%"
            value={hold.stepPct}
            min={0.5}
            max={100}
            step={0.5}
            take={(stepPct) => set({ stepPct })}
          />
          <NumberField
            label="every"
            unit="ms"
            value={hold.intervalMs}
            min={20}
            max={5000}
            step={10}
            take={(intervalMs) => set({ intervalMs })}
          />
          <NumberField
            label="Fade"
            unit="ms"
            value={hold.transitionMs}
            min={0}
            max={5000}
            step={10}
            take={(transitionMs) => set({ transitionMs })}
          />
        </>
      }
      drawing={
        <svg
          viewBox="0 0 600 176"
          className="h-auto w-full max-w-170"
          role="img"
          aria-label={`Level from ${100 - hold.rangePct} to 100 % in ${result.fullS.toFixed(1)} s`}
        >
          {[0, 50, 100].map((tick) => (
            <g key={tick}>
              <line x1={40} x2={560} y1={y(tick)} y2={y(tick)} className="stroke-rule" />
              <text x={34} y={y(tick) + 4} textAnchor="end" className="fill-soft font-mono text-[10px]">
                {tick}
              </text>
            </g>
          ))}
          {ticks(0, shownS, 6).map((tick) => (
            <text
              key={tick}
              x={x(tick)}
              y={166}
              textAnchor="middle"
              className="fill-soft font-mono text-[10px]"
            >
              {tick}
            </text>
          ))}
          <text x={590} y={166} textAnchor="end" className="fill-soft text-[10px]">
            s
          </text>
          <text x={46} y={10} className="fill-soft text-[10px]">
            level, %
          </text>
          <line
            x1={x(0)}
            y1={y(100 - hold.rangePct)}
            x2={x(result.fullS)}
            y2={y(100)}
            className="stroke-soft"
            strokeDasharray="3 3"
          />
          <path d={path} className="fill-none stroke-control" strokeWidth={2} />
        </svg>
      }
      reasons={[
        "Take remotes that send relative steps to the lamp: they are right whatever else has changed it",
        `Full range = range ÷ step × interval; a fade of at least 0.8 × interval, ${Math.round(result.leastTransitionMs)} ms here, looks like one movement`,
      ]}
    >
      <section className="mt-4 border-t border-rule pt-3" aria-label="A remembered level">
        <h4 className="font-semibold">A remote that remembers the level itself</h4>
        <div className="mt-1.5 flex flex-wrap items-center gap-4 text-small">
          <NumberField
            label="It remembers"
            unit="%"
            value={remembered}
            min={0}
            max={100}
            take={setRemembered}
          />
          <NumberField label="The lamp is at" unit="%" value={actual} min={0} max={100} take={setActual} />
        </div>
        <div className="relative mt-3 h-5 max-w-120 bg-ground" aria-hidden="true">
          <span
            className="absolute inset-y-0 bg-change"
            style={{ left: `${Math.min(remembered, actual)}%`, width: `${jump}%` }}
          />
          <span className="absolute -inset-y-1 w-0.5 bg-ink" style={{ left: `${actual}%` }} />
          <span className="absolute -inset-y-1 w-0.5 bg-power" style={{ left: `${remembered}%` }} />
        </div>
        <p className="mt-1.5">
          At the first press the lamp jumps by <span className="measure font-semibold">{jump} %</span>
          <span className="text-soft">
            {" "}
            = |{remembered} − {actual}|
          </span>
          {jump >= 20 ? ": seen by everybody in the room" : jump ? "" : ": nothing is seen"}.
        </p>
      </section>
    </Advice>
  );
}
