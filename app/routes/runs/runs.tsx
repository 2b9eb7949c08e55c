import { lazy, Suspense } from "react";
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { useDesk } from "../../ui/desk";
import { Plan } from "../../ui/plan";
import { ToolRow } from "../../ui/tool-row";
import { Schedule } from "./schedule";

// The tables behind the first are fetched when they are asked for.
const Reels = lazy(() => import("./reels"));
const Conduits = lazy(() => import("./conduits"));
const Labels = lazy(() => import("./labels"));
const Materials = lazy(() => import("./materials"));
const PullGroups = lazy(() => import("./pull-groups"));

const TABS = [["Pull schedule", Schedule], ["Cable and reels", Reels], ["Pull groups", PullGroups], ["Conduits", Conduits], ["Materials", Materials], ["Labels", Labels]] as const;

export default function Runs() {
  const { url, selection } = useDesk();
  return (
    <>
      <h2 className="sr-only">Runs</h2>
      <ToolRow />
      <Plan counts highlight={selection?.drop} />
      <TabGroup as="div" className="flex h-[44%] min-h-56 shrink-0 flex-col border-t border-rule">
        <div className="flex h-9 shrink-0 items-stretch justify-between border-b border-rule bg-pane px-3">
          <TabList className="flex min-w-0 items-stretch gap-4 overflow-x-auto" aria-label="Tables of this stage">
            {TABS.map(([name]) => <Tab key={name} className="border-b-2 border-transparent text-soft whitespace-nowrap hover:text-ink data-selected:border-accent data-selected:font-semibold data-selected:text-ink">{name}</Tab>)}
          </TabList>
          <a className="button ml-3 self-center" href={`${url}/csv/schedule`} title="The pull schedule as a spreadsheet file">CSV</a>
        </div>
        <TabPanels className="flex min-h-0 flex-1 flex-col">
          {TABS.map(([name, Panel]) => <TabPanel key={name} className="flex min-h-0 flex-1 flex-col"><Suspense fallback={<p className="p-4 text-soft" role="status">Working it out…</p>}><Panel /></Suspense></TabPanel>)}
        </TabPanels>
      </TabGroup>
    </>
  );
}
