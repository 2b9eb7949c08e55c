/** The switch map: which gang works which lamps, both ways; and the walk through what nobody knows. */
import { useState } from "react";
import { byId, type Design } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { TRACE_RESULTS, type TraceRow } from "#core/design/rows/house-survey";
import {
  allGangs,
  gangName,
  gangsOf,
  lampsOf,
  legOf,
  traceGang,
  unknownGangs,
  wayName,
  type Gang,
} from "#core/stages/house";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Caution } from "../../inspect/parts";
import { today } from "../../kit/now";
import { SeverityMark } from "../../kit/severity";
import { counted } from "#core/design/words";
import { OneOf } from "../../kit/switches";
import { Tick } from "../../kit/ticks";

const roomOf = (design: Design, id: string) => byId(design, "rooms").get(id)?.name ?? "";

export default function SwitchMap() {
  const design = useDesign();
  const { select, readOnly } = useDesk();
  const [tracing, setTracing] = useState<string>();
  const open = unknownGangs(design);
  const gangs = allGangs(design);
  const key = (gang: Gang) => `${gang.switch.id}/${gang.gang}`;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Switch map">
      <section aria-label="Walk list">
        <h3 className="flex items-center gap-2 border-b border-rule bg-pane px-3.5 py-2 font-semibold">
          {open.length > 0 && <SeverityMark severity="mend" size={11} />}Walk list:{" "}
          {open.length === 0
            ? "every gang is known"
            : `${counted(open.length, "gang")} nobody has identified`}
          <span className="ml-auto font-normal text-small text-soft">operate · look · note</span>
        </h3>
        <ul>
          {open.map((gang) => {
            const last = [...design.traces]
              .filter((trace) => trace.switch === gang.switch.id && trace.gang === gang.gang)
              .at(-1);
            return (
              <li key={key(gang)} className="border-b border-rule/60">
                <div className="flex min-h-11 items-center gap-3 px-3.5">
                  <span className="w-32 shrink-0 text-soft">{roomOf(design, gang.switch.room)}</span>
                  <button
                    type="button"
                    className="font-medium hover:underline"
                    onClick={() => select({ in: "switches", id: gang.switch.id })}
                  >
                    {gangName(gang)}
                  </button>
                  {last && (
                    <span className="text-small text-soft">
                      {last.on}: {last.result}
                    </span>
                  )}
                  {!readOnly && (
                    <button
                      type="button"
                      className="button ml-auto h-9"
                      aria-expanded={tracing === key(gang)}
                      onClick={() => setTracing(tracing === key(gang) ? undefined : key(gang))}
                    >
                      Trace it
                    </button>
                  )}
                </div>
                {tracing === key(gang) && <Trace gang={gang} onDone={() => setTracing(undefined)} />}
              </li>
            );
          })}
        </ul>
      </section>
      {design.switches.length === 0 && (
        <Empty text="No switch is placed yet: choose “Place a switch” beside the plan, and press where it is.">
          <ToSheet stage="house" tool="switch" text="Place a switch" />
        </Empty>
      )}
      <div className="grid gap-x-6 md:grid-cols-2">
        <section aria-label="What each switch works" className="p-3.5">
          <h3 className="font-semibold">What each switch works</h3>
          <table className="mt-1 w-full">
            <tbody>
              {gangs.map((gang) => {
                const leg = legOf(design, gang.switch.id, gang.gang);
                const lamps = lampsOf(design, gang.switch.id, gang.gang);
                return (
                  <tr key={key(gang)} className="border-t border-rule/60 align-top">
                    <td className="py-1 pr-2">
                      <button
                        type="button"
                        className="text-left hover:underline"
                        onClick={() => select({ in: "switches", id: gang.switch.id })}
                      >
                        {gangName(gang)}
                      </button>
                    </td>
                    <td className="py-1">
                      {leg ? (
                        <>
                          {lamps.map((lamp) => lamp.name).join(", ") || leg.name} ·{" "}
                          <button
                            type="button"
                            className="text-soft hover:underline"
                            title="The switch leg they are on: the wire from these switches to these lamps"
                            onClick={() => select({ in: "legs", id: leg.id })}
                          >
                            {wayName(leg)}
                          </button>
                        </>
                      ) : (
                        <span className="text-soft">
                          {open.some((one) => key(one) === key(gang)) ? "nobody knows" : "something else"}
                        </span>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
        <section aria-label="Which switch works this lamp" className="p-3.5">
          <h3 className="font-semibold">Which switch works this lamp</h3>
          <table className="mt-1 w-full">
            <tbody>
              {design.lamps.map((lamp) => (
                <tr key={lamp.id} className="border-t border-rule/60 align-top">
                  <td className="py-1 pr-2">
                    <button
                      type="button"
                      className="text-left hover:underline"
                      onClick={() => select({ in: "lamps", id: lamp.id })}
                    >
                      {lamp.name}
                    </button>{" "}
                    <span className="text-small text-soft">
                      {lamp.count} × {lamp.watts === undefined ? "?" : lamp.watts} W
                      {lamp.cap ? `, ${lamp.cap}` : ""}
                    </span>
                  </td>
                  <td className="py-1">
                    {gangsOf(design, lamp.id).map(gangName).join("; ") || (
                      <span className="text-mend">no switch known</span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
      <Caution text="Operating a switch is safe; opening its box is not: isolate, lock off and prove dead first. Local codes and a licensed person decide." />
      {design.traces.length > 0 && (
        <section aria-label="Tracing log" className="px-3.5 pb-4">
          <h3 className="font-semibold">Tracing log</h3>
          <ol className="mt-1 text-small">
            {[...design.traces]
              .sort((a, b) => (a.on < b.on ? 1 : -1))
              .map((trace) => (
                <li key={trace.id} className="border-t border-rule/60 py-1">
                  <span className="measure text-soft">{trace.on}</span>{" "}
                  {byId(design, "switches").get(trace.switch)?.name}, gang {trace.gang}:{" "}
                  {trace.result === "lamps"
                    ? trace.lamps.map((id) => byId(design, "lamps").get(id)?.name ?? id).join(", ")
                    : trace.result}
                  {trace.note && <span className="text-soft"> — {trace.note}</span>}
                </li>
              ))}
          </ol>
        </section>
      )}
    </div>
  );
}

function Trace({ gang, onDone }: { gang: Gang; onDone(): void }) {
  const design = useDesign();
  const edit = useEdit();
  const [result, setResult] = useState<TraceRow["result"]>("lamps");
  const [lamps, setLamps] = useState<string[]>([]);
  const [note, setNote] = useState("");
  const [wrong, setWrong] = useState<string>();
  const write = () => {
    try {
      const changes = traceGang(
        design,
        { trace: newRowId("t"), leg: newRowId("g") },
        {
          switch: gang.switch.id,
          gang: gang.gang,
          on: today(),
          result,
          lamps: result === "lamps" ? lamps : [],
          ...(note.trim() ? { note: note.trim() } : {}),
        },
      );
      edit(() => changes);
      onDone();
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setWrong(problem.message);
    }
  };
  return (
    <div className="grid gap-2 bg-pane px-3.5 py-3" data-trace>
      <p>
        Operate <strong>{gangName(gang)}</strong>, look round the house, and note what changed.
      </p>
      <OneOf
        label="What changed"
        value={result}
        options={TRACE_RESULTS.map((one) => ({ value: one, text: one }))}
        take={setResult}
      />
      {result === "lamps" && (
        <fieldset className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-3">
          <legend className="text-small text-soft">Lamps that changed</legend>
          {design.lamps.length === 0 && <span className="text-soft">No lamp is placed yet.</span>}
          {design.lamps.map((lamp) => (
            <Tick
              key={lamp.id}
              className="min-h-9"
              on={lamps.includes(lamp.id)}
              set={(on) => setLamps(on ? [...lamps, lamp.id] : lamps.filter((id) => id !== lamp.id))}
              label={lamp.name}
            />
          ))}
        </fieldset>
      )}
      <label className="grid gap-1 text-small text-soft">
        Note
        <input
          className="field h-9 text-ink"
          value={note}
          maxLength={400}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {wrong && (
        <p role="alert" className="text-stop">
          {wrong}
        </p>
      )}
      <div className="flex gap-2">
        <button type="button" className="button button-main h-9" onClick={write}>
          Note it
        </button>
        <button type="button" className="button h-9" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
