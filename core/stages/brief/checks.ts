/** Checks of stage 1: problems nobody answers, devices nobody asked for, constraints that are broken. */
import { byId, type Design } from "../../design/collections";
import type { ConstraintRow } from "../../design/rows/brief";
import type { Finding } from "../../desk/findings";
import { costsOf, costWorking } from "../runs/cost";
import { dropsOf } from "../runs";
import { answeringPoints, isAnswered, scoreOf, scoreWorking } from "./problems";
import { phaseSums, problemsOf } from "./phases";
import { sortedPhases } from "./phase-order";
import { deletions, isQuestioned, LEAST_BACK_PCT } from "./triage";
import { counted, stopped } from "../../design/words";

function problemFindings(design: Design): Finding[] {
  return design.problems
    .filter((problem) => !isAnswered(problem))
    .map((problem) => ({
      code: "brief.problem-unanswered",
      stage: "brief",
      severity: "mend",
      title: `Nothing answers “${problem.name}”`,
      why: "No point, device or automation is linked to it. The designer links what answers it, or the household lets it go.",
      about: [{ in: "problems", id: problem.id }],
      measured: scoreOf(problem),
      unit: "points",
      source: "severity × a week × people",
      working: scoreWorking(design, problem),
    }));
}

function unaskedDevices(design: Design): Finding[] {
  if (!design.problems.length) return [];
  // Ids are unique in their own collection only: a device may bear the id of a point it does not stand at.
  const asked = { points: new Set<string>(), devices: new Set<string>() };
  for (const problem of design.problems) {
    for (const point of answeringPoints(design, problem)) asked.points.add(point);
    for (const device of problem.devices) asked.devices.add(device);
  }
  // Hubs, cabinets' own gear and what carries for others answer no problem by themselves.
  const serves = (point: string) =>
    ["decides", "carries", "supplies"].includes(
      byId(design, "kinds").get(byId(design, "points").get(point)?.kind ?? "")?.glyph ?? "",
    );
  const unasked = design.devices.filter(
    (device) => !asked.devices.has(device.id) && !asked.points.has(device.point) && !serves(device.point),
  );
  if (!unasked.length) return [];
  return [
    {
      code: "brief.device-unasked",
      stage: "brief",
      severity: "note",
      title:
        unasked.length === 1
          ? `Nobody asked for ${unasked[0]!.name}`
          : `${unasked.length} devices answer no problem`,
      why: "A device that answers no problem is a candidate for deletion. The designer links it to the problem it answers, or asks whether anybody would miss it.",
      about: unasked.map((device) => ({ in: "devices", id: device.id })),
      measured: unasked.length,
      unit: "devices",
      source: "problem register",
    },
  ];
}

function requirementFindings(design: Design): Finding[] {
  const findings: Finding[] = design.requirements
    .filter((row) => row.step === "automate" && !isQuestioned(row))
    .map((row) => ({
      code: "brief.automated-unquestioned",
      stage: "brief",
      severity: "mend",
      title: `“${row.name}” is automated but was never questioned`,
      why: "Who asked, and what if we do not? The designer asks before anything is built.",
      about: [{ in: "requirements", id: row.id }],
      fix: {
        label: "Put it back to be questioned",
        changes: [{ in: "requirements", put: { ...row, step: "question" } }],
      },
    }));
  const { deleted, sharePct } = deletions(design);
  if (deleted >= 5 && sharePct! < LEAST_BACK_PCT) {
    findings.push({
      code: "brief.too-few-deletions",
      stage: "brief",
      severity: "note",
      title: "Hardly any deletion came back",
      why: "Where nothing has to be put back, too little was tried. The designer looks for more to leave out.",
      about: [],
      measured: sharePct,
      limit: LEAST_BACK_PCT,
      unit: "%",
      source: "triage",
    });
  }
  return findings;
}

/** Rooms a constraint binds; undefined for the whole house. */
const bound = (constraint: ConstraintRow) =>
  constraint.rooms.length ? new Set(constraint.rooms) : undefined;

function cableFindings(design: Design, constraint: ConstraintRow): Finding[] {
  const rooms = bound(constraint);
  const drops = dropsOf(design).filter((drop) => !rooms || rooms.has(drop.point.room));
  if (!drops.length) return [];
  const points = [...new Set(drops.map((drop) => drop.point.id))];
  return [
    {
      code: "brief.new-cable",
      stage: "brief",
      severity: "stop",
      title: `${drops.length === 1 ? "A drop is" : `${drops.length} drops are`} planned where no new cable may go`,
      why: `${stopped(constraint.name)} The designer chooses radio or battery there, or the household gives way.`,
      about: [
        { in: "constraints", id: constraint.id },
        ...points.map((id) => ({ in: "points" as const, id })),
      ],
      measured: drops.length,
      unit: "drops",
      source: "constraint",
    },
  ];
}

function budgetFinding(design: Design, constraint: ConstraintRow): Finding[] {
  if (constraint.amount === undefined) return [];
  const costs = costsOf(design);
  const cost = costs.total;
  const { currency } = design.design;
  if (cost <= constraint.amount) return [];
  return [
    {
      code: "brief.over-budget",
      stage: "brief",
      severity: "mend",
      title: `${(cost - constraint.amount).toFixed(0)} ${currency} over the budget`,
      why: "The household decides: more money, or less house. The lowest scores are the first to leave out.",
      about: [{ in: "constraints", id: constraint.id }],
      measured: cost,
      limit: constraint.amount,
      unit: currency,
      source: "constraint",
      working: costWorking(design, "Cost against the budget", costs, {
        value: constraint.amount,
        source: "constraint",
      }),
    },
  ];
}

