/** What sentences may name in a design: names by id, and ids by name where only one row has it. */
import { byId, type CollectionName, type Design } from "../../../design/collections";
import type { Names } from "./slots";

type Named = CollectionName &
  ("points" | "groups" | "dials" | "scenes" | "calendars" | "people" | "automations" | "rooms" | "phases");

/** People are called by their role; all else has a name. */
const called = (row: object): string => {
  const { name, role } = row as { name?: string; role?: string };
  return name ?? role ?? "";
};

export function namesOf(design: Design): Names {
  const byName = new Map<string, Map<string, string | "several">>();
  const index = (collection: Named) => {
    let own = byName.get(collection);
    if (!own) {
      own = new Map();
      for (const row of design[collection]) {
        const name = called(row).trim().toLowerCase();
        own.set(name, own.has(name) ? "several" : row.id);
      }
      byName.set(collection, own);
    }
    return own;
  };
  return {
    nameOf: (collection, id) => {
      const row = byId(design, collection as Named).get(id);
      return row && called(row);
    },
    idOf: (collection, name) => index(collection as Named).get(name.trim().toLowerCase()),
    has: (collection, id) => byId(design, collection as Named).has(id),
  };
}
