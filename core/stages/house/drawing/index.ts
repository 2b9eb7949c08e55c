/** Drawings in. The readers are heavy: import their files by themselves where a page may do without. */
export type { Drawing } from "../../../files/drawing";
export { importWalls, wallsFrom, type WallsFrom, type WallsMade } from "./walls-from";
