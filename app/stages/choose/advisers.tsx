/** Advisers: one question each, its verdict, its reasons, and a drawing of what it is about. */
import { Suspense } from "react";
import { useSearchParams } from "react-router";
import { lazily } from "../../kit/lazily";

const ADVISERS = [
  ["leg", "Lamp, switch, insert or in-line dimmer", lazily(() => import("./advise-leg"))],
  ["binding", "Direct link, control to device", lazily(() => import("./advise-binding"))],
  ["rating", "Plug and relay rating", lazily(() => import("./advise-rating"))],
  ["contact", "Relay contact and its fail state", lazily(() => import("./advise-contact"))],
  ["battery", "Battery or cable", lazily(() => import("./advise-battery"))],
  ["hubs", "One hub or several", lazily(() => import("./advise-hubs"))],
  ["remotes", "Hand remotes", lazily(() => import("./advise-remotes"))],
  ["dimming", "Dimming by a held button", lazily(() => import("./advise-dimming"))],
  ["coordinator", "Coordinator and hub restarts", lazily(() => import("./advise-coordinator"))],
  ["undecided", "A place not decided yet", lazily(() => import("./advise-undecided"))],
] as const;

export default function Advisers() {
  const [params, setParams] = useSearchParams();
  const [chosen, , Page] = ADVISERS.find(([name]) => name === params.get("adviser")) ?? ADVISERS[0];
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[12rem_minmax(0,1fr)] max-md:grid-cols-1 max-md:grid-rows-[auto_minmax(0,1fr)]">
      <nav
        aria-label="Advisers"
        className="overflow-y-auto border-r border-rule bg-pane py-1.5 max-md:flex max-md:overflow-x-auto"
        data-chrome
      >
        {ADVISERS.map(([name, text]) => (
          <button
            key={name}
            type="button"
            aria-pressed={name === chosen}
            className={`block w-full border-l-2 px-3 py-1.5 text-left max-md:w-auto max-md:whitespace-nowrap ${name === chosen ? "border-accent bg-raised font-semibold" : "border-transparent hover:bg-raised"}`}
            onClick={() =>
              setParams({ view: "advisers", adviser: name }, { replace: true, preventScrollReset: true })
            }
          >
            {text}
          </button>
        ))}
      </nav>
      <div className="min-h-0 overflow-y-auto" tabIndex={0} role="region" aria-label="Advice">
        <Suspense
          fallback={
            <p className="p-4 text-soft" role="status">
              Fetching…
            </p>
          }
        >
          <Page />
        </Suspense>
      </div>
    </div>
  );
}
