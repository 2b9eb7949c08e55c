/** What stage 6 writes: the port table, and all of it for scripts. */
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { portsCsv, rackJson } from "./output";
import { patchesOf } from "./patching";
import { rackSvg } from "./rack-svg";
import { portName } from "./ports";
import { racksOf } from "./racks";

const rack: Command = {
  prints: "racks with their items, heat, air, power and minutes on battery; patches",
  run(design) {
    const racks = racksOf(design).map((one) => {
      const head = `${one.row.name}: ${one.usedU} of ${one.row.units} U, ${one.kg.toFixed(1)} kg, ${one.watts.toFixed(0)} W, ${one.btuH.toFixed(0)} BTU/h, ${one.airM3h.toFixed(1)} m³/h`;
      const rows = one.items.map((item) => `  ${String(item.u ?? "-").padStart(3)}  ${item.name}`);
      return [head, ...rows].join("\n");
    });
    const patches = textTable([
      ["label", "panel port", "switch port", "class", "network"],
      ...patchesOf(design).map((one) => [
        one.drop.label,
        portName(design, one.panelPort),
        portName(design, one.switchPort),
        String(one.poeClass ?? "-"),
        one.network ?? "-",
      ]),
    ]);
    return { json: rackJson(design), text: [...racks, patches].join("\n\n") };
  },
};

export const papers: Papers = {
  tables: { ports: portsCsv },
  drawings: {
    racks: (design) => racksOf(design).map((one) => [`rack-${one.row.id}`, rackSvg(design, one)]),
  },
  commands: { rack },
};
