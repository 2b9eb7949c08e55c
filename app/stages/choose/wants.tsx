/** What each room must do: a table, and the step that puts wants down from what the design knows. */
import { putRow } from "#core/design/row-changes";
import { capital } from "#core/design/words";
import { Wand2 } from "lucide-react";
import { Suspense, useMemo, useState } from "react";
import { FUNCTIONS } from "#core/stages/choose/functions";
import { byId } from "#core/design/collections";
import { WANT_FUNCTIONS, type WantFunction, type WantRow } from "#core/design/rows/choose";
import { groupDigits } from "#core/design/units";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";
import { Filter, filtered } from "../../kit/filters";
import { lazily } from "../../kit/lazily";
import { Choice } from "../../kit/choice";

const Derive = lazily(() => import("./derive"));

const NONE: Record<string, string> = { room: "", function: "" };

export default function Wants() {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState(NONE);
  const [deriving, setDeriving] = useState(false);
  const valueOf = useMemo(
    () => ({
      room: (want: WantRow) => byId(design, "rooms").get(want.room)?.name ?? "",
      function: (want: WantRow) => capital(FUNCTIONS[want.function].name),
    }),
    [design],
  );
  const plan = design.plans.at(-1);
  const met = useMemo(() => {
    const found = new Map<string, string>();
    for (const pick of plan?.picks ?? [])
      found.set(
        pick.want,
        [found.get(pick.want), byId(design, "options").get(pick.option)?.name ?? pick.option]
          .filter(Boolean)
          .join(", "),
      );
    return found;
  }, [design, plan]);
  const columns = useMemo(
    (): Column<WantRow>[] => [
      { id: "room", name: "Room", value: valueOf.room, width: "9rem" },
      { id: "function", name: "Function", value: valueOf.function, width: "minmax(9rem,1fr)" },
      { id: "count", name: "Count", value: (want) => want.count, width: "3.6rem", right: true, mono: true },
      { id: "needs", name: "Needs", value: (want) => want.needs.join(", "), width: "minmax(7rem,0.8fr)" },
      {
        id: "rules",
        name: "Rules",
        value: (want) =>
          [
            want.critical && "critical",
            want.localOnly && "in the house",
            want.guest && "guests",
            want.budget !== undefined && `to ${groupDigits(want.budget, 0)}`,
          ]
            .filter(Boolean)
            .join(", "),
        width: "minmax(7rem,0.8fr)",
      },
      {
        id: "leg",
        name: "Switch leg",
        value: (want) => (want.leg === undefined ? "" : byId(design, "legs").get(want.leg)?.name),
        width: "7rem",
        from: 900,
      },
      {
        id: "met",
        name: "Taken",
        value: (want) => met.get(want.id) ?? "",
        width: "minmax(9rem,1fr)",
        cell: (want) => met.get(want.id) ?? <span className="text-soft">open</span>,
      },
    ],
    [design, valueOf, met],
  );
  const rows = useMemo(() => filtered(design.wants, chosen, valueOf), [design.wants, chosen, valueOf]);
  const add = (fn: WantFunction) => {
    const room =
      (selection?.in === "rooms"
        ? selection.id
        : selection?.in === "wants"
          ? byId(design, "wants").get(selection.id)?.room
          : undefined) ?? design.rooms[0]?.id;
    if (!room) return;
    const id = newRowId("w");
    edit(() => putRow("wants", { id, room, function: fn, count: 1, needs: [], points: [] }));
    select({ in: "wants", id });
  };
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3"
        data-chrome
      >
        <Filter
          name="Room"
          value={chosen.room!}
          values={design.wants.map(valueOf.room)}
          onChange={(room) => setChosen({ ...chosen, room })}
        />
        <Filter
          name="Function"
          value={chosen.function!}
          values={design.wants.map(valueOf.function)}
          onChange={(value) => setChosen({ ...chosen, function: value })}
        />
        <span className="text-small whitespace-nowrap text-soft">
          {rows.length} of {design.wants.length} wants
        </span>
        {!readOnly && (
          <span className="ml-auto flex gap-1.5">
            <Choice
              label="Add a want"
              prompt="Add a want…"
              className="h-6 w-36 text-small"
              value=""
              disabled={!design.rooms.length}
              options={WANT_FUNCTIONS.map((fn) => ({ value: fn, text: FUNCTIONS[fn].name }))}
              take={add}
            />
            <button
              type="button"
              className="button button-main h-6"
              aria-expanded={deriving}
              onClick={() => setDeriving(!deriving)}
            >
              <Wand2 size={13} /> From the house
            </button>
          </span>
        )}
      </div>
      {deriving && !readOnly && (
        <Suspense
          fallback={
            <p className="p-3 text-soft" role="status">
              Looking…
            </p>
          }
        >
          <Derive onClose={() => setDeriving(false)} />
        </Suspense>
      )}
      <DataTable
        label="Wants"
        rows={rows}
        columns={columns}
        keyOf={(want) => want.id}
        selected={selection?.in === "wants" ? selection.id : undefined}
        onSelect={(want) => select({ in: "wants", id: want.id })}
        empty={
          design.wants.length ? (
            "No want has all of these."
          ) : (
            <Empty text="Nothing is wanted yet. “From the house” reads the problems and the switch map and puts wants down in one step.">
              <button type="button" className="button button-main" onClick={() => setDeriving(true)}>
                From the house
              </button>
            </Empty>
          )
        }
      />
    </>
  );
}
