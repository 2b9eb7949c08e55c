import { testWhole, stepText } from "../../../tests/core/whole";
import { addDevice, changeDevice, deviceCostWorking, registerLines } from "./register";
import { register } from "./stage";

testWhole(register, {
  lines: registerLines,
  "cost of devices": deviceCostWorking,
  "a device more, and one changed": (design) => [
    stepText(() => addDevice(design, "new", design.points[0]!.id)),
    stepText(() => addDevice(design, "new", "nowhere")),
    stepText(() => changeDevice(design, design.devices[0]!.id, { name: "Other", cost: 12.5 })),
    stepText(() => changeDevice(design, "none", { name: "Other" })),
  ],
});
