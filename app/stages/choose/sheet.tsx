/** Stage 3: what each room must do, the plans that meet it, and everything that explains them. */
import { Fetched, Tabbed, useView } from "../../kit/views";
import { parts } from "./stage";
import { VIEWS } from "./views";
import { lazily } from "../../kit/lazily";

export const handle = { parts };

const SHEETS = {
  plans: lazily(() => import("./plans")),
  wants: lazily(() => import("./wants")),
  hubs: lazily(() => import("./hubs")),
  "what-if": lazily(() => import("./what-if")),
  catalogue: lazily(() => import("./catalogue")),
  protocols: lazily(() => import("./protocols")),
  advisers: lazily(() => import("./advisers")),
  retrofit: lazily(() => import("./retrofit")),
};

export default function Choose() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Choose</h2>
      <Tabbed label="Views of the choice" tabs={VIEWS} tab={view} show={show}>
        <Fetched>
          <Sheet />
        </Fetched>
      </Tabbed>
    </>
  );
}
