/** All stages that are built, in the order of the stages. */
import * as modules from "../stages";
import { STAGES } from "../design/stage-names";
import type { StageModule } from "../desk/stage";

export const STAGE_LIST: readonly StageModule[] = STAGES.flatMap((stage) =>
  Object.values(modules).filter((module) => module.stage === stage),
);
