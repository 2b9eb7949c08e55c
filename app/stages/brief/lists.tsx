/** The household and the constraints: short lists, edited in the inspector. */
import { putRow } from "#core/design/row-changes";
import { byId, type CollectionName, type Design, type Rows } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { groupDigits } from "#core/design/units";
import { newRowId, useDesign, useDesk, useEdit, useResult } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { useWorded } from "../../desk/worded";
import { SeverityMark } from "../../kit/severity";
import { counted } from "#core/design/words";

interface ListProps {
  collection: CollectionName;
  rows: readonly { id: string; title: string; texts: string[] }[];
  add: string;
  make(id: string): Change[];
  empty: string;
  lead: string;
}

function List({ collection, rows, add, make, empty, lead }: ListProps) {
  const { select, selection, readOnly } = useDesk();
  const worded = useWorded();
  const edit = useEdit();
  const findings = useResult("findings");
  const begin = () => {
    const id = newRowId(collection[0]!);
    edit(() => make(id));
    select({ in: collection, id, made: true });
  };
  return (
    <>
      <div className="flex h-9 shrink-0 items-center gap-3 border-b border-rule bg-pane px-3" data-chrome>
        <span className="truncate text-small text-soft">{lead}</span>
        {!readOnly && (
          <button type="button" className="button button-main ml-auto h-6" onClick={begin}>
            {add}
          </button>
        )}
      </div>
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {rows.length === 0 && (
          <li>
            <Empty text={empty}>
              <button type="button" className="button button-main" onClick={begin}>
                {add}
              </button>
            </Empty>
          </li>
        )}
        {rows.map((row) => {
          const found = findings.filter((finding) =>
            finding.about.some((ref) => ref.in === collection && ref.id === row.id),
          );
          return (
            <li key={row.id} className={`border-b border-rule ${selection?.id === row.id ? "bg-wash" : ""}`}>
              <button
                type="button"
                className="grid w-full grid-cols-[14rem_minmax(12rem,1fr)_fit-content(17rem)] items-baseline gap-4 px-3.5 py-2 text-left hover:bg-pane max-sm:grid-cols-1 max-sm:gap-0"
                onClick={() => select({ in: collection, id: row.id })}
              >
                <span className="font-semibold">{row.title}</span>
                <span className="text-soft">{row.texts.filter(Boolean).join(" · ")}</span>
                <span className="text-small">
                  {found.map((finding) => (
                    <span key={finding.key} className="flex items-baseline gap-1.5">
                      <SeverityMark severity={finding.severity} size={10} />
                      {worded(finding.title)}
                    </span>
                  ))}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

export function Household() {
  const design = useDesign();
  return (
    <List
      collection="people"
      add="New person"
      lead="Members of the household by role: when they sleep, when they are there, what they need."
      empty="Nobody lives here yet. Who suffers from the problems?"
      rows={design.people.map((person) => ({
        id: person.id,
        title: person.role,
        texts: [
          person.times?.length
            ? counted(person.times.length, "line of schedule", "lines of schedule")
            : person.sleepsFrom && person.sleepsTo
              ? `asleep ${person.sleepsFrom}–${person.sleepsTo}`
              : "",
          person.schedule ?? "",
          (person.needs ?? []).join(", "),
          troubles(design, person.id),
        ],
      }))}
      make={(id) => putRow("people", { id, role: "New person", needs: [] })}
    />
  );
}

function troubles(design: Design, person: string): string {
  const count = design.problems.filter((problem) => problem.people.includes(person)).length;
  return count === 0 ? "" : count === 1 ? "one problem" : counted(count, "problem");
}

function constraintText(design: Design, row: Rows["constraints"]): string[] {
  const rooms = row.rooms.map((id) => byId(design, "rooms").get(id)?.name ?? id);
  return [
    row.kind,
    row.tenure ?? "",
    row.amount === undefined ? "" : `${groupDigits(row.amount, 0)} ${design.design.currency}`,
    row.by ? `by ${row.by}` : "",
    (row.languages ?? []).join(", "),
    rooms.length ? `in ${rooms.join(", ")}` : "",
    row.walls.length ? counted(row.walls.length, "wall") : "",
  ];
}

export function Constraints() {
  const design = useDesign();
  return (
    <List
      collection="constraints"
      add="New constraint"
      lead="What binds the design; each stage checks what it is bound by."
      empty="Nothing binds the design yet: tenure, no new cable, budget, languages, a listed wall, a date, what must stay."
      rows={design.constraints.map((row) => ({
        id: row.id,
        title: row.name,
        texts: constraintText(design, row),
      }))}
      make={(id) => putRow("constraints", { id, name: "New constraint", kind: "keep", rooms: [], walls: [] })}
    />
  );
}
