/** Protocol profiles: what each is like in this region, and what the design uses of it. */
import { changeSettings } from "#core/design/row-changes";
import { protocolLoad } from "#core/stages/choose/checks";
import { PROTOCOL_TABLE, bandIn } from "#core/stages/choose/protocols";
import { settingsOf } from "#core/stages/choose/settings";
import { REGIONS } from "#core/design/rows/settings";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { NamedChoice } from "../../kit/choice";

const CELLS = ["not on cells", "cells, months", "cells, a year or two", "cells, years"] as const;

export default function Protocols() {
  const worded = useWorded();
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const settings = settingsOf(design);
  return (
    <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Protocols">
      <div className="flex h-9 items-center gap-2 border-b border-rule bg-pane px-3 text-small" data-chrome>
        <NamedChoice
          label="Bands as allowed in"
          className="h-6 w-28 text-small"
          disabled={readOnly}
          value={settings.region}
          options={REGIONS.map((region) => ({ value: region, text: region }))}
          take={(region) => edit((d) => changeSettings(d, { choosing: { ...settingsOf(d), region } }))}
        />
        <span className="truncate text-soft">
          Open standards by their names. Buy radios for the region: others are not heard, or not allowed.
        </span>
      </div>
      <table className="w-full min-w-180 text-small">
        <thead className="sticky top-0 bg-pane text-left text-soft">
          <tr>
            {[
              "Protocol",
              "Band",
              "Shape",
              "Hops",
              "Devices",
              "Cells",
              "Without internet",
              "In this house",
            ].map((name) => (
              <th key={name} scope="col" className="border-b border-rule px-2.5 py-1.5 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {PROTOCOL_TABLE.map((row) => {
            const { devices, onOpen, holds, controllers } = protocolLoad(design, row.protocol);
            return (
              <tr key={row.protocol} className="align-top">
                <th
                  scope="row"
                  className="border-b border-rule w-60 px-2.5 py-1.5 text-left text-table font-semibold"
                >
                  {row.protocol}
                  <span className="block text-small font-normal text-soft">{worded(row.note)}</span>
                </th>
                <td className="border-b border-rule px-2.5 py-1.5 font-mono">
                  {bandIn(row, settings.region)}
                </td>
                <td className="border-b border-rule px-2.5 py-1.5">
                  {row.topology}
                  {row.rangeM ? worded(`, ${row.rangeM} m a hop indoors`) : ""}
                  {row.routers !== "none" && (
                    <span className="block text-soft">passed on by {row.routers}</span>
                  )}
                </td>
                <td className="measure border-b border-rule px-2.5 py-1.5 text-right">{row.hops ?? "–"}</td>
                <td className="measure border-b border-rule px-2.5 py-1.5 text-right">
                  {row.devices ?? "–"}
                </td>
                <td className="border-b border-rule px-2.5 py-1.5">{CELLS[row.battery]}</td>
                <td className="border-b border-rule px-2.5 py-1.5">
                  {{ yes: "works", no: "stops", depends: "by device" }[row.offline]}
                  {row.network && <span className="block text-soft">needs the house's network</span>}
                </td>
                <td className="border-b border-rule px-2.5 py-1.5">
                  {devices ? (
                    <>
                      <span className="measure">{devices}</span>
                      {controllers === 0 ? (
                        ", and no controller for it"
                      ) : holds > 0 ? (
                        <span
                          className={onOpen > holds ? "block font-semibold text-stop" : "block text-soft"}
                        >
                          <span className="measure">{onOpen}</span> on open controllers, which hold{" "}
                          <span className="measure">{holds}</span>
                        </span>
                      ) : (
                        <span className="block text-soft">on controllers of their own line</span>
                      )}
                    </>
                  ) : (
                    <span className="text-soft">none</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
