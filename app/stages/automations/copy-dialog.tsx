/** Copies of a sentence for other rooms, with what differs in each before any is made. */
import { useMemo, useState } from "react";
import { byId, type Design } from "#core/design/collections";
import { byName, counted } from "#core/design/words";
import { copied, copiesFor } from "#core/stages/automations/templates/copy";
import type { AutomationRow } from "#core/design/rows/automations";
import { useEdit } from "../../desk/desk";
import { Ask } from "../../kit/dialog";
import { Tick } from "../../kit/ticks";

interface Props {
  design: Design;
  automation: AutomationRow;
  onClose(): void;
}

export default function CopyDialog({ design, automation, onClose }: Props) {
  const edit = useEdit();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const rooms = useMemo(
    () => [...design.rooms].sort((a, b) => byName(a.name, b.name)).filter(({ id }) => id !== automation.room),
    [design.rooms, automation.room],
  );
  // Each by itself, to say what it lacks; those ticked are then made one after the other.
  const alone = useMemo(
    () => new Map(rooms.map(({ id }) => [id, copiesFor(design, automation, [id])[0]!])),
    [design, automation, rooms],
  );
  const can = rooms.filter(({ id }) => alone.get(id)!.row);
  const cannot = rooms.filter(({ id }) => !alone.get(id)!.row);
  const copies = copiesFor(design, automation, ticked);
  const make = () => {
    edit((now) => {
      const row = byId(now, "automations").get(automation.id);
      return row ? copied(copiesFor(now, row, ticked)) : [];
    });
    onClose();
  };
  return (
    <Ask
      title={`Copy ${automation.name} to rooms`}
      lead={
        automation.room === undefined
          ? "It belongs to no room: give it one first, so that it is known which things are the room's."
          : "The room's own things are put in; what is meant of the whole house stays."
      }
      onClose={onClose}
      wide
    >
      {automation.room !== undefined && (
        <>
          <fieldset className="mt-3">
            <legend className="text-soft">Rooms that have what it takes</legend>
            <div className="mt-1 grid grid-cols-3 gap-x-3 gap-y-1 max-sm:grid-cols-1">
              {can.map(({ id, name }) => (
                <Tick
                  key={id}
                  label={name}
                  on={ticked.includes(id)}
                  set={(on) => setTicked((now) => (on ? [...now, id] : now.filter((one) => one !== id)))}
                />
              ))}
            </div>
            {can.length === 0 && <p className="mt-1">No other room has what it takes.</p>}
          </fieldset>
          {ticked.length > 0 && (
            <div
              className="mt-3 max-h-72 overflow-y-auto border border-rule"
              tabIndex={0}
              role="region"
              aria-label="What differs"
            >
              <table className="w-full text-small">
                <thead className="sticky top-0 bg-pane text-left text-soft">
                  <tr>
                    <th className="px-2 py-1 font-normal">What</th>
                    <th className="px-2 py-1 font-normal">Here</th>
                    <th className="px-2 py-1 font-normal">There</th>
                  </tr>
                </thead>
                {copies.map(({ room, row, differences, dials, scenes }) => (
                  <tbody key={room}>
                    <tr className="border-t border-rule">
                      <th colSpan={3} className="px-2 py-1 text-left font-semibold">
                        {row?.name ?? byId(design, "rooms").get(room)?.name}
                      </th>
                    </tr>
                    {differences.map((one, i) => (
                      <tr key={i} className="border-t border-rule/60 align-baseline">
                        <td className="px-2 py-0.5 text-soft">{one.what}</td>
                        <td className="px-2 py-0.5">{one.here}</td>
                        <td className="px-2 py-0.5">{one.there}</td>
                      </tr>
                    ))}
                    {dials.length + scenes.length > 0 && (
                      <tr className="border-t border-rule/60">
                        <td className="px-2 py-0.5 text-soft">made with it</td>
                        <td className="px-2 py-0.5" />
                        <td className="px-2 py-0.5">
                          {[...dials, ...scenes].map((made) => made.name).join(", ")}
                        </td>
                      </tr>
                    )}
                  </tbody>
                ))}
              </table>
            </div>
          )}
          {cannot.length > 0 && (
            <details className="mt-3">
              <summary className="cursor-pointer text-soft">
                {counted(cannot.length, "room lacks", "rooms lack")} something
              </summary>
              <ul className="mt-1 grid gap-0.5 text-small">
                {cannot.map(({ id, name }) => (
                  <li key={id}>
                    {name}: <span className="text-soft">{alone.get(id)!.lacks.join(", ")}</span>
                  </li>
                ))}
              </ul>
            </details>
          )}
        </>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <button type="button" className="button" onClick={onClose}>
          Leave it
        </button>
        <button type="button" className="button button-main" disabled={!ticked.length} onClick={make}>
          {ticked.length ? `Copy to ${counted(ticked.length, "room")}` : "Copy"}
        </button>
      </div>
    </Ask>
  );
}
