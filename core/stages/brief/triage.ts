/** Requirements on their way: question, delete, simplify, speed up, automate. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { TRIAGE, type RequirementRow, type TriageStep } from "../../design/rows/brief";
import type { Working } from "../../desk/working";

export const STEP_ASKS: Readonly<Record<TriageStep, string>> = {
  question: "Who asked for it, and what if we do not?",
  delete: "Nobody would miss it.",
  simplify: "The least that meets it.",
  "speed up": "Only what is left is worth making quick.",
  automate: "Last of all.",
};

/** Has anybody asked what happens without it? */
export const isQuestioned = (requirement: RequirementRow) => requirement.ifNot !== undefined;

/**
 * Move a card. A deletion needs its reason; what was deleted may come back to any step. Throws InputError
 * otherwise.
 */
export function moveRequirement(
  design: Design,
  id: string,
  to: TriageStep,
  on: string,
  why?: string,
): Change[] {
  const row = byId(design, "requirements").get(id) ?? fail("requirement", `"${id}" does not exist`);
  if (row.step === to) return [];
  const reason = why?.trim();
  if (to === "delete" && !reason) fail("Reason", "must say why nobody would miss it");
  return [
    {
      in: "requirements",
      put: { ...row, step: to, moves: [...row.moves, { to, on, ...(reason ? { why: reason } : {}) }] },
    },
  ];
}

/** Deletions so far, and how many of them came back. */
export function deletions(design: Design): { deleted: number; back: number; sharePct?: number } {
  let deleted = 0;
  let back = 0;
  for (const row of design.requirements) {
    row.moves.forEach((move, i) => {
      if (move.to !== "delete") return;
      deleted += 1;
      if (i < row.moves.length - 1) back += 1;
    });
  }
  return { deleted, back, ...(deleted ? { sharePct: (100 * back) / deleted } : {}) };
}

/** Below this share of deletions that came back, too few were tried. */
export const LEAST_BACK_PCT = 10;

/** How the share of deletions that came back came about, %. */
export function deletionsWorking(design: Design): Working {
  const { deleted, back, sharePct } = deletions(design);
  return {
    title: "Deletions that came back",
    value: sharePct ?? 0,
    unit: "%",
    verdict: "none",
    steps: [
      {
        formula: "Deleted",
        with: "every move of a card to delete",
        gives: String(deleted),
        source: "triage",
      },
      { formula: "Came back", with: "moved on from delete again", gives: String(back), source: "triage" },
      {
        formula: "Share",
        with: deleted ? `${back} / ${deleted}` : "nothing was deleted yet",
        gives: sharePct === undefined ? "–" : `${sharePct.toFixed(0)} %`,
        source: `under ${LEAST_BACK_PCT} % means too few were tried`,
      },
    ],
  };
}

/** Cards by column, in order of name. */
export const columns = (design: Design): Record<TriageStep, RequirementRow[]> =>
  Object.fromEntries(
    TRIAGE.map((step) => [
      step,
      design.requirements
        .filter((row) => row.step === step)
        .sort((a, b) => a.name.localeCompare(b.name, "en")),
    ]),
  ) as Record<TriageStep, RequirementRow[]>;
