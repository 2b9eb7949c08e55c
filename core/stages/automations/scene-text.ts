/** What a scene sets, a thing a line, in the words that a move has: `set the level of [Snug lamp] to 15 %`. */
import type { Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import type { SceneSetting } from "../../design/rows/automations";
import { writePhrase } from "./language/grammar";
import { namesOf } from "./language/names";
import { MOVE_PHRASES } from "./language/phrases";
import { lineOf, tryMove } from "./language/text";

const asMove = ({ point, aspect, to }: SceneSetting) => ({
  kind: "set",
  points: [point],
  aspect,
  to: { say: to },
});

export function settingsText(design: Design, settings: readonly SceneSetting[]): string {
  const names = namesOf(design);
  return settings
    .map((setting) => {
      const words = writePhrase(MOVE_PHRASES, asMove(setting), names);
      return words ? lineOf(words, names) : `// ${setting.aspect} ${setting.to}`;
    })
    .join("\n");
}

/** @throws InputError naming the line */
export function readSettings(design: Design, text: string): SceneSetting[] {
  const names = namesOf(design);
  return text.split("\n").flatMap((raw, i): SceneSetting[] => {
    const line = raw.trim();
    if (!line || line.startsWith("//")) return [];
    const { move, wrong } = tryMove(line, names);
    if (!move) return fail(`Line ${i + 1}`, wrong!.reason);
    if (move.kind !== "set" || move.to.of || move.over || move.time || move.stands)
      return fail(`Line ${i + 1}`, "must say how one thing or several are to be, and nothing else");
    if (move.groups?.length) return fail(`Line ${i + 1}`, "must name single things: a group may change");
    return move.points.map((point) => ({ point, aspect: move.aspect, to: move.to.say }));
  });
}
