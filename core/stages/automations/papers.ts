/** What stage 10 writes: the sun at the site, and when automations fire. */
import { type Design, rowOf } from "../../design/collections";
import { fail } from "../../design/input-error";
import type { Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { fireTimes, firingsByDay, placeOf, sunDay } from "./fires";
import { checkZone, dayName, dayText, isoLocal, localParts, parseDay } from "../../design/local-time";
import { automationLoops, clashesOf, thingId, thingsSet } from "./conflicts";
import { namesOf } from "./language/names";
import { calendarOut } from "./calendar-ical";
import { automationsText, automationText } from "./language/text";
import { sentenceText } from "./sentence";

const today = (design: Design, now: number) => dayText(localParts(design.design.zone, now));

const sun: Command = {
  prints: "the sun at the site",
  options: { date: "2026-11-24" },
  run(design, options, { now }) {
    checkZone(design.design.zone, "design.zone");
    const day = sunDay(design.design, parseDay(options.date ?? today(design, now), "--date"));
    const text = (["dawn", "rise", "noon", "set", "dusk"] as const).map(
      (event) => `${event.padEnd(4)}  ${day[event] ?? "does not come on this day"}`,
    );
    return { json: day, text: text.join("\n") };
  },
};

const fires: Command = {
  prints: "when automations fire",
  options: { from: "2026-11-24", days: "7" },
  run(design, options, { now }) {
    const { zone } = design.design;
    checkZone(zone, "design.zone");
    const from = parseDay(options.from ?? today(design, now), "--from");
    const days = Number(options.days ?? 7);
    if (!Number.isInteger(days) || days < 1 || days > 3660)
      fail("--days", "must be a whole number from 1 to 3660");
    const text = design.automations.map((automation) => {
      const lines = firingsByDay(placeOf(design), automation, from, days).map(({ day, firings, because }) => {
        const times = firings.map((firing) => isoLocal(zone, firing.at)).join(", ");
        return `  ${dayName(day).padEnd(11)}  ${times || `- ${because}`}`;
      });
      return [automation.name, `  ${sentenceText(design, automation)}`, ...lines].join("\n");
    });
    const automations = design.automations.map((automation) => ({
      id: automation.id,
      times: fireTimes(placeOf(design), automation, from, days).map((firing) => isoLocal(zone, firing.at)),
    }));
    return { json: { automations }, text: text.join("\n\n") || "No automations." };
  },
};

const automations: Command = {
  prints: "automations as text, those in one another's way, and loops",
  run(design) {
    const { zone } = design.design;
    const names = namesOf(design);
    const rows = design.automations.map((row) => ({
      id: row.id,
      name: row.name,
      priority: row.priority,
      text: automationText(row, names),
      sets: thingsSet(design, row),
    }));
    // What outranks the other is no conflict: it is known who wins.
    const conflicts = clashesOf(design)
      .filter(({ equal }) => equal)
      .map(({ a, b, thing, at }) => ({ a, b, thing: thingId(thing), at: isoLocal(zone, at) }));
    const loops = automationLoops(design);
    const name = (id: string) => rowOf(design, "automations", id).name;
    const text = [
      rows
        .map((row) => row.text)
        .join("\n")
        .trimEnd(),
      ...conflicts.map(
        ({ a, b, thing, at }) => `// ${name(a)} and ${name(b)} set ${thing} apart, as on ${at}`,
      ),
      ...loops.map((loop) => `// Round and round: ${loop.map(name).join(", ")}`),
    ].filter(Boolean);
    return {
      json: { automations: rows, conflicts, loops },
      text: text.join("\n") || "// No automations.",
    };
  },
};

export const papers: Papers = {
  commands: { sun, fires, automations },
  graphs: {
    ics: (design) =>
      design.calendars
        .filter(({ events }) => events.length)
        .map((row) => [`calendar-${row.id}`, calendarOut(row)]),
    txt: (design) => [["sentences", automationsText(design.automations, namesOf(design))]],
  },
};
