/** A table of what automations go by, with the press that adds a row. */
import { Plus } from "lucide-react";
import type { ReactNode } from "react";
import type { CollectionName, Rows } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";

export type SettingsCollection = CollectionName & ("dials" | "groups" | "scenes" | "calendars");

interface Props<C extends SettingsCollection> {
  collection: C;
  label: string;
  columns: Column<Rows[C]>[];
  empty: string;
  adds: readonly { text: string; make: (id: string) => Rows[C] }[];
  children?: ReactNode;
}

export function SettingsTable<C extends SettingsCollection>({
  collection,
  label,
  columns,
  empty,
  adds,
  children,
}: Props<C>) {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const rows = design[collection] as Rows[C][];
  const buttons = adds.map(({ text, make }) => (
    <button
      key={text}
      type="button"
      className="button h-6"
      onClick={() => {
        const id = newRowId(collection.slice(0, 2));
        edit(() => putRow(collection, make(id)));
        select({ in: collection, id, made: true });
      }}
    >
      <Plus size={13} /> {text}
    </button>
  ));
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label={label}>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <h3 className="font-semibold">{label}</h3>
        <span className="ml-auto flex flex-wrap gap-1.5">
          {!readOnly && buttons}
          {children}
        </span>
      </div>
      <DataTable
        label={label}
        rows={rows}
        columns={columns}
        keyOf={(row: { id: string }) => row.id}
        selected={selection?.in === collection ? selection.id : undefined}
        onSelect={({ id }: { id: string }) => selection?.id !== id && select({ in: collection, id })}
        empty={<Empty text={empty}>{buttons}</Empty>}
      />
    </section>
  );
}
