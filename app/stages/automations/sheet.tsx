/** Stage 10: what the house does by itself, what the household sets, and the calendars it goes by. */
import { lazily } from "../../kit/lazily";
import { Fetched, Tabbed, useView } from "../../kit/views";
import Sentences from "./sentences";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const SHEETS = {
  dials: lazily(() => import("./dials")),
  scenes: lazily(() => import("./scenes")),
  calendars: lazily(() => import("./calendars")),
  templates: lazily(() => import("./templates")),
  map: lazily(() => import("./conflict-map")),
  sheet: lazily(() => import("./household-sheet")),
};

export default function Automations() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Automations</h2>
      <Tabbed label="Views of automations" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <Sentences />
        )}
      </Tabbed>
    </>
  );
}
