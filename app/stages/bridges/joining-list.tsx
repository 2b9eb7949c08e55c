/**
 * Who joins which bridge in which order, ticked off; rooms put in by hand; what comes again after a bridge is saved. On
 * the desk and, larger, on a phone without a network.
 */
import { byId, type Design } from "#core/design/collections";
import { changeRow } from "#core/design/row-changes";
import { againAfter, joinList, roomsToDo, type JoinStep } from "#core/stages/bridges/joins";
import { counted } from "#core/design/words";
import { bridgeStates, seenOf } from "#core/stages/bridges/matrix";
import { deviceName } from "#core/stages/bridges/pairs";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Caution } from "../../inspect/parts";
import { usePrinting } from "../../kit/printing";
import { Tick } from "../../kit/ticks";
import { SecretField } from "../register/secret";

const how = ({ from, bridge, phones }: JoinStep) =>
  [
    from ? `shared from ${from.name}` : `by the code of ${bridge.name}`,
    phones.length ? `phone of ${phones.join(" and ")}` : "",
  ]
    .filter(Boolean)
    .join(" · ");

const minutesLeft = (design: Design) =>
  joinList(design)
    .steps.filter(({ done }) => !done)
    .reduce((sum, { minutes }) => sum + minutes, 0);

/** How far it is, in a sentence. */
export function JoinedSoFar({ design }: { design: Design }) {
  const { steps } = joinList(design);
  return (
    <p>
      <span className="measure">{steps.filter(({ done }) => done).length}</span> of{" "}
      <span className="measure">{steps.length}</span> joined;{" "}
      <span className="measure">{minutesLeft(design)}</span> min left.{" "}
      <span className="text-soft">No order takes fewer minutes.</span>
    </p>
  );
}

function Step({ step, large }: { step: JoinStep; large: boolean }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const { step: n, bridge, of, from, minutes, done } = step;
  const ready = !from || (bridge.joined ?? []).includes(from.id) || done;
  const tick = (on: boolean) =>
    edit((now) => {
      const joined = byId(now, "bridges").get(bridge.id)?.joined ?? [];
      const next = on ? [...joined, of.id] : joined.filter((id) => id !== of.id);
      return changeRow(now, "bridges", bridge.id, { joined: next.length ? next : undefined });
    });
  return (
    <li
      className={`grid grid-cols-[1.5rem_minmax(0,1fr)_auto] items-baseline gap-x-2 border-b border-rule ${large ? "py-3" : "py-1.5"}`}
      data-join={`${bridge.id} ${of.id}`}
    >
      <span className="measure text-soft">{n}</span>
      <div className="min-w-0">
        <Tick
          large={large}
          on={done}
          disabled={readOnly || !ready}
          label={`${of.name} joins ${bridge.name}, port ${bridge.port}`}
          set={tick}
        />
        <span className={`block text-soft ${large ? "pl-8" : "pl-5.5 text-small"}`}>{how(step)}</span>
      </div>
      <span className="text-right whitespace-nowrap">
        <span className="measure">{minutes}</span> min
      </span>
      {!from && !done && (
        <div className={`col-start-2 mt-1 text-small ${large ? "pl-8" : "pl-5.5"}`}>
          <SecretField in="bridges" id={bridge.id} label={`Code of ${bridge.name}`} />
        </div>
      )}
    </li>
  );
}

