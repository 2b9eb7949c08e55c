/** On which sheets rows can be seen: what is selected stays selected only where it is. */
import { stageOf, type CollectionName } from "../design/collections";
import type { Stage } from "../design/stage-names";

/** Stages that show the same house, its points and its devices, each in its own way. */
const OF_THE_HOUSE: readonly Stage[] = ["house", "runs", "bus", "rack", "mesh", "register"];

/** Do rows of this collection stand on the sheet of this stage? */
export function standsOn(collection: CollectionName, stage: Stage): boolean {
  const own = stageOf(collection);
  return own === stage || (OF_THE_HOUSE.includes(own) && OF_THE_HOUSE.includes(stage));
}
