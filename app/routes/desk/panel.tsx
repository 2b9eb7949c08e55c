/** The household's panel as a page of its own, for the tablet on the wall: no desk round it. */
import { useEffect, useMemo } from "react";
import { useParams, useRouteLoaderData } from "react-router";
import { readDesign } from "#db/read-design";
import { db } from "#server/db";
import { requireRole } from "#server/guard";
import type { loader as rootLoader } from "../../root";
import { DeskProvider } from "../../desk/desk";
import { designOf, designText } from "../../desk/design-text";
import { createResults } from "../../desk/results";
import { Spoken } from "../../desk/say";
import { startEngine } from "../../desk/start-engine";
import { createDesignStore } from "../../desk/store";
import { Fetched } from "../../kit/views";
import { lazily } from "../../kit/lazily";
import type { Route } from "./+types/panel";

const Panel = lazily(() => import("../../stages/rehearse/panel"));

export async function loader({ request, params }: Route.LoaderArgs) {
  const { person, role } = await requireRole(request, params.design, "household");
  const stored = (await readDesign(db(), params.design))!;
  return {
    person,
    role,
    name: stored.design.design.name,
    revision: stored.revision,
    rows: designText(stored.design),
  };
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.name ?? "House"} · Zinc Lattice` },
];

export default function PanelPage({ loaderData }: Route.ComponentProps) {
  const { design: id } = useParams();
  const preferences = useRouteLoaderData<typeof rootLoader>("root")!.preferences;
  const store = useMemo(
    () =>
      createDesignStore({
        url: `/d/${id}`,
        person: loaderData.person.id,
        design: designOf(loaderData.rows),
        revision: loaderData.revision,
        undo: [],
        redo: [],
      }),
    [id, loaderData],
  );
  const results = useMemo(() => createResults(store, startEngine), [store]);
  useEffect(() => store.connect(), [store]);
  return (
    <DeskProvider
      store={store}
      results={results}
      url={`/d/${id}`}
      readOnly={loaderData.role === "view"}
      preferences={preferences}
    >
      <main className="flex h-dvh flex-col" aria-label="Panel">
        <h1 className="sr-only">{loaderData.name}</h1>
        <h2 className="sr-only">Panel</h2>
        <Fetched>
          <Panel alone />
        </Fetched>
      </main>
      <Spoken />
    </DeskProvider>
  );
}
