/** Stage 1: what troubles whom, what is asked for, what binds, in which order it is done. */
import { lazilyFrom } from "../../kit/lazily";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { Problems } from "./problems";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const lists = () => import("./lists");
const PANELS = {
  problems: Problems,
  requirements: lazilyFrom(
    () => import("./requirements"),
    (file) => file.Requirements,
  ),
  constraints: lazilyFrom(lists, (file) => file.Constraints),
  phases: lazilyFrom(
    () => import("./phases"),
    (file) => file.Phases,
  ),
  uses: lazilyFrom(
    () => import("./uses"),
    (file) => file.Uses,
  ),
  household: lazilyFrom(lists, (file) => file.Household),
};

export default function Brief() {
  const [view, show] = useView(VIEWS);
  const Panel = PANELS[view as keyof typeof PANELS];
  return (
    <>
      <h2 className="sr-only">Brief</h2>
      <Tabbed label="Parts of the brief" tabs={VIEWS} tab={view} show={show}>
        <Fetched>
          <Panel />
        </Fetched>
      </Tabbed>
    </>
  );
}