function constraintFindings(design: Design): Finding[] {
  return design.constraints.flatMap((constraint): Finding[] => {
    switch (constraint.kind) {
      case "no new cable":
        return cableFindings(design, constraint);
      case "tenure":
        return constraint.tenure === "tenant" &&
          !design.constraints.some((other) => other.kind === "no new cable")
          ? cableFindings(design, {
              ...constraint,
              name: `${constraint.name}: a tenant may not cut into the walls without leave`,
            })
          : [];
      case "budget":
        return budgetFinding(design, constraint);
      case "date": {
        const last = sortedPhases(design)
          .filter(
            (phase) =>
              phase.signedOffOn !== undefined &&
              constraint.by !== undefined &&
              phase.signedOffOn > constraint.by,
          )
          .at(-1);
        return last
          ? [
              {
                code: "brief.late",
                stage: "brief",
                severity: "mend",
                title: `${last.name} was signed off after ${constraint.by}`,
                why: "The date of the constraint has passed. The household decides what that changes.",
                about: [
                  { in: "constraints", id: constraint.id },
                  { in: "phases", id: last.id },
                ],
              },
            ]
          : [];
      }
      case "listed building":
      case "keep": {
        const walls = new Set(constraint.walls);
        const cut = design.openings.filter((opening) => walls.has(opening.wall) && opening.kind === "gap");
        const rooms = bound(constraint);
        const holes = rooms
          ? dropsOf(design).filter((drop) => rooms.has(drop.point.room) && drop.kind.box !== "none")
          : [];
        return [
          ...(cut.length
            ? [
                {
                  code: "brief.wall-to-keep",
                  stage: "brief" as const,
                  severity: "stop" as const,
                  title: `${cut.length === 1 ? "A gap is" : `${cut.length} gaps are`} cut into a wall that must stay`,
                  why: `${stopped(constraint.name)} The household and the authority decide.`,
                  about: [{ in: "constraints" as const, id: constraint.id }],
                },
              ]
            : []),
          ...(holes.length
            ? [
                {
                  code: "brief.box-to-keep",
                  stage: "brief" as const,
                  severity: "note" as const,
                  title:
                    holes.length === 1
                      ? "A box would be let into a room that must stay as it is"
                      : `${holes.length} boxes would be let into rooms that must stay as they are`,
                  why: `${stopped(constraint.name)} The designer asks for leave before anything is cut.`,
                  about: [{ in: "constraints" as const, id: constraint.id }],
                  measured: holes.length,
                  unit: "boxes",
                  source: "constraint",
                },
              ]
            : []),
        ];
      }
      case "languages":
        return (constraint.languages ?? []).length
          ? []
          : [
              {
                code: "brief.no-language",
                stage: "brief",
                severity: "note",
                title: `“${constraint.name}” names no language`,
                why: "Sheets and panels need to know which. The household says.",
                about: [{ in: "constraints", id: constraint.id }],
              },
            ];
    }
  });
}

function phaseFindings(design: Design): Finding[] {
  const first = sortedPhases(design)[0];
  if (!first) return [];
  const findings: Finding[] = [];
  const problems = problemsOf(design, first.id);
  if (problems.length !== 1) {
    findings.push({
      code: "brief.first-phase-wide",
      stage: "brief",
      severity: "mend",
      title: problems.length
        ? `The first phase takes on ${counted(problems.length, "problem")} at once`
        : "The first phase takes on no problem",
      why: "Trust is won with one problem, solved where a failure hurts least. The designer gives it exactly one.",
      about: [{ in: "phases", id: first.id }],
      measured: problems.length,
      limit: 1,
      unit: "problems",
      source: "phase plan",
    });
  }
  const calmest = Math.min(...design.phases.map((phase) => phase.disruption));
  if (first.disruption > calmest) {
    findings.push({
      code: "brief.first-phase-disruptive",
      stage: "brief",
      severity: "note",
      title: `${first.name} comes first though a quieter zone is there`,
      why: "The first phase should upset the house least. The designer reorders, or knows why not.",
      about: [{ in: "phases", id: first.id }],
      measured: first.disruption,
      limit: calmest,
      unit: "of 5",
      source: "phase plan",
    });
  }
  for (const sums of phaseSums(design)) {
    if (sums.open || sums.phase.signedOffOn === undefined) continue;
    findings.push({
      code: "brief.phase-out-of-order",
      stage: "brief",
      severity: "mend",
      title: `${sums.phase.name} is signed off before the one ahead of it`,
      why: "A phase opens when the one before is signed off. The household signs that one first.",
      about: [{ in: "phases", id: sums.phase.id }],
    });
  }
  return findings;
}

/** Everything stage 1 has to say. Deletion candidates depend on the day and are shown by the stage itself. */
export const briefChecks = (design: Design): Finding[] => [
  ...problemFindings(design),
  ...unaskedDevices(design),
  ...requirementFindings(design),
  ...constraintFindings(design),
  ...phaseFindings(design),
];
