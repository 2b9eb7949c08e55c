/**
 * A line to try out: several loads along it, or an even strip; the thinnest conductor, the longest run.
 * Nothing of it is kept in the design.
 */
import { useState } from "react";
import { formatLength, parseLength } from "#core/design/units";
import { InputError } from "#core/design/input-error";
import { atTemperature } from "#core/stages/runs/electrical";
import {
  GAUGES,
  lineDropsV,
  longestM,
  smallestGauge,
  stripDropV,
  type LineLoad,
} from "#core/stages/runs/line";
import type { Working } from "#core/desk/working";
import { useDesk } from "../../desk/desk";
import { Worked } from "../../inspect/parts";
import { NamedChoice } from "../../kit/choice";

/** "4 m 2 A" or "3.8m; 12W", a load a line or after a semicolon pair; watts at the volts of the line. */
function readLoads(text: string, volts: number): LineLoad[] {
  return text
    .split(/\n/)
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line, i) => {
      const found = /^(.+?)[\s;,]+([\d.,]+)\s*(A|W)$/i.exec(line);
      if (!found)
        throw new InputError([
          {
            path: `line ${i + 1}`,
            reason: `must be a distance and a load, as "4 m 2 A" or "3.8 m 12 W", not "${line}"`,
          },
        ]);
      const value = Number(found[2]!.replace(",", "."));
      return {
        atM: parseLength(found[1]!, `distance in line ${i + 1}`, "m"),
        amps: found[3]!.toUpperCase() === "W" ? value / volts : value,
      };
    });
}

