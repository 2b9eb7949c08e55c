/** Checks of commissioning: what is called done without its proofs, what was tried and did not work. */
import { byId } from "../../design/collections";
import { memo } from "../../design/kept";
import { counted } from "../../design/words";
import type { Finding } from "../../desk/findings";
import { changeDevice } from "./register";
import { commissioningOf } from "./steps";
import { lastTrials, trialWords } from "./trials";

export const commissioningChecks = memo("commissioningChecks", (design): readonly Finding[] => {
  const findings: Finding[] = [];
  for (const { device, left } of commissioningOf(design).values()) {
    if (device.status === "commissioned" && left.length)
      findings.push({
        code: "register.proof-missing",
        stage: "register",
        severity: "note",
        title: `${device.name} is called commissioned, and ${counted(left.length, "step")} ${left.length === 1 ? "has" : "have"} no proof`,
        why: `${left
          .slice(0, 3)
          .map(({ step }) => step.name)
          .join(", ")}${left.length > 3 ? " and more" : ""}: the installer does them, or says why not.`,
        about: [{ in: "devices", id: device.id }],
        measured: left.length,
        unit: "steps",
        fix: {
          label: "Call it fitted",
          changes: changeDevice(design, device.id, { status: "fitted" }),
        },
      });
  }
  for (const device of design.devices) {
    if (device.option === undefined) continue;
    for (const hub of design.hubs) {
      const row = lastTrials(design).get(`${device.option}/${hub.option}`);
      if (!row || row.result === "works") continue;
      findings.push({
        code: "register.trial-lacking",
        stage: "register",
        severity: row.result === "does not pair" ? "stop" : "mend",
        title: `${device.name} was chosen, and ${byId(design, "options").get(device.option)?.name} ${trialWords(row)} with ${hub.name}`,
        why: `Tried on ${row.on}${row.by ? ` by ${row.by}` : ""}${row.note ? `: ${row.note}` : "."} The designer takes another option, or another controller.`,
        about: [
          { in: "devices", id: device.id },
          { in: "trials", id: row.id },
        ],
      });
    }
  }
  return findings;
});
