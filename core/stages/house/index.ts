/** Stage 2, House: where things are. */
export {
  addPoint,
  changePoint,
  duplicatePoint,
  freeName,
  freeNumber,
  GRID_M,
  movePoint,
  roomAt,
  snap,
} from "./points";
export {
  addWall,
  changeWall,
  joinWalls,
  LEAST_WALL_M,
  moveWalls,
  setWallLength,
  snapEnd,
  splitWall,
  wallLengthM,
  withRooms,
  type Snap,
} from "./walls";
export { facesOf } from "./faces";
export { changeRoom, codeFrom, findRooms, sameOutline } from "./rooms";
export {
  addOpening,
  azimuthDeg,
  azimuthWorking,
  changeOpening,
  OPENING_DEFAULTS,
  outsideOf,
  windName,
} from "./openings";
export { closure, closureWorking, drawnM, measuredSides, roomClosure, toleranceM } from "./measure";
export { cornersOf, parseSides, tapeRoom, type TypedSide } from "./traverse";
export {
  allGangs,
  gangName,
  gangsOf,
  lampsOf,
  legOf,
  traceGang,
  unknownGangs,
  wayName,
  type Gang,
} from "./switches";
export {
  alignRows,
  copyLevel,
  copyRoom,
  inBox,
  mirrorRows,
  moveRows,
  newLevel,
  ofRoom,
  type Edge,
} from "./arrange";
export { houseChecks } from "./checks";
export { furnished } from "./furnish";
export { lined } from "./lined";
export { generateHouse } from "./generate";
export { areaWorking, perimeterWorking } from "./workings";
export { removePoint } from "./remove-point";
