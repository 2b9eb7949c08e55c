/** The inspector: what is selected, its facts, fields, working and findings. */
import { Suspense } from "react";
import { useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { useDesign, useDesk, type Selection } from "../desk/desk";
import { usePartsFor, useShown } from "../desk/parts";
import { WorkingPanel } from "./working-panel";
import { lazily, lazilyFrom } from "../kit/lazily";

const FindingsDrawer = lazilyFrom(
  () => import("../desk/findings-drawer"),
  (file) => file.FindingsDrawer,
);
const RowInspector = lazily(() => import("./row-inspector"));
const ManyInspector = lazily(() => import("./many-inspector"));

/** Have the forms at hand before a press asks for one. */
export const fetchForms = () => [RowInspector, ManyInspector, FindingsDrawer].forEach((form) => form.fetch());

export function Inspector() {
  const { drawer, working, open, selection } = useDesk();
  const design = useDesign();
  return (
    <aside
      aria-label="Inspector"
      className="relative flex min-h-0 w-80 flex-col bg-pane max-lg:col-span-full max-lg:w-full max-lg:border-t max-lg:border-rule"
    >
      {drawer ? (
        <>
          {working && (
            <div className="absolute top-2 right-full z-30 mr-2 max-h-[calc(100%-1rem)] w-80 overflow-y-auto rounded-[3px] border border-soft/50 bg-pane shadow-md max-lg:static max-lg:m-0 max-lg:w-full">
              <WorkingPanel working={working} onClose={() => open(undefined)} />
            </div>
          )}
          <Suspense>
            <FindingsDrawer />
          </Suspense>
        </>
      ) : (
        <div
          className="relative min-h-0 flex-1 overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="Inspector contents"
        >
          {working && <WorkingPanel working={working} onClose={() => open(undefined)} />}
          <Suspense>
            <Subject key={selection ? `${selection.in}/${selection.id}` : "none"} design={design} />
          </Suspense>
        </div>
      )}
    </aside>
  );
}

function Subject({ design }: { design: Design }) {
  const { selection } = useDesk();
  const { parts, Summary = parts?.Summary } = useShown();
  const [search] = useSearchParams();
  const Panel = parts?.panels?.[search.get("view") ?? ""];
  if (Panel) return <Panel />;
  if (selection?.all && selection.all.length > 1)
    return <ManyInspector design={design} refs={selection.all} />;
  const stands = selection && (byId(design, selection.in) as ReadonlyMap<string, unknown>).has(selection.id);
  if (stands) return <Row design={design} selection={selection} />;
  // With nothing selected, a sheet shows what it is about.
  return Summary && <Summary design={design} />;
}

/** The inspector its stage has for such rows, or the form of the row. */
function Row({ design, selection }: { design: Design; selection: Selection }) {
  const Own = usePartsFor(selection.in)?.inspectors?.[selection.in];
  return Own ? (
    <Own design={design} id={selection.id} drop={selection.drop} />
  ) : (
    <RowInspector design={design} collection={selection.in} id={selection.id} />
  );
}
