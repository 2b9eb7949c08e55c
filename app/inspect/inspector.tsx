/** The inspector: what is selected, its facts, fields, working and findings. */
import { lazy, Suspense } from "react";
import { useLocation } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { useDesign, useDesk } from "../desk/desk";
import { FindingsDrawer } from "../desk/findings-drawer";
import { WorkingPanel } from "./working-panel";
import { ClosetInspector, RoomInspector } from "../stages/house/place-inspector";
import { DeviceInspector, PointInspector } from "../stages/house/point-inspector";
import { BriefSummary, DesignInspector, RegisterSummary } from "./summaries";

// Charts come with it, and other stages need none.
const AutomationInspector = lazy(() => import("../stages/automations/automation-inspector"));
const RowInspector = lazy(() => import("./row-inspector"));
const ChooseSummary = lazy(() => import("../stages/choose/choose-summary"));
const KitSettings = lazy(() => import("../stages/runs/kit-settings"));
const TradesSummary = lazy(() => import("../stages/runs/trades-summary"));
const ManyInspector = lazy(() => import("./many-inspector"));

export function Inspector() {
  const { drawer, working, open, selection } = useDesk();
  const design = useDesign();
  return (
    <aside
      aria-label="Inspector"
      className="flex min-h-0 w-80 flex-col bg-pane max-lg:col-span-full max-lg:w-full max-lg:border-t max-lg:border-rule"
    >
      {drawer ? (
        <FindingsDrawer />
      ) : (
        <div
          className="relative min-h-0 flex-1 overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="Inspector contents"
        >
          {working && <WorkingPanel working={working} onClose={() => open(undefined)} />}
          <Suspense>
            <Subject key={selection ? `${selection.in}/${selection.id}` : "none"} design={design} />
          </Suspense>
        </div>
      )}
    </aside>
  );
}

function Subject({ design }: { design: Design }) {
  const { selection } = useDesk();
  const { pathname, search } = useLocation();
  const stage = pathname.split("/").at(-1);
  const view = stage === "runs" ? new URLSearchParams(search).get("view") : undefined;
  if (view === "kits") return <KitSettings />;
  if (selection?.all && selection.all.length > 1)
    return <ManyInspector design={design} refs={selection.all} />;
  if (selection?.in === "points") {
    const point = byId(design, "points").get(selection.id);
    if (point) return <PointInspector design={design} point={point} drop={selection.drop} />;
  }
  if (selection?.in === "devices") {
    const device = byId(design, "devices").get(selection.id);
    if (device) return <DeviceInspector design={design} device={device} />;
  }
  if (selection?.in === "automations") {
    const automation = byId(design, "automations").get(selection.id);
    if (automation)
      return <AutomationInspector key={automation.id} design={design} automation={automation} />;
  }
  if (selection?.in === "rooms") {
    const room = byId(design, "rooms").get(selection.id);
    if (room) return <RoomInspector design={design} id={room.id} />;
  }
  if (selection?.in === "closets") return <ClosetInspector design={design} id={selection.id} />;
  if (selection && (byId(design, selection.in) as ReadonlyMap<string, unknown>).has(selection.id))
    return <RowInspector design={design} collection={selection.in} id={selection.id} />;
  // With nothing selected, a stage shows what its own sheet is about.
  const first = design.automations[0];
  if (stage === "automations" && first)
    return <AutomationInspector key={first.id} design={design} automation={first} />;
  if (view === "trades") return <TradesSummary />;
  if (stage === "register") return <RegisterSummary design={design} />;
  if (stage === "choose") return <ChooseSummary design={design} />;
  if (stage === "brief") return <BriefSummary design={design} />;
  return <DesignInspector design={design} />;
}
