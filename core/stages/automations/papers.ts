/** What stage 10 writes: the sun at the site, and when automations fire. */
import type { Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import type { Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { fireTimes, firingsByDay, placeOf, sunDay } from "./fires";
import { checkZone, dayName, dayText, isoLocal, localParts, parseDay } from "./local-time";
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

export const papers: Papers = { commands: { sun, fires } };
