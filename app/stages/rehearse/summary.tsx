/** Beside the rehearsal: what there is to say before anything was rehearsed; the rest is fetched with the run. */
import { Suspense } from "react";
import { useSearchParams } from "react-router";
import type { Design } from "#core/design/collections";
import { Heading } from "../../inspect/parts";
import { lazily } from "../../kit/lazily";
import { useRunState } from "./run-store";

const RunSummary = lazily(() => import("./run-summary"));
const PanelSummary = lazily(() => import("./panel-summary"));
const OutageSummary = lazily(() => import("./outage-summary"));

const Nothing = () => (
  <>
    <Heading title="Rehearse" text="Nothing rehearsed yet" />
    <p className="px-3.5 py-3 text-soft">
      The house is run by its sentences with people, sun and weather, before any of it is built. This place
      then says what it comes to, who is annoyed and because of what.
    </p>
  </>
);

export function RehearseSummary({ design }: { design: Design }) {
  const { run } = useRunState();
  const [params] = useSearchParams();
  const view = params.get("view");
  return (
    <Suspense fallback={<Nothing />}>
      {view === "panel" && design.rooms.length && design.devices.length ? (
        <PanelSummary design={design} />
      ) : view === "stops" ? (
        <OutageSummary design={design} what={params.get("without")} />
      ) : run ? (
        <RunSummary design={design} run={run} />
      ) : (
        <Nothing />
      )}
    </Suspense>
  );
}
