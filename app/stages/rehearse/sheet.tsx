/** Stage 11: the house runs before it exists, is broken on purpose, and compared with another. */
import { lazily } from "../../kit/lazily";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { Day } from "./day";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const SHEETS = {
  week: lazily(() => import("./week")),
  year: lazily(() => import("./year")),
  break: lazily(() => import("./break-it")),
  stops: lazily(() => import("./what-stops")),
  compare: lazily(() => import("./compare")),
  panel: lazily(() => import("./panel")),
};

export default function Rehearse() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Rehearse</h2>
      <Tabbed label="Views of the rehearsal" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <Day />
        )}
      </Tabbed>
    </>
  );
}
