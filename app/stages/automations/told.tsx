/** An automation in a paragraph, tried once on stand-ins, and what a later change of its template offers it. */
import { Play } from "lucide-react";
import { useMemo, useState } from "react";
import type { Design } from "#core/design/collections";
import { clockInstant, clockText, dayName, dayText, localParts, parseDay } from "#core/design/local-time";
import { InputError } from "#core/design/input-error";
import { parseClock } from "#core/design/clock";
import { answerText } from "#core/stages/automations/answers";
import { explained } from "#core/stages/automations/explain";
import { lastOf, nextOf } from "#core/stages/automations/fires";
import { AT_REST_TEXT, tried, TRIED_HOURS, type Tried } from "#core/stages/automations/tried";
import type { AutomationRow } from "#core/design/rows/automations";
import { Fact } from "../../inspect/parts";
import { ChoiceField, TextField } from "../../kit/fields";
import { DayBox } from "../../kit/day";
import { Behind } from "./behind";

/** More answers than these are counted. */
const MOST_SHOWN = 40;

interface Props {
  design: Design;
  automation: AutomationRow;
  now: number;
}

export default function Told({ design, automation, now }: Props) {
  const { zone } = design.design;
  const text = useMemo(() => explained(design, automation, now), [design, automation, now]);
  const last = useMemo(() => lastOf(design, automation, now), [design, automation, now]);
  return (
    <>
      <Behind design={design} automation={automation} />
      <section className="border-b border-rule px-3.5 py-3" aria-label="In a paragraph">
        <h3 className="font-semibold">In a paragraph</h3>
        <p className="mt-1 leading-5" data-explained>
          {text}
        </p>
        <dl className="mt-1.5">
          <Fact label="Last, by plan">
            {last === undefined ? "not known" : `${dayName(localParts(zone, last))} ${clockText(zone, last)}`}
          </Fact>
        </dl>
      </section>
      <Trying design={design} automation={automation} now={now} />
    </>
  );
}

function Trying({ design, automation, now }: Props) {
  const { zone, language } = design.design;
  const first = nextOf(design, automation, now) ?? now;
  const begin = localParts(zone, first);
  const [cue, setCue] = useState(automation.cues[0]?.key ?? "");
  const [day, setDay] = useState(dayText(begin));
  const [clock, setClock] = useState(clockText(zone, first));
  const [result, setResult] = useState<Tried>();
  const [wrong, setWrong] = useState<string>();
  const key = automation.cues.some((one) => one.key === cue) ? cue : (automation.cues[0]?.key ?? "");
  if (!automation.cues.length) return null;
  const run = () => {
    try {
      const at = clockInstant(zone, parseDay(day, "Day"), parseClock(clock, "At"));
      setResult(tried(design, automation.id, key, at));
      setWrong(undefined);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setResult(undefined);
      setWrong(problem.message);
    }
  };
  const shown = result?.answers.slice(0, MOST_SHOWN) ?? [];
  const start = result?.answers[0]?.at ?? 0;
  return (
    <section className="border-b border-rule px-3.5 py-3" aria-label="Try it once">
      <h3 className="font-semibold">Try it once</h3>
      <p className="mt-0.5 text-small text-soft">{AT_REST_TEXT}</p>
      <div className="mt-2 grid gap-1.5">
        {automation.cues.length > 1 && (
          <ChoiceField
            label="Its cue"
            value={key}
            options={automation.cues.map((one) => ({ value: one.key, text: one.key }))}
            take={(next) => next && setCue(next)}
          />
        )}
        <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2">
          <span className="text-small text-soft">Day</span>
          <DayBox label="Day" className="w-full" language={language} value={day} take={setDay} />
        </div>
        <TextField label="At" mono text={clock} take={(text) => setClock(parseClock(text, "At"))} />
        <button type="button" className="button justify-self-start" onClick={run}>
          <Play size={13} /> Try it
        </button>
      </div>
      {wrong && (
        <p role="alert" className="mt-1.5 text-small text-stop">
          {wrong}
        </p>
      )}
      {result && (
        <ol className="mt-2 text-small" aria-label="What it did" data-tried>
          {shown.map((answer) => (
            <li
              key={answer.n}
              className="grid grid-cols-[4.2rem_minmax(0,1fr)] gap-2 border-t border-rule/60 py-0.5"
            >
              <span className="measure text-soft">{sinceText(answer.at - start)}</span>
              <span>{answerText(design, answer)}</span>
            </li>
          ))}
          {result.answers.length > shown.length && (
            <li className="border-t border-rule/60 py-0.5 text-soft">
              and {result.answers.length - shown.length} more
            </li>
          )}
          {result.unfinished && (
            <li className="border-t border-rule/60 py-0.5 text-soft">
              After {TRIED_HOURS} hours it is still at it.
            </li>
          )}
        </ol>
      )}
    </section>
  );
}

/** Since it began: "+8 min", "+1 h 20 min", "+4 s". */
function sinceText(ms: number): string {
  if (ms < 60_000) return `+${Math.round(ms / 100) / 10} s`;
  const minutes = Math.round(ms / 60_000);
  const [h, min] = [Math.floor(minutes / 60), minutes % 60];
  return `+${[h ? `${h} h` : "", min || !h ? `${min} min` : ""].filter(Boolean).join(" ")}`;
}
