/** A stop: its point, its volts, what it draws where that is not what its kind does, and its address. */
import { byId, rowOf } from "#core/design/collections";
import { pointLabel } from "#core/points/labels";
import { pointOfStop } from "#core/points/lines";
import { takeStops } from "#core/stages/bus/edit";
import { loadOfStop, segmentsOf } from "#core/stages/bus/segments";
import { voltsWorking } from "#core/stages/bus/workings";
import { formatTotal } from "#core/design/units";
import { Trash2 } from "lucide-react";
import type { InspectorProps } from "../../desk/parts";
import { focusSheet, useDesk, useEdit } from "../../desk/desk";
import { Findings } from "../../inspect/findings-of";
import { Fact, Heading, Worked } from "../../inspect/parts";
import { RowForm } from "../../inspect/row-form";

export default function StopInspector({ design, id }: InspectorProps) {
  const { select, readOnly, preferences } = useDesk();
  const edit = useEdit();
  const stop = rowOf(design, "stops", id);
  const point = pointOfStop(design, stop);
  const segment = segmentsOf(design).find(({ row }) => row.id === stop.segment);
  const node = segment?.nodes.findIndex((one) => one.stop?.id === id) ?? -1;
  const at = node > 0 ? segment!.nodes[node] : undefined;
  const { amps, watts } = loadOfStop(design, stop);
  const kind = byId(design, "kinds").get(point?.kind ?? "");
  return (
    <>
      <Heading
        title={point?.name ?? "Stop without a point"}
        label={point && pointLabel(design, point)}
        text={segment ? `${kind?.name ?? "Device"} · stop ${stop.order} of ${segment.row.name}` : undefined}
      />
      <dl className="border-b border-rule px-3.5 py-2.5">
        {at?.volts !== undefined && (
          <Fact label="Volts">
            <Worked working={() => voltsWorking(design, segment!, node)}>{at.volts.toFixed(3)} V</Worked>
            {segment!.limitV !== undefined && (
              <span className="text-soft">, {segment!.limitV.toFixed(2)} wanted</span>
            )}
          </Fact>
        )}
        {at?.fromSupplyM !== undefined && (
          <Fact label="Along cable">
            <span className="measure">{formatTotal(at.fromSupplyM, preferences.units)}</span> from its supply
          </Fact>
        )}
        <Fact label="Draws">
          <span className="measure">
            {amps !== undefined
              ? `${(1000 * amps).toFixed(1)} mA`
              : watts !== undefined
                ? `${watts} W`
                : "nothing"}
          </span>{" "}
          <span className="text-soft">
            {stop.currentA !== undefined || stop.watts !== undefined ? "as said below" : "as its kind does"}
          </span>
        </Fact>
      </dl>
      <Findings collection="stops" id={id} />
      <div className="border-b border-rule px-3.5 py-3">
        <RowForm
          key={id}
          collection="stops"
          id={id}
          only={["currentA", "watts", "address"]}
          names={{ currentA: "Draws, current", watts: "Draws, power" }}
        />
      </div>
      <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
        {point && (
          <button type="button" className="button" onClick={() => select({ in: "points", id: point.id })}>
            Its point
          </button>
        )}
        {segment && (
          <button
            type="button"
            className="button"
            onClick={() => select({ in: "segments", id: segment.row.id })}
          >
            Its segment
          </button>
        )}
        {!readOnly && (
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => takeStops(d, [id]));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Take it off
          </button>
        )}
      </div>
    </>
  );
}
