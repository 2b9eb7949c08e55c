/** Above an item's form: where it stands, and the air there. */
import type { Design, Rows } from "#core/design/collections";
import { airAt, racksOf } from "#core/stages/rack/racks";
import { heatWorking } from "#core/stages/rack/workings";
import { portsOf } from "#core/stages/rack/ports";
import { Fact, Worked } from "../../inspect/parts";

export default function ItemFacts({ design, row }: { design: Design; row: Rows["rackItems"] }) {
  const rack = racksOf(design).find((one) => one.row.id === row.rack);
  const item = rack?.items.find((one) => one.id === row.id);
  if (!rack || !item) return null;
  const air = airAt(rack, item);
  const ports = portsOf(item);
  const used = new Set(design.patches.flatMap((patch) => [patch.panelPort, patch.switchPort]));
  return (
    <dl>
      <Fact label="Stands">
        {item.u === undefined ? (
          "nowhere yet"
        ) : (
          <span className="measure">
            {item.heightU > 1 ? `${item.u}–${item.u + item.heightU - 1}` : item.u} U, {item.side}
          </span>
        )}
      </Fact>
      {air !== undefined && (
        <Fact label="Air there">
          <span className={item.maxC !== undefined && air > item.maxC ? "font-semibold text-stop" : ""}>
            <Worked working={() => heatWorking(design, rack, item)}>{air.toFixed(1)} °C</Worked>
          </span>
          {item.maxC !== undefined && <span className="text-soft">, {item.maxC} at most</span>}
        </Fact>
      )}
      {ports.length > 0 && (
        <Fact label="Ports">
          <span className="measure">{ports.filter((port) => used.has(port.name)).length}</span> of{" "}
          {ports.length} in use
        </Fact>
      )}
    </dl>
  );
}
