/** Stage 8, Register: the inventory. */
export {
  addDevice,
  changeDevice,
  deviceCostWorking,
  registerCsv,
  registerLines,
  type RegisterLine,
} from "./register";
