/** What stage 8 gives the desk. */
import type { StageParts } from "../../desk/parts";
import { RegisterSummary } from "./summary";
import { lazily } from "../../kit/lazily";

export const parts: StageParts = {
  stage: "register",
  Summary: RegisterSummary,
  inspectors: { devices: lazily(() => import("./device-inspector")) },
  commands: [{ text: "Save the register as CSV", hint: "command", path: "csv/register", file: true }],
  finds: (design) =>
    design.devices.map(({ id, name }) => ({ in: "devices", id, text: name, hint: "device" })),
};
