/**
 * Triage: cards move through question, delete, simplify, speed up, automate; by drag, by keys, or in the
 * inspector.
 */
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { useId, useState, type KeyboardEvent } from "react";
import {
  columns,
  deletions,
  deletionsWorking,
  isQuestioned,
  moveRequirement,
  STEP_ASKS,
} from "#core/stages/brief";
import { putRow } from "#core/design/row-changes";
import { byId } from "#core/design/collections";
import { stepBeside } from "#core/stages/brief/triage-step";
import { TRIAGE, type RequirementRow, type TriageStep } from "#core/design/rows/brief";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { say } from "../../desk/say";
import { Worked } from "../../inspect/parts";
import { today } from "../../kit/now";
import { SeverityMark } from "../../kit/severity";

export function Requirements() {
  const design = useDesign();
  const { select, readOnly } = useDesk();
  const edit = useEdit();
  const [leaving, setLeaving] = useState<string>();
  const [why, setWhy] = useState("");
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor),
  );
  const id = useId();
  const cards = columns(design);
  const { deleted, back, sharePct } = deletions(design);
  const move = (card: string, to: TriageStep) => {
    if (readOnly) return;
    if (to === "delete" && byId(design, "requirements").get(card)?.step !== "delete") setLeaving(card);
    else {
      edit((d) => moveRequirement(d, card, to, today()));
      say(`${byId(design, "requirements").get(card)?.name}: ${to}`);
      // The card is drawn anew in another column: keys follow it there.
      requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-card="${card}"]`)?.focus());
    }
  };
  const onDrop = ({ active, over }: DragEndEvent) => over && move(String(active.id), over.id as TriageStep);
  const add = () => {
    const row = newRowId("rq");
    edit(() =>
      putRow("requirements", {
        id: row,
        name: "New requirement",
        problems: [],
        step: "question",
        moves: [],
        automations: [],
      }),
    );
    select({ in: "requirements", id: row, made: true });
  };
  const gone = leaving === undefined ? undefined : byId(design, "requirements").get(leaving);
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-3 border-b border-rule bg-pane px-3 text-small text-soft"
        data-chrome
      >
        <span className="truncate">
          Question, delete, simplify, speed up; automate last. Arrows move a card past delete, Del deletes it.
        </span>
        <span className="ml-auto whitespace-nowrap">
          {deleted} deleted, {back} came back
          {sharePct !== undefined && (
            <>
              : <Worked working={() => deletionsWorking(design)}>{sharePct.toFixed(0)} %</Worked>
            </>
          )}
        </span>
        {!readOnly && (
          <button type="button" className="button button-main h-6" onClick={add}>
            New requirement
          </button>
        )}
      </div>
      {gone && (
        <form
          className="flex items-center gap-2 border-b border-rule bg-change px-3 py-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            edit((d) => moveRequirement(d, gone.id, "delete", today(), why));
            setLeaving(undefined);
            setWhy("");
          }}
        >
          <label className="flex flex-1 items-center gap-2">
            Why would nobody miss “{gone.name}”?
            <input
              autoFocus
              className="field flex-1"
              value={why}
              maxLength={400}
              onChange={(event) => setWhy(event.target.value)}
            />
          </label>
          <button className="button button-main" disabled={!why.trim()}>
            Delete it
          </button>
          <button type="button" className="button" onClick={() => setLeaving(undefined)}>
            Leave it
          </button>
        </form>
      )}
      {design.requirements.length === 0 && (
        <Empty text="Nothing is asked for yet. Each requirement is questioned first, and most of them go.">
          <button type="button" className="button button-main" onClick={add}>
            New requirement
          </button>
        </Empty>
      )}
      <DndContext id={id} sensors={sensors} onDragEnd={onDrop}>
        <div className="grid min-h-0 flex-1 grid-cols-[repeat(5,minmax(8.5rem,1fr))] divide-x divide-rule overflow-x-auto">
          {TRIAGE.map((step) => (
            <Column key={step} step={step} cards={cards[step]} move={move} />
          ))}
        </div>
      </DndContext>
    </>
  );
}

function Column({
  step,
  cards,
  move,
}: {
  step: TriageStep;
  cards: readonly RequirementRow[];
  move(card: string, to: TriageStep): void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: step });
  return (
    <section
      ref={setNodeRef}
      aria-label={step}
      data-column={step}
      className={`flex min-h-0 flex-col ${isOver ? "bg-wash" : step === "delete" ? "bg-pane" : ""}`}
    >
      <header className="min-h-16 border-b border-rule px-2.5 py-1.5">
        <h3 className="flex justify-between font-semibold">
          <span className="first-letter:uppercase">{step}</span>
          <span className="measure font-normal text-soft">{cards.length}</span>
        </h3>
        <p className="text-tiny leading-4 text-soft">{STEP_ASKS[step]}</p>
      </header>
      <ul className="grid min-h-0 flex-1 content-start gap-2 overflow-y-auto p-2">
        {cards.map((card) => (
          <Card key={card.id} card={card} move={move} />
        ))}
      </ul>
    </section>
  );
}

function Card({ card, move }: { card: RequirementRow; move(card: string, to: TriageStep): void }) {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: card.id,
    disabled: readOnly,
  });
  const asked = card.askedBy && byId(design, "people").get(card.askedBy)?.role;
  const last = card.moves.at(-1);
  const onKey = (event: KeyboardEvent) => {
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const next = by && !isDragging ? stepBeside(card.step, by) : undefined;
    if (next) {
      event.preventDefault();
      event.stopPropagation();
      return move(card.id, next);
    }
    if (event.key === "Delete" && !isDragging && card.step !== "delete") {
      event.preventDefault();
      event.stopPropagation();
      return move(card.id, "delete");
    }
    if (event.key === "Enter") return select({ in: "requirements", id: card.id });
    listeners?.onKeyDown?.(event);
  };
  return (
    <li>
      <div
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        onKeyDown={onKey}
        onClick={() => select({ in: "requirements", id: card.id })}
        data-card={card.id}
        aria-label={`${card.name}, ${card.step}${isQuestioned(card) ? "" : ", not questioned yet"}`}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
        className={`cursor-grab border bg-raised px-2 py-1.5 ${isDragging ? "relative z-20 shadow-lg" : ""} ${selection?.id === card.id ? "border-accent" : "border-rule"} ${card.step === "delete" ? "text-soft" : ""}`}
      >
        <p className={`font-medium ${card.step === "delete" ? "line-through" : ""}`}>{card.name}</p>
        {asked && <p className="text-tiny text-soft">asked by: {asked}</p>}
        {card.step === "delete" && last?.why && <p className="mt-0.5 text-tiny">{last.why}</p>}
        {!isQuestioned(card) && (
          <p className="mt-0.5 flex items-center gap-1 text-tiny text-soft">
            <SeverityMark severity={card.step === "automate" ? "mend" : "note"} size={9} />
            not questioned yet
          </p>
        )}
      </div>
    </li>
  );
}
