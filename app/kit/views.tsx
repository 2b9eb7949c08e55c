/** The views of a stage: tabs, the chosen one in the address so that a link leads to it. */
import { Suspense, useEffect, useId, useRef, useState, type ComponentType, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { fetchedPart } from "./fetched";
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

interface TabsProps {
  label: string;
  tabs: ViewList;
  tab: string;
  show(name: string): void;
}

export interface TabRowProps extends TabsProps {
  /** Of the tabs, whose sheet says which of them it belongs to. */
  id: string;
  /** The chosen tab had the keys before the shared part was there. */
  focused: boolean;
}

const rows = fetchedPart<ComponentType<TabRowProps>>(() => import("./tab-row"));

export const TAB =
  "border-b-2 border-transparent whitespace-nowrap text-soft hover:text-ink data-selected:border-accent data-selected:font-semibold data-selected:text-ink";
export const TAB_ROW = "flex min-w-0 items-stretch gap-4 overflow-x-auto";
export const tabId = (id: string, name: string) => `${id}-${name}`;

/** The tabs alone: plain ones of the same look until the shared part is there. */
function TabRow({ id, ...props }: TabsProps & { id: string }) {
  const Row = rows.use();
  const focused = useRef(false);
  const { label, tabs, tab, show } = props;
  if (Row) return <Row id={id} focused={focused.current} {...props} />;
  return (
    <div role="tablist" aria-label={label} aria-orientation="horizontal" className={TAB_ROW}>
      {tabs.map(([name, text]) => (
        <button
          key={name}
          id={tabId(id, name)}
          type="button"
          role="tab"
          aria-selected={name === tab}
          tabIndex={name === tab ? 0 : -1}
          data-selected={name === tab ? "" : undefined}
          className={TAB}
          onClick={() => show(name)}
          onFocus={() => {
            focused.current = true;
            rows.fetch();
          }}
          onBlur={() => void (focused.current = false)}
        >
          {text}
        </button>
      ))}
    </div>
  );
}

/**
 * Tabs in one row with the chosen one's sheet below. `aside`: what stands at the end of the row; `children`:
 * the sheet of the chosen tab.
 */
export function Tabbed({
  aside,
  children,
  ...props
}: TabsProps & { aside?: ReactNode; children: ReactNode }) {
  const id = useId();
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div
        className="flex h-9 shrink-0 items-stretch justify-between border-b border-rule bg-pane px-3"
        data-chrome
      >
        <TabRow id={id} {...props} />
        {aside}
      </div>
      <div
        key={props.tab}
        role="tabpanel"
        aria-labelledby={tabId(id, props.tab)}
        className="flex min-h-0 flex-1 flex-col"
        tabIndex={-1}
      >
        {children}
      </div>
    </div>
  );
}
