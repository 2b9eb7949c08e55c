/** Checks of automations against the house they run in and the people who live there, each with a moment it comes to. */
import type { Design } from "../../design/collections";
import type { Finding } from "../../desk/findings";
import { cutOff } from "./house-checks/cut-off";
import { overrides, unreachable, withoutHand } from "./house-checks/hands";
import { alike, needless } from "./house-checks/needless";
import { onClouds, onOneCell } from "./house-checks/safety";
import { sleepers } from "./house-checks/sleepers";
import { windRules } from "./house-checks/wind";

/** All of them, of what is switched on. */
export const planChecks = (design: Design): Finding[] => [
  ...sleepers(design),
  ...windRules(design),
  ...onClouds(design),
  ...onOneCell(design),
  ...needless(design),
  ...alike(design),
  ...cutOff(design),
  ...unreachable(design),
  ...overrides(design),
  ...withoutHand(design),
];
