/** What can be done about a mesh that is not sound: compared by what it costs and by what fails, seen on the plan. */
import { useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { applyChanges } from "#core/design/edit";
import { groupDigits } from "#core/design/units";
import { bandsOf } from "#core/stages/mesh/links";
import type { Remedy } from "#core/stages/mesh/remedies";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { whenAtRest } from "../../kit/rest";
import { Plan } from "../../plan/plan";
import RadioLines from "../../plan/radio-lines";
import { startWorker, type Hand } from "../../workers/ask";
import type { RemediesAsk, RemediesReply } from "../../workers/remedies";
import { BandChoice } from "./band-choice";
import { useLitHere } from "../../plan/lit-here";
import { bandOf } from "./use-coverage";

/** What was worked out last, and why nothing newer came. */
interface Shown {
  n: number;
  remedies?: Remedy[];
  failed?: string;
}

/** Remedies of a band as the design stands; those of before are kept until the new ones are there. */
function useRemedies(profile: string | undefined): Shown & { busy: boolean } {
  const design = useDesign();
  const hand = useRef<Hand<RemediesAsk>>(undefined);
  const [reply, setReply] = useState<Shown>({ n: 0 });
  const [ready, setReady] = useState(false);
  const [n, setN] = useState(0);
  const count = useRef(0);
  useEffect(() => {
    const rest = whenAtRest(() => {
      hand.current = startWorker<RemediesAsk, RemediesReply>(
        () => new Worker(new URL("../../workers/remedies.ts", import.meta.url), { type: "module" }),
        (next) => next.n === count.current && setReply(next),
        (failed) => setReply((now) => ({ ...now, failed })),
      );
      setReady(true);
    });
    return () => {
      rest();
      hand.current?.end();
      hand.current = undefined;
    };
  }, []);
  useEffect(() => {
    if (!ready || profile === undefined) return;
    count.current += 1;
    setN(count.current);
    hand.current?.post({ n: count.current, design, profile });
  }, [ready, design, profile]);
  return { ...reply, busy: !ready || reply.n !== n };
}

function Card({
  one,
  chosen,
  choose,
  take,
}: {
  one: Remedy;
  chosen: boolean;
  choose(): void;
  take?(): void;
}) {
  const design = useDesign();
  return (
    <section
      className={`flex min-w-64 flex-1 flex-col gap-1.5 border-r border-rule px-3 py-2.5 ${chosen ? "bg-wash" : ""}`}
      aria-label={one.name}
      data-remedy={one.kind}
    >
      <button type="button" className="text-left" aria-pressed={chosen} onClick={choose}>
        <span className="font-semibold">{one.name}</span>
        <span className="block text-small text-soft">{one.what}</span>
      </button>
      <dl className="grid grid-cols-[6.5rem_1fr] gap-x-2 text-small">
        <dt className="text-soft">Sound after it</dt>
        <dd className={one.sound === one.of ? "" : "font-semibold text-stop"}>
          {one.sound} of {one.of}
        </dd>
        <dt className="text-soft">Weakest</dt>
        <dd className="measure">{one.lowDb === undefined ? "hears nobody" : `${one.lowDb.toFixed(1)} dB`}</dd>
        <dt className="text-soft">Others hang on</dt>
        <dd>
          {one.singles
            ? `${one.singles} single ${one.singles === 1 ? "router" : "routers"}`
            : "no router alone"}
        </dd>
        <dt className="text-soft">When it fails</dt>
        <dd>{one.fails}</dd>
        <dt className="text-soft">Costs more</dt>
        <dd className="measure">
          {groupDigits(one.cost, 0)} {design.design.currency}
        </dd>
        {one.bound !== undefined && (
          <>
            <dt className="text-soft">At the least</dt>
            <dd>
              {one.exact
                ? `${one.bound}: no fewer do as well`
                : `${one.bound} by the bound; fewer than these were not found`}
            </dd>
          </>
        )}
      </dl>
      {take && (
        <button type="button" className="button button-main mt-auto self-start" onClick={take}>
          Take it
        </button>
      )}
    </section>
  );
}

/** The level of the first point a remedy puts: what it does is seen there. */
const levelOfFirst = ({ changes }: Remedy): string | undefined =>
  changes.flatMap((change) => (change.in === "points" && "put" in change ? [change.put.level] : []))[0];

export default function Remedies() {
  const design = useDesign();
  const { level, showLevel, readOnly } = useDesk();
  const edit = useEdit();
  const [params] = useSearchParams();
  const [chosen, setChosen] = useState<string>();
  useLitHere("R");
  const meshes = bandsOf(design).filter(({ profile }) => profile.form === "mesh");
  const asked = bandOf(design, params.get("band"));
  const band = asked?.profile.form === "mesh" ? asked : meshes[0];
  const { remedies, failed, busy } = useRemedies(band?.profile.id);
  const one = remedies?.find(({ name }) => name === chosen) ?? remedies?.[0];
  const then = useMemo(() => {
    if (!one || busy) return undefined;
    const next = applyChanges(design, [...one.changes]);
    return { design: next, band: bandsOf(next).find(({ profile }) => profile.id === band?.profile.id) };
  }, [one, busy, design, band?.profile.id]);
  if (!band)
    return (
      <Empty text="Places for routers are looked for once a mesh has radios.">
        <ToSheet stage="mesh" text="To the coverage" />
      </Empty>
    );
  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-2 overflow-x-auto border-b border-rule bg-pane px-2 text-small"
        data-chrome
      >
        <BandChoice profiles={meshes.map(({ profile }) => profile)} chosen={band.profile.id} />
        <span role="status" className="whitespace-nowrap text-soft" data-remedies={busy ? "busy" : "done"}>
          {failed
            ? `It could not be worked out: ${failed}`
            : busy
              ? "Trying places…"
              : remedies?.length
                ? "The whole cures first, the cheapest of them first. Nothing is changed before you take one."
                : `Every radio of ${band.profile.name} is sound and hangs on no router alone: nothing to do.`}
        </span>
      </div>
      <div className="@container relative flex min-h-48 flex-1 flex-col">
        <Plan
          layers={{
            over: (k) => (
              <RadioLines
                design={then?.design ?? design}
                level={level}
                k={k}
                profile={band.profile.id}
                {...(then?.band ? { band: then.band } : {})}
                figures={k > 24}
              />
            ),
          }}
        />
        {one && then && (
          <p className="pointer-events-none absolute top-2 left-2 border border-rule bg-raised px-2 py-1 text-small">
            As it would be: {one.name}
          </p>
        )}
      </div>
      {!!remedies?.length && (
        <div
          className="relative flex max-h-[50%] shrink-0 flex-wrap overflow-y-auto border-t border-rule"
          aria-busy={busy}
        >
          {remedies.map((own) => (
            <Card
              key={own.name}
              one={own}
              chosen={own === one}
              choose={() => {
                setChosen(own.name);
                const at = levelOfFirst(own);
                if (at !== undefined) showLevel(at);
              }}
              {...(readOnly || busy ? {} : { take: () => edit(() => [...own.changes]) })}
            />
          ))}
        </div>
      )}
    </>
  );
}
