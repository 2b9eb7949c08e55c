/** The problem register, the worst first. */
import { useMemo, useState } from "react";
import { putRow } from "#core/design/row-changes";
import { answerWorking, isAnswered, rankedProblems, scoreWorking } from "#core/stages/brief";
import { byId, type Design } from "#core/design/collections";
import { newProblem } from "#core/stages/brief/new-rows";
import type { ProblemRow } from "#core/design/rows/brief";
import { groupDigits } from "#core/design/units";
import { DataTable, type Column } from "../../kit/table";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { Filter, filtered } from "../../kit/filters";
import { Worked } from "../../inspect/parts";
import { SeverityMark } from "../../kit/severity";
import { Tick } from "../../kit/ticks";

type Line = ReturnType<typeof rankedProblems>[number];

const roomsText = (design: Design, problem: ProblemRow) =>
  problem.rooms.map((id) => byId(design, "rooms").get(id)?.name ?? id).join(", ") || "whole house";
const peopleText = (design: Design, problem: ProblemRow) =>
  problem.people.map((id) => byId(design, "people").get(id)?.role ?? id).join(", ");

export function Problems() {
  const design = useDesign();
  const { select, selection, readOnly, phase } = useDesk();
  const edit = useEdit();
  const [chosen, setChosen] = useState<Record<string, string>>({ kind: "", room: "" });
  const [byRoom, setByRoom] = useState(false);
  const lines = rankedProblems(design);
  const rows = useMemo(() => {
    const of = lines.filter(({ problem }) => phase === undefined || (problem.phase ?? "none") === phase);
    return filtered(of, chosen, {
      kind: (line) => line.problem.kind,
      room: (line) => byId(design, "rooms").get(line.problem.rooms[0] ?? "")?.name ?? "whole house",
    });
  }, [lines, chosen, phase, design]);
  const columns = useMemo(
    (): Column<Line>[] => [
      {
        id: "score",
        name: "Score",
        value: (l) => l.score,
        width: "3.9rem",
        right: true,
        cell: (l) => (
          <Worked working={() => scoreWorking(design, l.problem)}>
            {groupDigits(l.score, l.score % 1 ? 1 : 0)}
          </Worked>
        ),
      },
      {
        id: "name",
        name: "Problem",
        value: (l) => l.problem.name,
        width: "minmax(10rem,1fr)",
        cell: (l) => <span title={l.problem.evidence}>{l.problem.name}</span>,
      },
      { id: "room", name: "Where", value: (l) => roomsText(design, l.problem), width: "7rem" },
      { id: "who", name: "Who", value: (l) => peopleText(design, l.problem), width: "7rem" },
      { id: "kind", name: "Kind", value: (l) => l.problem.kind, width: "4.4rem" },
      {
        id: "answer",
        name: "Answered",
        value: (l) => Number(isAnswered(l.problem)),
        width: "5.2rem",
        cell: (l) =>
          isAnswered(l.problem) ? (
            `by ${l.answer.points + l.answer.devices + l.answer.automations}`
          ) : (
            <span className="flex items-center gap-1.5">
              <SeverityMark severity="mend" size={10} />
              not yet
            </span>
          ),
      },
      {
        id: "hours",
        name: "Hours",
        value: (l) => l.answer.hours,
        width: "3.9rem",
        right: true,
        cell: (l) => (
          <Worked working={() => answerWorking(design, l.problem, "hours")}>
            {l.answer.hours.toFixed(1)}
          </Worked>
        ),
      },
      {
        id: "cost",
        name: `Cost, ${design.design.currency}`,
        value: (l) => l.answer.cost,
        width: "5.4rem",
        right: true,
        cell: (l) => (
          <Worked working={() => answerWorking(design, l.problem, "cost")}>
            {groupDigits(l.answer.cost, 0)}
          </Worked>
        ),
      },
    ],
    [design],
  );
  const add = () => {
    const id = newRowId("pr");
    edit(() => putRow("problems", newProblem(id)));
    select({ in: "problems", id, made: true });
  };
  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3"
        data-chrome
      >
        <Filter
          name="Kind"
          value={chosen.kind!}
          values={lines.map((line) => line.problem.kind)}
          onChange={(kind) => setChosen({ ...chosen, kind })}
        />
        <Filter
          name="Room"
          value={chosen.room!}
          values={lines.map(
            (line) => byId(design, "rooms").get(line.problem.rooms[0] ?? "")?.name ?? "whole house",
          )}
          onChange={(room) => setChosen({ ...chosen, room })}
        />
        <Tick className="text-small text-soft" on={byRoom} set={setByRoom} label="by room" />
        <span className="ml-auto text-small whitespace-nowrap text-soft">
          score = severity × times a week × people; a danger counts once a day at least
        </span>
        {!readOnly && (
          <button type="button" className="button button-main h-6" onClick={add}>
            New problem
          </button>
        )}
      </div>
      <DataTable
        label="Problems"
        rows={rows}
        columns={columns}
        keyOf={(l) => l.problem.id}
        groupBy={byRoom ? "room" : undefined}
        selected={selection?.in === "problems" ? selection.id : undefined}
        onSelect={(l) => select({ in: "problems", id: l.problem.id })}
        empty={
          lines.length ? (
            "No problem has all of these."
          ) : (
            <Empty text="A smart home answers problems, so list them first: what, where, who suffers, how often, how badly.">
              <button type="button" className="button button-main" onClick={add}>
                New problem
              </button>
            </Empty>
          )
        }
      />
    </>
  );
}
