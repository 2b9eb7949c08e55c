/** What stage 3 writes: the catalogue as a table, and the plans it finds. */
import { rowOf } from "../../design/collections";
import { fail } from "../../design/input-error";
import { groupDigits } from "../../design/units";
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { wantName } from "./candidates";
import { catalogueCsv } from "./catalogue-csv";
import { pickText } from "./explain";
import { chooseJson } from "./output";
import { settingsOf } from "./settings";
import { loadSolver } from "./solver";

const choose: Command = {
  prints: "three plans, or why there is none",
  async run(design) {
    if (!design.wants.length) fail("wants", "is empty: put down what each room must do first");
    if (!design.options.length) fail("options", "is empty: take a catalogue in first");
    const { solved, ...json } = chooseJson(await loadSolver(), design);
    const { currency } = design.design;
    const nameOf = (want: string) => wantName(design, rowOf(design, "wants", want));
    const plans = solved.map((plan) => {
      const rows = plan.picks.map((pick) => [
        nameOf(pick.want),
        pickText(design, pick),
        groupDigits(pick.split.buy + pick.split.fit + pick.split.run, 2),
      ]);
      const sure = plan.proven ? ", proven" : `, gap ${(plan.gap * 100).toFixed(1)} %`;
      const head =
        `${plan.name}: ${groupDigits(plan.cost, 2)} ${currency} over ${settingsOf(design).years} years, ` +
        `with penalty ${groupDigits(plan.weighed, 2)}, bound ${groupDigits(plan.bound, 2)}${sure}`;
      const controllers = [...plan.hubs, ...plan.addons].map(
        (one) => rowOf(design, "options", one.option).name,
      );
      const missed = plan.missed.map(
        ({ want, count }) => `Not met: ${nameOf(want)}${count > 1 ? ` (${count})` : ""}`,
      );
      return [
        head,
        `Controllers: ${controllers.join(", ") || "none"}`,
        rows.length ? textTable([["want", "by", currency], ...rows], [2]) : "",
        ...missed,
      ].join("\n");
    });
    const conflicts = (json.conflicts ?? []).map((conflict) =>
      [
        `Cannot be met together: ${conflict.names.join("; ")}`,
        ...conflict.reasons.map((reason) => `  because ${reason}`),
        ...conflict.giveUp.map((way) => `  or: ${way}`),
      ].join("\n"),
    );
    return { json, text: [...plans, ...conflicts].join("\n\n") };
  },
};

export const papers: Papers = { tables: { catalogue: catalogueCsv }, commands: { choose } };
