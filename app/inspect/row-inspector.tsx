/** The inspector of any row that has no panel of its own: what it is, what was found about it, its fields. */
import { Trash2 } from "lucide-react";
import { Suspense, useEffect, useRef } from "react";
import { byId, SINGULAR, type AnyRow, type CollectionName, type Design } from "#core/design/collections";
import { removeRows } from "#core/design/remove";
import { levelOf } from "#core/design/where";
import { capital } from "#core/design/words";
import { focusSheet, useDesk, useEdit } from "../desk/desk";
import { usePartsFor, type RowPart } from "../desk/parts";
import { Caution, Heading } from "./parts";
import { Findings } from "./findings-of";
import { RowForm, rowName } from "./row-form";

export default function RowInspector({
  design,
  collection,
  id,
}: {
  design: Design;
  collection: CollectionName;
  id: string;
}) {
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const form = useRef<HTMLDivElement>(null);
  const made = selection?.made && selection.id === id;
  useEffect(() => {
    if (made) form.current?.querySelector("input")?.select();
  }, [made]);
  const part = usePartsFor(collection)?.rows?.[collection] as RowPart | undefined;
  const row = (byId(design, collection) as ReadonlyMap<string, AnyRow>).get(id);
  if (!row) return null;
  const { name, role } = row as { name?: string; role?: string };
  const title = part?.title?.(design, row) ?? name ?? role;
  // A window and a door are openings by the file, and never called so.
  const what = collection === "openings" ? (row as unknown as { kind: string }).kind : SINGULAR[collection];
  const level = byId(design, "levels").get(levelOf(design, { in: collection, id }) ?? "");
  const caution = part?.caution?.(row);
  return (
    <>
      <Heading title={title ?? capital(what)} text={title ? what : `on ${level?.name ?? rowName(row)}`} />
      <Findings collection={collection} id={id} />
      {part?.Extra && (
        <div className="border-b border-rule px-3.5 py-3 empty:hidden">
          <Suspense>
            <part.Extra design={design} row={row} />
          </Suspense>
        </div>
      )}
      <div ref={form} className="border-b border-rule px-3.5 py-3">
        <RowForm
          key={id}
          collection={collection}
          id={id}
          only={part?.only}
          change={part?.change}
          hints={part?.hints}
          words={part?.words?.(design, row)}
          matters={part?.matters && ((field) => part.matters!(row, field))}
          names={{ x: "Across, x", y: "Down, y", z: "Height, z", ...part?.names }}
        />
      </div>
      {!readOnly && (
        <div className="px-3.5 py-3">
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => removeRows(d, [{ in: collection, id }]));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
        </div>
      )}
      {caution && <Caution text={caution} />}
    </>
  );
}
