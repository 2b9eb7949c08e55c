/** The plan as it is at a moment: lamps that are lit, people where they are, what is down. */
import { byId, type Design, rowOf } from "#core/design/collections";
import { ableOf } from "#core/stages/automations/things";
import { listed } from "#core/design/words";
import type { Moment } from "#core/stages/rehearse/moment";
import type { Run } from "#core/stages/rehearse/run";
import { centroid } from "#core/geometry/polygon";

/** A lamp that is on: a plug or a relay that is gives no light. */
const isLit = (design: Design, { values }: Moment, id: string) =>
  values.get(`${id} on`) === true && ableOf(design).get(id)?.type?.endsWith("light") === true;

/** Radius of the light of a lamp on the plan, m. */
const GLOW_M = 1.25;

export function LitUnder({ design, moment, level }: { design: Design; moment: Moment; level: string }) {
  const lamps = design.points.filter((point) => point.level === level && isLit(design, moment, point.id));
  return (
    <g className="pointer-events-none" data-lit={lamps.length}>
      <defs>
        <radialGradient id="lamp-glow">
          <stop offset="0" stopColor="var(--color-jacket-yellow)" stopOpacity="0.75" />
          <stop offset="1" stopColor="var(--color-jacket-yellow)" stopOpacity="0.12" />
        </radialGradient>
      </defs>
      {lamps.map((point) => {
        const level = moment.values.get(`${point.id} level`);
        const share = typeof level === "number" ? Math.max(0.3, level / 100) : 1;
        return (
          <circle
            key={point.id}
            cx={point.x}
            cy={point.y}
            r={GLOW_M}
            fill="url(#lamp-glow)"
            opacity={share}
          />
        );
      })}
    </g>
  );
}

export function LitOver({
  design,
  run,
  moment,
  level,
  k,
}: {
  design: Design;
  run: Run;
  moment: Moment;
  level: string;
  k: number;
}) {
  const down = new Set(moment.broken.flatMap(({ points }) => points));
  const here = new Map<string, string[]>();
  for (const { person, home, room } of moment.people.values())
    if (home && room !== undefined && byId(design, "rooms").get(room)?.level === level)
      here.set(room, [...(here.get(room) ?? []), person]);
  return (
    <g className="pointer-events-none" data-people={[...here.values()].flat().length}>
      {design.points
        .filter((point) => point.level === level && down.has(point.id))
        .map((point) => (
          <path
            key={point.id}
            d={`M${point.x - 5 / k} ${point.y - 5 / k}l${10 / k} ${10 / k}m0 ${-10 / k}l${-10 / k} ${10 / k}`}
            className="stroke-stop"
            strokeWidth={2 / k}
            data-down={point.id}
          />
        ))}
      {[...here].map(([room, people]) => {
        const [x, y] = centroid(rowOf(design, "rooms", room).outline);
        return people.map((person, i) => {
          const row = byId(design, "people").get(person);
          const asleep = moment.people.get(person)?.asleep;
          const bothered = run.annoyances.some(
            (one) => one.who === person && Math.abs(one.at - momentAt(run, moment)) < 60_000,
          );
          return (
            <g
              key={person}
              transform={`translate(${x + ((i - (people.length - 1) / 2) * 20) / k} ${y}) scale(${1 / k})`}
            >
              <circle r={9} className={bothered ? "fill-stop" : asleep ? "fill-bus" : "fill-accent"} />
              <text y={4} textAnchor="middle" className="fill-on-accent text-small font-semibold">
                {row?.role.charAt(0) ?? "?"}
              </text>
            </g>
          );
        });
      })}
    </g>
  );
}

const momentAt = (run: Run, moment: Moment) => run.lines[moment.line - 1]?.at ?? run.from;

/** "Kitchen and hall lit, two at home, one asleep" */
export function momentText(design: Design, moment: Moment): string {
  const rooms = byId(design, "rooms");
  const lit = [
    ...new Set(
      design.points
        .filter(({ id }) => isLit(design, moment, id))
        .map(({ room }) => rooms.get(room)?.name ?? room),
    ),
  ];
  const people = [...moment.people.values()].filter(
    ({ person }) => byId(design, "people").get(person)?.room !== undefined,
  );
  const inside = people.filter(({ home }) => home);
  const asleep = inside.filter((one) => one.asleep);
  return [
    lit.length ? `${listed(lit, "and", 3)} lit` : "no lamp lit",
    inside.length ? `${inside.length} at home` : "nobody at home",
    ...(asleep.length ? [`${asleep.length} asleep`] : []),
  ].join(", ");
}
