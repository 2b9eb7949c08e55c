/** What stage 10 gives the desk. */
import type { Design } from "#core/design/collections";
import type { StageParts } from "../../desk/parts";
import { Heading } from "../../inspect/parts";
import { fetchedPart } from "../../kit/fetched";
import { lazily } from "../../kit/lazily";

const AutomationInspector = lazily(() => import("./automation-inspector"));
/** The same where nobody has selected anything: it comes once the page has come to rest. */
const firstOne = fetchedPart(() => import("./automation-inspector"));

/** The first sentence over the year; what to begin with where there is none yet. */
function AutomationsSummary({ design }: { design: Design }) {
  const first = design.automations[0];
  const FirstOne = firstOne.use();
  if (first)
    return FirstOne ? (
      <FirstOne key={first.id} design={design} id={first.id} />
    ) : (
      <Heading title={first.name} text="Over the year…" />
    );
  return (
    <>
      <Heading title="Automations" text="No sentence yet" />
      <p className="px-3.5 py-3 text-soft">
        A sentence says what the house does by itself: when, what, and unless. This place then shows when it
        will do so over the whole year.
      </p>
    </>
  );
}

export const parts: StageParts = {
  stage: "automations",
  Summary: AutomationsSummary,
  inspectors: { automations: AutomationInspector },
  rows: {
    dials: {
      names: {
        value: "At the start",
        min: "Least",
        max: "Most",
        leaveBe: "While it is on, comfort, saving and looks leave its room be",
        setBy: "Set by",
        shows: "Shows on",
      },
      hints: {
        value: "On or off, a clock time, or a number in its unit",
        room: "Empty: of the whole house",
        setBy: "Empty: everybody",
        shows: "Panels and keypads where it is seen and set",
      },
    },
    groups: { names: { points: "Things" } },
    scenes: {
      only: ["name", "room", "fadeS"],
      names: { fadeS: "Fade" },
      hints: { fadeS: "Empty: at once" },
      Extra: lazily(() => import("./scene-extra")),
    },
    calendars: { only: ["name", "kind"], Extra: lazily(() => import("./calendar-extra")) },
  },
  commands: [
    { text: "Dials and flags", hint: "view of Automations", path: "automations?view=dials" },
    { text: "Scenes and groups", hint: "view of Automations", path: "automations?view=scenes" },
    { text: "Calendars", hint: "view of Automations", path: "automations?view=calendars" },
    { text: "Templates of sentences", hint: "view of Automations", path: "automations?view=templates" },
    { text: "Conflict map", hint: "view of Automations", path: "automations?view=map" },
    { text: "Household's sheet", hint: "view of Automations", path: "automations?view=sheet" },
  ],
  finds: (design) => [
    ...design.automations.map(({ id, name }) => ({
      in: "automations" as const,
      id,
      text: name,
      hint: "automation",
    })),
    ...design.dials.map(({ id, name, kind }) => ({
      in: "dials" as const,
      id,
      text: name,
      hint: kind === "flag" ? "flag" : "dial",
    })),
    ...design.scenes.map(({ id, name }) => ({ in: "scenes" as const, id, text: name, hint: "scene" })),
    ...design.groups.map(({ id, name }) => ({ in: "groups" as const, id, text: name, hint: "group" })),
    ...design.calendars.map(({ id, name }) => ({
      in: "calendars" as const,
      id,
      text: name,
      hint: "calendar",
    })),
  ],
};
