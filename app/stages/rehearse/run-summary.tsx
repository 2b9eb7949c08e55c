/** Beside the rehearsal: what it comes to, why a line came, what annoys and how to end it, what a failure leaves. */
import { useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { clockText, dayName, localParts, weekdayName } from "#core/design/local-time";
import { capital, counted } from "#core/design/words";
import type { ShownFinding } from "#core/whole/engine";
import type { Annoyance } from "#core/stages/rehearse/play/log";
import { troubleKey } from "#core/stages/rehearse/trouble";
import { chainOf } from "#core/stages/rehearse/moment";
import { lineText } from "#core/stages/rehearse/line-text";
import { failureText } from "#core/stages/rehearse/outage/words";
import type { Left, Run } from "#core/stages/rehearse/run";
import { useDesk, useEdit, useResult } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Fact, Heading, Worked } from "../../inspect/parts";
import { InputError } from "#core/design/input-error";
import { say } from "../../desk/say";
import { lookAt, setMoment, useRunState } from "./run-store";

const MOST_CARDS = 12;

function weatherSaid(run: Run): string {
  if (!run.weather.length) return "";
  const winds = run.weather.map(({ sky }) => sky.windMS);
  const warm = run.weather.map(({ sky }) => sky.temperatureC);
  const wet = run.weather.filter(({ sky }) => sky.rain).length / run.weather.length;
  return `${wet > 0.25 ? "wet" : wet > 0.02 ? "some rain" : "dry"}, ${Math.min(...warm).toFixed(0)} to ${Math.max(...warm).toFixed(0)} °C, gusts to ${Math.max(...winds).toFixed(1)} m/s`;
}

/** What annoys in the same way by the same sentence, once with how often. */
export interface Trouble {
  key: string;
  what: Annoyance["what"];
  who: string;
  room: string;
  by?: string;
  times: readonly Annoyance[];
}

export function troublesOf(run: Pick<Run, "annoyances" | "causes">): Trouble[] {
  const found = new Map<string, Trouble & { times: Annoyance[] }>();
  for (const [i, one] of run.annoyances.entries()) {
    const by = run.causes[i];
    const key = troubleKey({ ...one, by });
    const own = found.get(key);
    if (own) own.times.push(one);
    else
      found.set(key, {
        key,
        what: one.what,
        who: one.who,
        room: one.room,
        ...(by === undefined ? {} : { by }),
        times: [one],
      });
  }
  return [...found.values()].sort(
    (a, b) => b.times.length - a.times.length || a.times[0]!.at - b.times[0]!.at,
  );
}

/** Findings that put right what a sentence does, those about sleepers first. */
const fixesFor = (findings: readonly ShownFinding[], by: string | undefined, who: string) =>
  findings
    .filter(
      ({ about, fixLabel, accepted, stage }) =>
        fixLabel &&
        !accepted &&
        stage === "automations" &&
        about.some(({ in: at, id }) => at === "automations" && id === by),
    )
    .sort(
      (a, b) =>
        Number(b.about.some(({ id }) => id === who)) - Number(a.about.some(({ id }) => id === who)) ||
        Number(/sleeper/.test(b.code)) - Number(/sleeper/.test(a.code)),
    );

