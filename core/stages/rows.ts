/** A line a stage that has collections of its own: their row classes. */
export { ROWS as automations } from "./automations/rows";
export { ROWS as brief } from "./brief/rows";
export { ROWS as bridges } from "./bridges/rows";
export { ROWS as bus } from "./bus/rows";
export { ROWS as choose } from "./choose/rows";
export { ROWS as house } from "./house/rows";
export { ROWS as mesh } from "./mesh/rows";
export { ROWS as rack } from "./rack/rows";
export { ROWS as register } from "./register/rows";
export { ROWS as runs } from "./runs/rows";
