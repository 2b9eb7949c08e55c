/** Whether a design is to be led: by itself, as every page asks it and few need the steps. */
import type { Design } from "../design/collections";

/** Has nobody put anything down yet? Then it is led; a design that came with rows of its own is not. */
export const isNew = ({ problems, rooms, walls, points }: Design): boolean =>
  problems.length + rooms.length + walls.length + points.length === 0;
