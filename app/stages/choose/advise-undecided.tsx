/** A place that is not decided yet: a bed that may stand at three walls. */
import { useState } from "react";
import { adviseUndecided } from "#core/stages/choose/advise/undecided";
import { FUNCTIONS } from "#core/stages/choose/functions";
import { WANT_FUNCTIONS, type WantFunction } from "#core/design/rows/choose";
import { groupDigits } from "#core/design/units";
import { useDesign } from "../../desk/desk";
import { Advice, NumberField, Pick } from "./advice";

export default function AdviseUndecided() {
  const design = useDesign();
  const [ask, setAsk] = useState({ places: 3, radioMore: 15, cellsYearly: 1, moveAgainPct: 20 });
  const [fn, setFn] = useState<WantFunction>("wall control");
  const [room, setRoom] = useState(() => design.rooms.find((row) => row.type === "sleeping")?.id ?? "");
  const advice = adviseUndecided(design, { ...ask, kind: FUNCTIONS[fn].point, ...(room ? { room } : {}) });
  const top = Math.max(1, ...advice.ways.map((way) => way.cost));
  const { currency } = design.design;
  const spots = [
    [40, 74],
    [120, 14],
    [200, 74],
    [120, 134],
    [40, 34],
    [200, 34],
    [40, 114],
    [200, 114],
  ].slice(0, ask.places);
  return (
    <Advice
      title="A place that is not decided yet"
      verdict={advice.verdict}
      working={advice.working}
      fields={
        <>
          <Pick
            label="For"
            value={fn}
            options={WANT_FUNCTIONS.map((one) => ({ value: one, text: FUNCTIONS[one].name }))}
            take={setFn}
          />
          <Pick
            label="in"
            value={room}
            options={[
              { value: "", text: "any room" },
              ...design.rooms.map((row) => ({ value: row.id, text: row.name })),
            ]}
            take={setRoom}
          />
          <NumberField
            label="Places it may come to"
            value={ask.places}
            min={1}
            max={8}
            take={(places) => setAsk({ ...ask, places: Math.round(places) })}
          />
          <NumberField
            label="Radio costs more by"
            unit={currency}
            value={ask.radioMore}
            min={0}
            max={2000}
            take={(radioMore) => setAsk({ ...ask, radioMore })}
          />
          <NumberField
            label="Cells a year"
            unit={currency}
            value={ask.cellsYearly}
            min={0}
            max={100}
            step={0.5}
            take={(cellsYearly) => setAsk({ ...ask, cellsYearly })}
          />
          <NumberField
            label="Moved again later"
            unit="%"
            value={ask.moveAgainPct}
            min={0}
            max={100}
            take={(moveAgainPct) => setAsk({ ...ask, moveAgainPct })}
          />
        </>
      }
      drawing={
        <div className="flex flex-wrap items-center gap-6">
          <svg
            viewBox="0 0 240 150"
            className="w-60 shrink-0"
            role="img"
            aria-label={`A room with ${ask.places} places it may come to`}
          >
            <rect x={30} y={6} width={180} height={138} className="fill-room stroke-wall" strokeWidth={5} />
            {advice.ways[0]!.name === "radio on cells"
              ? null
              : spots.map(
                  ([x, y], i) =>
                    (advice.ways[0]!.name === "a spare drop to each place" || i === 0) && (
                      <path
                        key={i}
                        d={`M120 75 L${x} ${y}`}
                        className="fill-none stroke-cable"
                        strokeWidth={1.6}
                      />
                    ),
                )}
            {spots.map(([x, y], i) => (
              <g key={i}>
                <circle
                  cx={x}
                  cy={y}
                  r={8}
                  className={i === 0 ? "fill-accent" : "fill-raised stroke-accent"}
                  strokeWidth={1.5}
                  strokeDasharray={i ? "3 2" : undefined}
                />
                <text
                  x={x}
                  y={y! + 3.5}
                  textAnchor="middle"
                  className={`font-mono text-[9px] ${i === 0 ? "fill-on-accent" : "fill-ink"}`}
                >
                  {i + 1}
                </text>
              </g>
            ))}
          </svg>
          <ul className="grid min-w-60 flex-1 gap-2">
            {advice.ways.map((way, i) => (
              <li key={way.name}>
                <p className="flex justify-between gap-2">
                  <span className={i === 0 ? "font-semibold" : ""}>{way.name}</span>
                  <span className={`measure ${way.ok ? "" : "text-soft line-through"}`}>
                    {groupDigits(way.cost, 0)} {currency}
                  </span>
                </p>
                <div className="h-2 bg-ground" aria-hidden="true">
                  <div
                    className={`h-full ${way.ok ? (i === 0 ? "bg-accent" : "bg-soft") : "bg-stop/50"}`}
                    style={{ width: `${(100 * way.cost) / top}%` }}
                  />
                </div>
                <p className={`text-small ${way.ok ? "text-soft" : "text-stop"}`}>{way.text}</p>
              </li>
            ))}
          </ul>
        </div>
      }
    />
  );
}