function TroubleCard({ design, run, trouble }: { design: Design; run: Run; trouble: Trouble }) {
  const { results, readOnly } = useDesk();
  const edit = useEdit();
  const [, setParams] = useSearchParams();
  const findings = useResult("findings");
  const { zone } = design.design;
  const [first] = trouble.times;
  const role = byId(design, "people").get(trouble.who)?.role ?? trouble.who;
  const room = byId(design, "rooms").get(trouble.room)?.name ?? trouble.room;
  const by = trouble.by === undefined ? undefined : byId(design, "automations").get(trouble.by)?.name;
  // A finding says more than what this one rehearsal came to: its fix is offered first.
  const [fix] = trouble.by === undefined ? [] : fixesFor(findings, trouble.by, trouble.who);
  const mend = fix ? undefined : run.mends[trouble.key];
  const ends = fix?.fixLabel ?? mend?.label;
  const days = new Set(trouble.times.map(({ at }) => dayName(localParts(zone, at))));
  const take = async () => {
    try {
      const changes = fix ? await results.fix(fix.key) : mend?.changes;
      if (changes) edit(() => [...changes]);
      say(
        changes ? "Done: the house is rehearsed once more." : "The design has changed meanwhile: look again.",
      );
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      say(problem.message);
    }
  };
  const go = () => {
    const line = first!.because === undefined ? undefined : run.lines[first!.because - 1];
    if (line) lookAt(line);
    else setMoment(first!.at);
  };
  return (
    <article className="border-b border-rule px-3.5 py-2.5" data-trouble={trouble.what}>
      <h3 className="font-semibold text-stop">
        {capital(trouble.what)}: {role}
      </h3>
      <p className="mt-0.5 text-small text-soft">
        {room}, {run.lines.length ? clockText(zone, first!.at) : dayName(localParts(zone, first!.at))}
        {trouble.times.length > 1 &&
          `, ${counted(trouble.times.length, "time")} on ${counted(days.size, "day")}`}
        {by ? `, because of “${by}”` : elseWhy(design, run, first!)}
      </p>
      {trouble.what === "left in the dark" && !by && !ends && !run.breaks.length && (
        <p className="mt-0.5 text-small text-soft">
          The designer plans a key, a switch or a sensor there, or repairs what it hangs on.
        </p>
      )}
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {run.lines.length > 0 && (
          <button type="button" className="button h-6" onClick={go}>
            Go there
          </button>
        )}
        {ends && !readOnly && (
          <button
            type="button"
            className="button button-main h-auto min-h-6 shrink text-left whitespace-normal"
            onClick={() => void take()}
          >
            {ends}
          </button>
        )}
        {(ends || by) && (
          <button
            type="button"
            className="button h-6"
            onClick={() =>
              setParams((now) => {
                now.set("view", "compare");
                now.set(
                  "with",
                  fix ? `fix ${fix.key}` : mend ? `mend ${trouble.key}` : `without ${trouble.by}`,
                );
                return now;
              })
            }
          >
            Rehearse both
          </button>
        )}
      </div>
    </article>
  );
}

/** Functions with each way, of those that had it. */
const Ways = ({ left }: { left: Pick<Left, "byHand" | "byLink" | "byHub"> }) => (
  <dl>
    {(
      [
        ["By hand", left.byHand],
        ["By direct link", left.byLink],
        ["By the hub", left.byHub],
      ] as const
    ).map(([name, [now, before]]) => (
      <Fact key={name} label={name}>
        <span className="measure">
          {now} of {before}
        </span>
      </Fact>
    ))}
  </dl>
);

function WhileDown({ design, left }: { design: Design; left: Left }) {
  return (
    <section className="border-b border-rule px-3.5 py-2.5" aria-label="While it is down">
      <h3 className="font-semibold">With {failureText(design, left.what).replace(/^The /, "the ")} down</h3>
      <Ways left={left} />
      {left.unsafe.length > 0 && (
        <p className="mt-1 text-small text-stop">{capital(left.unsafe.join("; "))}.</p>
      )}
      <p className="mt-1 text-small text-soft">When it is back: {left.back}</p>
    </section>
  );
}

/** Where no sentence did it: what the world did, or that nothing happened. */
function elseWhy(design: Design, run: Run, { because, what }: Annoyance): string {
  const begin = because === undefined ? undefined : chainOf(run, because)[0];
  if (begin) return `, as ${lineText(design, begin)}`;
  if (what === "dark on a stair") return ", and nothing lit the stair";
  return what === "left in the dark" ? ", and nothing lit the room" : "";
}

const workings = () => import("#core/stages/rehearse/workings");

const energyText = (kWh: number) => `${kWh.toFixed(kWh < 100 ? 1 : 0)} kWh`;