function Rooms({ design, large }: { design: Design; large: boolean }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const todo = roomsToDo(design);
  // On paper each is a box to tick.
  const printing = usePrinting();
  const place = (id: string, on: boolean) =>
    edit((now) => changeRow(now, "exposures", id, { placed: on || undefined }));
  return (
    <>
      <h3 className="mt-5 font-semibold">Rooms to be put in by hand</h3>
      {!todo.length && <p className="text-soft">None: where rooms do not carry over, all are in.</p>}
      {design.ecosystems
        .filter(({ roomsCarry }) => !roomsCarry)
        .map(({ id, name }) => {
          const all = seenOf(design).filter(
            ({ ecosystem, room }) => ecosystem.id === id && room !== undefined,
          );
          const open = todo.filter(({ ecosystem }) => ecosystem.id === id).length;
          return all.length ? (
            <details
              key={id}
              className="mt-1 max-w-3xl border-b border-rule py-1"
              open={printing || (open > 0 && open < 12)}
            >
              <summary className={`cursor-pointer ${large ? "py-2" : ""}`}>
                {name}: <span className="measure">{all.length - open}</span> of{" "}
                <span className="measure">{all.length}</span> in
              </summary>
              <ul className={large ? "mt-1" : "mt-1 columns-2 gap-6 max-sm:columns-1"}>
                {all.map(({ row, spokenName, room }) => (
                  <li key={row.id} className={`break-inside-avoid ${large ? "py-2" : "py-0.5"}`}>
                    <Tick
                      inRow
                      large={large}
                      on={row.placed === true}
                      disabled={readOnly}
                      label={`${spokenName}: ${byId(design, "rooms").get(room!)?.name}`}
                      set={(on) => place(row.id, on)}
                    />
                  </li>
                ))}
              </ul>
            </details>
          ) : null;
        })}
    </>
  );
}

/** What is done again in each ecosystem, device by device. */
function Again({ design }: { design: Design }) {
  const again = againAfter(design);
  const restarts = design.bridges.filter(({ restart, watchdog }) => restart || watchdog);
  return (
    <>
      <h3 className="mt-5 font-semibold">Once a bridge is saved again</h3>
      {!again.length && (
        <p className="max-w-3xl text-soft">
          Nothing is to be repeated: all bridges are as they were saved, or nobody has joined them.
        </p>
      )}
      <ul className="mt-1 grid max-w-3xl gap-2" data-again>
        {again.map(({ bridge, ecosystem, come, gone }) => (
          <li key={`${bridge.id} ${ecosystem.id}`}>
            <p className="font-medium">
              {ecosystem.name}, after {bridge.name}:
            </p>
            <ul className="list-disc pl-5">
              {come.map(({ row, spokenName, room, device }) => (
                <li key={row.id}>
                  {device.name} appears: call it {spokenName}
                  {room !== undefined && !ecosystem.roomsCarry
                    ? `, put it into ${byId(design, "rooms").get(room)?.name}`
                    : ""}
                </li>
              ))}
              {gone.map((id) => (
                <li key={id}>{deviceName(design, id)} goes: look through scenes and routines that use it</li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
      <p className="mt-1 max-w-3xl text-soft">
        Who has joined stays joined. The code is needed again only where a bridge was made anew: then all of
        the above is.
      </p>
      {restarts.length > 0 && (
        <>
          <h3 className="mt-5 font-semibold">When a bridge starts anew</h3>
          <ul className="mt-1 max-w-3xl list-disc pl-5">
            {restarts.map(({ id, name, restart, watchdog }) => (
              <li key={id}>
                {name}:{" "}
                {[restart, watchdog ? "something starts it again when it hangs" : ""]
                  .filter(Boolean)
                  .join("; ")}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** @param large for fingers */
export default function JoiningList({ large = false }: { large?: boolean }) {
  const design = useDesign();
  const { steps, left } = joinList(design);
  return (
    <>
      {[...bridgeStates(design).values()]
        .filter(({ stale }) => stale)
        .map(({ bridge, added, gone }) => (
          <p key={bridge.id} className="mt-1 max-w-3xl text-mend" data-unsaved={bridge.id}>
            {bridge.savedAs
              ? `${bridge.name} is not saved since ${counted(added.length + gone.length, "device")} changed: who joins now joins it as it was.`
              : `${bridge.name} was never saved: there is nothing to join yet.`}
          </p>
        ))}
      <ol className="mt-3 max-w-3xl" aria-label="Order of joining">
        {steps.map((step) => (
          <Step key={`${step.bridge.id} ${step.of.id}`} step={step} large={large} />
        ))}
      </ol>
      {left.map(({ bridge, of }) => (
        <p key={`${bridge.id} ${of.id}`} className="mt-1 text-stop">
          {of.name} has no way into {bridge.name}.
        </p>
      ))}
      <div className="-mx-3.5 mt-3 max-w-3xl">
        <Caution text="Locks, gates and alarms: a second factor is set up in the same visit, and the way out by hand is tried before anybody leaves." />
      </div>
      <Rooms design={design} large={large} />
      <Again design={design} />
    </>
  );
}
