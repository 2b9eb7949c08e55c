/** What stage 4 writes: schedule, order, mounting sheet, punch list, plans, and all of it for scripts. */
import { groupDigits } from "../../design/units";
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { dropsOf } from "./drops";
import { materialsCsv } from "./materials";
import { mountingCsv } from "./mounting";
import { runsJson, scheduleCsv } from "./output";
import { planDxf } from "./plan-dxf";
import { planSvg } from "./plan-svg";
import { poeSwitches } from "./poe";
import { pullsOf } from "./pull-plan";
import { punchCsv, punchList } from "./site";
import { cableTotals } from "./totals";

const runs: Command = {
  prints: "pull schedule, cable totals, reels, pulls, containment, switches, treads, mounting, punch list",
  run(design) {
    const { currency } = design.design;
    const drops = textTable(
      [
        ["label", "cable", "service", "closet", "length", "state"],
        ...dropsOf(design).map((drop) => [
          drop.label,
          drop.cableType?.name ?? "-",
          drop.kind.service,
          drop.closet ?? "-",
          drop.lengthM === undefined ? "-" : `${drop.lengthM.toFixed(2)} m`,
          drop.state,
        ]),
      ],
      [4],
    );
    const totals = textTable(
      [
        ["cable", "length", "reels", "bound", "cost"],
        ...cableTotals(design).map((total) => [
          total.cableType.name,
          `${groupDigits(total.lengthM, 2)} m`,
          String(total.cutting.newReels),
          String(total.cutting.bound),
          `${groupDigits(total.cost, 2)} ${currency}`,
        ]),
      ],
      [1, 2, 3, 4],
    );
    const pulls = textTable(
      [
        ["pull", "cables", "length", "hours"],
        ...pullsOf(design).map((pull) => [
          pull.id,
          String(pull.drops.length),
          `${pull.lengthM.toFixed(2)} m`,
          pull.hours.toFixed(2),
        ]),
      ],
      [1, 2, 3],
    );
    const switches = poeSwitches(design).map(({ closet, allocatedW, realW, budgetW }) => {
      const of = budgetW === undefined ? "" : ` of ${budgetW} W`;
      return `${closet.name}: ${allocatedW.toFixed(1)} W reserved, ${realW.toFixed(1)} W drawn${of}`;
    });
    const punch = punchList(design).map((item) => `${item.room}, ${item.trade}: ${item.what}`);
    const text = [drops, totals, pulls, switches.join("\n"), punch.join("\n")].filter(Boolean);
    return { json: runsJson(design), text: text.join("\n\n") };
  },
};

export const papers: Papers = {
  tables: { schedule: scheduleCsv, materials: materialsCsv, mounting: mountingCsv, punch: punchCsv },
  plans: { svg: planSvg, dxf: planDxf },
  commands: { runs },
};
