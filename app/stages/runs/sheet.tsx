/** Stage 4: the plan with its cables and schedule, kits, electrical figures, other trades, and the site. */
import type { ComponentType } from "react";
import { useDesk, useFirstUse } from "../../desk/desk";
import { Plan } from "../../plan/plan";
import { ToolRow } from "../../plan/tool-row";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { Schedule } from "./schedule";
import { parts } from "./stage";
import { RUN_TABLES, VIEWS } from "./views";
import { fetchedPart } from "../../kit/fetched";
import { lazily } from "../../kit/lazily";

export const handle = { parts };

// What is behind the first view is fetched when it is asked for.
const kitPalette = fetchedPart<ComponentType>(() => import("./kit-palette"));
const TABLES = {
  reels: lazily(() => import("./reels")),
  pulls: lazily(() => import("./pull-groups")),
  conduits: lazily(() => import("./conduits")),
  crossings: lazily(() => import("./crossings")),
  materials: lazily(() => import("./materials")),
  labels: lazily(() => import("./labels")),
};
const SHEETS = {
  kits: lazily(() => import("./kits")),
  electrical: lazily(() => import("./electrical")),
  trades: lazily(() => import("./trades")),
  site: lazily(() => import("./site")),
};

function PlanAndTables() {
  const { url, selection, readOnly } = useDesk();
  const [tab, show] = useView(RUN_TABLES, "table");
  const KitPalette = kitPalette.use();
  const first = useFirstUse();
  const Table = TABLES[tab as keyof typeof TABLES];
  return (
    <>
      <ToolRow />
      <div className="@container relative flex min-h-0 flex-1 flex-col">
        <Plan counts highlight={selection?.drop} edge={readOnly ? 0 : first ? 190 : 40} />
        {!readOnly && KitPalette && <KitPalette />}
      </div>
      <div className="flex h-[44%] min-h-56 shrink-0 flex-col border-t border-rule">
        <Tabbed
          label="Tables of this stage"
          tabs={RUN_TABLES}
          tab={tab}
          show={show}
          aside={
            <a
              className="button ml-3 self-center"
              href={`${url}/csv/schedule`}
              title="The pull schedule as a spreadsheet file"
            >
              CSV
            </a>
          }
        >
          {Table ? (
            <Fetched wait="Working it out…">
              <Table />
            </Fetched>
          ) : (
            <Schedule />
          )}
        </Tabbed>
      </div>
    </>
  );
}

export default function Runs() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Runs</h2>
      <Tabbed label="Views of the runs" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <PlanAndTables />
        )}
      </Tabbed>
    </>
  );
}
