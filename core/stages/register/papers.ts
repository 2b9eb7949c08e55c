/** What stage 8 writes: the inventory and what hangs on it as tables, things, a calendar, and all of it for scripts. */
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { counted } from "../../design/words";
import { calendarFile } from "./calendar-file";
import { addressesCsv, cellsCsv, dayPlanCsv, registerJson, stepsCsv, trialsCsv } from "./output";
import { registerCsv } from "./register";
import { deviceReadingsCsv } from "./series";
import { thingFiles } from "./thing";

const register: Command = {
  prints: "devices with their codes, cells and topics, visits, and the day that puts them to work",
  run(design) {
    const json = registerJson(design);
    const devices = textTable([
      ["label", "device", "address", "code", "cells", "next change"],
      ...json.devices.map(({ label, name, address, node, code, battery }) => [
        label,
        name,
        address ?? node ?? "",
        code ?? "",
        battery ? `${battery.count} × ${battery.cell}` : "",
        battery?.nextChange ?? "",
      ]),
    ]);
    const visits = json.visits.map(
      ({ on, devices: own, cells }) =>
        `${on}  ${counted(own.length, "device")}, ${Object.entries(cells)
          .map(([cell, count]) => `${count} × ${cell}`)
          .join(", ")}`,
    );
    const { plan } = json;
    const day = `${counted(plan.steps.length, "step")} in ${plan.minutes} min; no plan is under ${plan.boundMinutes} min`;
    return { json, text: [devices, ...(visits.length ? [visits.join("\n")] : []), day].join("\n\n") };
  },
};

export const papers: Papers = {
  tables: {
    register: registerCsv,
    commissioning: stepsCsv,
    "day-plan": dayPlanCsv,
    cells: cellsCsv,
    addresses: addressesCsv,
    "device-readings": deviceReadingsCsv,
    trials: trialsCsv,
  },
  graphs: {
    ics: (design) => [["upkeep", calendarFile(design)]],
    td: thingFiles,
  },
  commands: { register },
};
