import { Suspense, useEffect, useMemo, useState } from "react";
import { Outlet, redirect, useParams, useRouteLoaderData, useSearchParams } from "react-router";
import { FILE_ORDER } from "#core/design/collections";
import { readDesign } from "#db/read-design";
import { historyOf } from "#db/write-edit";
import { membersOf } from "#db/people";
import { db } from "#server/db";
import { firstValues } from "#server/card";
import { requireRole } from "#server/guard";
import { isHeavy } from "#server/jobs";
import type { loader as rootLoader } from "../../root";
import { fetchInspectors } from "../../desk/parts";
import { whenAtRest } from "../../kit/rest";
import { fetchRowCheck } from "../../desk/row-check";
import { createResults, type FirstValues } from "../../desk/results";
import { startEngine } from "../../desk/start-engine";
import { deskLeft } from "../../desk/left";
import { createDesignStore } from "../../desk/store";
import { designOf, designText } from "../../desk/design-text";
import { DeskProvider, useDesign, useDesk, useDeskPart, useFirstUse } from "../../desk/desk";
import { fetchForms, Inspector } from "../../inspect/inspector";
import { KeyHelp } from "../../desk/keys";
import { Spoken } from "../../desk/say";
import { LedgerStrip } from "../../desk/ledger";
import { Mast } from "../../desk/mast";
import { PrintFrame } from "../../desk/print-frame";
import { Spine } from "../../desk/spine";
import type { Route } from "./+types/layout";
import { lazily, lazilyFrom } from "../../kit/lazily";
import { isNew } from "#core/desk/is-new";

const FirstSteps = lazilyFrom(
  () => import("../../desk/first-steps"),
  (file) => file.FirstSteps,
);

/** The line of first steps, for a design that is begun here: others have no need of it. */
function Guide() {
  const design = useDesign();
  const led = useFirstUse();
  const { readOnly, preferences } = useDesk();
  if (readOnly || !(led || (preferences.guide !== "off" && isNew(design)))) return null;
  return (
    <Suspense fallback={null}>
      <FirstSteps />
    </Suspense>
  );
}

/** Steps back that a page knows by name; the log knows all of them. */
const MOST_STEPS = 500;

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person, role } = await requireRole(request, params.design, "household");
  // Who only lives there is shown the panel.
  if (role === "household") throw redirect(`/d/${params.design}/panel`);
  const stored = (await readDesign(db(), params.design))!;
  const history = await historyOf(db(), params.design, person.id);
  const members = await membersOf(db(), params.design);
  const heavy = isHeavy(stored.design);
  return {
    person,
    role,
    name: stored.design.design.name,
    revision: stored.revision,
    undo: history.undo.slice(-MOST_STEPS),
    redo: history.redo.slice(-MOST_STEPS),
    heavy,
    names: Object.fromEntries(members.map((member) => [member.id, member.name])),
    rows: designText(stored.design),
    first: await firstValues(stored, heavy ? "leave" : "work"),
  };
}

/** Once open, the desk follows the log; stages change without asking the server again. */
export const shouldRevalidate = ({
  currentParams,
  nextParams,
}: {
  currentParams: { design?: string };
  nextParams: { design?: string };
}) => currentParams.design !== nextParams.design;

export const meta: Route.MetaFunction = ({ loaderData }) => {
  const name = loaderData?.name ?? "Design";
  return [{ title: `${name} · Zinc Lattice` }];
};

export default function DeskLayout({ loaderData }: Route.ComponentProps) {
  const { design: id } = useParams();
  const preferences = useRouteLoaderData<typeof rootLoader>("root")!.preferences;
  const store = useMemo(
    () =>
      createDesignStore({
        url: `/d/${id}`,
        person: loaderData.person.id,
        design: designOf(loaderData.rows),
        revision: loaderData.revision,
        undo: loaderData.undo,
        redo: loaderData.redo,
      }),
    [id, loaderData],
  );
  const results = useMemo(
    () =>
      createResults(
        store,
        startEngine,
        loaderData.first === undefined ? undefined : (JSON.parse(loaderData.first) as FirstValues),
      ),
    [store, loaderData],
  );
  // A large house is computed in the browser, where it holds nobody else up; the server sends its rows alone.
  const [here, setHere] = useState(!loaderData.heavy);
  useEffect(() => setHere(true), []);
  if (!here)
    return (
      <p className="grid h-dvh place-items-center text-soft" role="status">{`Opening ${loaderData.name}…`}</p>
    );
  return (
    <DeskProvider
      key={id}
      store={store}
      results={results}
      url={`/d/${id}`}
      readOnly={loaderData.role === "view"}
      preferences={preferences}
    >
      <Live />
      <Named />
      <PrintFrame />
      <a
        href="#sheet"
        className="button button-main absolute top-1 left-1/2 z-50 -translate-x-1/2 not-focus:sr-only"
        data-chrome
      >
        To the sheet
      </a>
      <div className="grid h-dvh grid-cols-[auto_minmax(0,1fr)_auto] grid-rows-[auto_minmax(0,1fr)_auto] max-lg:h-auto max-lg:min-h-dvh max-lg:grid-cols-[auto_minmax(0,1fr)] max-lg:grid-rows-[auto_auto_auto_auto] max-md:grid-cols-1">
        <Mast person={loaderData.person} role={loaderData.role} names={loaderData.names} />
        <Spine />
        <main
          className="flex min-h-0 min-w-0 flex-col border-r border-rule bg-raised max-lg:h-176"
          aria-label="Sheet"
          id="sheet"
          tabIndex={-1}
        >
          <Guide />
          <Outlet />
        </main>
        <Inspector />
        <LedgerStrip />
      </div>
      <Clash names={loaderData.names} />
      <KeyHelp />
      <Spoken />
    </DeskProvider>
  );
}

/** A row that an address from outside names (`?select=devices/…`) is selected; the address then is the sheet's alone. */
function Named() {
  const { store, select } = useDesk();
  const [params, setParams] = useSearchParams();
  const named = params.get("select");
  useEffect(() => {
    if (named === null) return;
    const [collection, id] = named.split("/");
    const known = FILE_ORDER.find((name) => name === collection);
    const row = known && store.get().design[known].find((row) => row.id === id);
    if (row) select({ in: known, id: row.id });
    setParams(
      (now) => {
        now.delete("select");
        return now;
      },
      { replace: true, preventScrollReset: true },
    );
  }, [named, store, select, setParams]);
  return null;
}

const ClashDialog = lazily(() => import("../../desk/clash"));

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

function Live() {
  const { store, results } = useDesk();
  useEffect(() => store.connect(), [store]);
  useEffect(() => deskLeft, [store]);
  // What the server sent is shown already: the engine starts once the page has come to rest.
  useEffect(() => {
    let stop: (() => void) | undefined;
    const start = () => {
      stop = results.connect();
      void fetchInspectors();
      fetchForms();
      void fetchRowCheck();
    };
    const wait = results.get().summary ? whenAtRest(start) : start();
    return () => {
      wait?.();
      stop?.();
    };
  }, [results]);
  return null;
}
