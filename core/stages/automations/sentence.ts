/**
 * An automation as prose: words, some of which are fields. The screen underlines them, the household's
 * sheet prints them.
 */
import { capital } from "../../design/words";
import { byId, type Design } from "../../design/collections";
import type { AutomationRow } from "./rows";
import { EVENT_NAMES } from "./fires";
import { weekdayName } from "./local-time";

/** A word of the sentence; `part` names the cue, guard or move that a press on it edits. */
export interface Word {
  text: string;
  part?: { of: "cues" | "guards" | "moves"; index: number; field: string };
  tells?: "value" | "device" | "calendar";
}

const plain = (text: string): Word => ({ text });

/** `25 min before sunset`, `at sunrise`, `1 h 30 min after dusk`. */
export function offsetText(offsetMin: number, event: string): string {
  if (offsetMin === 0) return `at ${event}`;
  const size = Math.abs(offsetMin);
  const hours = Math.floor(size / 60);
  const minutes = size % 60;
  const amount = [hours ? `${hours} h` : "", minutes || !hours ? `${minutes} min` : ""]
    .filter(Boolean)
    .join(" ");
  return `${amount} ${offsetMin < 0 ? "before" : "after"} ${event}`;
}

/** `Mon–Fri`, `Sat and Sun`, `Mon, Wed and Fri`. */
export function weekdaysText(days: readonly number[]): string {
  const sorted = [...new Set(days)].sort();
  if (sorted.length === 7) return "every day";
  const run = sorted.length > 2 && sorted.every((day, i) => i === 0 || day === sorted[i - 1]! + 1);
  if (run) return `${weekdayName(sorted[0]!)} to ${weekdayName(sorted[sorted.length - 1]!)}`;
  const names = sorted.map(weekdayName);
  return names.length < 2
    ? names.join("")
    : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;
}

function pointNames(design: Design, ids: readonly string[]): string {
  if (!ids.length) return "no shade yet";
  const names = ids.map((id) => byId(design, "points").get(id)?.name ?? id);
  if (names.length <= 3)
    return names.length < 2 ? names[0]! : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;
  return `${names[0]}, ${names[1]} and ${names.length - 2} more`;
}

/** `pct`: 0 is shut, 100 is open. */
export const positionText = (pct: number) => (pct === 0 ? "shut" : pct === 100 ? "open" : `${pct} % open`);

/** The sentence of an automation. */
export function sentenceOf(design: Design, automation: AutomationRow): Word[] {
  const words: Word[] = [];
  automation.cues.forEach((cue, index) => {
    if (index) words.push(plain(" or "));
    if (cue.kind === "sun")
      words.push({
        text: offsetText(cue.offsetMin, EVENT_NAMES[cue.event]),
        part: { of: "cues", index, field: "event" },
        tells: "value",
      });
    else words.push({ text: `at ${cue.at}`, part: { of: "cues", index, field: "at" }, tells: "value" });
  });
  if (!automation.cues.length) words.push(plain("never"));
  automation.guards.forEach((guard, index) => {
    words.push(plain(index ? " and " : ", provided "));
    if (guard.kind === "weekdays")
      words.push(plain("it is "), {
        text: weekdaysText(guard.days),
        part: { of: "guards", index, field: "days" },
        tells: "calendar",
      });
    else
      words.push(plain("the clock is between "), {
        text: `${guard.from} and ${guard.to}`,
        part: { of: "guards", index, field: "from" },
        tells: "value",
      });
  });
  words.push(plain(": "));
  automation.moves.forEach((move, index) => {
    words.push(
      plain(index ? ", then bring " : "bring "),
      {
        text: pointNames(design, move.points),
        part: { of: "moves", index, field: "points" },
        tells: "device",
      },
      plain(" to "),
      {
        text: positionText(move.positionPct),
        part: { of: "moves", index, field: "positionPct" },
        tells: "value",
      },
    );
  });
  if (!automation.moves.length) words.push(plain("do nothing"));
  words.push(plain("."));
  const first = words[0]!;
  words[0] = { ...first, text: capital(first.text) };
  return words;
}

/** The sentence of an automation as plain text. */
export const sentenceText = (design: Design, automation: AutomationRow) =>
  sentenceOf(design, automation)
    .map((word) => word.text)
    .join("");
