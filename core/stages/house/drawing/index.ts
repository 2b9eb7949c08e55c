/** Drawings in and out. The readers and the DXF writer are heavy: import their files by themselves where a page may do without. */
export { importWalls, wallsFrom, type Drawing, type WallsFrom, type WallsMade } from "./walls-from";
export { levelBox, planSvg } from "../../runs/plan-svg";
