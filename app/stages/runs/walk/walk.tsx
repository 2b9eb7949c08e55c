/**
 * The rough-in walk, on a phone or a tablet: room by room, drop by drop; works without a network and sends
 * later.
 */
import { Suspense, useEffect, useMemo, useState } from "react";
import { useParams, useRouteLoaderData } from "react-router";
import { byId } from "#core/design/collections";
import { dropsOf } from "#core/stages/runs";
import { progressOf } from "#core/stages/runs/site";
import { readDesign } from "#db/read-design";
import { membersOf } from "#db/people";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import { isHeavy } from "#server/jobs";
import type { loader as rootLoader } from "../../../root";
import { createResults } from "../../../desk/results";
import { startEngine } from "../../../desk/start-engine";
import { createDesignStore } from "../../../desk/store";
import { designOf, designText } from "../../../desk/design-text";
import { DeskProvider, useDesign, useDesk, useDeskPart } from "../../../desk/desk";
import { keepPage, keptNotes, sendPhotos } from "./kept";
import { RoomWalk } from "./room-walk";
import type { Route } from "./+types/walk";
import { lazily } from "../../../kit/lazily";
import { Tick } from "../../../kit/ticks";

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person, role } = await requireRole(request, params.design, "view");
  const stored = (await readDesign(db(), params.design))!;
  const members = await membersOf(db(), params.design);
  return {
    person,
    role,
    name: stored.design.design.name,
    revision: stored.revision,
    names: Object.fromEntries(members.map((member) => [member.id, member.name])),
    rows: designText(stored.design),
    heavy: isHeavy(stored.design),
  };
}

export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Walk · ${loaderData?.name ?? "Design"} · Zinc Lattice` },
];

export default function Walk({ loaderData }: Route.ComponentProps) {
  const { design: id } = useParams();
  const url = `/d/${id}`;
  const preferences = useRouteLoaderData<typeof rootLoader>("root")!.preferences;
  // Notes kept on the device come back once the page runs; on the server there are none. One tab at a time
  // keeps them: two would send them twice.
  const [running, setRunning] = useState<"alone" | "beside another">();
  useEffect(() => {
    if (!("locks" in navigator)) return setRunning("alone");
    let over = false;
    let release: (() => void) | undefined;
    void navigator.locks.request(`zinc-walk ${url}`, { ifAvailable: true }, (lock) => {
      if (over) return undefined;
      setRunning(lock ? "alone" : "beside another");
      return lock && new Promise<void>((done) => (release = done));
    });
    return () => {
      over = true;
      release?.();
    };
  }, [url]);
  const store = useMemo(
    () =>
      createDesignStore({
        url,
        person: loaderData.person.id,
        design: designOf(loaderData.rows),
        revision: loaderData.revision,
        undo: [],
        redo: [],
        ...(running === "alone" ? { kept: keptNotes(url, loaderData.person.id) } : {}),
      }),
    [url, loaderData, running],
  );
  const results = useMemo(() => createResults(store, startEngine), [store]);
  // As on the desk: a large house is computed where it holds nobody else up.
  if (loaderData.heavy && running === undefined)
    return (
      <p
        className="grid min-h-dvh place-items-center text-soft"
        role="status"
      >{`Opening ${loaderData.name}…`}</p>
    );
  return (
    <DeskProvider
      key={running ?? "drawn"}
      store={store}
      results={results}
      url={url}
      readOnly={loaderData.role === "view" || running === "beside another"}
      preferences={preferences}
    >
      {running && <Following />}
      <div className="mx-auto flex min-h-dvh max-w-2xl flex-col bg-raised">
        <Head name={loaderData.name} running={running !== undefined} owner={running !== "beside another"} />
        <Rooms />
      </div>
      <Clash names={loaderData.names} />
    </DeskProvider>
  );
}

// Fetched with the page, so that it is there when there is no network.
const ClashDialog = lazily(() => import("../../../desk/clash"));

function Clash({ names }: { names: Record<string, string> }) {
  const clash = useDeskPart("clash");
  return (
    clash && (
      <Suspense>
        <ClashDialog names={names} />
      </Suspense>
    )
  );
}

function Following() {
  const { store } = useDesk();
  useEffect(() => store.connect(), [store]);
  return null;
}

/** What is kept here and what is sent, always in sight. */
function Head({ name, running, owner }: { name: string; running: boolean; owner: boolean }) {
  const { url, store } = useDesk();
  const waiting = useDeskPart("waiting");
  const saving = useDeskPart("saving");
  const trouble = useDeskPart("trouble");
  const refused = useDeskPart("refused");
  const [photos, setPhotos] = useState(0);
  const [ready, setReady] = useState(false);
  const [online, setOnline] = useState(true);
  useEffect(() => {
    if (!running) return;
    let over = false;
    const look = () => {
      setOnline(navigator.onLine);
      void sendPhotos(url).then(
        (left) => !over && setPhotos(left),
        () => undefined,
      );
    };
    look();
    void keepPage().then((kept) => !over && setReady(kept));
    const timer = setInterval(look, 5000);
    window.addEventListener("online", look);
    window.addEventListener("offline", look);
    return () => {
      over = true;
      clearInterval(timer);
      window.removeEventListener("online", look);
      window.removeEventListener("offline", look);
    };
  }, [running, url]);
  const left = waiting + photos;
  const words =
    !online || saving === "failed"
      ? `No connection. ${left ? `${left} ${left === 1 ? "note is" : "notes are"} kept here and sent later.` : "Notes are kept here and sent later."}`
      : left
        ? `Sending ${left} ${left === 1 ? "note" : "notes"}…`
        : "All notes are sent.";
  return (
    <header className="sticky top-0 z-10 bg-mast text-mast-ink">
      <div className="flex items-center gap-3 px-4 py-2.5">
        <a href={`${url}/runs?view=site`} className="mast-button -ml-2">
          Desk
        </a>
        <h1 className="min-w-0 flex-1 truncate text-base font-semibold">Walk · {name}</h1>
      </div>
      <p
        role="status"
        data-waiting={left}
        data-kept-page={ready || undefined}
        className={`px-4 pb-2 text-small ${online && saving !== "failed" ? "text-mast-soft" : "font-semibold"}`}
      >
        {words}
        {ready ? " This page opens without a network." : ""}
      </p>
      {!owner && (
        <p role="alert" className="bg-mend px-4 py-1.5 text-small text-white">
          The walk is open in another tab of this browser: note things there.
        </p>
      )}
      {trouble && saving !== "failed" && (
        <p role="alert" className="flex gap-3 bg-stop px-4 py-1.5 text-small text-white">
          <span className="flex-1">
            {trouble}
            {refused.length
              ? ` ${refused.length} ${refused.length === 1 ? "note was" : "notes were"} not taken: ${refused.map((one) => one.changes.map((change) => ("put" in change && change.in === "drops" ? `${change.put.point} /${change.put.index}${change.put.note ? `, “${change.put.note}”` : ""}` : change.in)).join(", ")).join("; ")}.`
              : ""}
          </span>
          <button type="button" className="underline" onClick={() => store.dismiss()}>
            Read
          </button>
        </p>
      )}
      {saving === "failed" && trouble?.includes("signed out") && (
        <p role="alert" className="bg-stop px-4 py-1.5 text-small text-white">
          {trouble}{" "}
          <a className="underline" href={`/sign-in?to=${encodeURIComponent(`${url}/walk`)}`}>
            Sign in
          </a>
        </p>
      )}
    </header>
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
