/** On cells or on a cable: both over the years, and where they cross. */
import { ticks } from "d3-array";
import { linear } from "../../kit/linear";
import { useMemo, useState } from "react";
import { adviseBattery } from "#core/stages/choose/advise/battery";
import { FUNCTIONS } from "#core/stages/choose/functions";
import { isWired } from "#core/stages/choose/site";
import { WANT_FUNCTIONS, type OptionRow, type WantFunction } from "#core/design/rows/choose";
import { groupDigits } from "#core/design/units";
import { useDesign } from "../../desk/desk";
import { Advice, NumberField, Pick } from "./advice";

const onCells = (row: OptionRow) =>
  row.supply === "battery" || row.supply === "rechargeable" || row.supply === "solar";
const onCable = (row: OptionRow) => isWired(row) || row.supply === "PoE" || row.supply === "low voltage";
const byPrice = (rows: readonly OptionRow[]) => [...rows].sort((a, b) => a.price - b.price);

export default function AdviseBattery() {
  const design = useDesign();
  const pairs = useMemo(
    () =>
      WANT_FUNCTIONS.map((fn) => {
        const own = byPrice(design.options.filter((row) => row.serves.includes(fn)));
        return { fn, cells: own.filter(onCells), wired: own.filter(onCable) };
      }).filter((pair) => pair.cells.length && pair.wired.length),
    [design.options],
  );
  const [fn, setFn] = useState<WantFunction>("leak");
  const [count, setCount] = useState(6);
  const [cells, setCells] = useState("");
  const [cable, setCable] = useState("");
  const [room, setRoom] = useState("");
  const pair = pairs.find((one) => one.fn === fn) ?? pairs[0];
  if (!pair)
    return (
      <p className="p-4 text-soft">The catalogue has nothing that comes both on cells and on a cable.</p>
    );
  const battery = pair.cells.find((row) => row.id === cells) ?? pair.cells[0]!;
  const wired = pair.wired.find((row) => row.id === cable) ?? pair.wired[0]!;
  const advice = adviseBattery(design, {
    battery,
    wired,
    kind: FUNCTIONS[pair.fn].point,
    count,
    ...(room ? { room } : {}),
  });
  const { input } = advice;
  const years = Math.max(input.years, Math.min(20, Math.ceil((advice.breakEvenYears ?? 0) * 1.2)));
  const top = Math.max(
    input.batteryNow + years * input.batteryYearly,
    input.wiredNow + years * input.wiredYearly,
  );
  const x = linear([0, years], [52, 500]);
  const y = linear([0, top], [170, 14]);
  const line = (now: number, yearly: number) => `M${x(0)} ${y(now)}L${x(years)} ${y(now + years * yearly)}`;
  const { currency } = design.design;
  return (
    <Advice
      title="Battery or cable"
      verdict={advice.verdict}
      reasons={advice.reasons}
      working={advice.working}
      caution="Cells as their makers say: no cells where a child or a pet can reach them, none near heat; flat ones leak."
      fields={
        <>
          <Pick
            label="For"
            value={pair.fn}
            options={pairs.map((one) => ({ value: one.fn, text: FUNCTIONS[one.fn].name }))}
            take={(next) => {
              setFn(next);
              setCells("");
              setCable("");
            }}
          />
          <NumberField label="Count" value={count} min={1} max={200} take={setCount} />
          <Pick
            label="On cells"
            value={battery.id}
            options={pair.cells.map((row) => ({ value: row.id, text: row.name }))}
            take={setCells}
          />
          <Pick
            label="On a cable"
            value={wired.id}
            options={pair.wired.map((row) => ({ value: row.id, text: row.name }))}
            take={setCable}
          />
          <Pick
            label="Room"
            value={room}
            options={[
              { value: "", text: "any" },
              ...design.rooms.map((row) => ({ value: row.id, text: row.name })),
            ]}
            take={setRoom}
          />
        </>
      }
      drawing={
        <svg
          viewBox="0 0 620 200"
          className="h-auto w-full max-w-170"
          role="img"
          aria-label={`Cost over ${years} years: on cells ${advice.battery.toFixed(0)}, on a cable ${advice.wired.toFixed(0)} ${currency} after ${input.years} years`}
        >
          {ticks(0, top, 4).map((tick) => (
            <g key={tick}>
              <line x1={52} x2={500} y1={y(tick)} y2={y(tick)} className="stroke-rule" />
              <text x={46} y={y(tick) + 4} textAnchor="end" className="fill-soft font-mono text-[10px]">
                {groupDigits(tick, 0)}
              </text>
            </g>
          ))}
          {ticks(0, years, Math.min(10, years))
            .filter(Number.isInteger)
            .map((tick) => (
              <text
                key={tick}
                x={x(tick)}
                y={186}
                textAnchor="middle"
                className="fill-soft font-mono text-[10px]"
              >
                {tick}
              </text>
            ))}
          <text x={500} y={198} textAnchor="end" className="fill-soft text-[10px]">
            years
          </text>
          <text x={52} y={10} className="fill-soft text-[10px]">
            {currency}
          </text>
          <line
            x1={x(input.years)}
            x2={x(input.years)}
            y1={14}
            y2={170}
            className="stroke-soft"
            strokeDasharray="2 3"
          />
          <path
            d={line(input.batteryNow, input.batteryYearly)}
            className="fill-none stroke-radio"
            strokeWidth={2.2}
            strokeDasharray="1 3"
            strokeLinecap="round"
          />
          <path
            d={line(input.wiredNow, input.wiredYearly)}
            className="fill-none stroke-cable"
            strokeWidth={2.2}
          />
          <Labels
            ends={[
              { text: "on cells", at: y(input.batteryNow + years * input.batteryYearly), hue: "fill-radio" },
              { text: "on a cable", at: y(input.wiredNow + years * input.wiredYearly), hue: "fill-cable" },
            ]}
            x={506}
          />
          {advice.breakEvenYears !== undefined &&
            advice.breakEvenYears > 0 &&
            advice.breakEvenYears <= years && (
              <g>
                <circle
                  cx={x(advice.breakEvenYears)}
                  cy={y(input.batteryNow + advice.breakEvenYears * input.batteryYearly)}
                  r={4}
                  className="fill-raised stroke-ink"
                  strokeWidth={1.5}
                />
                <text
                  x={x(advice.breakEvenYears) - 8}
                  y={y(input.batteryNow + advice.breakEvenYears * input.batteryYearly) + 18}
                  textAnchor="end"
                  className="fill-ink text-[11px]"
                >
                  the same after {advice.breakEvenYears.toFixed(1)} years
                </text>
              </g>
            )}
        </svg>
      }
    />
  );
}

/** Names at the ends of lines, kept apart. */
function Labels({ ends, x }: { ends: { text: string; at: number; hue: string }[]; x: number }) {
  const [a, b] = [...ends].sort((one, other) => one.at - other.at);
  const gap = Math.max(0, 14 - (b!.at - a!.at)) / 2;
  return (
    <>
      <text x={x} y={a!.at - gap + 4} className={`${a!.hue} text-[11px] font-semibold`}>
        {a!.text}
      </text>
      <text x={x} y={b!.at + gap + 4} className={`${b!.hue} text-[11px] font-semibold`}>
        {b!.text}
      </text>
    </>
  );
}
