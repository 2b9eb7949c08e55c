/** Beside the outage table: who is touched by the chosen failure, what comes back, and the way to try it. */
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { dayText, localParts } from "#core/design/local-time";
import { capital, listed } from "#core/design/words";
import { works } from "#core/stages/rehearse/outage/score";
import { backOf, backText } from "#core/stages/rehearse/outage/back";
import { personScores, singleFailures } from "#core/stages/rehearse/outage/table";
import { failureText } from "#core/stages/rehearse/outage/words";
import { Fact, Heading } from "../../inspect/parts";

export default function OutageSummary({ design, what }: { design: Design; what: string | null }) {
  const [, setParams] = useSearchParams();
  const failures = singleFailures(design);
  const failure = failures.find((one) => one.what === what) ?? failures[0];
  const people = useMemo(() => (failure ? personScores(design, [failure]) : []), [design, failure]);
  if (!failure) return <Heading title="What stops" text="Nothing can fail yet" />;
  const { touched } = failure;
  const way = (name: "byHand" | "byLink" | "byHub") => (
    <span className="measure">{failure.left(name).join(" of ")}</span>
  );
  const gone = touched.filter(({ before, now }) => works(before) && !works(now));
  const shutOut = touched.filter((one) => one.shutOut);
  const unsafe = [...new Set(touched.flatMap((one) => (one.unsafe && !one.shutOut ? [one.unsafe] : [])))];
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
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="By hand">{way("byHand")}</Fact>
        <Fact label="By direct link">{way("byLink")}</Fact>
        <Fact label="By the hub">{way("byHub")}</Fact>
      </dl>
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
          {backText(backOf(design, failure.what), (id) => byId(design, "points").get(id)?.name ?? id)}
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
