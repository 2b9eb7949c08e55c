/** What the house does by itself, for its household: sentence by sentence in the words of the desk, room by room. */
import { byId, type Design } from "../../design/collections";
import { byName } from "../../design/words";
import { sentenceText } from "./sentence";
import type { AutomationRow, DialRow } from "../../design/rows/automations";

export interface SheetRoom {
  /** Absent: of the whole house. */
  room?: string;
  name: string;
  sentences: readonly { id: string; name: string; text: string; class: AutomationRow["priority"] }[];
  dials: readonly { id: string; name: string; value: string; by: string; on: string }[];
}

function dialLine(design: Design, dial: DialRow) {
  const people = (dial.setBy ?? []).map((id) => byId(design, "people").get(id)?.role ?? id);
  const shows = (dial.shows ?? []).map((id) => byId(design, "points").get(id)?.name ?? id);
  return {
    id: dial.id,
    name: dial.name,
    value: dial.unit ? `${dial.value} ${dial.unit}` : dial.value,
    by: people.join(", ") || "everybody",
    on: shows.join(", ") || "nowhere",
  };
}

/** Of what is switched on; the whole house first, then rooms by name. Rooms with nothing are left out. */
export function householdSheet(design: Design): SheetRoom[] {
  const rooms = [
    { name: "The whole house" },
    ...[...design.rooms].sort((a, b) => byName(a.name, b.name)).map(({ id, name }) => ({ room: id, name })),
  ] as { room?: string; name: string }[];
  return rooms
    .map((one): SheetRoom => ({
      ...one,
      sentences: design.automations
        .filter((row) => row.enabled && row.room === one.room)
        .sort((a, b) => byName(a.name, b.name))
        .map((row) => ({ id: row.id, name: row.name, text: sentenceText(design, row), class: row.priority })),
      dials: design.dials
        .filter(({ room }) => room === one.room)
        .sort((a, b) => byName(a.name, b.name))
        .map((dial) => dialLine(design, dial)),
    }))
    .filter(({ sentences, dials }) => sentences.length + dials.length > 0);
}
