/** Two rehearsals of the same days: the house as it is, and another; what differs between them. */
import { useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { clockText, dayName, localParts } from "#core/design/local-time";
import { applyChanges } from "#core/design/edit";
import { InputError } from "#core/design/input-error";
import { capital } from "#core/design/words";
import type { ShownFinding } from "#core/whole/engine";
import type { Annoyance, Sums } from "#core/stages/rehearse/play/log";
import { differenceOf } from "#core/stages/rehearse/compare";
import type { Lane } from "#core/stages/rehearse/lanes";
import type { Run, RunAsk } from "#core/stages/rehearse/run";
import { useDesign, useDesk, useEdit, useResult } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { startWorker, type Hand } from "../../workers/ask";
import type { RehearseAsk, RehearseReply } from "../../workers/rehearse";
import { askFor, useAsked } from "./asked";
import { RunBar } from "./bar";
import { useRun } from "./run-store";

const SUMS: Readonly<Record<keyof Sums | "annoyances", string>> = {
  fires: "Sentences fired",
  moves: "Motor moves",
  switchings: "Switchings",
  presses: "Presses by hand",
  unanswered: "Not answered",
  kWh: "Drawn, kWh",
  boughtKWh: "Bought, kWh",
  sunKWh: "Own sun, kWh",
  heatKWh: "Heat, kWh",
  comfortH: "Comfort, person hours",
  discomfortKh: "Discomfort, degree hours",
  annoyances: "Annoyances",
};

interface Other {
  key: string;
  design: Design;
  run?: Run;
  failed?: string;
}

/** The other house: without a sentence, with a fix taken, with another seed, or unbroken. */
function useOther(choice: string, ask: RunAsk | undefined, mends: Run["mends"]): Other | undefined {
  const design = useDesign();
  const { results } = useDesk();
  const [other, setOther] = useState<Other>();
  const hand = useRef<Hand<RehearseAsk>>(undefined);
  // The key holds the question: the objects it is made of are new at every drawing.
  const now = useRef({ choice, ask, mends });
  now.current = { choice, ask, mends };
  // What mends is known once A has been rehearsed.
  const known = !choice.startsWith("mend ") || mends !== NO_MENDS;
  const key = JSON.stringify([choice, known, ask && { ...ask, weather: ask.weather?.length }]);
  useEffect(() => {
    const { choice, ask, mends } = now.current;
    if (!ask || !choice) return;
    let off = false;
    const start = (house: Design, run: RunAsk) => {
      if (off) return;
      hand.current?.end();
      hand.current = startWorker<RehearseAsk, RehearseReply>(
        () => new Worker(new URL("../../workers/rehearse.ts", import.meta.url), { type: "module" }),
        ({ run: done, failed }) => {
          if (done || failed)
            setOther({ key, design: house, ...(done ? { run: done } : {}), ...(failed ? { failed } : {}) });
        },
        (failed) => setOther({ key, design: house, failed }),
      );
      hand.current.post({ n: 1, design: house, run });
    };
    const [kind, ...rest] = choice.split(" ");
    const name = rest.join(" ");
    if (kind === "without") start(design, { ...ask, without: [name] });
    else if (kind === "seed") start(design, { ...ask, seed: ask.seed + 1 });
    else if (kind === "unbroken") start(design, { ...ask, breaks: [] });
    else if (kind === "mend") {
      if (mends[name]) start(applyChanges(design, mends[name].changes), ask);
      else if (mends !== NO_MENDS)
        setOther({ key, design, failed: "That does not happen in these days: choose another." });
    } else
      results
        .fix(name)
        .then((changes) => {
          if (changes) start(applyChanges(design, changes), ask);
          else setOther({ key, design, failed: "That finding is not there any more: choose another." });
        })
        .catch((problem: unknown) => {
          if (!(problem instanceof InputError)) throw problem;
          setOther({ key, design, failed: problem.message });
        });
    return () => {
      off = true;
    };
  }, [design, key, results]);
  useEffect(() => () => hand.current?.end(), []);
  return other?.key === key ? other : undefined;
}

function Pair({ run, lanes }: { run: Run; lanes: { name: string; a?: Lane; b?: Lane } }) {
  const whole = run.to - run.from;
  return (
    <li className="grid grid-cols-[9rem_1fr] items-center border-b border-rule/60 py-1 max-sm:grid-cols-1">
      <span className="truncate pr-2 text-small" title={lanes.name}>
        {lanes.name}
      </span>
      <span className="grid gap-0.5">
        {(["a", "b"] as const).map((side) => (
          <span key={side} className="flex items-center gap-2">
            <span className="w-3 font-mono text-tiny text-soft uppercase">{side}</span>
            <span className="relative h-4 flex-1 bg-rule/30">
              {lanes[side]?.spans.map((span) => (
                <span
                  key={span.from}
                  title={span.text}
                  className={`absolute inset-y-0 overflow-hidden px-0.5 text-tiny leading-4 whitespace-nowrap ${span.share === 0 ? "text-soft" : side === "a" ? "bg-structure/70 text-on-accent" : "bg-accent text-on-accent"}`}
                  style={{
                    left: `${((span.from - run.from) / whole) * 100}%`,
                    width: `${((span.to - span.from) / whole) * 100}%`,
                  }}
                >
                  {(span.to - span.from) / whole > 0.04 && span.text}
                </span>
              ))}
            </span>
          </span>
        ))}
      </span>
    </li>
  );
}

function Annoyances({
  design,
  title,
  list,
  empty,
}: {
  design: Design;
  title: string;
  list: readonly Annoyance[];
  empty: string;
}) {
  const { zone } = design.design;
  return (
    <section className="min-w-0 flex-1" aria-label={title}>
      <h3 className="font-semibold">{title}</h3>
      {list.length ? (
        <ul className="mt-1 text-small">
          {list.slice(0, 20).map((one, i) => (
            <li key={i} className="py-0.5 text-stop">
              <span className="font-mono text-soft">
                {dayName(localParts(zone, one.at))} {clockText(zone, one.at)}
              </span>{" "}
              {capital(one.what)}: {byId(design, "people").get(one.who)?.role ?? one.who}
            </li>
          ))}
          {list.length > 20 && <li className="text-soft">… and {list.length - 20} more</li>}
        </ul>
      ) : (
        <p className="mt-1 text-small text-soft">{empty}</p>
      )}
    </section>
  );
}

const fixable = (findings: readonly ShownFinding[]) =>
  findings.filter(({ fixLabel, accepted, stage }) => fixLabel && !accepted && stage === "automations");

const NO_MENDS: Run["mends"] = {};

/** Of a trouble by its key: what annoys whom. */
function troubleText(design: Design, key: string): string {
  const [what = "", who = ""] = key.split("/");
  return `${what}: ${byId(design, "people").get(who)?.role ?? who}`;
}

export default function Compare() {
  const design = useDesign();
  const { results, readOnly } = useDesk();
  const edit = useEdit();
  const asked = useAsked();
  const [params, setParams] = useSearchParams();
  const findings = useResult("findings");
  const [days, setDays] = useState<"1" | "7">("7");
  const ask = design.devices.length ? askFor(asked, Number(days)) : undefined;
  const state = useRun(ask);
  const choice = params.get("with") ?? "";
  const run = state.run?.ask.days === Number(days) && state.design === design ? state.run : undefined;
  const mends = run?.mends ?? NO_MENDS;
  const other = useOther(choice, ask, mends);
  const difference = useMemo(
    () => (run && other?.run ? differenceOf(run, other.run) : undefined),
    [run, other],
  );
  if (!design.devices.length)
    return (
      <Empty text="Two rehearsals are compared once there is a house to rehearse.">
        <ToSheet stage="choose" text="To the choice of devices" />
      </Empty>
    );
  const options = [
    ...Object.entries(mends).map(([key, { label }]) => ({
      value: `mend ${key}`,
      text: label,
      hint: troubleText(design, key),
    })),
    ...fixable(findings).map((one) => ({ value: `fix ${one.key}`, text: one.fixLabel!, hint: one.title })),
    ...design.automations
      .filter(({ enabled }) => enabled)
      .map(({ id, name }) => ({ value: `without ${id}`, text: `Without “${name}”`, hint: "a sentence" })),
    { value: "seed", text: `Seed ${asked.seed + 1}`, hint: "other weather, other habits" },
    ...(asked.breaks.length ? [{ value: "unbroken", text: "Nothing broken", hint: "the same days" }] : []),
  ];
  const put = (value: string) =>
    setParams(
      (now) => {
        now.set("with", value);
        return now;
      },
      { replace: true, preventScrollReset: true },
    );
  const take = async () => {
    const changes = choice.startsWith("mend ")
      ? mends[choice.slice(5)]?.changes
      : await results.fix(choice.slice(4));
    if (changes) edit(() => [...changes]);
  };
  return (
    <>
      <RunBar asked={asked} step={days === "7" ? 7 : 1} state={state}>
        <Choice
          label="How long"
          className="w-28"
          value={days}
          options={[
            { value: "1", text: "a day" },
            { value: "7", text: "a week" },
          ]}
          take={setDays}
        />
      </RunBar>
      <div className="flex shrink-0 flex-wrap items-center gap-3 border-b border-rule bg-pane px-3 py-1.5">
        <span className="text-small">
          <strong className="mr-1.5 font-mono">A</strong>the house as it is
        </span>
        <span className="flex items-center gap-1.5 text-small">
          <strong className="font-mono">B</strong>
          <Choice
            label="The other house"
            className="w-96 max-sm:w-64"
            value={choice}
            prompt="Choose what is otherwise in B…"
            options={options}
            take={put}
          />
        </span>
        {/^(?:fix|mend) /.test(choice) && difference && !readOnly && (
          <button type="button" className="button button-main" onClick={() => void take()}>
            Take B over
          </button>
        )}
        {other?.failed && (
          <span role="alert" className="text-small text-stop">
            {other.failed}
          </span>
        )}
      </div>
      <div
        className="min-h-0 flex-1 overflow-y-auto bg-raised p-4"
        tabIndex={0}
        role="region"
        aria-label="What differs"
      >
        {difference && run ? (
          <>
            <table className="w-full max-w-xl text-small" data-difference>
              <caption className="sr-only">Sums of both</caption>
              <thead>
                <tr className="border-b border-rule text-right text-soft">
                  <td />
                  <th scope="col" className="font-normal">
                    A
                  </th>
                  <th scope="col" className="font-normal">
                    B
                  </th>
                  <th scope="col" className="font-normal">
                    B less A
                  </th>
                </tr>
              </thead>
              <tbody>
                {difference.sums.map(({ name, a, b }) => {
                  const digits = /KWh|kWh|Kh/.test(name) ? 1 : 0;
                  // As the columns say it: what is less than their last figure is no difference.
                  const by = Number((b - a).toFixed(digits));
                  return (
                    <tr key={name} className="border-b border-rule/60 text-right">
                      <th scope="row" className="text-left font-normal">
                        {SUMS[name]}
                      </th>
                      <td className="font-mono">{a.toFixed(digits)}</td>
                      <td className="font-mono">{b.toFixed(digits)}</td>
                      <td
                        className={`font-mono ${name === "annoyances" && by < 0 ? "font-semibold text-accent" : name === "annoyances" && by > 0 ? "font-semibold text-stop" : ""}`}
                      >
                        {by > 0 ? "+" : by < 0 ? "−" : ""}
                        {Math.abs(by).toFixed(digits)}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            <div className="mt-4 flex gap-8 max-sm:flex-col">
              <Annoyances
                design={design}
                title="Annoys only in A"
                list={difference.onlyA}
                empty="Nothing that B has not."
              />
              <Annoyances
                design={design}
                title="Annoys only in B"
                list={difference.onlyB}
                empty="Nothing that A has not."
              />
            </div>
            <h3 className="mt-4 font-semibold">Lanes that differ</h3>
            {difference.lanes.length ? (
              <ul className="mt-1">
                {difference.lanes.map((lanes) => (
                  <Pair key={lanes.id} run={run} lanes={lanes} />
                ))}
              </ul>
            ) : (
              <p className="mt-1 text-small text-soft">None: both do the same.</p>
            )}
          </>
        ) : (
          <p className="max-w-prose text-soft" role="status">
            {choice && !other?.failed
              ? "Both are being rehearsed…"
              : "Choose what is otherwise in B: a finding put right, a sentence left out, another seed. Both are rehearsed over the same days, and what differs stands here."}
          </p>
        )}
      </div>
    </>
  );
}
