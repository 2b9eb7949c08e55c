/** All that an automation holds, however deep it stands. */
import { byId, type Design } from "./collections";
import { memoByRow } from "./kept";
import type { AutomationRow } from "./rows/automations";
import type { Guard } from "./rows/automations-guards";
import type { Move } from "./rows/automations-moves";

/** Moves with those they hold, in the order they stand. */
export function allMoves(moves: readonly Move[]): Move[] {
  return moves.flatMap((move) => {
    if (move.kind === "choose")
      return [
        move,
        ...move.branches.flatMap((branch) => allMoves(branch.moves)),
        ...allMoves(move.otherwise ?? []),
      ];
    return move.kind === "repeat" ? [move, ...allMoves(move.moves)] : [move];
  });
}

/** Guards with those they hold. */
export const deepGuards = (guards: readonly Guard[]): Guard[] =>
  guards.flatMap((guard) => (guard.kind === "either" ? [guard, ...deepGuards(guard.guards)] : [guard]));

/** Points that single things and groups come to, each once. */
export function pointsOf(
  design: Design,
  { points = [], groups = [] }: { points?: readonly string[]; groups?: readonly string[] },
): string[] {
  const all = new Set(points);
  for (const id of groups) for (const point of byId(design, "groups").get(id)?.points ?? []) all.add(point);
  return [...all];
}

/** Points that a move tells something, those of its scenes among them. */
export function toldBy(design: Design, move: Move): string[] {
  switch (move.kind) {
    case "set":
    case "step":
    case "toggle":
    case "dim":
    case "let go":
      return pointsOf(design, move);
    case "scene":
      return scenePoints(design, [move.scene]);
    case "cycle":
      return scenePoints(design, move.scenes);
    default:
      return [];
  }
}

function scenePoints(design: Design, scenes: readonly string[]): string[] {
  return scenes.flatMap((id) =>
    (byId(design, "scenes").get(id)?.settings ?? []).map((setting) => setting.point),
  );
}

/** Points that an automation tells something, each once. */
export const movedBy: (design: Design, row: AutomationRow) => readonly string[] = memoByRow(
  "movedBy",
  (design, { moves }: AutomationRow) => [...new Set(allMoves(moves).flatMap((move) => toldBy(design, move)))],
);
