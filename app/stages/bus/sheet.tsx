/** Stage 5: segments on the plan and along their line, points shared out over them, profiles and rules. */
import type { ComponentType } from "react";
import type { Segment } from "#core/stages/bus/segments";
import { useDesign } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { fetchedPart } from "../../kit/fetched";
import { lazily, lazilyFrom } from "../../kit/lazily";
import { Plan } from "../../plan/plan";
import { useLitHere } from "../../plan/lit-here";
import { ToolRow } from "../../plan/tool-row";
import { SegmentRow } from "./segment-row";
import { useShownSegment } from "./shown";
import { parts } from "./stage";
import { BELOW, VIEWS } from "./views";

export const handle = { parts };

const Along = lazilyFrom(
  () => import("./along"),
  (file) => file.Along,
);
/** The form and the best order come when the page has come to rest. */
const formRow = fetchedPart<ComponentType<{ segment: Segment }>>(() => import("./form-row"));
const Stops = lazily(() => import("./stops"));
const SHEETS = {
  share: lazily(() => import("./share-out")),
  channels: lazily(() => import("./channels")),
  cabinets: lazily(() => import("./cabinets")),
  ways: lazily(() => import("./ways")),
  boards: lazily(() => import("./boards")),
  remotes: lazily(() => import("./remotes")),
  profiles: lazily(() => import("./profiles")),
};

function Segments() {
  const design = useDesign();
  const { shown } = useShownSegment();
  const [tab, show] = useView(BELOW, "below");
  useLitHere("B");
  const FormRow = formRow.use();
  return (
    <>
      <ToolRow />
      <SegmentRow />
      <div className="@container relative flex min-h-0 flex-1 flex-col">
        <Plan segment={shown?.row.id} />
      </div>
      <div className="flex h-72 shrink-0 flex-col border-t border-rule">
        <Tabbed
          label="Below the plan"
          tabs={BELOW}
          tab={tab}
          show={show}
          aside={shown && FormRow && <FormRow segment={shown} />}
        >
          {shown ? (
            <Fetched>{tab === "stops" ? <Stops segment={shown} /> : <Along segment={shown} />}</Fetched>
          ) : design.points.length ? (
            <Empty text="No segment yet. Select points on the plan (Shift selects several) and press New segment; or have all of them shared out by rule.">
              <ToSheet stage="bus" view="share" text="Share points out" />
            </Empty>
          ) : (
            <Empty text="A segment joins points of the plan by one cable. Put points in the house first.">
              <ToSheet stage="runs" text="Put points on the plan" />
            </Empty>
          )}
        </Tabbed>
      </div>
    </>
  );
}

export default function Bus() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Bus</h2>
      <Tabbed label="Views of the bus" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <Segments />
        )}
      </Tabbed>
    </>
  );
}
