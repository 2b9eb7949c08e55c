/** The maintenance calendar as iCalendar (RFC 5545): whole days, one event a visit, the same file for the same design. */
import { byId, type Design } from "../../design/collections";
import { counted } from "../../design/words";
import { batteriesOf, cellVisitsOf } from "./cells";

export interface Event {
  uid: string;
  what: "cells" | "visit" | "warranty";
  on: string;
  /** Devices it is about. */
  devices: number;
  summary: string;
  text: string;
  everyMonths?: number;
}

/** What comes: cells by visit, visits written down, warranties that end. */
export function eventsOf(design: Design): Event[] {
  const name = (id: string) => byId(design, "devices").get(id)?.name ?? id;
  const batteries = batteriesOf(design);
  const cells = cellVisitsOf(design).map((visit): Event => {
    const buy = Object.entries(visit.cells).map(([cell, count]) => `${count} × ${cell}`);
    return {
      uid: `cells-${visit.on}-${visit.devices[0]}`,
      what: "cells",
      on: visit.on,
      devices: visit.devices.length,
      summary: `Change cells: ${counted(visit.devices.length, "device")}`,
      text: [
        ...(buy.length ? [`Bring ${buy.join(", ")}.`] : []),
        ...visit.devices.map((id) => {
          const { cell, count, pack } = batteries.get(id)!;
          return pack ? `${name(id)}: charge` : `${name(id)}: ${count} × ${cell}`;
        }),
      ].join("\n"),
    };
  });
  const visits = design.visits
    .filter(({ doneOn }) => doneOn === undefined)
    .map((row): Event => ({
      uid: `visit-${row.id}`,
      what: "visit",
      on: row.on,
      devices: row.devices.length,
      summary: row.name,
      text: [...row.devices.map(name), ...(row.note ? [row.note] : [])].join("\n"),
      ...(row.everyMonths === undefined ? {} : { everyMonths: row.everyMonths }),
    }));
  const ends = new Map<string, string[]>();
  for (const { warrantyUntil, name: own } of design.devices)
    if (warrantyUntil) ends.set(warrantyUntil, [...(ends.get(warrantyUntil) ?? []), own]);
  const warranties = [...ends].map(([on, devices]): Event => ({
    uid: `warranty-${on}`,
    what: "warranty",
    on,
    devices: devices.length,
    summary: `Warranty ends: ${counted(devices.length, "device")}`,
    text: devices.join("\n"),
  }));
  return [...cells, ...visits, ...warranties].sort((a, b) =>
    a.on < b.on ? -1 : a.on > b.on ? 1 : a.uid < b.uid ? -1 : 1,
  );
}

/** Text of a value: what parts values is told from what stands in one (3.3.11). */
const escaped = (text: string) =>
  text
    .replace(/\\/g, "\\\\")
    .replace(/([;,])/g, "\\$1")
    .replace(/\r?\n/g, "\\n");

const LINE_BYTES = 75;

/** A line is at most 75 bytes; what is longer goes on after a blank (3.1), no letter cut in two. */
function folded(line: string): string {
  const encoder = new TextEncoder();
  const lines: string[] = [];
  let own = "";
  let bytes = 0;
  for (const letter of line) {
    const size = encoder.encode(letter).length;
    if (bytes + size > LINE_BYTES) {
      lines.push(own);
      own = " ";
      bytes = 1;
    }
    own += letter;
    bytes += size;
  }
  return [...lines, own].join("\r\n");
}

const dayAfter = (day: string) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);
const bare = (day: string) => day.replace(/-/g, "");

export function calendarFile(design: Design): string {
  const lines = eventsOf(design).flatMap(({ uid, on, summary, text, everyMonths }) => [
    "BEGIN:VEVENT",
    `UID:${uid}@zinc-lattice.invalid`,
    // Of the day itself: a file of the same design is the same file.
    `DTSTAMP:${bare(on)}T000000Z`,
    `DTSTART;VALUE=DATE:${bare(on)}`,
    `DTEND;VALUE=DATE:${bare(dayAfter(on))}`,
    ...(everyMonths === undefined ? [] : [`RRULE:FREQ=MONTHLY;INTERVAL=${everyMonths}`]),
    `SUMMARY:${escaped(summary)}`,
    ...(text ? [`DESCRIPTION:${escaped(text)}`] : []),
    "TRANSP:TRANSPARENT",
    "END:VEVENT",
  ]);
  return [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Zinc Lattice//Register//EN",
    "CALSCALE:GREGORIAN",
    `X-WR-CALNAME:${escaped(`Upkeep of ${design.design.name}`)}`,
    ...lines,
    "END:VCALENDAR",
    "",
  ]
    .map(folded)
    .join("\r\n");
}
