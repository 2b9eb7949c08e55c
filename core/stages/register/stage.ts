/** Stage 8 as the desk knows it. */
import { byId, type Design, type Rows } from "../../design/collections";
import type { StageModule } from "../../desk/stage";
import { countWorking } from "../../desk/working";
import { registerChecks } from "./checks";

/** A lamp worked by its switch says nothing itself. */
const isPlainLamp = (design: Design, { point }: Rows["devices"]) =>
  byId(design, "kinds").get(byId(design, "points").get(point)?.kind ?? "")?.glyph === "lights";

export const register: StageModule = {
  stage: "register",
  checks: registerChecks,
  facets(design, clear) {
    const { points, devices } = design;
    return [
      { name: "Every point has a device", met: points.length > 0 && clear("register.point-without-device") },
      {
        name: "No two devices share a name, an address or a topic",
        met:
          devices.length > 0 &&
          clear(
            "register.name-repeated",
            "register.address-clash",
            "register.node-clash",
            "register.topic-clash",
          ),
      },
      {
        name: "Every device that talks has a protocol",
        met:
          devices.length > 0 &&
          devices.every((device) => device.protocol !== "none" || isPlainLamp(design, device)),
      },
      {
        name: "Every device is put to work, with its proofs",
        met:
          devices.length > 0 &&
          clear("register.proof-missing") &&
          devices.every((device) => device.status === "commissioned"),
      },
    ];
  },
  cells: [
    {
      cell: "devices",
      name: "Devices",
      place: 10,
      digits: 0,
      of: (design) => ({ value: design.devices.length }),
      working: (design) =>
        countWorking(
          "Devices by status",
          "devices",
          design.devices.map((device) => device.status),
          "register",
        ),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
