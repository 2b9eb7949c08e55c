/** The house as its radios find it: how many are sound, and what was found. */
import { useSearchParams } from "react-router";
import type { Design } from "#core/design/collections";
import { soundness } from "#core/stages/mesh/loss";
import { allSingles, isRoot, reachesOf, treesOf } from "#core/stages/mesh/routes";
import { useDesk, useResult } from "../../desk/desk";
import { Caution, Fact, Heading, Worked } from "../../inspect/parts";
import { FindingCard } from "../../desk/finding-card";
import { reachWorking } from "#core/stages/mesh/workings";
import { bandOf } from "./use-coverage";

const FIRST_FINDINGS = 6;

export default function MeshSummary({ design }: { design: Design }) {
  const [params] = useSearchParams();
  const { select } = useDesk();
  const findings = useResult("findings").filter(({ stage }) => stage === "mesh");
  const band = bandOf(design, params.get("band"));
  if (!band)
    return (
      <>
        <Heading title="Mesh" text="No radio yet" />
        <p className="px-3.5 py-3 text-soft">
          Radio is reckoned through the walls, floors and openings of the plan. This place then says who is
          heard by whom, with how much to spare.
        </p>
      </>
    );
  const { profile } = band;
  const reach = reachesOf(design).get(profile.id)!;
  const tree = treesOf(design).find((one) => one.band === band)!;
  const heard = band.radios.filter((radio) => !isRoot(radio));
  const count = (state: string) =>
    heard.filter(({ row }) => {
      const best = reach.get(row.id);
      return best && soundness(best.marginDb) === state;
    }).length;
  const lost = heard.filter(({ row }) => !reach.has(row.id));
  const weakest = [...reach.values()].sort((a, b) => a.marginDb - b.marginDb)[0];
  const singles = allSingles(design).get(profile.id)!;
  const hops = Math.max(0, ...[...tree.ways.values()].map((way) => way.hops));
  return (
    <>
      <Heading title={profile.name} text={`${profile.mhz} MHz, ${band.radios.length} radios`} />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Sound">
          <span className="measure">{count("sound")}</span> of {heard.length}, {count("thin")} thin
        </Fact>
        <Fact label="Dead">
          <span className={count("dead") ? "font-semibold text-stop" : ""}>{count("dead")}</span>
        </Fact>
        <Fact label="Heard by nobody">
          <span className={lost.length ? "font-semibold text-stop" : ""}>{lost.length}</span>
        </Fact>
        {weakest && (
          <Fact label="Weakest">
            <Worked working={() => reachWorking(design, profile, weakest)}>
              {weakest.marginDb.toFixed(1)} dB
            </Worked>{" "}
            <button
              type="button"
              className="link"
              onClick={() => select({ in: "radios", id: weakest.radio.row.id })}
            >
              {weakest.radio.device.name}
            </button>
          </Fact>
        )}
        <Fact label="Hops">
          <span className="measure">{hops}</span> of {profile.maxHops}
        </Fact>
        <Fact label="Others hang on">
          {singles.length ? `${singles.length} routers alone` : "no router alone"}
        </Fact>
      </dl>
      {findings.slice(0, FIRST_FINDINGS).map((finding) => (
        <FindingCard key={finding.key} finding={finding} />
      ))}
      <Caution text="A level reckoned is a plan, not a promise: metal, mirrors and water that nobody drew take more. Read it on site before what must not fail hangs on it; alarms that save lives follow their own codes." />
    </>
  );
}
