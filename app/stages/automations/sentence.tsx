/** An automation as prose whose underlined words are its fields. A word opens what may stand there. */
import { parseClock } from "#core/design/clock";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { Trash2 } from "lucide-react";
import { movable, sentenceOf, weekdayName, withoutPart, type Word } from "#core/stages/automations";
import { byId, type Design } from "#core/design/collections";
import { SUN_EVENTS, type AutomationRow } from "#core/stages/automations/rows";
import { EVENT_NAMES } from "#core/stages/automations";
import { useDesk, useEdit } from "../../desk/desk";
import { withRowCheck } from "../../desk/row-check";
import { TextField } from "../../kit/fields";

const PART_NAME = { cues: "cue", guards: "guard", moves: "move" } as const;
const WORD_CLASS = {
  value: "font-semibold",
  device: "font-semibold text-accent",
  calendar: "font-semibold text-bus",
};

export function Sentence({ design, automation }: { design: Design; automation: AutomationRow }) {
  const { readOnly } = useDesk();
  return (
    <div className="mt-1 text-sm leading-6">
      {sentenceOf(design, automation).map((word, i) =>
        !word.part ? (
          <span key={i}>{word.text}</span>
        ) : readOnly ? (
          <span key={i} className={WORD_CLASS[word.tells!]}>
            {word.text}
          </span>
        ) : (
          <FieldWord
            key={`${word.part.of}-${word.part.index}-${word.part.field}`}
            design={design}
            automation={automation}
            word={word}
          />
        ),
      )}
    </div>
  );
}

/** A word is no button element: those never break over a line, and a list of shades is long. */
function FieldWord({ design, automation, word }: { design: Design; automation: AutomationRow; word: Word }) {
  const edit = useEdit();
  return (
    <Popover as="span">
      <PopoverButton
        as="span"
        role="button"
        tabIndex={0}
        className={`cursor-pointer border-b border-current box-decoration-clone hover:bg-wash ${WORD_CLASS[word.tells!]}`}
        data-word={word.part!.field}
      >
        {word.text}
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: "bottom start", gap: 4 }}
        className="z-40 w-72 border border-rule bg-raised p-3 text-table shadow-lg"
        aria-label={`What may stand for: ${word.text}`}
      >
        {({ close }) => (
          <>
            <WordForm design={design} automation={automation} word={word} />
            <button
              type="button"
              className="button mt-2.5 text-stop"
              onClick={() => {
                edit((d) => withoutPart(d, automation.id, word.part!.of, word.part!.index));
                close();
              }}
            >
              <Trash2 size={13} /> Take this {PART_NAME[word.part!.of]} out
            </button>
          </>
        )}
      </PopoverPanel>
    </Popover>
  );
}

function WordForm({ design, automation, word }: { design: Design; automation: AutomationRow; word: Word }) {
  const edit = useEdit();
  const { of, index, field } = word.part!;
  /**
   * Put new values into the part of the sentence the word stands for. Throws InputError before anything is
   * changed.
   */
  const put = (values: object) =>
    withRowCheck((checkRow) => {
      const make = (row: AutomationRow) => {
        const parts = row[of].map((part, i) => (i === index ? { ...part, ...values } : part));
        return checkRow("automations", { ...row, [of]: parts }, "");
      };
      make(automation);
      edit((d) => [{ in: "automations", put: make(byId(d, "automations").get(automation.id)!) }]);
    });
  const whole = (text: string) => Number(text.replace(/[−–]/, "-").trim() || NaN);
  if (field === "event") {
    const cue = automation.cues[index]!;
    if (cue.kind !== "sun") return null;
    return (
      <div className="grid gap-2">
        <fieldset className="grid grid-cols-2 gap-1">
          <legend className="mb-1 text-small text-soft">Event of the sun</legend>
          {SUN_EVENTS.map((event) => (
            <label key={event} className="flex items-center gap-1.5">
              <input
                type="radio"
                name={`event-${automation.id}-${index}`}
                checked={cue.event === event}
                onChange={() => put({ event })}
              />
              {EVENT_NAMES[event]}
            </label>
          ))}
        </fieldset>
        <TextField
          label="Offset"
          mono
          unit="min"
          text={String(cue.offsetMin)}
          take={(text) => put({ offsetMin: whole(text) })}
        />
        <p className="text-small text-soft">Minutes after the event; with a minus before it, up to 720.</p>
      </div>
    );
  }
  if (field === "at") {
    const cue = automation.cues[index]!;
    return cue.kind === "time" ? (
      <TextField
        label="Clock time"
        mono
        text={cue.at}
        take={(at) => put({ at: parseClock(at, "Clock time") })}
      />
    ) : null;
  }
  if (field === "from") {
    const guard = automation.guards[index]!;
    if (guard.kind !== "window") return null;
    return (
      <div className="grid gap-2">
        <TextField
          label="From"
          mono
          text={guard.from}
          take={(from) => put({ from: parseClock(from, "From") })}
        />
        <TextField label="To" mono text={guard.to} take={(to) => put({ to: parseClock(to, "To") })} />
        <p className="text-small text-soft">
          By the clock on the wall at the site. To earlier than from means over midnight.
        </p>
      </div>
    );
  }
  if (field === "days") {
    const guard = automation.guards[index]!;
    if (guard.kind !== "weekdays") return null;
    return (
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 text-small text-soft">Days of the week</legend>
        {[1, 2, 3, 4, 5, 6, 7].map((day) => {
          const on = guard.days.includes(day);
          return (
            <label key={day} className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={on}
                disabled={on && guard.days.length === 1}
                onChange={() =>
                  put({ days: on ? guard.days.filter((d) => d !== day) : [...guard.days, day].sort() })
                }
              />
              {weekdayName(day)}
            </label>
          );
        })}
      </fieldset>
    );
  }
  const move = automation.moves[index]!;
  if (field === "positionPct") {
    return (
      <div className="grid gap-2">
        <TextField
          label="Position"
          mono
          unit="%"
          text={String(move.positionPct)}
          take={(text) => put({ positionPct: whole(text) })}
        />
        <p className="text-small text-soft">0 % is shut, 100 % is open.</p>
      </div>
    );
  }
  const able = movable(design);
  // What is named though it cannot be moved is listed as well, so that it can be taken out.
  const strange = move.points
    .filter((id) => !able.some((point) => point.id === id))
    .map((id) => byId(design, "points").get(id) ?? { id, name: id });
  const shades = [...able, ...strange];
  return (
    <fieldset className="grid max-h-64 gap-1 overflow-y-auto">
      <legend className="mb-1 text-small text-soft">Shades to move</legend>
      {shades.length === 0 && <p className="text-soft">No shade is planned yet: add one on the plan.</p>}
      {shades.map((point) => {
        const on = move.points.includes(point.id);
        return (
          <label key={point.id} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={on}
              onChange={() =>
                put({ points: on ? move.points.filter((id) => id !== point.id) : [...move.points, point.id] })
              }
            />
            {point.name}
            {strange.includes(point) && <span className="text-small text-stop">goes to no position</span>}
          </label>
        );
      })}
    </fieldset>
  );
}
