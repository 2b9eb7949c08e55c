import { changesOf } from "../../desk/findings";
import { applyChanges } from "../../design/edit";
import { checkWhole } from "../../design/check-edit";
import { checkRow } from "../../design/check-row";
import type { Design } from "../../design/collections";
import type { AutomationRow } from "../../design/rows/automations";
import { larkspurWeir } from "../../../tests/core/houses";
import { point, testDesign } from "../../test-design";
import { removeRows } from "../../design/remove";
import { automationChecks } from "./checks";
import { newAutomation, withoutPart } from "./edit";
import { pointsThatSet } from "./things";
import { movedBy } from "../../design/walk";
import { sentenceText } from "./sentence";

const full: AutomationRow = {
  id: "a",
  name: "A",
  priority: "comfort",
  enabled: true,
  cues: [
    { kind: "sun", key: "s", event: "set", offsetMin: 0 },
    { kind: "time", key: "t", at: "07:00" },
  ],
  guards: [
    { kind: "weekdays", days: [1] },
    { kind: "window", from: "07:00", to: "09:00" },
  ],
  moves: [
    { kind: "set", points: ["sh"], aspect: "position", to: { say: "shut" } },
    { kind: "set", points: ["sh"], aspect: "position", to: { say: "50 %" } },
  ],
};
const design = {
  ...testDesign(),
  points: [
    point("sh", "shade", "g", "hall", 5, 1, 2.2),
    point("va", "water-valve", "g", "hall", 6, 1, 0.5),
    point("lk", "lock", "g", "hall", 6, 2, 1),
  ],
  devices: [],
  automations: [full],
};

describe("a new automation", () => {
  test("says nothing yet, is switched off, and bears a name nobody has", () => {
    const made = newAutomation(larkspurWeir(), "n");
    expect(made).toMatchObject({ enabled: false, cues: [], guards: [], moves: [] });
    expect(() => checkRow("automations", made, "")).not.toThrow();
    const next = {
      ...design,
      automations: [full, { ...newAutomation(design, "n"), name: "New automation" }],
    };
    expect(newAutomation(next, "m").name).toBe("New automation 2");
  });
  test("while it is off, that it does nothing yet is worth knowing and no fault", () => {
    const off = { ...design, automations: [newAutomation(design, "n")] };
    expect(automationChecks(off).map((one) => one.severity)).toEqual(["note", "note"]);
    expect(
      automationChecks({ ...off, automations: [{ ...off.automations[0]!, enabled: true }] }).map(
        (one) => one.severity,
      ),
    ).toEqual(["mend", "mend"]);
  });
});

describe("what a move can move", () => {
  test("shades go to a position; a valve and a lock move but do not", () => {
    expect(pointsThatSet(design, "position").map((row) => row.id)).toEqual(["sh"]);
    const wrong = {
      ...design,
      automations: [
        {
          ...full,
          moves: [
            {
              kind: "set" as const,
              points: ["sh", "va", "lk"],
              aspect: "position" as const,
              to: { say: "shut" },
            },
          ],
        },
      ],
    };
    const finding = automationChecks(wrong).find((one) => one.code === "automations.cannot-do")!;
    expect(finding.why).toBe("va has no position to set; lk has no position to set.");
    const after = applyChanges(wrong, changesOf(finding.fix!, wrong));
    expect(movedBy(after, after.automations[0]!)).toEqual(["sh"]);
  });
});

describe("taking out", () => {
  test.each([
    ["cues", 0],
    ["cues", 1],
    ["guards", 0],
    ["guards", 1],
    ["moves", 0],
    ["moves", 1],
  ] as const)("%s %i, and only that", (of, index) => {
    const changes = withoutPart(design, "a", of, index);
    const after = applyChanges(design, changes);
    checkWhole(after, changes);
    expect(after.automations[0]![of]).toEqual((full[of] as unknown[]).filter((_, i) => i !== index));
    for (const other of ["cues", "guards", "moves"] as const)
      if (other !== of) expect(after.automations[0]![other]).toEqual(full[other]);
  });
  test("everything in a sentence goes, one part after another, and the empty sentence reads", () => {
    let now: Design = design;
    for (const part of ["cues", "guards", "moves"] as const) {
      while (now.automations[0]![part].length) now = applyChanges(now, withoutPart(now, "a", part, 0));
    }
    expect(sentenceText(now, now.automations[0]!)).toBe("Never: do nothing.");
    expect(withoutPart(now, "a", "cues", 0)).toEqual([]);
    expect(withoutPart(now, "gone", "cues", 0)).toEqual([]);
  });
  test("devices and automations that others name can be removed: what names them forgets them", () => {
    const demo = larkspurWeir();
    const named = demo.problems.find((problem) => problem.automations.length)!.automations[0]!;
    const changes = removeRows(demo, [{ in: "automations", id: named }]);
    expect(() => checkWhole(applyChanges(demo, changes), changes)).not.toThrow();
    const used = demo.uses.find((use) => use.device !== undefined)!.device!;
    const drop = removeRows(demo, [{ in: "devices", id: used }]);
    expect(() => checkWhole(applyChanges(demo, drop), drop)).not.toThrow();
  });
});