export default function RunSummary({ design, run }: { design: Design; run: Run }) {
  const { line } = useRunState();
  const navigate = useNavigate();
  const { url } = useDesk();
  const troubles = useMemo(() => troublesOf(run), [run]);
  const { zone } = design.design;
  const day = localParts(zone, run.from);
  const title =
    run.ask.days === 1
      ? new Intl.DateTimeFormat("en-GB", {
          day: "numeric",
          month: "long",
          timeZone: zone,
        }).format(run.from)
      : run.ask.days === 7
        ? `Week of ${dayName(day)}`
        : String(day.year);
  const chain = line === undefined ? [] : chainOf(run, line);
  const { sums } = run;
  const lived = design.people.some((person) => person.room !== undefined);
  return (
    <>
      <Heading
        title={title}
        text={[run.ask.days === 1 ? `a ${longDay(day.weekday)}` : "", weatherSaid(run)]
          .filter(Boolean)
          .join(", ")}
      />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Presses by hand">
          <span className="measure">{sums.presses}</span>
        </Fact>
        <Fact label="Motor moves">
          <span className="measure">{sums.moves}</span>
        </Fact>
        <Fact label="Switchings">
          <span className="measure">{sums.switchings}</span>
        </Fact>
        <Fact label="Sentences fired">
          <span className="measure">{sums.fires}</span>
        </Fact>
        {sums.unanswered > 0 && (
          <Fact label="Not answered">
            <span className="measure font-semibold text-stop">{sums.unanswered}</span>
          </Fact>
        )}
        <Fact label="Current drawn">
          <Worked working={async () => (await workings()).energyWorking(design, run)}>
            {energyText(sums.kWh)}
          </Worked>
          {sums.sunKWh > 0 && <span className="text-soft"> · bought {energyText(sums.boughtKWh)}</span>}
        </Fact>
        {sums.heatKWh > 0 && (
          <Fact label="Heat let in">
            <Worked working={async () => (await workings()).heatWorking(design, run)}>
              {energyText(sums.heatKWh)}
            </Worked>
          </Fact>
        )}
        {sums.comfortH + sums.discomfortKh > 0 && (
          <Fact label="Comfort">
            <Worked working={async () => (await workings()).comfortWorking(design, run)}>
              {sums.comfortH.toFixed(0)} person h
            </Worked>
            {sums.discomfortKh >= 0.05 && (
              <span className="text-soft"> · {sums.discomfortKh.toFixed(1)} K h too cold or warm</span>
            )}
          </Fact>
        )}
        {run.seconds !== undefined && (
          <Fact label="Rehearsed in">
            <span className="measure">
              {run.seconds < 1 ? `${Math.round(run.seconds * 1000)} ms` : `${run.seconds.toFixed(1)} s`}
            </span>
          </Fact>
        )}
        <Fact label="Annoyances">
          <span
            className={`measure ${run.annoyances.length ? "font-semibold text-stop" : ""}`}
            data-annoyances
          >
            {run.annoyances.length}
          </span>
        </Fact>
      </dl>
      {chain.length > 0 && (
        <section className="border-b border-rule px-3.5 py-2.5" aria-label="Because of what">
          <h3 className="font-semibold">Because of what</h3>
          <ol className="mt-1" data-chain>
            {chain.map((one) => (
              <li key={one.n} className="grid grid-cols-[4.5rem_1fr] gap-x-2 py-0.5 text-small">
                <span className="font-mono text-soft">{clockText(zone, one.at)}</span>
                <button type="button" className="text-left hover:underline" onClick={() => lookAt(one)}>
                  {lineText(design, one)}
                </button>
              </li>
            ))}
          </ol>
          {chain.at(-1)?.by !== undefined && byId(design, "automations").has(chain.at(-1)!.by!) && (
            <button
              type="button"
              className="button mt-1.5 h-6"
              onClick={() => void navigate(`${url}/automations?sel=${chain.at(-1)!.by}`)}
            >
              To the sentence
            </button>
          )}
        </section>
      )}
      {run.left && <WhileDown design={design} left={run.left} />}
      {troubles.slice(0, MOST_CARDS).map((trouble) => (
        <TroubleCard key={trouble.key} design={design} run={run} trouble={trouble} />
      ))}
      {troubles.length > MOST_CARDS && (
        <p className="px-3.5 py-2 text-small text-soft">
          … and {troubles.length - MOST_CARDS} more of other kinds.
        </p>
      )}
      {!troubles.length && lived && <p className="px-3.5 py-3 text-soft">Nobody is annoyed.</p>}
      {!lived && (
        <Empty
          text={
            design.people.length
              ? "Nobody of the household has a room to sleep in yet: who has none passes for a guest by the day, and works no switch."
              : "Nobody lives in the house yet: nobody goes about in it, and nobody can be annoyed."
          }
        >
          <ToSheet stage="brief" view="household" text="Who lives here" />
        </Empty>
      )}
      {!design.automations.some(({ enabled }) => enabled) && (
        <Empty text="It does nothing by itself yet: no sentence says when and what.">
          <ToSheet stage="automations" text="To its sentences" />
        </Empty>
      )}
    </>
  );
}

const longDay = (weekday: number) =>
  ({
    Mon: "Monday",
    Tue: "Tuesday",
    Wed: "Wednesday",
    Thu: "Thursday",
    Fri: "Friday",
    Sat: "Saturday",
    Sun: "Sunday",
  })[weekdayName(weekday)];
