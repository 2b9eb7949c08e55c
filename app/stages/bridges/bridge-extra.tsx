/** Below a bridge's form: what its filter takes now against what it was saved with, device by device. */
import { byId, type Design, rowOf } from "#core/design/collections";
import { counted } from "#core/design/words";
import { bridgeStates } from "#core/stages/bridges/matrix";
import { deviceName } from "#core/stages/bridges/pairs";
import type { BridgeRow } from "#core/design/rows/bridges";
import { saveBridge } from "#core/stages/bridges/save";
import { useDesk, useEdit } from "../../desk/desk";
import { Caution } from "../../inspect/parts";
import { SecretField } from "../register/secret";
import { today } from "../../kit/now";

export default function BridgeExtra({ design, row }: { design: Design; row: BridgeRow }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const state = bridgeStates(design).get(row.id);
  if (!state) return null;
  const { takes, added, gone, stale } = state;
  return (
    <section data-bridge-state>
      <h3 className="font-semibold">
        {counted(takes.size, "device")}
        {row.savedAs ? `; saved${row.savedOn ? ` on ${row.savedOn}` : ""}` : "; never saved"}
      </h3>
      {stale ? (
        <ul className="mt-1">
          {added.map((id) => (
            <li key={id}>
              <span className="measure text-mend">+</span> {deviceName(design, id)}
              <span className="text-soft"> not seen yet</span>
            </li>
          ))}
          {gone.map((id) => (
            <li key={id}>
              <span className="measure text-mend">−</span> {deviceName(design, id)}
              <span className="text-soft">
                {" "}
                {byId(design, "devices").has(id) ? "seen still" : "seen still, gone from the house"}
              </span>
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-soft">{row.savedAs ? "As it was saved." : "Nothing is shown through it yet."}</p>
      )}
      {stale && !readOnly && (
        <button
          type="button"
          className="button button-main mt-2"
          onClick={() => edit((now) => saveBridge(now, rowOf(now, "bridges", row.id), today()))}
        >
          {row.savedAs ? "It was saved again" : "It was saved"}
        </button>
      )}
      <div className="mt-3">
        <SecretField in="bridges" id={row.id} label="Code it is joined by" />
      </div>
      <div className="-mx-3.5 mt-3">
        <Caution text="A bridge carried into another network opens what was parted for safety. Locks, gates and alarms ask for a second factor, and always work by hand." />
      </div>
    </section>
  );
}
