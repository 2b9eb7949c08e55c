/** What goes on while the hub restarts: a stick in it, or a coordinator with its own supply. */
import { useState } from "react";
import { adviseCoordinator, REJOIN_MIN, standsAlone } from "#core/stages/choose/advise/coordinator";
import { groupDigits } from "#core/design/units";
import { useDesign, useDesk } from "../../desk/desk";
import { Advice, NumberField } from "./advice";

export default function AdviseCoordinator() {
  const design = useDesign();
  const { select } = useDesk();
  const cells = design.devices.filter((device) =>
    ["battery", "rechargeable"].includes(
      design.options.find((row) => row.id === device.option)?.supply ?? "",
    ),
  ).length;
  const [ask, setAsk] = useState({ hubMin: 4, perYear: 12, batteryDevices: Math.max(12, cells) });
  const advice = adviseCoordinator(ask);
  const away = advice.stickMin / ask.perYear;
  const scale = 480 / Math.max(1, away * 1.25);
  const coordinators = design.options
    .filter((row) => row.kind === "coordinator")
    .sort((a, b) => a.price - b.price);
  const band = (y: number, text: string, parts: { from: number; to: number; up: boolean }[]) => (
    <g>
      <text x={0} y={y + 12} className="fill-ink text-[11px]">
        {text}
      </text>
      {parts.map(({ from, to, up }) => (
        <rect
          key={from}
          x={120 + from * scale}
          y={y}
          width={Math.max(0, (to - from) * scale)}
          height={16}
          className={up ? "fill-accent" : "fill-stop/70"}
        />
      ))}
    </g>
  );
  return (
    <Advice
      title="Coordinator and hub restarts"
      verdict={advice.verdict}
      working={advice.working}
      fields={
        <>
          <NumberField
            label="A restart takes"
            unit="min"
            value={ask.hubMin}
            min={0.5}
            max={120}
            step={0.5}
            take={(hubMin) => setAsk({ ...ask, hubMin })}
          />
          <NumberField
            label="Restarts a year"
            value={ask.perYear}
            min={1}
            max={365}
            take={(perYear) => setAsk({ ...ask, perYear })}
          />
          <NumberField
            label="Sensors on cells"
            value={ask.batteryDevices}
            min={0}
            max={500}
            take={(batteryDevices) => setAsk({ ...ask, batteryDevices })}
          />
        </>
      }
      drawing={
        <>
          <svg
            viewBox="0 0 620 118"
            className="h-auto w-full max-w-170"
            role="img"
            aria-label={`Each restart: by a stick the network is away for ${away.toFixed(1)} min, with its own supply not at all`}
          >
            {band(10, "Hub", [
              { from: 0, to: ask.hubMin, up: false },
              { from: ask.hubMin, to: away * 1.02, up: true },
            ])}
            {band(42, "Network, stick", [
              { from: 0, to: away, up: false },
              { from: away, to: away * 1.02, up: true },
            ])}
            {band(74, "Network, own supply", [{ from: 0, to: away * 1.02, up: true }])}
            <text x={120} y={108} className="fill-soft font-mono text-[10px]">
              0
            </text>
            <text
              x={120 + ask.hubMin * scale}
              y={108}
              textAnchor="middle"
              className="fill-soft font-mono text-[10px]"
            >
              {ask.hubMin}
            </text>
            <text
              x={120 + away * scale}
              y={108}
              textAnchor="middle"
              className="fill-soft font-mono text-[10px]"
            >
              {away.toFixed(1)} min
            </text>
          </svg>
          <figcaption className="text-small text-soft">
            By a stick the network needs {REJOIN_MIN} min more, and every sleeping sensor finds back by
            itself: {Math.round(advice.stickMin)} min a year without it.
          </figcaption>
        </>
      }
    >
      <table className="mt-4 w-full text-small">
        <thead>
          <tr className="text-left text-soft">
            <th className="py-1 font-normal">While the hub restarts</th>
            <th className="font-normal">Stick in the hub</th>
            <th className="font-normal">Coordinator with its own supply</th>
          </tr>
        </thead>
        <tbody>
          {advice.rows.map((row) => (
            <tr key={row.what} className="align-top">
              <th scope="row" className="border-t border-rule py-1.5 pr-3 text-left font-medium">
                {row.what}
              </th>
              <td className="border-t border-rule py-1.5 pr-3">{row.stick}</td>
              <td className="border-t border-rule py-1.5">{row.standing}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h4 className="mt-4 font-semibold">In the catalogue</h4>
      <ul className="mt-1">
        {coordinators.map((row) => (
          <li key={row.id} className="flex gap-3 py-0.5">
            <button
              type="button"
              className="hover:underline"
              onClick={() => select({ in: "options", id: row.id })}
            >
              {row.name}
            </button>
            <span className={standsAlone(row) ? "text-accent" : "text-soft"}>
              {standsAlone(row) ? "goes on" : "goes down with the hub"}
            </span>
            <span className="measure ml-auto">{groupDigits(row.price, 0)}</span>
          </li>
        ))}
      </ul>
    </Advice>
  );
}
