/** Codes and keys: which are kept, whose they are, who looked at them. Values are shown on request, one by one. */
import { useEffect, useState } from "react";
import { byId } from "#core/design/collections";
import { dropRow, putRow } from "#core/design/row-changes";
import { counted } from "#core/design/words";
import { codeState } from "#core/stages/register/codes";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Caution } from "../../inspect/parts";
import { SecretField } from "./secret";

interface Look {
  in: "devices" | "keys";
  id: string;
  person: string;
  how: "shown" | "saved" | "entered";
  at: string;
}

const HOW: Readonly<Record<Look["how"], string>> = {
  shown: "looked at",
  saved: "saved in a file",
  entered: "entered",
};

export default function Keys() {
  const design = useDesign();
  const { url, readOnly, select } = useDesk();
  const edit = useEdit();
  const [looks, setLooks] = useState<Look[]>();
  const [again, setAgain] = useState(0);
  useEffect(() => {
    if (readOnly) return;
    let over = false;
    fetch(`${url}/secrets`)
      .then((answer) => (answer.ok ? (answer.json() as Promise<{ looks: Look[] }>) : { looks: [] }))
      .then(
        (found) => !over && setLooks(found.looks),
        () => undefined,
      );
    return () => {
      over = true;
    };
  }, [url, readOnly, again]);
  const coded = design.devices.filter((device) => codeState(device) !== undefined);
  const bad = coded.filter((device) => codeState(device) === "bad");
  const name = (look: Look) =>
    look.in === "devices"
      ? `pairing code of ${byId(design, "devices").get(look.id)?.name ?? "a device that is gone"}`
      : (byId(design, "keys").get(look.id)?.name ?? "a key that is gone");
  return (
    <div className="@container relative min-h-0 flex-1 overflow-y-auto">
      <div className="grid gap-x-6 @3xl:grid-cols-2">
        <section aria-label="Keys" className="px-4 py-3">
          <div className="mb-2 flex items-baseline justify-between gap-2">
            <h3 className="font-semibold">Keys, door codes, passwords</h3>
            {!readOnly && (
              <button
                type="button"
                className="button h-7"
                onClick={() => {
                  const id = newRowId("key");
                  edit(() => putRow("keys", { id, name: "New key", kind: "other" }));
                  select({ in: "keys", id, made: true });
                }}
              >
                Add one
              </button>
            )}
          </div>
          <ul className="grid gap-3">
            {design.keys.map((row) => (
              <li key={row.id} className="border-b border-rule pb-2">
                <p className="text-small text-soft">
                  {row.kind}
                  {row.device ? ` of ${byId(design, "devices").get(row.device)?.name}` : ""}
                  {row.person ? `, ${byId(design, "people").get(row.person)?.role}` : ""}
                  {!readOnly && (
                    <>
                      {" · "}
                      <button
                        type="button"
                        className="underline"
                        onClick={() => select({ in: "keys", id: row.id })}
                      >
                        change
                      </button>
                      {" · "}
                      <button
                        type="button"
                        className="underline"
                        onClick={() => edit(() => dropRow("keys", row.id))}
                      >
                        take out
                      </button>
                    </>
                  )}
                </p>
                <SecretField in="keys" id={row.id} label={row.name} />
              </li>
            ))}
            {!design.keys.length && (
              <li className="text-soft">None yet: the network's key, door codes, passwords of cameras.</li>
            )}
          </ul>
          <div className="-mx-3.5 mt-3">
            <Caution text="Locks and codes: least exposure. One code a person, none on a label; no voice unlock without a second factor. Whoever leaves has theirs taken out." />
          </div>
        </section>
        <section aria-label="Pairing codes" className="px-4 py-3">
          <h3 className="mb-2 font-semibold">
            Pairing codes{" "}
            <span className="font-normal text-soft">
              {counted(coded.length, "code")} kept
              {bad.length ? `, ${bad.length} failing ${bad.length === 1 ? "its" : "their"} check` : ""}
            </span>
          </h3>
          <ul className="grid gap-3">
            {coded.map((device) => (
              <li key={device.id} className="border-b border-rule pb-2">
                <SecretField in="devices" id={device.id} label={device.name} />
              </li>
            ))}
            {!coded.length && (
              <li className="text-soft">
                None yet: on a device's page, or in a column of a table that is brought in.
              </li>
            )}
          </ul>
          {!readOnly && (
            <>
              <div className="mt-4 mb-1 flex items-baseline justify-between">
                <h3 className="font-semibold">Who looked</h3>
                <button type="button" className="button h-7" onClick={() => setAgain(again + 1)}>
                  Look again
                </button>
              </div>
              <ol aria-label="Who looked" className="grid gap-0.5 text-small">
                {(looks ?? []).slice(0, 60).map((look, n) => (
                  <li key={n}>
                    <span className="font-mono text-soft">{look.at.slice(0, 16).replace("T", " ")}</span>{" "}
                    {look.person}: {HOW[look.how]}, {name(look)}
                  </li>
                ))}
                {looks?.length === 0 && <li className="text-soft">Nobody yet.</li>}
              </ol>
            </>
          )}
          <p className="mt-3 text-small text-soft">
            They are kept encrypted with a key outside the database, and left out of pages, tables and files.
            The owner may{" "}
            <a className="underline" href={`${url}/file?secrets=with`}>
              save the project file with them
            </a>
            ; that is written down too.
          </p>
        </section>
      </div>
    </div>
  );
}
