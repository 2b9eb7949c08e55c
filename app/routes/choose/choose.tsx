/** Stage 3: what each room must do, the plans that meet it, and everything that explains them. */
import { lazy, Suspense, useEffect, useState } from "react";
import { useSearchParams } from "react-router";

const Plans = lazy(() => import("./plans"));
const Wants = lazy(() => import("./wants"));
const Hubs = lazy(() => import("./hubs"));
const WhatIf = lazy(() => import("./what-if"));
const Catalogue = lazy(() => import("./catalogue"));
const Protocols = lazy(() => import("./protocols"));
const Advisers = lazy(() => import("./advisers"));
const Retrofit = lazy(() => import("./retrofit"));

const VIEWS = [
  ["plans", "Plans", Plans], ["wants", "Wants", Wants], ["hubs", "Hubs", Hubs], ["what-if", "What if", WhatIf], ["catalogue", "Catalogue", Catalogue], ["protocols", "Protocols", Protocols], ["advisers", "Advisers", Advisers], ["retrofit", "Retrofit sheet", Retrofit],
] as const;

/** Says that the view runs, not only that it is drawn. */
function Ready() {
  const [ready, setReady] = useState(false);
  useEffect(() => setReady(true), []);
  return <span hidden data-ready={ready || undefined} />;
}

export default function Choose() {
  const [params, setParams] = useSearchParams();
  const [view, , Panel] = VIEWS.find(([name]) => name === params.get("view")) ?? VIEWS[0];
  return (
    <>
      <h2 className="sr-only">Choose</h2>
      <nav aria-label="Views of the choice" className="flex h-9 shrink-0 items-stretch gap-4 overflow-x-auto border-b border-rule bg-pane px-3" data-chrome>
        {VIEWS.map(([name, text]) => (
          <button key={name} type="button" aria-pressed={view === name} className={`border-b-2 whitespace-nowrap ${view === name ? "border-accent font-semibold" : "border-transparent text-soft hover:text-ink"}`} onClick={() => setParams(name === "plans" ? {} : { view: name }, { replace: true, preventScrollReset: true })}>{text}</button>
        ))}
      </nav>
      <Suspense fallback={<p className="p-4 text-soft" role="status">Fetching…</p>}><Panel /><Ready /></Suspense>
    </>
  );
}
