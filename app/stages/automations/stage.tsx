/** What stage 10 gives the desk. */
import type { Design } from "#core/design/collections";
import type { StageParts } from "../../desk/parts";
import { Heading } from "../../inspect/parts";
import { lazily } from "../../kit/lazily";

const AutomationInspector = lazily(() => import("./automation-inspector"));

/** The first sentence over the year; what to begin with where there is none yet. */
function AutomationsSummary({ design }: { design: Design }) {
  const first = design.automations[0];
  return first ? (
    <AutomationInspector key={first.id} design={design} id={first.id} />
  ) : (
    <>
      <Heading title="Automations" text="No sentence yet" />
      <p className="px-3.5 py-3 text-soft">
        A sentence says what the house does by itself: when, what, and unless. This place then shows when it
        will do so over the whole year.
      </p>
    </>
  );
}

export const parts: StageParts = {
  stage: "automations",
  Summary: AutomationsSummary,
  inspectors: { automations: AutomationInspector },
  finds: (design) =>
    design.automations.map(({ id, name }) => ({ in: "automations", id, text: name, hint: "automation" })),
};
