/** A line a stage that has collections of its own: their row classes. */
export { ROWS as automations } from "./automations";
export { ROWS as brief } from "./brief";
export { ROWS as bridges } from "./bridges";
export { ROWS as bus } from "./bus";
export { ROWS as choose } from "./choose";
export { ROWS as house } from "./house";
export { ROWS as mesh } from "./mesh";
export { ROWS as rack } from "./rack";
export { ROWS as register } from "./register";
export { ROWS as runs } from "./runs";
