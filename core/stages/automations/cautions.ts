/** What is to be heeded where an automation is planned: by what it tells things. Local codes and licensed practice decide. */
import type { AutomationRow } from "../../design/rows/automations";
import { allMoves } from "../../design/walk";
import type { Aspect } from "../../design/rows/automations-words";

const OF: readonly (readonly [readonly Aspect[], string])[] = [
  [
    ["locked", "armed"],
    "A door must open from within without power, key or word, where codes ask for a way of escape. Nothing that anybody outside can cause may unlock or disarm. Local codes and a licensed person decide.",
  ],
  [
    ["on", "running", "target"],
    "Heaters and motors that come on with nobody by are a fire risk: keep what they need to stop by themselves, within 80 % of the contact's rating. Work on mains is for a licensed person, switched off and proved dead first.",
  ],
  [
    ["position", "tilt", "open"],
    "What moves by itself must stop at a hand or an obstacle, and a hand must always be able to move it. Gates and garage doors need detection of obstacles and a warning. Follow the maker's word and local codes.",
  ],
];

export function cautionsOf({ moves }: Pick<AutomationRow, "moves">): string[] {
  const told = new Set(
    allMoves(moves).flatMap((move) =>
      move.kind === "set" || move.kind === "step" || move.kind === "toggle" ? [move.aspect] : [],
    ),
  );
  return OF.filter(([aspects]) => aspects.some((aspect) => told.has(aspect))).map(([, text]) => text);
}