export function LineTrial() {
  const { preferences } = useDesk();
  const [text, setText] = useState("4 m 1.2 A\n9 m 0.8 A\n14 m 12 W");
  const [volts, setVolts] = useState(24);
  const [limit, setLimit] = useState(3);
  const [celsius, setCelsius] = useState(20);
  const [gauge, setGauge] = useState("1.5 mm²");
  const [strip, setStrip] = useState({ metres: 5, watts: 9.6 });
  let loads: LineLoad[] = [];
  let said = "";
  try {
    loads = readLoads(text, volts);
  } catch (problem) {
    if (!(problem instanceof InputError)) throw problem;
    said = problem.message;
  }
  const own = GAUGES.find((one) => one.gauge === gauge)!;
  const ohm = atTemperature(own.ohm20, celsius);
  const drops = loads.length ? lineDropsV(loads, ohm) : [];
  const amps = loads.reduce((sum, load) => sum + load.amps, 0);
  const farM = Math.max(0, ...loads.map((load) => load.atM));
  const stripAmps = (strip.metres * strip.watts) / volts;
  const stripV = stripDropV(strip.metres, stripAmps, ohm);
  const lineWorking = (lostV: number, atM: number): Working => {
    let before = 0;
    let beyond = amps;
    const steps = drops
      .filter((load) => load.atM <= atM)
      .map((load) => {
        const step = {
          formula: "ΔV = 2 · L · I · r",
          with: `2 × ${(load.atM - before).toFixed(2)} m × ${beyond.toFixed(3)} A × ${ohm.toFixed(2)} Ω/km`,
          gives: `${((2 * (load.atM - before) * beyond * ohm) / 1000).toFixed(3)} V`,
          source: "the stretch carries what hangs beyond it",
        };
        before = load.atM;
        beyond -= load.amps;
        return step;
      });
    return {
      title: `Lost up to ${atM} m`,
      value: lostV,
      unit: "V",
      limit: { value: (volts * limit) / 100, unit: "V", source: `${limit} % of ${volts} V` },
      verdict: lostV > (volts * limit) / 100 ? "fails" : "holds",
      steps: [
        {
          formula: "r(T) = r₂₀ · (1 + 0.00393·(T − 20))",
          with: `${own.ohm20} Ω/km at ${celsius} °C`,
          gives: `${ohm.toFixed(2)} Ω/km`,
          source: own.gauge,
        },
        ...steps,
      ],
    };
  };
  const number = (label: string, value: number, set: (value: number) => void, unit: string, least = 0) => (
    <label className="flex items-center gap-1.5 text-small">
      <span className="text-soft">{label}</span>
      <input
        type="number"
        className="field h-6 w-18 font-mono"
        value={value}
        min={least}
        step="any"
        onChange={(event) => {
          const next = Number(event.target.value);
          if (Number.isFinite(next) && next >= least) set(next);
        }}
      />
      <span className="text-soft">{unit}</span>
    </label>
  );
  return (
    <section className="border-b border-rule px-3 py-2.5">
      <h3 className="font-semibold">A line to try out</h3>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        {number("Supply", volts, setVolts, "V", 1)}
        {number("Limit", limit, setLimit, "%", 0.1)}
        {number("Conductor at", celsius, setCelsius, "°C", -40)}
        <NamedChoice
          label="Conductor"
          className="h-6 w-32 text-small"
          value={gauge}
          options={GAUGES.map((one) => ({ value: one.gauge, text: one.gauge }))}
          take={setGauge}
        />
      </div>
      <div className="mt-2 grid grid-cols-[14rem_minmax(0,1fr)_minmax(0,1fr)] gap-4 max-lg:grid-cols-1">
        <label className="text-small">
          <span className="text-soft">Loads along it, one a line: how far, how much</span>
          <textarea
            className="field mt-0.5 h-20 py-1 font-mono text-small"
            value={text}
            aria-invalid={said ? true : undefined}
            onChange={(event) => setText(event.target.value)}
          />
          {said && (
            <span role="alert" className="block text-stop">
              {said}
            </span>
          )}
        </label>
        <div>
          <table className="w-full text-small">
            <thead className="text-left text-soft">
              <tr>
                <th className="font-normal">At</th>
                <th className="text-right font-normal">Load</th>
                <th className="text-right font-normal">Lost up to there</th>
                <th className="text-right font-normal">Arrives</th>
              </tr>
            </thead>
            <tbody>
              {drops.map((load, i) => {
                const fails = load.lostV > (volts * limit) / 100;
                return (
                  <tr key={i} className="h-6 border-t border-rule/50">
                    <td className="measure">{formatLength(load.atM, preferences.units)}</td>
                    <td className="measure text-right">{load.amps.toFixed(2)} A</td>
                    <td className={`text-right ${fails ? "font-semibold text-stop" : ""}`}>
                      <Worked working={() => lineWorking(load.lostV, load.atM)}>
                        {load.lostV.toFixed(2)} V, {((100 * load.lostV) / volts).toFixed(1)} %
                      </Worked>
                    </td>
                    <td className="measure text-right">{(volts - load.lostV).toFixed(2)} V</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          {loads.length > 0 && (
            <p className="mt-1 text-small">
              Thinnest that holds all of them:{" "}
              <span className="measure font-semibold">
                {smallestGauge(loads, volts, limit, celsius, "mm²")?.gauge ?? "none up to 6 mm²"}
              </span>
              , or{" "}
              <span className="measure font-semibold">
                {smallestGauge(loads, volts, limit, celsius, "AWG")?.gauge ?? "none up to 10 AWG"}
              </span>
              . All of it at the end of {gauge}: at most{" "}
              <span className="measure">
                {formatLength(longestM(volts, limit, amps, ohm), preferences.units)}
              </span>
              {farM > longestM(volts, limit, amps, ohm) ? ", less than the line is long" : ""}.
            </p>
          )}
        </div>
        <div className="text-small">
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {number("Even strip", strip.metres, (metres) => setStrip({ ...strip, metres }), "m", 0.1)}
            {number("taking", strip.watts, (watts) => setStrip({ ...strip, watts }), "W/m", 0.1)}
          </div>
          <p className="mt-1">
            Fed from one end with {gauge} along it: <span className="measure">{stripAmps.toFixed(2)} A</span>{" "}
            in,{" "}
            <Worked
              working={() => ({
                title: "Lost along an even strip",
                value: stripV,
                unit: "V",
                limit: { value: (volts * limit) / 100, unit: "V", source: `${limit} % of ${volts} V` },
                verdict: stripV > (volts * limit) / 100 ? "fails" : "holds",
                steps: [
                  {
                    formula: "½ · 2 · L · I · r",
                    with: `½ × 2 × ${strip.metres} m × ${stripAmps.toFixed(3)} A × ${ohm.toFixed(2)} Ω/km`,
                    gives: `${stripV.toFixed(3)} V`,
                    source: "the current falls evenly to nothing",
                  },
                ],
              })}
            >
              {stripV.toFixed(2)} V, {((100 * stripV) / volts).toFixed(1)} %
            </Worked>{" "}
            lost at its end; all of it there would lose twice as much.
          </p>
        </div>
      </div>
    </section>
  );
}
