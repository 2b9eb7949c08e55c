/** The whole rack: units, weight, heat, power, battery, and what was found. */
import type { Design } from "#core/design/collections";
import type { Rack } from "#core/stages/rack/racks";
import {
  airWorking,
  circuitOf,
  circuitWorking,
  heatWorking,
  inrushWorking,
  runtimeWorking,
} from "#core/stages/rack/workings";
import { useResult } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { FindingCard } from "../../desk/finding-card";
import { Caution, Fact, Heading, Worked } from "../../inspect/parts";
import { RowForm } from "../../inspect/row-form";

export default function RackSummary({ design, rack }: { design: Design; rack: Rack }) {
  const { row } = rack;
  const worded = useWorded();
  const circuit = circuitOf(design, rack);
  const findings = useResult("findings").filter(
    (finding) =>
      finding.stage === "rack" && finding.about.some((ref) => ref.in === "racks" && ref.id === row.id),
  );
  const inrush = inrushWorking(design, rack);
  const plugs = rack.items.filter((item) => item.watts > 0 && item.kind !== "strip").length;
  const outlets = rack.items.reduce((sum, item) => sum + (item.outlets ?? 0), 0);
  return (
    <>
      <Heading title={row.name} text={worded(`${row.form}, ${row.units} U, ${row.depthMm} mm deep`)} />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Used">
          <span className="measure">{rack.usedU}</span> of {row.units} U
        </Fact>
        <Fact label="Weight">
          <span className="measure">{rack.kg.toFixed(1)} kg</span> of {row.maxKg}
        </Fact>
        <Fact label="Heat">
          <Worked working={() => airWorking(rack)}>{rack.btuH.toFixed(0)} BTU/h</Worked> at{" "}
          {rack.watts.toFixed(0)} W
        </Fact>
        <Fact label="Air it takes">
          <Worked working={() => airWorking(rack)}>{rack.airM3h.toFixed(1)} m³/h</Worked> for {rack.deltaC} K
        </Fact>
        {rack.closetC !== undefined && (
          <Fact label="Closet">
            <Worked working={() => heatWorking(design, rack)}>{rack.closetC.toFixed(1)} °C</Worked> without
            air
          </Fact>
        )}
        {circuit && (
          <Fact label="Circuit">
            <span className={circuit.watts > circuit.limitW ? "font-semibold text-mend" : ""}>
              <Worked working={() => circuitWorking(design, rack)}>
                {((100 * circuit.watts) / circuit.breakerW).toFixed(0)} %
              </Worked>
            </span>{" "}
            of its breaker, 80 wanted
          </Fact>
        )}
        {inrush && (
          <Fact label="Inrush">
            <Worked working={() => inrush}>{inrush.value.toFixed(0)} A</Worked> for milliseconds
            {inrush.verdict === "fails" && (
              <span className="text-soft">, more than a type B breaker bears</span>
            )}
          </Fact>
        )}
        {outlets > 0 && (
          <Fact label="Outlets">
            <span className="measure">{plugs}</span> of {outlets}
          </Fact>
        )}
        {rack.shedding && (
          <Fact label="On battery">
            <Worked working={() => runtimeWorking(rack)}>{rack.shedding.runtimeMin.toFixed(0)} min</Worked>
          </Fact>
        )}
        <Fact label="Tipping">
          {row.bolted ? "bolted" : row.form === "floor rack" ? "not bolted" : "on the wall"}
        </Fact>
      </dl>
      {findings.map((finding) => (
        <FindingCard key={finding.key} finding={finding} />
      ))}
      <div className="border-b border-rule px-3.5 py-3">
        <RowForm
          key={row.id}
          collection="racks"
          id={row.id}
          names={{ depthMm: "Depth", maxKg: "Bears at most", deltaC: "Air leaves warmer by" }}
        />
      </div>
      <Caution text="A rack tips while heavy things are drawn out: bolt it, load it from below, two people for the battery. Mains: isolate, lock off and prove dead. Local codes and a licensed person decide." />
    </>
  );
}
