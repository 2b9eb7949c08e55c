/** Stage 9: who sees what, in which order they join, what is kept in step, what people say. */
import { lazily } from "../../kit/lazily";
import { Fetched, Tabbed, useView } from "../../kit/views";
import Matrix from "./matrix";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const SHEETS = {
  joining: lazily(() => import("./joining")),
  pairs: lazily(() => import("./pairs")),
  names: lazily(() => import("./names")),
  bridges: lazily(() => import("./bridges")),
};

export default function Bridges() {
  const [view, show] = useView(VIEWS);
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  return (
    <>
      <h2 className="sr-only">Bridges</h2>
      <Tabbed label="Views of bridges" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <Matrix />
        )}
      </Tabbed>
    </>
  );
}
