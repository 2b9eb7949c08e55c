/** Automations that do nothing, or what another does already. */
import type { Design } from "../../../design/collections";
import { memo } from "../../../design/kept";
import { removeRows } from "../../../design/remove";
import { dropRow, putRow } from "../../../design/row-changes";
import { counted, listed } from "../../../design/words";
import type { Finding } from "../../../desk/findings";
import { TWO } from "../engine/aspects";
import type { AutomationRow, Move } from "../../../design/rows/automations";
import { allMoves, pointsOf } from "../../../design/walk";
import { about, asOn, finding, on, pointName } from "./say";

/** What is known to be so when it begins: by its only cue, and by its guards. */
function knownAtStart(row: AutomationRow): { point: string; aspect: string; is: boolean }[] {
  const single = (one: { points: readonly string[]; groups?: readonly string[] }) =>
    one.points.length === 1 && !one.groups?.length;
  const cues = row.cues.length === 1 ? row.cues : [];
  return [
    ...cues.flatMap((cue) =>
      cue.kind === "state" && cue.to !== undefined && single(cue)
        ? [{ point: cue.points[0]!, aspect: cue.aspect, is: cue.to === TWO[cue.aspect]?.yes }]
        : [],
    ),
    ...row.guards.flatMap((guard) =>
      guard.kind === "state" && single(guard)
        ? [
            {
              point: guard.points[0]!,
              aspect: guard.aspect,
              is: (guard.is === TWO[guard.aspect]?.yes) !== (guard.not === true),
            },
          ]
        : [],
    ),
  ];
}

const sameSet = (a: Move, b: Move): boolean =>
  a.kind === "set" &&
  b.kind === "set" &&
  a.aspect === b.aspect &&
  JSON.stringify([a.points, a.groups ?? [], a.to]) === JSON.stringify([b.points, b.groups ?? [], b.to]);

/** The first move, by its place, that brings a thing where it is already. */
function alreadyThere(row: AutomationRow): number | undefined {
  const known = knownAtStart(row);
  const [first] = row.moves;
  if (first?.kind === "set" && first.points.length === 1 && !first.groups?.length && TWO[first.aspect]) {
    const is = first.to.say === TWO[first.aspect]!.yes;
    if (known.some((one) => one.point === first.points[0] && one.aspect === first.aspect && one.is === is))
      return 0;
  }
  const again = row.moves.findIndex((move, i) => i > 0 && sameSet(move, row.moves[i - 1]!));
  return again < 0 ? undefined : again;
}

export function needless(design: Design): Finding[] {
  return on(design).flatMap((row): Finding[] => {
    const at = alreadyThere(row);
    if (at === undefined) return [];
    const move = row.moves[at] as Extract<Move, { kind: "set" }>;
    const names = listed(pointsOf(design, move).map((id) => pointName(design, id)));
    return [
      finding({
        code: "already-there",
        severity: "note",
        title: `${row.name} tells ${names} to be what it is already`,
        why: `Its move ${at + 1} brings ${names} to ${move.to.say} when it is so, at every cue: a needless message, and for a radio on cells a needless day less.${asOn(design, row)}`,
        about: about([row], pointsOf(design, move)),
        fix: {
          label: "Take the move out",
          changes: putRow("automations", { ...row, moves: row.moves.filter((_, i) => i !== at) }),
        },
      }),
    ];
  });
}

/** Automations that something else names: to take these out is more than to drop them. */
const named = memo("named", (design) => {
  const ids = new Set<string>();
  for (const { automations } of [...design.problems, ...design.requirements])
    for (const id of automations ?? []) ids.add(id);
  for (const { automation } of design.uses) if (automation !== undefined) ids.add(automation);
  for (const row of design.automations) {
    if (row.copyOf !== undefined) ids.add(row.copyOf);
    for (const cue of row.cues) if (cue.kind === "automation") ids.add(cue.automation);
    for (const move of allMoves(row.moves))
      if (move.kind === "stop") for (const id of move.automations) ids.add(id);
  }
  return ids;
});

/** Several that do the same under the same guards, each by its own cue. */
export function alike(design: Design): Finding[] {
  const byWhat = new Map<string, AutomationRow[]>();
  for (const row of on(design)) {
    if (!row.moves.length || !row.cues.length) continue;
    // What chooses by the key of its cue is not the same under other keys.
    if (
      allMoves(row.moves).some(
        (move) => move.kind === "choose" && move.branches.some(({ keys }) => keys?.length),
      )
    )
      continue;
    const key = JSON.stringify([row.priority, row.reason, row.room, row.guards, row.moves, row.again]);
    byWhat.set(key, [...(byWhat.get(key) ?? []), row]);
  }
  return [...byWhat.values()]
    .filter((rows) => rows.length > 1)
    .map((rows): Finding => {
      const [first, ...others] = rows as [AutomationRow, ...AutomationRow[]];
      const cues = rows.flatMap((row) => row.cues);
      return finding({
        code: "alike",
        severity: "note",
        title: `${listed(rows.map(({ name }) => name))} do the same`,
        why: `${counted(rows.length, "sentence")} where one with ${counted(cues.length, "cue")} would do: whoever changes one forgets the others.${asOn(design, first)}`,
        about: about(rows),
        fix: {
          label: `Make one of them`,
          changes: [
            ...(others.some(({ id }) => named(design).has(id))
              ? removeRows(
                  design,
                  others.map(({ id }) => ({ in: "automations" as const, id })),
                )
              : others.flatMap(({ id }) => dropRow("automations", id))),
            ...putRow("automations", {
              ...first,
              cues: cues.map((cue, i) => ({ ...cue, key: `cue${i + 1}` })),
            }),
          ],
        },
      });
    });
}
