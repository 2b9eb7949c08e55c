/** Advisers: one question each, its verdict, its reasons, and a drawing of what it is about. */
import { useSearchParams } from "react-router";
import { Fetched } from "../../kit/views";
import { lazily } from "../../kit/lazily";
import { ADVISERS } from "./views";

const SHEETS = {
  leg: lazily(() => import("./advise-leg")),
  binding: lazily(() => import("./advise-binding")),
  rating: lazily(() => import("./advise-rating")),
  contact: lazily(() => import("./advise-contact")),
  battery: lazily(() => import("./advise-battery")),
  hubs: lazily(() => import("./advise-hubs")),
  remotes: lazily(() => import("./advise-remotes")),
  dimming: lazily(() => import("./advise-dimming")),
  coordinator: lazily(() => import("./advise-coordinator")),
  undecided: lazily(() => import("./advise-undecided")),
};

export default function Advisers() {
  const [params, setParams] = useSearchParams();
  const [chosen] = ADVISERS.find(([name]) => name === params.get("adviser")) ?? ADVISERS[0];
  const Page = SHEETS[chosen];
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
        <Fetched>
          <Page />
        </Fetched>
      </div>
    </div>
  );
}
