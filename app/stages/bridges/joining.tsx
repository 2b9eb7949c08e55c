/** Who joins which bridge in which order, ticked off; rooms put in by hand; what comes again after a bridge is saved. */
import { FileDown } from "lucide-react";
import { byId } from "#core/design/collections";
import { changeRow } from "#core/design/row-changes";
import { joinList, roomsToDo, type JoinStep } from "#core/stages/bridges/joins";
import { bridgeStates, exposuresOf } from "#core/stages/bridges/matrix";
import { deviceName } from "#core/stages/bridges/pairs";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Tick } from "../../kit/ticks";

const how = ({ from, bridge, phones }: JoinStep) =>
  [
    from ? `shared from ${from.name}` : `by the code of ${bridge.name}`,
    phones.length ? `phone of ${phones.join(" and ")}` : "",
  ]
    .filter(Boolean)
    .join(" · ");

export default function Joining() {
  const design = useDesign();
  const { readOnly, url } = useDesk();
  const edit = useEdit();
  const { steps, left } = joinList(design);
  const rooms = roomsToDo(design);
  if (!steps.length && !left.length)
    return (
      <Empty text="Nothing to join yet: show devices to an ecosystem first.">
        <ToSheet stage="bridges" text="Who sees what" />
      </Empty>
    );
  const tick = (step: JoinStep, on: boolean) =>
    edit((now) => {
      const joined = byId(now, "bridges").get(step.bridge.id)?.joined ?? [];
      const next = on ? [...joined, step.of.id] : joined.filter((id) => id !== step.of.id);
      return changeRow(now, "bridges", step.bridge.id, { joined: next.length ? next : undefined });
    });
  const place = (id: string, on: boolean) =>
    edit((now) => changeRow(now, "exposures", id, { placed: on || undefined }));
  return (
    <div
      className="relative min-h-0 flex-1 overflow-y-auto p-4"
      tabIndex={0}
      role="region"
      aria-label="Joining"
    >
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <p>
          <span className="measure">{steps.filter(({ done }) => done).length}</span> of{" "}
          <span className="measure">{steps.length}</span> joined;{" "}
          <span className="measure">
            {steps.filter(({ done }) => !done).reduce((sum, { minutes }) => sum + minutes, 0)} min
          </span>{" "}
          left. <span className="text-soft">No order takes fewer minutes.</span>
        </p>
        <a className="button ml-auto h-6" href={`${url}/csv/joining`} data-chrome>
          <FileDown size={13} /> CSV
        </a>
      </div>
      <ol className="mt-3 grid max-w-3xl gap-px">
        {steps.map((step) => {
          const { step: n, bridge, of, minutes, done } = step;
          const ready = !step.from || (bridge.joined ?? []).includes(step.from.id) || done;
          return (
            <li
              key={`${bridge.id} ${of.id}`}
              className="flex items-baseline gap-3 border-b border-rule py-1.5"
              data-join={`${bridge.id} ${of.id}`}
            >
              <span className="measure w-5 shrink-0 text-soft">{n}</span>
              <Tick
                on={done}
                disabled={readOnly || !ready}
                label={`${of.name} joins ${bridge.name}, port ${bridge.port}`}
                set={(on) => tick(step, on)}
              />
              <span className="min-w-0 flex-1 text-soft">{how(step)}</span>
              <span className="measure shrink-0">{minutes} min</span>
            </li>
          );
        })}
      </ol>
      {left.map(({ bridge, of }) => (
        <p key={`${bridge.id} ${of.id}`} className="mt-1 text-stop">
          {of.name} has no way into {bridge.name}.
        </p>
      ))}
      <h3 className="mt-5 font-semibold">Rooms to be put in by hand</h3>
      {rooms.length === 0 && <p className="text-soft">None: where rooms do not carry over, all are in.</p>}
      {design.ecosystems
        .filter(({ roomsCarry }) => !roomsCarry)
        .map(({ id, name }) => {
          const all = exposuresOf(design).filter(
            ({ ecosystem, state, room }) => ecosystem.id === id && state !== "refused" && room !== undefined,
          );
          const open = rooms.filter(({ ecosystem }) => ecosystem.id === id).length;
          return all.length ? (
            <details
              key={id}
              className="mt-1 max-w-3xl border-b border-rule py-1"
              open={open > 0 && open < 12}
            >
              <summary className="cursor-pointer">
                {name}: <span className="measure">{all.length - open}</span> of{" "}
                <span className="measure">{all.length}</span> in
              </summary>
              <ul className="mt-1 columns-2 gap-6 max-sm:columns-1">
                {all.map(({ row, spokenName, room }) => (
                  <li key={row.id} className="break-inside-avoid py-0.5">
                    <Tick
                      inRow
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
      <h3 className="mt-5 font-semibold">Once a bridge was saved again</h3>
      <ul className="mt-1 max-w-3xl list-disc pl-5 text-soft">
        <li>
          What is new appears in each ecosystem without its room: it is put in, and given its name there.
        </li>
        <li>What went is gone there with all that used it: scenes and automations are looked through.</li>
        <li>Who had joined stays joined; the code is not needed again unless the bridge was made anew.</li>
        {[...bridgeStates(design).values()]
          .filter(({ stale }) => stale)
          .map(({ bridge, added, gone }) => (
            <li key={bridge.id} className="text-mend">
              {bridge.name} now:{" "}
              {added.length ? `${added.map((id) => deviceName(design, id)).join(", ")} new` : ""}
              {added.length && gone.length ? "; " : ""}
              {gone.length ? `${gone.map((id) => deviceName(design, id)).join(", ")} gone` : ""}.
            </li>
          ))}
        {design.bridges
          .filter(({ restart }) => restart)
          .map(({ id, name, restart }) => (
            <li key={id}>
              {name}: {restart}.
            </li>
          ))}
      </ul>
    </div>
  );
}
