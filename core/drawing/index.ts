/** Drawings in and out. The readers and the DXF writer are heavy: import their files by themselves where a page may do without. */
export { importWalls, wallsFrom, type Drawing, type WallsFrom, type WallsMade } from "./drawing";
export { levelBox, planSvg } from "./svg-out";
