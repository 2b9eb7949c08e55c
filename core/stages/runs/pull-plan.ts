/** The pull plan of a design. */
import { byId } from "../../design/collections";
import { memo } from "../../design/kept";
import { dropsOf } from "./drops";
import { routeGraph } from "../../ways/graph";
import { pullPlan, type Pull } from "./pulls";
import { runSettings } from "./settings";

/** Cables drawn in together: those that share most of their way, in the order they are best drawn. */
export const pullsOf = memo("pullsOf", (design): Pull[] => {
  const graph = routeGraph(design);
  const trunks = byId(design, "trunks");
  return pullPlan(
    dropsOf(design),
    {
      lengthOf: (edge) => graph.edges[edge]!.lengthM,
      wayOf: (edge) => {
        const { way } = graph.edges[edge]!;
        return way?.in === "trunks" ? (trunks.get(way.id)?.kind ?? "void") : way ? "riser" : "void";
      },
    },
    runSettings(design),
  );
});
