/** Stage 2, House: where things are. */
export { addPoint, changePoint, duplicatePoint, GRID_M, movePoint, removePoint, roomAt, snap } from "./points";
export { houseChecks } from "./checks";
export { generateHouse } from "./generate";
export { areaWorking, perimeterWorking } from "./workings";
