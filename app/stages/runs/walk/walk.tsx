/**
 * The rough-in walk, on a phone or a tablet: room by room, drop by drop; works without a network and sends
 * later.
 */
import { useMemo, useState } from "react";
import { byId } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { dropsOf } from "#core/stages/runs";
import { progressOf } from "#core/stages/runs/site";
import { useDesign } from "../../../desk/desk";
import { siteData } from "../../../site/site-data";
import { SitePage } from "../../../site/site-page";
import { RoomWalk } from "./room-walk";
import type { Route } from "./+types/walk";
import { Tick } from "../../../kit/ticks";

export const loader = ({ request, params }: Route.LoaderArgs) => siteData(request, params.design);

export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Walk · ${loaderData?.name ?? "Design"} · Zinc Lattice` },
];

const describe = (change: Change) =>
  "put" in change && change.in === "drops"
    ? `${change.put.point} /${change.put.index}${change.put.note ? `, “${change.put.note}”` : ""}`
    : change.in;

export default function Walk({ loaderData }: Route.ComponentProps) {
  return (
    <SitePage data={loaderData} page="walk" title="Walk" desk="runs?view=site" describe={describe}>
      <Rooms />
    </SitePage>
  );
}

function Rooms() {
  const design = useDesign();
  const [room, setRoom] = useState<string>();
  const [left, setLeft] = useState(false);
  const drops = useMemo(() => dropsOf(design), [design]);
  const levels = [...design.levels].sort((a, b) => a.order - b.order);
  const chosen = room === undefined ? undefined : byId(design, "rooms").get(room);
  if (chosen)
    return (
      <RoomWalk
        key={chosen.id}
        room={chosen}
        drops={drops.filter((drop) => drop.point.room === chosen.id)}
        back={() => setRoom(undefined)}
      />
    );
  const all = progressOf(drops);
  return (
    <main className="flex-1 pb-10">
      <p className="flex items-baseline justify-between px-4 py-3">
        <span className="text-base">
          <span className="font-mono">{all.done}</span> of <span className="font-mono">{all.all}</span> drops
          terminated
        </span>
        <Tick large on={left} set={setLeft} label="only what is left" />
      </p>
      {levels.map((level) => {
        const rooms = design.rooms
          .filter((row) => row.level === level.id)
          .map((row) => ({ row, own: drops.filter((drop) => drop.point.room === row.id) }))
          .filter(({ own }) => own.length && (!left || own.some((drop) => drop.state !== "terminated")))
          .sort((a, b) => a.row.name.localeCompare(b.row.name, "en"));
        if (!rooms.length) return null;
        return (
          <section key={level.id} aria-label={level.name}>
            <h2 className="bg-ground px-4 py-1 text-small text-soft">{level.name}</h2>
            <ul>
              {rooms.map(({ row, own }) => {
                const { done, byState } = progressOf(own);
                const stuck = (byState.missing ?? 0) + (byState.blocked ?? 0) + (byState.moved ?? 0);
                return (
                  <li key={row.id}>
                    <button
                      type="button"
                      className="flex min-h-13 w-full items-center gap-3 border-b border-rule px-4 text-left"
                      onClick={() => setRoom(row.id)}
                    >
                      <span className="min-w-0 flex-1 truncate text-base">{row.name}</span>
                      {stuck > 0 && <span className="text-small font-semibold text-stop">{stuck} stuck</span>}
                      <span className="font-mono text-soft">
                        {done}/{own.length}
                      </span>
                      <span className="h-2 w-16 bg-ground" aria-hidden="true">
                        <span
                          className="block h-full bg-accent"
                          style={{ width: `${(100 * done) / own.length}%` }}
                        />
                      </span>
                    </button>
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      {drops.length === 0 && <p className="px-4 text-soft">There is no drop in this design yet.</p>}
    </main>
  );
}
