/** What stage 10 gives the desk. */
import type { Design } from "#core/design/collections";
import type { StageParts } from "../../desk/parts";
import { lazily, lazilyFrom } from "../../kit/lazily";

const DesignInspector = lazilyFrom(
  () => import("../../inspect/design-inspector"),
  (file) => file.DesignInspector,
);
const AutomationInspector = lazily(() => import("./automation-inspector"));

/** The first sentence over the year; the level where there is none yet. */
function AutomationsSummary({ design }: { design: Design }) {
  const first = design.automations[0];
  return first ? (
    <AutomationInspector key={first.id} design={design} id={first.id} />
  ) : (
    <DesignInspector design={design} />
  );
}

export const parts: StageParts = {
  stage: "automations",
  Summary: AutomationsSummary,
  inspectors: { automations: AutomationInspector },
  finds: (design) =>
    design.automations.map(({ id, name }) => ({ in: "automations", id, text: name, hint: "automation" })),
};
