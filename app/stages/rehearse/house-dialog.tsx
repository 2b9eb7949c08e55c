/** The stand-in house: opened for clients on this machine, with its topics, and closed again. */
import { useState } from "react";
import type { Design } from "#core/design/collections";
import { dayText, localParts, clockText } from "#core/design/local-time";
import { aspectTopics, HOUSE_TOPIC } from "#core/stages/rehearse/topics";
import { useDesk } from "../../desk/desk";
import { Choice } from "../../kit/choice";
import { Ask } from "../../kit/dialog";
import { counted } from "#core/design/words";
import type { Asked } from "./asked";
import { weatherText } from "./weather-choice";
import { tellHouse, type HouseSaid } from "./panel-source";

const SPEEDS = [
  ["1", "as time goes"],
  ["60", "a minute a second"],
  ["600", "ten minutes a second"],
] as const;
const USUAL_PORT = "1883";
const MOST_SHOWN = 6;

export function HouseDialog({
  design,
  house,
  at,
  asked,
  close,
  changed,
}: {
  design: Design;
  house?: HouseSaid;
  /** Where its clock begins. */
  at: number | undefined;
  asked: Asked;
  close(): void;
  changed(): void;
}) {
  const { url, readOnly } = useDesk();
  const [port, setPort] = useState(USUAL_PORT);
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number][0]>("1");
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const tell = async (body: object) => {
    setBusy(true);
    const refused = await tellHouse(url, body);
    setBusy(false);
    setWrong(refused ?? "");
    changed();
  };
  const open = () => {
    if (!/^\d{1,5}$/.test(port.trim()) || Number(port) > 65_535)
      return setWrong(`Port must be a whole number from 0 to 65535, and not “${port}”.`);
    if (at === undefined) return setWrong("The rehearsal has not begun: wait until the panel shows a time.");
    const { zone } = design.design;
    void tell({
      what: "open",
      at: `${dayText(localParts(zone, at))}T${clockText(zone, at)}`,
      speed: Number(speed),
      seed: asked.seed,
      port: Number(port),
      breaks: asked.breaks,
      weather: weatherText(asked.weather),
    });
  };
  const topics = aspectTopics(design);
  const told = topics.filter(({ sets }) => sets);
  return (
    <Ask
      title="Stand-in house"
      lead="The rehearsed house for whoever programmes against it: a small MQTT broker on this machine alone, with every state where the register's topic plan has it. It is off until it is opened, and nothing of the design changes by it."
      onClose={close}
      wide
    >
      {house ? (
        <dl className="mt-3 grid grid-cols-[8rem_1fr] gap-y-1" data-house>
          <dt className="text-soft">Broker</dt>
          <dd className="font-mono">mqtt://127.0.0.1:{house.port}</dd>
          <dt className="text-soft">States</dt>
          <dd className="measure">{house.topics}</dd>
          <dt className="text-soft">Its clock</dt>
          <dd>{SPEEDS.find(([value]) => value === String(house.speed))?.[1] ?? `${house.speed} times`}</dd>
          <dt className="text-soft">As of revision</dt>
          <dd className="measure">{house.revision}</dd>
        </dl>
      ) : (
        !readOnly && (
          <div className="mt-3 flex flex-wrap items-end gap-3">
            <label className="grid gap-0.5 text-small text-soft">
              Port
              <input
                className="field w-24 font-mono"
                value={port}
                inputMode="numeric"
                onChange={(event) => setPort(event.target.value)}
              />
            </label>
            <span className="grid gap-0.5 text-small text-soft">
              <span aria-hidden="true">Its clock goes</span>
              <Choice
                label="Its clock goes"
                className="w-44"
                value={speed}
                options={SPEEDS.map(([value, text]) => ({ value, text }))}
                take={setSpeed}
              />
            </span>
            <p className="w-full text-small text-soft">
              It begins where the panel stands, in{" "}
              {weatherText(asked.weather) === undefined ? "weather from the seed" : `the ${asked.weather}`}
              {asked.breaks.length > 0
                ? `, with ${counted(asked.breaks.length, "failure")} as ${asked.breaks.length === 1 ? "it is" : "they are"} set under Break it`
                : ""}
              .
            </p>
          </div>
        )
      )}
      {wrong && (
        <p role="alert" className="mt-2 text-stop">
          {wrong}
        </p>
      )}
      <h3 className="mt-4 font-semibold">Topics</h3>
      <p className="text-small text-soft">
        A state is JSON at its topic and is kept there; what is written to TOPIC/set is done as by a hand on
        the panel. {topics.length} states, {told.length} of them can be told.
      </p>
      <table className="mt-1 w-full text-small">
        <tbody>
          {told.slice(0, MOST_SHOWN).map(({ topic, aspect }) => (
            <tr key={topic} className="border-t border-rule/60">
              <td className="font-mono break-all">{topic}/set</td>
              <td className="pl-3 text-soft">{aspect}</td>
            </tr>
          ))}
          {["clock", "sky", "sums", "hub", "dials/…/set", "seen/set", "refused"].map((topic) => (
            <tr key={topic} className="border-t border-rule/60">
              <td className="font-mono">
                {HOUSE_TOPIC}/{topic}
              </td>
              <td className="pl-3 text-soft">of the whole house</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-4 flex justify-end gap-1.5">
        {house && !readOnly && (
          <button
            type="button"
            className="button"
            disabled={busy}
            onClick={() => void tell({ what: "close" })}
          >
            Close the house
          </button>
        )}
        {!house && !readOnly && (
          <button type="button" className="button button-main" disabled={busy} onClick={open}>
            Open it
          </button>
        )}
        <button type="button" className="button" onClick={close}>
          Done
        </button>
      </p>
    </Ask>
  );
}
