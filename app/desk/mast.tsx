/** The mast: design, revision, saved or not, find, undo, units, theme, person. */
import { Redo2, Undo2 } from "lucide-react";
import { Suspense, useEffect, useState } from "react";
import { Link } from "react-router";
import type { Person } from "#db/people";
import type { Role } from "#db/schema";
import { useDesk, useDeskPart, useRows } from "./desk";
import { sortedPhases } from "#core/stages/brief";
import { Find } from "./find";
import { Mark } from "../kit/mark";
import { lazily } from "../kit/lazily";
import { Choice } from "../kit/choice";

const PersonMenu = lazily(() => import("./person-menu"));

const ROLE_TEXT: Record<Role, string> = {
  owner: "owns this design",
  edit: "may edit this design",
  view: "may look at this design",
  household: "lives in this house",
};

/** Who else just changed something, for some seconds. */
function useOther(names: Record<string, string>): string | undefined {
  const other = useDeskPart("other");
  const [shown, setShown] = useState<string>();
  useEffect(() => {
    if (!other) return;
    setShown(`${names[other.person] ?? "Somebody"} changed the design`);
    const timer = setTimeout(() => setShown(undefined), 6000);
    return () => clearTimeout(timer);
  }, [other, names]);
  return shown;
}

/** Which revision is shown, and whether it is kept: drawn anew with every edit, and nothing else of the mast. */
function SavedState() {
  const { readOnly } = useDesk();
  const revision = useDeskPart("revision");
  const saving = useDeskPart("saving");
  const live = useDeskPart("live");
  const state = readOnly
    ? "look only"
    : saving === "saved"
      ? "saved"
      : saving === "saving"
        ? "saving…"
        : "not saved";
  return (
    <p
      className="font-mono text-small whitespace-nowrap text-mast-soft"
      role="status"
      data-saving={saving}
      data-live={live}
    >
      rev <span data-revision>{revision}</span> ·{" "}
      <span className={saving === "failed" ? "rounded-[2px] bg-stop px-1 text-white" : ""}>{state}</span>
    </p>
  );
}

function PhaseChoice() {
  const { phase, showPhase } = useDesk();
  const phases = useRows("phases");
  if (phases.length === 0) return null;
  return (
    <Choice
      label="Show only one phase"
      className={`h-7 max-w-36 border-transparent bg-mast text-small max-sm:hidden ${phase ? "text-mast-ink" : "text-mast-soft"}`}
      value={phase ?? ""}
      options={[
        { value: "", text: "All phases" },
        ...sortedPhases({ phases }).map((row) => ({
          value: row.id,
          text: `${row.order} ${row.name}`,
        })),
        { value: "none", text: "In no phase" },
      ]}
      take={(one) => showPhase(one || undefined)}
    />
  );
}

function Steps() {
  const { store, readOnly } = useDesk();
  const canUndo = useDeskPart("canUndo");
  const canRedo = useDeskPart("canRedo");
  return (
    <>
      <button
        type="button"
        className="mast-button"
        disabled={readOnly || !canUndo}
        onClick={store.undo}
        aria-label="Undo"
        title="Undo (Ctrl Z)"
      >
        <Undo2 size={15} />
      </button>
      <button
        type="button"
        className="mast-button"
        disabled={readOnly || !canRedo}
        onClick={store.redo}
        aria-label="Redo"
        title="Redo (Ctrl Shift Z)"
      >
        <Redo2 size={15} />
      </button>
    </>
  );
}

export function Mast({ person, role, names }: { person: Person; role: Role; names: Record<string, string> }) {
  const { store, url, leaveFor, preferences, prefer } = useDesk();
  const { name: design } = useRows("design");
  const trouble = useDeskPart("trouble");
  const refused = useDeskPart("refused");
  const other = useOther(names);
  const [menu, askMenu] = useState(false);
  const name = (
    <button
      type="button"
      className="mast-button font-medium"
      aria-haspopup="menu"
      aria-expanded={false}
      onClick={() => askMenu(true)}
    >
      {person.name}
    </button>
  );
  return (
    <header data-chrome className="col-span-full bg-mast text-mast-ink">
      <div className="flex h-10 items-center gap-3 px-3.5 max-md:h-auto max-md:flex-wrap max-md:py-1.5">
        <Link to="/designs" aria-label="All designs" className="shrink-0">
          <Mark />
        </Link>
        <span className="font-semibold whitespace-nowrap max-xl:hidden">Zinc Lattice</span>
        <span className="text-mast-soft max-xl:hidden" aria-hidden="true">
          /
        </span>
        <h1 className="min-w-0">
          <Link
            className="block truncate underline-offset-2 hover:underline"
            to={`${url}/settings`}
            onClick={() => leaveFor()}
            title="Settings of this design"
          >
            {design}
          </Link>
        </h1>
        <SavedState />
        <div className="mx-auto flex min-w-0 max-lg:mx-0 max-lg:flex-1 max-md:order-last max-md:basis-full">
          <Find />
        </div>
        <div className="flex items-center gap-1 text-small whitespace-nowrap">
          <PhaseChoice />
          <Steps />
          <button
            type="button"
            className="mast-button font-mono"
            onClick={() => prefer({ units: preferences.units === "metric" ? "imperial" : "metric" })}
            aria-label={`Units: ${preferences.units === "metric" ? "metres; change to feet" : "feet; change to metres"}`}
          >
            {preferences.units === "metric" ? "m" : "ft"}
          </button>
          <button
            type="button"
            className="mast-button max-sm:hidden"
            onClick={() => prefer({ theme: preferences.theme === "dark" ? "light" : "dark" })}
          >
            {preferences.theme === "dark" ? "Light" : "Dark"}
          </button>
          {menu ? (
            <Suspense fallback={name}>
              <PersonMenu person={person} role={ROLE_TEXT[role]} owner={role === "owner"} url={url} />
            </Suspense>
          ) : (
            name
          )}
        </div>
      </div>
      {trouble && (
        <p
          role="alert"
          className="flex items-center justify-between gap-3 bg-stop px-3.5 py-1 text-white dark-stop"
        >
          {trouble}{" "}
          {refused.length > 0 && (
            <button type="button" className="mr-2 underline" onClick={store.retry}>
              Try it again
            </button>
          )}
          <button type="button" className="underline" onClick={store.dismiss}>
            {refused.length > 0 ? "Let it go" : "Close"}
          </button>
        </p>
      )}
      {other && !trouble && (
        <p role="status" className="bg-accent px-3.5 py-0.5 text-small text-on-accent">
          {other}
        </p>
      )}
    </header>
  );
}
