/**
 * A line a stage that is built: what it gives the desk. Fetched with its own sheet, or when it is asked
 * for.
 */
import type { Stage } from "#core/design/stage-names";
import type { StageParts } from "../desk/parts";

export const STAGE_PARTS: Partial<Record<Stage, () => Promise<{ parts: StageParts }>>> = {
  brief: () => import("./brief/stage"),
  house: () => import("./house/stage"),
  choose: () => import("./choose/stage"),
  runs: () => import("./runs/stage"),
  bus: () => import("./bus/stage"),
  rack: () => import("./rack/stage"),
  mesh: () => import("./mesh/stage"),
  register: () => import("./register/stage"),
  bridges: () => import("./bridges/stage"),
  automations: () => import("./automations/stage"),
  rehearse: () => import("./rehearse/stage"),
};
