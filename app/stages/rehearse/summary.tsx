/** Beside the rehearsal: what it comes to, why a line came, what annoys and how to end it, what a failure leaves. */
import { useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { clockText, dayName, dayText, localParts, weekdayName } from "#core/design/local-time";
import { capital, counted, listed } from "#core/design/words";
import type { ShownFinding } from "#core/desk/engine";
import type { Annoyance } from "#core/rehearse/log";
import { works } from "#core/outage/score";
import { houseOf } from "#core/stages/rehearse/house-of";
import { chainOf } from "#core/stages/rehearse/lanes";
import { lineText } from "#core/stages/rehearse/line-text";
import {
  failureOf,
  isPart,
  longCut,
  personScores,
  readyOf,
  singleFailures,
  type Outcome,
} from "#core/stages/rehearse/outage/table";
import { failureText } from "#core/stages/rehearse/outage/words";
import type { Run } from "#core/stages/rehearse/run";
import { useDesk, useEdit, useResult } from "../../desk/desk";
import { Fact, Heading } from "../../inspect/parts";
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
    const key = [one.what, one.who, one.room, by ?? ""].join(" ");
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
  const [fix] = trouble.by === undefined ? [] : fixesFor(findings, trouble.by, trouble.who);
  const days = new Set(trouble.times.map(({ at }) => dayName(localParts(zone, at))));
  const take = async () => {
    try {
      const changes = fix && (await results.fix(fix.key));
      if (changes) edit(() => changes);
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
        {by ? `, because of “${by}”` : ", and nothing lit the room"}
      </p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {run.lines.length > 0 && (
          <button type="button" className="button h-6" onClick={go}>
            Go there
          </button>
        )}
        {fix && !readOnly && (
          <button
            type="button"
            className="button button-main h-auto min-h-6 shrink text-left whitespace-normal"
            onClick={() => void take()}
          >
            {fix.fixLabel}
          </button>
        )}
        {(fix || by) && (
          <button
            type="button"
            className="button h-6"
            onClick={() =>
              setParams((now) => {
                now.set("view", "compare");
                now.set("with", fix ? `fix ${fix.key}` : `without ${trouble.by}`);
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

/** Parts that are down in this run, as the outage table knows them. */
function partsDown(design: Design, run: Run): string[] {
  const found = new Set<string>();
  for (const { what } of run.breaks) {
    if (what === "battery") for (const part of longCut(design)) found.add(part);
    else if (what === "hub") for (const { id } of design.hubs) found.add(`hub:${id}`);
    else if (isPart(design, what)) found.add(what);
  }
  return [...found];
}

function Ways({ outcomes, className }: { outcomes: readonly Outcome[]; className?: string }) {
  const way = (name: "byHand" | "byLink" | "byHub") => (
    <span className="measure">
      {outcomes.filter(({ now }) => now[name]).length} of{" "}
      {outcomes.filter(({ before }) => before[name]).length}
    </span>
  );
  return (
    <dl className={className}>
      <Fact label="By hand">{way("byHand")}</Fact>
      <Fact label="By direct link">{way("byLink")}</Fact>
      <Fact label="By the hub">{way("byHub")}</Fact>
    </dl>
  );
}

export function WhileDown({ design, run }: { design: Design; run: Run }) {
  const down = useMemo(() => partsDown(design, run), [design, run]);
  const failure = useMemo(() => (down.length ? failureOf(readyOf(design), down) : undefined), [design, down]);
  if (!failure) return null;
  const { outcomes, what } = failure;
  const unsafe = [...new Set(outcomes.flatMap((one) => (one.unsafe && !one.shutOut ? [one.unsafe] : [])))];
  return (
    <section className="border-b border-rule px-3.5 py-2.5" aria-label="While it is down">
      <h3 className="font-semibold">With {failureText(design, what).replace(/^The /, "the ")} down</h3>
      <Ways outcomes={outcomes} />
      {unsafe.length > 0 && <p className="mt-1 text-small text-stop">{capital(unsafe.join("; "))}.</p>}
    </section>
  );
}

export default function RehearseSummary({ design }: { design: Design }) {
  const { run, line } = useRunState();
  const navigate = useNavigate();
  const { url } = useDesk();
  const [params] = useSearchParams();
  const troubles = useMemo(() => (run ? troublesOf(run) : []), [run]);
  if (params.get("view") === "stops") return <OutageSummary design={design} what={params.get("without")} />;
  if (!run)
    return (
      <>
        <Heading title="Rehearse" text="Nothing rehearsed yet" />
        <p className="px-3.5 py-3 text-soft">
          The house is run by its sentences with people, sun and weather, before any of it is built. This
          place then says what it comes to, who is annoyed and because of what.
        </p>
      </>
    );
  const { zone } = design.design;
  const day = localParts(zone, run.from);
  const title =
    run.ask.days === 1
      ? new Intl.DateTimeFormat(design.design.language, {
          day: "numeric",
          month: "long",
          timeZone: zone,
        }).format(run.from)
      : run.ask.days === 7
        ? `Week of ${dayName(day)}`
        : String(day.year);
  const chain = line === undefined ? [] : chainOf(run, line);
  const { sums } = run;
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
        <Fact label="Lamps">
          <span className="measure">{sums.kWh.toFixed(sums.kWh < 10 ? 2 : 0)} kWh</span>
        </Fact>
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
      <WhileDown design={design} run={run} />
      {troubles.slice(0, MOST_CARDS).map((trouble) => (
        <TroubleCard key={trouble.key} design={design} run={run} trouble={trouble} />
      ))}
      {troubles.length > MOST_CARDS && (
        <p className="px-3.5 py-2 text-small text-soft">
          … and {troubles.length - MOST_CARDS} more of other kinds.
        </p>
      )}
      {!troubles.length && <p className="px-3.5 py-3 text-soft">Nobody is annoyed.</p>}
    </>
  );
}

/** Beside the outage table: who is touched by the chosen failure, what comes back, and the way to try it. */
function OutageSummary({ design, what }: { design: Design; what: string | null }) {
  const [, setParams] = useSearchParams();
  const failures = singleFailures(design);
  const failure = failures.find((one) => one.what === what) ?? failures[0];
  const people = useMemo(() => (failure ? personScores(design, [failure]) : []), [design, failure]);
  if (!failure) return <Heading title="What stops" text="Nothing can fail yet" />;
  const { outcomes } = failure;
  const gone = outcomes.filter(({ before, now }) => works(before) && !works(now));
  const shutOut = outcomes.filter((one) => one.shutOut);
  const unsafe = [...new Set(outcomes.flatMap((one) => (one.unsafe && !one.shutOut ? [one.unsafe] : [])))];
  const dead = failure.what.split("+").map((part) => houseOf(design).hitBy?.(part));
  const again = houseOf(design).things.filter(
    ({ id, comesBack }) => comesBack && dead.some((hit) => hit?.dead.has(id)),
  );
  const [part] = failure.what.split("+");
  const tryIt = () =>
    setParams((now) => {
      const on = now.get("on") ?? dayText(localParts(design.design.zone, Date.now()));
      now.set("view", "break");
      now.set("on", on);
      now.append("broken", `${part}@${on}T18:00+${failure.what === part ? 60 : 720}`);
      return now;
    });
  return (
    <>
      <Heading
        title={failureText(design, failure.what)}
        text={`down: ${failure.score.toFixed(1)} of 100 points are left`}
      />
      <Ways outcomes={outcomes} className="border-b border-rule px-3.5 py-2.5" />
      <section className="border-b border-rule px-3.5 py-2.5">
        <h3 className="font-semibold">Who is left with what</h3>
        <dl>
          {people.map(({ id, name, mean }) => (
            <div key={id} className="flex justify-between gap-2 py-0.5 text-small">
              <dt>{name}</dt>
              <dd className={`measure ${mean < 50 ? "font-semibold text-stop" : ""}`}>{mean.toFixed(0)}</dd>
            </div>
          ))}
        </dl>
      </section>
      {(unsafe.length > 0 || shutOut.length > 0) && (
        <section className="border-b border-rule px-3.5 py-2.5 text-small">
          {unsafe.map((one) => (
            <p key={one} className="py-0.5 text-stop">
              {capital(one)}.
            </p>
          ))}
          {shutOut.length > 0 && (
            <p className="py-0.5">
              Shut out: whoever counts on {listed(shutOut.map(({ of }) => of.name))}. Nobody is locked in:
              from inside a door opens by hand, and must under every code for escape.
            </p>
          )}
        </section>
      )}
      <section className="border-b border-rule px-3.5 py-2.5 text-small">
        <h3 className="text-table font-semibold">When it is back</h3>
        <p className="mt-0.5 text-soft">
          {again.length
            ? `${counted(again.length, "lamp lights", "lamps light")} up at full, as most do until their start-up setting is changed; shades and valves stay as they were until they are told.`
            : "Nothing changes by itself: what was told meanwhile is told again by the next cue."}
        </p>
      </section>
      {gone.length > 0 && part && (
        <p className="px-3.5 py-2.5">
          <button type="button" className="button button-main" onClick={tryIt}>
            Rehearse an evening without it
          </button>
        </p>
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
