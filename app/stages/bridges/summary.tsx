/** Stage 9 in short: who is shown how much, what is stale, what is next to be done. */
import type { ComponentType } from "react";
import type { Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { Heading } from "../../inspect/parts";
import { fetchedPart } from "../../kit/fetched";

/** Its figures come when the page has come to rest. */
const figures = fetchedPart<ComponentType<{ design: Design }>>(() => import("./bridge-figures"));

export function BridgesSummary({ design }: { design: Design }) {
  const Figures = figures.use();
  return (
    <>
      <Heading
        title="Bridges"
        text={`${counted(design.ecosystems.length, "ecosystem")}, ${counted(design.bridges.length, "bridge", "bridges")}`}
      />
      {Figures && <Figures design={design} />}
      <p className="px-3.5 py-3 text-small text-soft">
        Press a device to see where it is shown, under which name, and what is lost on the way.
      </p>
    </>
  );
}
