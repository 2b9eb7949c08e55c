/**
 * A line a stage that is built. Whoever needs only rows or names takes `rows.ts` or `desk/names.ts`, which
 * are light.
 */
export { automations } from "./automations/stage";
export { brief } from "./brief/stage";
export { bridges } from "./bridges/stage";
export { bus } from "./bus/stage";
export { choose } from "./choose/stage";
export { house } from "./house/stage";
export { mesh } from "./mesh/stage";
export { rack } from "./rack/stage";
export { register } from "./register/stage";
export { rehearse } from "./rehearse/stage";
export { runs } from "./runs/stage";
