/** Break something: what, from when, for how long; the day is rehearsed with it, and says who is left with what. */
import { X } from "lucide-react";
import { useState } from "react";
import type { Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { ableOf } from "#core/stages/automations/things";
import { partsOfHouse } from "#core/stages/rehearse/outage/parts";
import { partText, sortOf } from "#core/stages/rehearse/outage/words";
import { capital } from "#core/design/words";
import { useDesign } from "../../desk/desk";
import { Choice } from "../../kit/choice";
import { useAsked, type Asked } from "./asked";
import { Played } from "./day";

const LENGTHS = [
  [15, "a quarter of an hour"],
  [60, "an hour"],
  [360, "six hours"],
  [720, "twelve hours"],
  [1440, "a day"],
] as const;

interface Standing {
  text: string;
  what: string;
  day: string;
  clock: string;
  minutes: number;
}

const read = (text: string): Standing | undefined => {
  const match = /^(.+)@(\d{4}-\d{2}-\d{2})T(\d{2}:\d{2})\+(\d+)$/.exec(text);
  return match
    ? { text, what: match[1]!, day: match[2]!, clock: match[3]!, minutes: Number(match[4]) }
    : undefined;
};

const lasts = (minutes: number) =>
  LENGTHS.find(([own]) => own === minutes)?.[1] ??
  (minutes % 60 ? counted(minutes, "minute") : counted(minutes / 60, "hour"));

/** All that can be broken, the common parts first. */
function optionsOf(design: Design) {
  const telephones = design.people
    .filter(({ room }) => room !== undefined)
    .map(({ id, role }) => ({
      value: `phone:${id}`,
      text: `Telephone of ${role}, left at home`,
      hint: "a person",
    }));
  return [
    ...partsOfHouse(design).failing.map((what) => ({
      value: what,
      text: capital(partText(design, what)),
      hint: sortOf(design, what),
    })),
    ...telephones,
    ...design.points
      .filter(({ id }) => ableOf(design).get(id)?.reads.includes("wet"))
      .map(({ id, name }) => ({ value: `water:${id}`, text: `Water at ${name}`, hint: "water" })),
  ];
}

function Form({ asked, design }: { asked: Asked; design: Design }) {
  const [what, setWhat] = useState("internet");
  const [clock, setClock] = useState("12:00");
  const [minutes, setMinutes] = useState(360);
  const [wrong, setWrong] = useState("");
  const quick = ["internet", ...design.hubs.slice(0, 1).map(({ id }) => `hub:${id}`), "mains"];
  const add = (part: string) => {
    if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(clock)) {
      setWrong(`From must be a time of day, as 12:00, and not “${clock}”.`);
      return;
    }
    setWrong("");
    const text = `${part}@${asked.on}T${clock}+${minutes}`;
    if (!asked.breaks.includes(text)) asked.put({ breaks: [...asked.breaks, text] });
  };
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <span className="grid gap-0.5 text-small text-soft">
        <span aria-hidden="true">What fails</span>
        <Choice label="What fails" className="w-72" value={what} options={optionsOf(design)} take={setWhat} />
      </span>
      <label className="grid gap-0.5 text-small text-soft">
        From
        <input
          className="field w-20 font-mono"
          value={clock}
          aria-invalid={wrong !== ""}
          aria-describedby={wrong ? "break-wrong" : undefined}
          onChange={(event) => setClock(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && add(what)}
        />
      </label>
      <span className="grid gap-0.5 text-small text-soft">
        <span aria-hidden="true">For</span>
        <Choice
          label="For"
          className="w-44"
          value={String(minutes)}
          options={LENGTHS.map(([value, text]) => ({ value: String(value), text }))}
          take={(value) => setMinutes(Number(value))}
        />
      </span>
      <button type="button" className="button button-main" onClick={() => add(what)}>
        Break it
      </button>
      <span className="flex gap-1.5" role="group" aria-label="Often broken">
        {quick.map((part) => (
          <button key={part} type="button" className="button" onClick={() => add(part)}>
            {capital(partText(design, part))}
          </button>
        ))}
      </span>
      {wrong && (
        <p id="break-wrong" role="alert" className="w-full text-small text-stop">
          {wrong}
        </p>
      )}
    </div>
  );
}

export default function BreakIt() {
  const design = useDesign();
  const asked = useAsked();
  const standing = asked.breaks.flatMap((text) => read(text) ?? []);
  return (
    <Played
      days={1}
      head={
        <div className="min-h-44 flex-1 overflow-y-auto bg-pane p-4" data-break>
          <Form asked={asked} design={design} />
          {standing.length ? (
            <ul className="mt-3 divide-y divide-rule border-y border-rule bg-raised">
              {standing.map((one) => (
                <li key={one.text} className="flex items-center gap-3 px-3 py-1.5">
                  <strong className="font-semibold text-stop">{capital(partText(design, one.what))}</strong>
                  <span className="text-soft">
                    {one.day === asked.on ? "" : `${one.day}, `}from{" "}
                    <span className="font-mono">{one.clock}</span> for {lasts(one.minutes)}
                  </span>
                  <button
                    type="button"
                    className="tool ml-auto"
                    aria-label={`Mend ${partText(design, one.what)}`}
                    onClick={() => asked.put({ breaks: asked.breaks.filter((text) => text !== one.text) })}
                  >
                    <X size={14} aria-hidden="true" />
                  </button>
                </li>
              ))}
            </ul>
          ) : (
            <p className="mt-3 max-w-prose text-soft">
              Nothing is broken. Break what you are asked about: the day below is rehearsed with it, lanes
              turn red where it is down, and beside it stands what is left by hand, by direct link and by the
              hub.
            </p>
          )}
          <p className="mt-3 max-w-prose border-l-2 border-mend bg-raised px-2.5 py-1.5 text-small">
            <strong className="font-semibold text-mend">Caution. </strong>
            This breaks nothing but the rehearsal. A real circuit is switched off, and tried, only with the
            household told, nobody depending on it, and by those who may work on it; life-safety alarms stay
            on.
          </p>
        </div>
      }
    />
  );
}
