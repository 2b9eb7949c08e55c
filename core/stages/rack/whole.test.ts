import { testWhole } from "../../../tests/core/whole";
import { rackJson } from "./output";
import { patchesOf } from "./patching";
import { portName } from "./ports";
import { placeByRule } from "./place";
import { airAt, racksOf } from "./racks";
import { rack } from "./stage";
import { airWorking, circuitWorking, heatWorking, runtimeWorking } from "./workings";

testWhole(rack, {
  racks: rackJson,
  "how figures come about": (design) =>
    racksOf(design).flatMap((one) => [
      airWorking(one),
      circuitWorking(design, one),
      heatWorking(design, one),
      runtimeWorking(one),
    ]),
  "places by rule": (design) =>
    racksOf(design).map((one) => placeByRule(one.row, one.items).map(({ id, u }) => [id, u])),
  "air at each": (design) =>
    racksOf(design).flatMap((one) => one.items.map((item) => [item.id, airAt(one, item)])),
  ports: (design) =>
    patchesOf(design).map(({ drop, panelPort, switchPort }) => [
      drop.label,
      portName(design, panelPort),
      portName(design, switchPort),
    ]),
});
