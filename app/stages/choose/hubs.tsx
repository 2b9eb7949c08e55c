/** Hubs against needs: for each kind of want and each hub what it would take, or why it cannot. */
import { Check, X } from "lucide-react";
import { useMemo } from "react";
import { hubsAgainst } from "#core/stages/choose/explain";
import { FUNCTIONS } from "#core/stages/choose/functions";
import type { OptionRow } from "#core/design/rows/choose";
import { groupDigits } from "#core/design/units";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";

const facts = (hub: OptionRow): string[] => [
  hub.local && !hub.cloud ? "works without the internet" : "needs the internet",
  ...(hub.account ? ["an account"] : []),
  hub.controls!.engine ? "runs automations" : "no automations",
  ...(hub.controls!.closed ? ["its own line only"] : []),
  ...(hub.controls!.voice ? ["voice"] : []),
  ...(hub.controls!.infrared ? ["infrared"] : []),
  ...(hub.controls!.bridges ? ["takes bridges"] : []),
  ...(hub.controls!.sticks
    ? [`${hub.controls!.sticks} ${hub.controls!.sticks === 1 ? "place" : "places"} for coordinators`]
    : []),
  ...(hub.yearly ? [`${hub.yearly} a year`] : []),
  `${hub.supportYears} years of support`,
];

export default function Hubs() {
  const design = useDesign();
  const { select } = useDesk();
  const table = useMemo(() => hubsAgainst(design), [design]);
  const standing = new Set(design.hubs.map((row) => row.option));
  if (!table.hubs.length || !table.asks.length)
    return (
      <Empty
        text={
          table.asks.length
            ? "No hub is in the catalogue."
            : "Nothing is wanted yet, so no hub is asked for anything."
        }
      >
        {table.asks.length ? (
          <ToSheet stage="choose" view="catalogue" text="To the catalogue" />
        ) : (
          <ToSheet stage="choose" view="wants" text="To the wants" />
        )}
      </Empty>
    );
  return (
    <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Hubs against needs">
      <table className="w-max border-separate border-spacing-0 text-small">
        <caption className="sr-only">
          Hubs against needs, best first. A hub by itself, with whatever coordinators and bridges it takes.
        </caption>
        <thead>
          <tr>
            <th
              scope="col"
              className="sticky top-0 left-0 z-20 w-44 border-r border-b border-rule bg-pane px-3.5 pb-2 text-left align-bottom font-normal text-soft"
            >
              Need, with how many of it. Each hub by itself, with the coordinators and bridges it takes.
            </th>
            {table.hubs.map(({ hub, met }) => (
              <th
                key={hub.id}
                scope="col"
                className="sticky top-0 z-10 w-42 border-r border-b border-rule bg-pane px-2.5 py-2 text-left align-top font-normal"
              >
                <button
                  type="button"
                  className="text-left text-table font-semibold hover:underline"
                  onClick={() => select({ in: "options", id: hub.id })}
                >
                  {hub.name}
                </button>
                {standing.has(hub.id) && <span className="ml-1 text-accent">stands in the house</span>}
                <p className="mt-0.5">
                  <span className="measure text-table font-semibold">{met}</span> of {table.units} units ·{" "}
                  <span className="measure">{groupDigits(hub.price, 0)}</span> {design.design.currency}
                </p>
                <div className="mt-0.5 h-1.5 bg-ground" aria-hidden="true">
                  <div className="h-full bg-accent" style={{ width: `${(100 * met) / table.units}%` }} />
                </div>
                <p className="mt-1 text-tiny text-soft">
                  {hub.controls!.radios.map((radio) => `${radio.protocol} ${radio.devices}`).join(", ")}
                </p>
                <p className="text-tiny text-soft">{facts(hub).join(" · ")}</p>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.asks.map(({ want, units }, r) => (
            <tr key={want.id}>
              <th
                scope="row"
                className="sticky left-0 z-10 w-44 border-r border-b border-rule bg-pane px-3.5 py-1.5 text-left align-top text-table font-normal"
              >
                <button
                  type="button"
                  className="text-left hover:underline"
                  onClick={() => select({ in: "wants", id: want.id })}
                >
                  {units > 1 ? `${units} × ` : ""}
                  {FUNCTIONS[want.function].name}
                </button>
                <span className="block text-small text-soft">
                  {[
                    ...want.needs,
                    ...(want.critical || want.localOnly ? ["in the house"] : []),
                    ...(want.guest ? ["guests"] : []),
                    ...(want.leg ? [design.legs.find((leg) => leg.id === want.leg)?.name ?? ""] : []),
                  ].join(" · ")}
                </span>
              </th>
              {table.hubs.map(({ hub, cells }) => {
                const cell = cells[r]!;
                return (
                  <td
                    key={hub.id}
                    className={`w-42 max-w-42 border-r border-b border-rule px-2.5 py-1.5 align-top ${cell.ok ? "" : "bg-pane text-soft"}`}
                  >
                    <span className="flex gap-1.5">
                      {cell.ok ? (
                        <Check size={13} className="mt-0.5 shrink-0 text-accent" aria-label="yes" />
                      ) : (
                        <X size={13} className="mt-0.5 shrink-0 text-stop" aria-label="no" />
                      )}
                      <span>{cell.text}</span>
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
