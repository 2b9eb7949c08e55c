/** Ticked devices changed together: status, protocol, tags; renamed by a pattern, looked at first. */
import { useState } from "react";
import { rowOf } from "#core/design/collections";
import { changeSettings } from "#core/design/row-changes";
import { InputError } from "#core/design/input-error";
import { removeRows } from "#core/design/remove";
import { PROTOCOLS } from "#core/design/vocabulary";
import { counted } from "#core/design/words";
import { changeDevice } from "#core/stages/register";
import {
  namePatternOf,
  PATTERN_WORDS,
  renamesBy,
  takeRenames,
  type Rename,
} from "#core/stages/register/naming";
import { DEVICE_STATUSES, type DeviceRow } from "#core/design/rows/register";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { say } from "../../desk/say";
import { Choice } from "../../kit/choice";

export default function Bulk({
  ids,
  hidden,
  done,
}: {
  ids: readonly string[];
  /** How many of them the filters hide. */
  hidden: number;
  done(): void;
}) {
  const design = useDesign();
  const { select } = useDesk();
  const edit = useEdit();
  const [tag, setTag] = useState("");
  const [renaming, setRenaming] = useState(false);
  const each = (values: (device: DeviceRow) => Partial<DeviceRow>, said: string) => {
    edit((now) => ids.flatMap((id) => changeDevice(now, id, values(rowOf(now, "devices", id)))));
    say(`${counted(ids.length, "device")}: ${said}`);
  };
  const tagged = (device: DeviceRow) => [...new Set([...(device.tags ?? []), tag.trim()])];
  return (
    <section aria-label="Ticked devices" className="border-b border-accent bg-raised" data-chrome>
      <div className="flex flex-wrap items-center gap-1.5 px-3 py-1.5">
        <span className="font-semibold">
          {counted(ids.length, "device")} ticked
          {hidden > 0 && <span className="text-mend">, {hidden} of them not shown</span>}
        </span>
        <Choice
          label="Status of all ticked"
          className="h-7 w-36"
          value=""
          prompt="Status…"
          options={DEVICE_STATUSES.map((value) => ({ value, text: value }))}
          take={(status) => each(() => ({ status: status as DeviceRow["status"] }), String(status))}
        />
        <Choice
          label="Protocol of all ticked"
          className="h-7 w-36"
          value=""
          prompt="Protocol…"
          options={PROTOCOLS.map((value) => ({ value, text: value }))}
          take={(protocol) => each(() => ({ protocol: protocol as DeviceRow["protocol"] }), String(protocol))}
        />
        <form
          className="flex items-center gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (!tag.trim()) return;
            each((device) => ({ tags: tagged(device) }), `tagged ${tag.trim()}`);
            setTag("");
          }}
        >
          <input
            className="field h-7 w-28"
            aria-label="Tag for all ticked"
            placeholder="Tag"
            maxLength={60}
            value={tag}
            onChange={(event) => setTag(event.target.value)}
          />
          <button type="submit" className="button h-7" disabled={!tag.trim()}>
            Add
          </button>
        </form>
        <button
          type="button"
          className="button h-7"
          aria-expanded={renaming}
          onClick={() => setRenaming(!renaming)}
        >
          Rename by a pattern
        </button>
        <button
          type="button"
          className="button h-7 text-stop"
          onClick={() => {
            edit((now) =>
              removeRows(
                now,
                ids.map((id) => ({ in: "devices", id })),
              ),
            );
            select(undefined);
            say(`${counted(ids.length, "device")} removed. Undo brings them back.`);
            done();
          }}
        >
          Remove
        </button>
        <button type="button" className="button ml-auto h-7" onClick={done}>
          Untick all
        </button>
      </div>
      {renaming && <RenameBy ids={ids} close={() => setRenaming(false)} start={namePatternOf(design)} />}
    </section>
  );
}

function RenameBy({ ids, close, start }: { ids: readonly string[]; close(): void; start: string }) {
  const design = useDesign();
  const edit = useEdit();
  const [pattern, setPattern] = useState(start);
  let renames: Rename[] = [];
  let wrong: string | undefined;
  try {
    renames = renamesBy(design, ids, pattern);
  } catch (problem) {
    if (!(problem instanceof InputError)) throw problem;
    wrong = problem.message;
  }
  const clashes = renames.filter(({ clash }) => clash).length;
  const other = renames.filter(({ from, to }) => from !== to);
  return (
    <div className="grid gap-2 border-t border-rule px-3 py-2">
      <div className="flex flex-wrap items-center gap-1.5">
        <label htmlFor="rename-pattern" className="text-soft">
          Pattern
        </label>
        <input
          id="rename-pattern"
          className="field h-7 w-72 font-mono"
          value={pattern}
          maxLength={120}
          aria-invalid={wrong ? true : undefined}
          onChange={(event) => setPattern(event.target.value)}
        />
        <span className="text-small text-soft">{PATTERN_WORDS.map((word) => `{${word}}`).join(" ")}</span>
      </div>
      {wrong && (
        <p role="alert" className="text-stop">
          {wrong}
        </p>
      )}
      {renames.length > 0 && (
        <>
          <div className="max-h-56 overflow-auto border border-rule">
            <table className="w-full text-left text-small" aria-label="Names as they would be">
              <thead className="sticky top-0 bg-pane text-soft">
                <tr>
                  <th scope="col" className="px-2 py-1 font-normal">
                    Is called
                  </th>
                  <th scope="col" className="px-2 py-1 font-normal">
                    Would be called
                  </th>
                  <th scope="col" className="px-2 py-1 font-normal">
                    What is to be known
                  </th>
                </tr>
              </thead>
              <tbody>
                {renames.map(({ device, from, to, clash, keepsTopic }) => (
                  <tr key={device} className="border-t border-rule/60">
                    <td className="px-2 py-1">{from}</td>
                    <td
                      className={`px-2 py-1 ${clash ? "font-semibold text-stop" : from === to ? "text-soft" : "font-semibold"}`}
                    >
                      {to}
                    </td>
                    <td className="px-2 py-1 text-soft">
                      {clash ?? (from === to ? "stays" : keepsTopic ? `keeps the topic ${keepsTopic}` : "")}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <div className="flex flex-wrap items-center gap-1.5">
            <button
              type="button"
              className="button button-main h-7"
              disabled={clashes > 0 || !other.length}
              onClick={() => {
                edit((now) => [
                  ...takeRenames(now, renamesBy(now, ids, pattern)),
                  ...(pattern.trim() !== start
                    ? changeSettings(now, {
                        registerSettings: { ...now.design.registerSettings, namePattern: pattern.trim() },
                      })
                    : []),
                ]);
                say(`${counted(other.length, "device")} renamed`);
                close();
              }}
            >
              Take {counted(other.length, "name")}
            </button>
            {clashes > 0 && (
              <span role="alert" className="text-stop">
                {counted(clashes, "name")} {clashes === 1 ? "clashes" : "clash"}: nothing is taken until none
                does.
              </span>
            )}
            <button type="button" className="button h-7" onClick={close}>
              Leave them
            </button>
          </div>
        </>
      )}
    </div>
  );
}
