/** A line a stage that has collections of its own: their names. The classes are in `rows.ts`, beside this. */
export { NAMES as automations } from "./automations-names";
export { NAMES as brief } from "./brief-names";
export { NAMES as bridges } from "./bridges-names";
export { NAMES as bus } from "./bus-names";
export { NAMES as choose } from "./choose-names";
export { NAMES as house } from "./house-names";
export { NAMES as mesh } from "./mesh-names";
export { NAMES as rack } from "./rack-names";
export { NAMES as register } from "./register-names";
export { NAMES as runs } from "./runs-names";
