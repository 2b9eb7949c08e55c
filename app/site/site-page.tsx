/**
 * The shell of a page for the site, on a phone or a tablet: the design with what is noted on this device on top, what
 * is kept here and what is sent always in sight. Works without a network and sends later.
 */
import { Suspense, useEffect, useMemo, useState, type ReactNode } from "react";
import { useParams, useRouteLoaderData } from "react-router";
import type { Change } from "#core/design/edit";
import type { loader as rootLoader } from "../root";
import { createResults } from "../desk/results";
import { startEngine } from "../desk/start-engine";
import { createDesignStore } from "../desk/store";
import { designOf } from "../desk/design-text";
import { DeskProvider, useDesk, useDeskPart } from "../desk/desk";
import { lazily } from "../kit/lazily";
import { keepPage, keptNotes, sendPhotos, type SitePageName } from "./kept";
import type { SiteData } from "./site-data";

interface Shell {
  page: SitePageName;
  /** What stands before the design's name. */
  title: string;
  /** Where the desk shows the same, below the design. */
  desk: string;
  /** A change in few words, for a sentence about one that was not taken. */
  describe(change: Change): string;
}

export function SitePage({
  data: loaderData,
  children,
  ...shell
}: Shell & { data: SiteData; children: ReactNode }) {
  const { page } = shell;
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
    void navigator.locks.request(`zinc-${page} ${url}`, { ifAvailable: true }, (lock) => {
      if (over) return undefined;
      setRunning(lock ? "alone" : "beside another");
      return lock && new Promise<void>((done) => (release = done));
    });
    return () => {
      over = true;
      release?.();
    };
  }, [page, url]);
  const store = useMemo(
    () =>
      createDesignStore({
        url,
        person: loaderData.person.id,
        design: designOf(loaderData.rows),
        revision: loaderData.revision,
        undo: [],
        redo: [],
        ...(running === "alone" ? { kept: keptNotes(page, url, loaderData.person.id) } : {}),
      }),
    [page, url, loaderData, running],
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
        <Head
          {...shell}
          name={loaderData.name}
          running={running !== undefined}
          owner={running !== "beside another"}
        />
        {children}
      </div>
      <Clash names={loaderData.names} />
    </DeskProvider>
  );
}

// Fetched with the page, so that it is there when there is no network.
const ClashDialog = lazily(() => import("../desk/clash"));

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
function Head({
  page,
  title,
  desk,
  describe,
  name,
  running,
  owner,
}: Shell & { name: string; running: boolean; owner: boolean }) {
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
    void keepPage(page).then((kept) => !over && setReady(kept));
    const timer = setInterval(look, 5000);
    window.addEventListener("online", look);
    window.addEventListener("offline", look);
    return () => {
      over = true;
      clearInterval(timer);
      window.removeEventListener("online", look);
      window.removeEventListener("offline", look);
    };
  }, [page, running, url]);
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
        <a href={`${url}/${desk}`} className="mast-button -ml-2">
          Desk
        </a>
        <h1 className="min-w-0 flex-1 truncate text-base font-semibold">
          {title} · {name}
        </h1>
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
          This page is open in another tab of this browser: note things there.
        </p>
      )}
      {trouble && saving !== "failed" && (
        <p role="alert" className="flex gap-3 bg-stop px-4 py-1.5 text-small text-white">
          <span className="flex-1">
            {trouble}
            {refused.length
              ? ` ${refused.length} ${refused.length === 1 ? "note was" : "notes were"} not taken: ${refused.map((one) => one.changes.map(describe).join(", ")).join("; ")}.`
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
          <a className="underline" href={`/sign-in?to=${encodeURIComponent(`${url}/${page}`)}`}>
            Sign in
          </a>
        </p>
      )}
    </header>
  );
}
