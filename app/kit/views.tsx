/** The views of a stage: one row of buttons, the chosen one in the address so that a link leads to it. */
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

export function Views({
  label,
  views,
  view,
  show,
}: {
  label: string;
  views: ViewList;
  view: string;
  show(name: string): void;
}) {
  return (
    <nav
      aria-label={label}
      className="flex h-9 shrink-0 items-stretch gap-4 overflow-x-auto border-b border-rule bg-pane px-3"
      data-chrome
    >
      {views.map(([name, text]) => (
        <button
          key={name}
          type="button"
          aria-pressed={view === name}
          className={`border-b-2 whitespace-nowrap ${view === name ? "border-accent font-semibold" : "border-transparent text-soft hover:text-ink"}`}
          onClick={() => show(name)}
        >
          {text}
        </button>
      ))}
    </nav>
  );
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
    <p className="p-4 text-soft" role="status">
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

/** Tabs over a table, with arrow keys between them. */
export function Tabs({
  label,
  tabs,
  tab,
  show,
  children,
}: {
  label: string;
  tabs: readonly (readonly [name: string, text: string])[];
  tab: string;
  show(name: string): void;
  children?: ReactNode;
}) {
  return (
    <div
      className="flex h-9 shrink-0 items-stretch justify-between border-b border-rule bg-pane px-3"
      data-chrome
    >
      <div role="tablist" aria-label={label} className="flex min-w-0 items-stretch gap-4 overflow-x-auto">
        {tabs.map(([name, text], i) => (
          <button
            key={name}
            id={`tab-${name}`}
            type="button"
            role="tab"
            aria-selected={tab === name}
            tabIndex={tab === name ? 0 : -1}
            className={`border-b-2 whitespace-nowrap ${tab === name ? "border-accent font-semibold text-ink" : "border-transparent text-soft hover:text-ink"}`}
            onClick={() => show(name)}
            onKeyDown={(event) => {
              const by = ({ ArrowRight: 1, ArrowLeft: -1 } as Record<string, number>)[event.key];
              if (!by) return;
              event.preventDefault();
              const next = tabs[(i + by + tabs.length) % tabs.length]![0];
              show(next);
              document.getElementById(`tab-${next}`)?.focus();
            }}
          >
            {text}
          </button>
        ))}
      </div>
      {children}
    </div>
  );
}
