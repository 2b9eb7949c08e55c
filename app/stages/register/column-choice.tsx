/** Which columns the register shows, in which order; kept with filters and grouping under a name. */
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useState } from "react";
import { dropRow, putRow } from "#core/design/row-changes";
import type { TableViewRow } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Choice } from "../../kit/choice";
import { Tick } from "../../kit/ticks";
import { USUAL } from "./columns";

const GROUPS = [
  { value: "", text: "not grouped" },
  ...["room", "level", "kind", "protocol", "status", "closet"].map((value) => ({
    value,
    text: `by ${value}`,
  })),
];

export default function ColumnChoice({
  all,
  columns,
  view,
  filters,
  groupBy,
  take,
  group,
  show,
  close,
}: {
  all: readonly { id: string; name: string }[];
  columns: readonly string[];
  view?: TableViewRow;
  filters: Readonly<Record<string, string>>;
  groupBy: string;
  take(columns: string[]): void;
  group(by: string): void;
  show(id: string): void;
  close(): void;
}) {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const [name, setName] = useState("");
  const nameOf = (id: string) => all.find((column) => column.id === id)?.name ?? id;
  const move = (id: string, by: number) => {
    const at = columns.indexOf(id);
    const next = [...columns];
    next.splice(at, 1);
    next.splice(Math.max(0, Math.min(next.length, at + by)), 0, id);
    take(next);
  };
  const row = (id: string, called: string): TableViewRow => ({
    id,
    name: called,
    columns: [...columns],
    ...(Object.values(filters).some(Boolean)
      ? {
          filters: Object.entries(filters)
            .filter(([, value]) => value)
            .map(([column, value]) => ({ column, value })),
        }
      : {}),
    ...(groupBy ? { groupBy } : {}),
  });
  const keep = () => {
    const id = newRowId("view");
    edit(() => putRow("tableViews", row(id, name.trim())));
    setName("");
    show(id);
  };
  return (
    <section
      aria-label="Columns"
      className="grid gap-2 border-b border-rule bg-raised px-3 py-2.5"
      data-chrome
    >
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="text-soft">Table as</span>
        <Choice
          label="Named view"
          className="h-7 w-52"
          value={view?.id ?? ""}
          options={[
            { value: "", text: "the usual columns" },
            ...design.tableViews.map((one) => ({ value: one.id, text: one.name })),
          ]}
          take={(id) => {
            show(id);
            if (!id) take([...USUAL]);
          }}
        />
        {!readOnly && view && (
          <>
            <button
              type="button"
              className="button h-7"
              onClick={() => edit(() => putRow("tableViews", row(view.id, view.name)))}
            >
              Keep it as it is now
            </button>
            <button
              type="button"
              className="button h-7 text-stop"
              onClick={() => {
                edit(() => dropRow("tableViews", view.id));
                show("");
              }}
            >
              Forget it
            </button>
          </>
        )}
        {!readOnly && (
          <form
            className="flex items-center gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim()) keep();
            }}
          >
            <input
              className="field h-7 w-44"
              aria-label="Name of a new view"
              placeholder="A name for this view"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <button type="submit" className="button h-7" disabled={!name.trim()}>
              Keep under it
            </button>
          </form>
        )}
        <Choice label="Grouped" className="h-7 w-32" value={groupBy} options={GROUPS} take={group} />
        <button type="button" className="button ml-auto h-7" onClick={close}>
          Close
        </button>
      </div>
      <ol aria-label="Shown columns, in order" className="flex flex-wrap gap-1">
        {columns.map((id) => (
          <li key={id} className="flex items-center border border-rule bg-pane">
            <button
              type="button"
              className="px-1 py-0.5 hover:bg-wash"
              aria-label={`${nameOf(id)} further left`}
              onClick={() => move(id, -1)}
            >
              <ChevronLeft size={12} />
            </button>
            <span className="text-small">{nameOf(id)}</span>
            <button
              type="button"
              className="px-1 py-0.5 hover:bg-wash"
              aria-label={`${nameOf(id)} further right`}
              onClick={() => move(id, 1)}
            >
              <ChevronRight size={12} />
            </button>
          </li>
        ))}
      </ol>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(9rem,1fr))] gap-x-3 gap-y-0.5">
        {all.map(({ id, name: called }) => (
          <Tick
            key={id}
            label={called}
            on={columns.includes(id)}
            set={(on) => {
              const next = on ? [...columns, id] : columns.filter((one) => one !== id);
              if (next.length) take(next);
            }}
          />
        ))}
      </div>
    </section>
  );
}
