/** Stage 2: the plan and its editor, the survey by room, the switch map, drawings in and out, materials. */
import type { ComponentType } from "react";
import { useDesign, useDesk, useFirstUse } from "../../desk/desk";
import { hasCorners } from "#core/stages/house/corners";
import { CornerHandles } from "../../plan/corners";
import { Plan } from "../../plan/plan";
import { PlanGhost, PlanThings, PlanUnderlays } from "../../plan/things";
import { usePlanTool } from "../../plan/tool";
import { ToolRow } from "../../plan/tool-row";
import { useStep } from "../../desk/first-steps";
import { fetchedPart } from "../../kit/fetched";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { parts } from "./stage";
import { VIEWS } from "./views";
import { lazily } from "../../kit/lazily";

export const handle = { parts };

const Survey = lazily(() => import("./survey"));
const SwitchMap = lazily(() => import("./switch-map"));
const Drawings = lazily(() => import("./drawings"));
const Materials = lazily(() => import("./materials"));

const PANELS = { survey: Survey, switches: SwitchMap, drawings: Drawings, materials: Materials };

/** Beside the plan, once that is there. */
const palette = fetchedPart<ComponentType>(() => import("./palette"));

/** The plan with the survey editor on it. */
function Editor() {
  const design = useDesign();
  const { level, lit, url, selection, preferences } = useDesk();
  const one = selection && !(selection.all && selection.all.length > 1) ? selection : undefined;
  const tool = usePlanTool(design, level);
  const Palette = palette.use();
  const first = useFirstUse();
  const links = lit.has("K") || tool.tool === "switch" || tool.tool === "lamp";
  return (
    <div className="@container relative flex min-h-0 flex-1 flex-col">
      <Plan
        edge={first ? 112 : 40}
        editor={{
          tool,
          links,
          under: (shown) => (
            <>
              <PlanUnderlays design={shown} level={level} url={url} />
              <PlanGhost design={shown} level={level} />
            </>
          ),
          over: (shown, k, selected) => (
            <>
              <PlanThings
                design={shown}
                level={level}
                k={k}
                selected={selected}
                links={links}
                units={preferences.units}
              />
              {tool.tool === "select" && one && hasCorners(one.in) && (
                <CornerHandles key={one.id} design={shown} collection={one.in} id={one.id} k={k} />
              )}
            </>
          ),
        }}
      />
      {Palette && <Palette />}
    </div>
  );
}

export default function House() {
  const design = useDesign();
  const step = useStep("house");
  const [view, show] = useView(VIEWS);
  const Panel = PANELS[view as keyof typeof PANELS] ?? Survey;
  return (
    <>
      <h2 className="sr-only">House</h2>
      <Tabbed label="Views of the house" tabs={VIEWS} tab={view} show={show}>
        <ToolRow adds={view === "plan"} strata={view === "plan"} />
        {view === "plan" ? (
          <>
            {design.rooms.length === 0 && step?.name !== "room" && (
              <p className="border-b border-rule bg-pane px-4 py-2 text-soft">
                No room is drawn yet. Draw walls and find the rooms between them, type a room by tape under
                Survey, or bring in a builder's drawing under Drawings.
              </p>
            )}
            <Editor />
          </>
        ) : (
          <Fetched>
            <Panel />
          </Fetched>
        )}
      </Tabbed>
    </>
  );
}
