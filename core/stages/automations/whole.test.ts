import { stepText, testWhole } from "../../../tests/core/whole";
import { newAutomation, withoutPart } from "./edit";
import { firingsByDay, firingWorking, guardsHold, placeOf, sunDay } from "./fires";
import { automationsText } from "./language/text";
import { namesOf } from "./language/names";
import { sentenceOf, sentenceText } from "./sentence";
import { automations } from "./stage";
import { ableOf } from "./things";
import { firingYear, silentWorking } from "./year";

/** Days at which the sun, the clock and the week have something to say. */
const DAYS = [
  { year: 2026, month: 3, day: 28 },
  { year: 2026, month: 6, day: 20 },
  { year: 2026, month: 10, day: 24 },
  { year: 2026, month: 12, day: 20 },
];

testWhole(automations, {
  sentences: (design) =>
    design.automations.flatMap((row) => [sentenceText(design, row), ...sentenceOf(design, row)]),
  "when they fire": (design) =>
    design.automations.flatMap((row) =>
      DAYS.flatMap((day) => firingsByDay(placeOf(design), row, day, 3)).map((one) => [row.id, one]),
    ),
  "why they fire": (design) =>
    design.automations.flatMap((row) =>
      firingsByDay(placeOf(design), row, DAYS[0]!, 2).flatMap(({ firings }) =>
        firings.map((firing) => firingWorking(placeOf(design), row, firing)),
      ),
    ),
  "a year": (design) =>
    design.automations.map((row) => silentWorking(firingYear(placeOf(design), row, 2026), 2026)),
  "hours of a guard": (design) =>
    design.automations.map((row) =>
      Array.from({ length: 24 }, (_, h) =>
        guardsHold(placeOf(design), row.guards, Date.UTC(2026, 6, 4, h)) ? "x" : ".",
      ).join(""),
    ),
  "days of the sun": (design) => DAYS.map((day) => sunDay(design.design, day)),
  "what can be told": (design) => [...ableOf(design)].map(([id, { sets, reads }]) => [id, sets, reads]),
  "text form": (design) => automationsText(design.automations, namesOf(design)),
  "a new sentence": (design) => newAutomation(design, "new"),
  "taking parts out": (design) =>
    design.automations.flatMap((row) =>
      (["cues", "guards", "moves"] as const).map((of) => stepText(() => withoutPart(design, row.id, of, 0))),
    ),
});
