/** What may stand for a word of a sentence, under the word. Fetched by `sentence.tsx`. */
import { putRow } from "#core/design/row-changes";
import { parseClock } from "#core/design/clock";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { Trash2 } from "lucide-react";
import { pointsThatSet, weekdayName, withoutPart } from "#core/stages/automations";
import { byId, rowOf } from "#core/design/collections";
import type { AutomationRow } from "#core/design/rows/automations";
import { SUN_EVENTS } from "#core/design/rows/automations-words";
import { EVENT_NAMES } from "#core/stages/automations";
import { ASPECT_NAMES } from "#core/stages/automations/engine/aspects";
import { LineField } from "./line-field";
import { useEdit } from "../../desk/desk";
import { withRowCheck } from "../../desk/row-check";
import { TextField } from "../../kit/fields";
import { OneOf } from "../../kit/switches";
import { Tick } from "../../kit/ticks";

import { useEffect, useRef } from "react";
import { WORD_CLASS, WORD_LOOK, type FieldWordProps } from "./sentence";

const PART_NAME = { cues: "cue", guards: "guard", moves: "move" } as const;

/** A word is no button element: those never break over a line, and a list of shades is long. */
export default function FieldWord({ design, automation, word }: FieldWordProps) {
  const edit = useEdit();
  const button = useRef<HTMLButtonElement>(null);
  // It stands in for the word that was pressed, and does what that was pressed for.
  useEffect(() => {
    button.current?.focus({ preventScroll: true });
    button.current?.click();
  }, []);
  return (
    <Popover as="span">
      <PopoverButton
        as="span"
        ref={button}
        role="button"
        tabIndex={0}
        className={`${WORD_LOOK} ${WORD_CLASS[word.tells!]}`}
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

function WordForm({ design, automation, word }: FieldWordProps) {
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
      edit((d) => putRow("automations", make(rowOf(d, "automations", automation.id))));
    });
  const whole = (text: string) => Number(text.replace(/[−–]/, "-").trim() || NaN);
  if (field === "event" || field === "offsetMin") {
    const cue = automation.cues[index]!;
    if (cue.kind !== "sun") return <LineField design={design} automation={automation} word={word} />;
    return (
      <div className="grid gap-2">
        <p className="text-small text-soft">Event of the sun</p>
        <OneOf
          label="Event of the sun"
          value={cue.event}
          options={SUN_EVENTS.map((event) => ({ value: event, text: EVENT_NAMES[event] }))}
          take={(event) => put({ event })}
        />
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
  if ((field === "from" || field === "to") && of === "guards") {
    const guard = automation.guards[index]!;
    if (guard.kind !== "window") return <LineField design={design} automation={automation} word={word} />;
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
    if (guard.kind !== "weekdays") return <LineField design={design} automation={automation} word={word} />;
    return (
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 text-small text-soft">Days of the week</legend>
        {[1, 2, 3, 4, 5, 6, 7].map((day) => {
          const on = guard.days.includes(day);
          return (
            <Tick
              key={day}
              on={on}
              disabled={on && guard.days.length === 1}
              set={() =>
                put({ days: on ? guard.days.filter((d) => d !== day) : [...guard.days, day].sort() })
              }
              label={weekdayName(day)}
            />
          );
        })}
      </fieldset>
    );
  }
  const move = of === "moves" ? automation.moves[index] : undefined;
  if (field !== "points" || move?.kind !== "set")
    return <LineField design={design} automation={automation} word={word} />;
  const able = pointsThatSet(design, move.aspect);
  // What is named though it cannot be moved is listed as well, so that it can be taken out.
  const strange = move.points
    .filter((id) => !able.some((point) => point.id === id))
    .map((id) => byId(design, "points").get(id) ?? { id, name: id });
  const shades = [...able, ...strange];
  return (
    <fieldset className="grid max-h-64 gap-1 overflow-y-auto">
      <legend className="mb-1 text-small text-soft">
        Things that have a {ASPECT_NAMES[move.aspect]} to set
      </legend>
      {shades.length === 0 && (
        <p className="text-soft">Nothing of the kind is planned yet: add it on the plan.</p>
      )}
      {shades.map((point) => {
        const on = move.points.includes(point.id);
        return (
          <Tick
            key={point.id}
            on={on}
            set={() =>
              put({ points: on ? move.points.filter((id) => id !== point.id) : [...move.points, point.id] })
            }
            label={
              <>
                {point.name}
                {strange.includes(point) && (
                  <span className="pl-1.5 text-small text-stop">has none to set</span>
                )}
              </>
            }
          />
        );
      })}
    </fieldset>
  );
}
