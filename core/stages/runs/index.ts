/** Stage 4, Runs: from points and kits to drops, routes, lengths, reels and pulls. */
export { dropsOf, dropsOfPoint, type Drop } from "./drops";
export { routeGraph, type Graph } from "../../ways/graph";
export { pointRoute, routeTo, type Route } from "../../ways/route";
export { cableTotals, type CableTotal } from "./totals";
export { closetsFor } from "../../ways/closets";
export { runsChecks } from "./checks";
export {
  cableCostWorking,
  closetWorking,
  cutsWorking,
  leftOverWorking,
  lengthWorking,
  loadWorking,
  reelsWorking,
} from "./workings";
export { pullsOf } from "./pull-plan";
export { runsJson, scheduleCsv } from "./output";
export { stretchesOf, type Stretch } from "./thickness";
export {
  boreFor,
  BORES_MM,
  containmentOf,
  fillWorking,
  innerMm,
  JAM,
  layCircles,
  MOST_BENDS_DEG,
  type Circle,
  type Containment,
} from "./containment";
export { billOf, GROUPS, materialsCsv, type MaterialLine } from "./materials";
export { besideMains, besideWorking } from "./separation";
export { fireCrossings } from "./fire";
