/** The twelve stages down a lattice line: a facet fills as each of a stage's checks is met. */
import { NavLink } from "react-router";
import { STAGE_NAMES } from "#core/design/stage-names";
import { useDesk, useSummary } from "./desk";
import { isBuilt } from "./parts";
import { Diamond } from "../kit/diamond";
import { SeverityMark } from "../kit/severity";

export const STAGE_KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", "-", "="];
export function Spine() {
  const { url, leaveFor } = useDesk();
  const allFacets = useSummary("facets");
  const counts = useSummary("counts");
  return (
    <nav
      aria-label="Stages"
      data-chrome
      className="relative w-46 overflow-y-auto border-r border-rule bg-pane py-2 max-xl:w-12 max-md:w-full max-md:overflow-x-auto max-md:border-r-0 max-md:border-b max-md:py-0"
    >
      <div
        className="absolute top-6 bottom-[calc(100%-28.2rem)] left-6 w-px bg-rule max-md:hidden"
        aria-hidden="true"
      />
      <ol className="relative max-md:flex">
        {STAGE_NAMES.map(({ stage, name, answers }, i) => {
          const built = isBuilt(stage);
          const facets = allFacets?.[stage];
          const found = counts?.[stage];
          const met = facets?.filter((facet) => facet.met).length ?? 0;
          const title = built
            ? facets?.map((facet) => `${facet.met ? "✓" : "–"} ${facet.name}`).join("\n")
            : `Not built yet: ${answers}`;
          return (
            <li key={stage}>
              <NavLink
                to={`${url}/${stage}`}
                onClick={() => leaveFor(stage)}
                title={`${name} (${STAGE_KEYS[i]})\n${title}`}
                className={({ isActive }) =>
                  `relative flex h-9 items-center gap-3 border-l-2 pr-3 pl-3.5 max-xl:px-2.5 ${isActive ? "border-accent bg-raised font-semibold" : "border-transparent hover:bg-raised"} ${built ? "" : "text-soft"}`
                }
              >
                <Diamond met={facets?.map((facet) => facet.met)} />
                <span className="flex-1 max-xl:sr-only max-md:not-sr-only max-md:whitespace-nowrap">
                  {name}
                </span>
                {!built && <span className="sr-only">not built yet</span>}
                {built && <span className="sr-only">{met} of 4 checks met</span>}
                {found && (
                  <span
                    className="flex items-center gap-1.5 max-xl:absolute max-xl:top-0.5 max-xl:right-0.5 max-md:static"
                    aria-label={`${found.count} findings, worst: ${found.worst}`}
                    role="img"
                  >
                    <SeverityMark severity={found.worst} size={10} />
                    <span className="measure w-4 text-small text-soft max-xl:hidden" aria-hidden="true">
                      {found.count}
                    </span>
                  </span>
                )}
              </NavLink>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
