/** Calendars that guards and cues go by: terms, holidays, shifts. */
import { dayText, localParts } from "#core/stages/automations";
import { stands } from "#core/stages/automations/engine/calendar";
import { eventText } from "#core/stages/automations/calendar-text";
import type { CalendarRow } from "#core/design/rows/automations";
import { useDesign } from "../../desk/desk";
import { useNow } from "../../kit/now";
import { useCalendarFiles } from "./calendar-files";
import { SettingsTable } from "./settings-table";

export default function Calendars() {
  const design = useDesign();
  const { zone } = design.design;
  const now = useNow();
  const files = useCalendarFiles();
  const today = now === undefined ? "" : dayText(localParts(zone, now));
  return (
    <>
      {files.report}
      <SettingsTable
        collection="calendars"
        label="Calendars"
        empty="No calendar yet: school terms, holidays, shifts, whatever the house is to go by."
        adds={[
          {
            text: "Add a calendar",
            make: (id): CalendarRow => ({ id, name: "New calendar", kind: "other", events: [] }),
          },
        ]}
        columns={[
          { id: "name", name: "Calendar", value: ({ name }: CalendarRow) => name, width: "minmax(8rem,1fr)" },
          { id: "kind", name: "Kind", value: ({ kind }: CalendarRow) => kind, width: "6rem" },
          {
            id: "count",
            name: "Events",
            value: ({ events }: CalendarRow) => events.length,
            width: "4.5rem",
            right: true,
            mono: true,
          },
          {
            id: "now",
            name: "Now",
            value: ({ events }: CalendarRow) =>
              now === undefined ? "" : stands(zone, events, now) ? "under way" : "not under way",
            width: "7.5rem",
          },
          {
            id: "next",
            name: "Under way or to come",
            value: ({ events }: CalendarRow) => {
              const coming = events.find(({ to, everyDays }) => everyDays !== undefined || to >= today);
              return coming
                ? eventText(coming)
                : ((events.at(-1) && eventText(events.at(-1)!)) ?? "none yet");
            },
            width: "minmax(10rem,2fr)",
          },
        ]}
      >
        {files.buttons}
      </SettingsTable>
    </>
  );
}
