/** What people say: names that clash, with better ones; every spoken name, changed in its place. */
import { useMemo } from "react";
import { byId, rowOf } from "#core/design/collections";
import { counted } from "#core/design/words";
import { callIt } from "#core/stages/bridges/call-it";
import { seenOf, type Exposed } from "#core/stages/bridges/matrix";
import { alikeIn, betterNames, mistakable } from "#core/stages/bridges/spoken";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { TextField } from "../../kit/fields";
import { DataTable, type Column } from "../../kit/table";
import { Fetched } from "../../kit/views";
import SayIt from "./say-it";

interface Clash {
  key: string;
  text: string;
  why: string;
  rename: Exposed;
  better: readonly string[];
}

export default function Names() {
  const design = useDesign();
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const clashes = useMemo((): Clash[] => {
    const pairs = new Map<string, Clash>();
    for (const { a, b, why, score, ecosystem } of alikeIn(design)) {
      const key = `${a.device.id} ${b.device.id}`;
      const name = rowOf(design, "ecosystems", ecosystem).name;
      const before = pairs.get(key);
      if (before) {
        pairs.set(key, { ...before, why: `${before.why}, ${name}` });
        continue;
      }
      const rename = b.row.spokenName !== undefined && a.row.spokenName === undefined ? b : a;
      pairs.set(key, {
        key,
        text: `${a.spokenName} and ${b.spokenName}`,
        why: `${why === "same" ? "the same" : why === "contained" ? "one in the other" : `sound alike, ${Math.round(100 * score)} %`} in ${name}`,
        rename,
        better: betterNames(design, rename),
      });
    }
    const taken = mistakable(design).map(({ one, word, for: as }): Clash => ({
      key: `${one.device.id} ${one.ecosystem.id}`,
      text: one.spokenName,
      why: `“${word}” is ${as} to ${one.ecosystem.name}`,
      rename: one,
      better: betterNames(design, one),
    }));
    return [...pairs.values(), ...taken];
  }, [design]);
  const lines = useMemo(() => {
    const by = new Map<string, Exposed[]>();
    for (const one of seenOf(design)) by.set(one.device.id, [...(by.get(one.device.id) ?? []), one]);
    return [...by.values()];
  }, [design]);
  const columns: Column<Exposed[]>[] = [
    { id: "device", name: "Device", value: ([one]) => one!.device.name, width: "minmax(9rem,1fr)" },
    {
      id: "said",
      name: "Said",
      value: ([one]) => one!.spokenName,
      cell: ([one]) =>
        readOnly ? (
          one!.spokenName
        ) : (
          <TextField
            bare
            label={`Spoken name of ${one!.device.name}`}
            text={one!.spokenName}
            take={(text) => edit((now) => callIt(now, one!.device.id, text.trim()))}
          />
        ),
      width: "minmax(10rem,1fr)",
    },
    {
      id: "where",
      name: "In",
      value: (own) => own.map(({ ecosystem }) => ecosystem.name).join(", "),
      width: "minmax(9rem,1fr)",
    },
  ];
  if (!lines.length)
    return (
      <Empty text="Nothing is shown to anybody yet, so there is nothing to say.">
        <ToSheet stage="bridges" text="Who sees what" />
      </Empty>
    );
  return (
    <>
      <section
        className="relative max-h-64 shrink-0 overflow-y-auto border-b border-rule px-3 py-2"
        tabIndex={0}
        aria-label="Names that clash"
        role="region"
      >
        <h3 className="font-semibold">
          {clashes.length
            ? counted(clashes.length, "name that clashes", "names that clash")
            : "Every name reaches one thing"}
        </h3>
        <ul className="mt-1 grid gap-1.5">
          {clashes.map(({ key, text, why, rename, better }) => (
            <li key={key} className="flex flex-wrap items-center gap-1.5" data-clash={key}>
              <span className="font-medium">{text}</span>
              <span className="text-soft">{why}</span>
              {!readOnly &&
                better.map((name, n) => (
                  <button
                    key={name}
                    type="button"
                    className={`button h-6 ${n === 0 ? "button-main" : ""}`}
                    aria-label={`Call ${rename.spokenName} ${name}`}
                    onClick={() => edit((now) => callIt(now, rename.device.id, name))}
                  >
                    {name}
                  </button>
                ))}
            </li>
          ))}
        </ul>
      </section>
      <DataTable
        label="Spoken names"
        rows={lines}
        columns={columns}
        keyOf={([one]) => one!.device.id}
        selected={
          selection?.in === "exposures" ? byId(design, "exposures").get(selection.id)?.device : undefined
        }
        onSelect={([one]) => selection?.id !== one!.row.id && select({ in: "exposures", id: one!.row.id })}
        empty=""
      />
      <Fetched>
        <SayIt />
      </Fetched>
    </>
  );
}
