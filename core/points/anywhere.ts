/** Points as they are called and what they are, for whoever does not ask where they lie. */
import { byId } from "../design/collections";
import { memoAnywhere } from "../design/kept";

/** By id; their places cannot be read. What reads these stays when a point is moved. */
export const pointsAnywhere = memoAnywhere("pointsAnywhere", (design) => byId(design, "points"));
