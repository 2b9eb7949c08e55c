/** A radio: who hears it, how well, and what happens when that one is unplugged. */
import type { AnyRow, Design } from "#core/design/collections";
import { disjointWays } from "#core/stages/mesh/disjoint";
import { bandsOf, radiosOf } from "#core/stages/mesh/links";
import { soundness } from "#core/stages/mesh/loss";
import { isRoot, lostWithout, reachesOf, treesOf, type Way } from "#core/stages/mesh/routes";
import { linkWorking, wayWorking } from "#core/stages/mesh/workings";
import { Fact, Worked } from "../../inspect/parts";

/** Readings listed of one radio. */
const MOST_READ = 8;

export default function RadioFacts({ design, row }: { design: Design; row: AnyRow }) {
  const band = bandsOf(design).find(({ linksOf }) => linksOf.has(row.id));
  const radio = band?.radios.find((one) => one.row.id === row.id);
  if (!band || !radio) return null;
  const { profile } = band;
  const tree = treesOf(design).find((one) => one.band === band)!;
  const reach = reachesOf(design).get(profile.id)!.get(row.id);
  const way = tree.ways.get(row.id);
  const parents: Way[] = [];
  for (let at = way && tree.ways.get(way.parent.row.id); at; at = tree.ways.get(at.parent.row.id))
    parents.push(at);
  const lost = lostWithout(band, new Set([row.id]));
  const ways = disjointWays(band, radio);
  const children = tree.children.get(row.id) ?? [];
  return (
    <dl className="border-b border-rule px-3.5 py-2.5">
      {!isRoot(radio) && (
        <Fact label="Heard by">
          {reach ? (
            <>
              {reach.parent.device.name},{" "}
              <span className={soundness(reach.marginDb) === "sound" ? "" : "font-semibold text-stop"}>
                <Worked working={() => linkWorking(design, profile, reach.weakest)}>
                  {reach.marginDb.toFixed(1)} dB
                </Worked>{" "}
                {soundness(reach.marginDb)}
              </span>
            </>
          ) : (
            <span className="font-semibold text-stop">nobody</span>
          )}
        </Fact>
      )}
      {way && (
        <Fact label="Cheapest way">
          {way.hops === 1 ? "straight" : `${way.hops} hops`} by {way.parent.device.name},{" "}
          <Worked working={() => wayWorking(way, parents)}>{(100 * way.delivery).toFixed(1)} %</Worked> arrive
        </Fact>
      )}
      {!isRoot(radio) && (
        <Fact label="Ways apart">
          {ways.length === 2
            ? `two: by ${ways.map((one) => one[0]!.device.name).join(", and by ")}`
            : ways.length
              ? `one, by ${ways[0]![0]!.device.name}`
              : "none"}
        </Fact>
      )}
      {(radio.row.routes || isRoot(radio)) && (
        <>
          <Fact label="Holds">
            {children.length} of {profile.maxChildren}
          </Fact>
          <Fact label="If unplugged">
            {lost.length ? (
              <span className="font-semibold text-stop">
                {lost.map(({ device }) => device.name).join(", ")} {lost.length === 1 ? "is" : "are"} lost
              </span>
            ) : (
              "nobody is lost"
            )}
          </Fact>
        </>
      )}
      <Fact label="Hears">{band.linksOf.get(row.id)!.length} others</Fact>
      <History design={design} id={row.id} />
    </dl>
  );
}

/** What was read of it and by it, the newest first: days without a date last. */
function History({ design, id }: { design: Design; id: string }) {
  const radios = radiosOf(design);
  const own = design.readings
    .filter((reading) => reading.from === id || reading.by === id)
    .sort((a, b) => ((a.on ?? "") < (b.on ?? "") ? 1 : -1));
  if (!own.length) return null;
  return (
    <Fact label="Read so far">
      <ul>
        {own.slice(0, MOST_READ).map((reading) => {
          const ear = radios.get(reading.by ?? "");
          const other = reading.from === id ? ear : radios.get(reading.from);
          return (
            <li key={reading.id} className="text-small">
              <span className="measure">{reading.on ?? "no day"}</span>{" "}
              {reading.lqi === undefined ? "" : `lqi ${reading.lqi}, `}
              <span className="measure">{reading.dbm.toFixed(0)} dBm</span>{" "}
              {reading.by === undefined
                ? "by hand"
                : `${reading.from === id ? "by" : "of"} ${other?.device.name}`}
              {ear && `, ${(reading.dbm - ear.row.sensitivityDbm).toFixed(0)} dB above its ear`}
            </li>
          );
        })}
        {own.length > MOST_READ && (
          <li className="text-small text-soft">and {own.length - MOST_READ} more</li>
        )}
      </ul>
    </Fact>
  );
}
