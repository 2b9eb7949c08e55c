/** The views of a stage: tabs, the chosen one in the address so that a link leads to it. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { Suspense, useEffect, useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { ViewList } from "./view-list";

/** Name of the view that the address asks for; the first where it asks for none. */
export function useView(views: ViewList, key = "view"): [string, (name: string) => void] {
  const [params, setParams] = useSearchParams();
  const asked = params.get(key);
  const view = views.find(([name]) => name === asked)?.[0] ?? views[0]![0];
  const show = (name: string) =>
    setParams(
      (now) => {
        if (name === views[0]![0]) now.delete(key);
        else now.set(key, name);
        return now;
      },
      { replace: true, preventScrollReset: true },
    );
  return [view, show];
}

/** Says that a view fetched when it was asked for runs, not only that it is drawn. */
function Ready() {
  const [ready, setReady] = useState(false);
  useEffect(() => setReady(true), []);
  return <span hidden data-fetched data-ready={ready || undefined} />;
}

/** A view that is fetched when it is asked for. */
export function Fetched({ wait = "Fetching…", children }: { wait?: string; children: ReactNode }) {
  const waiting = (
    <p className="p-4 text-soft" role="status" data-waiting>
      {wait}
    </p>
  );
  return (
    <Suspense fallback={waiting}>
      {children}
      <Ready />
    </Suspense>
  );
}

const TAB =
  "border-b-2 border-transparent whitespace-nowrap text-soft hover:text-ink data-selected:border-accent data-selected:font-semibold data-selected:text-ink";

/**
 * Tabs in one row with the chosen one's sheet below. `aside`: what stands at the end of the row; `children`:
 * the sheet of the chosen tab.
 */
export function Tabbed({
  label,
  tabs,
  tab,
  show,
  aside,
  children,
}: {
  label: string;
  tabs: ViewList;
  tab: string;
  show(name: string): void;
  aside?: ReactNode;
  children: ReactNode;
}) {
  return (
    <TabGroup
      as="div"
      className="flex min-h-0 flex-1 flex-col"
      selectedIndex={tabs.findIndex(([name]) => name === tab)}
      onChange={(index) => show(tabs[index]![0])}
    >
      <div
        className="flex h-9 shrink-0 items-stretch justify-between border-b border-rule bg-pane px-3"
        data-chrome
      >
        <TabList aria-label={label} className="flex min-w-0 items-stretch gap-4 overflow-x-auto">
          {tabs.map(([name, text]) => (
            <Tab key={name} className={TAB}>
              {text}
            </Tab>
          ))}
        </TabList>
        {aside}
      </div>
      <TabPanels className="flex min-h-0 flex-1 flex-col">
        {tabs.map(([name]) => (
          <TabPanel key={name} className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
            {name === tab && children}
          </TabPanel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}
