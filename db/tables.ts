/** Which table holds which collection, and how a table row becomes a plain row. */
import { fields } from "../core/design/fields";
import { ROW_CLASSES, type AnyRow, type CollectionName } from "../core/design/collections";
import type { DesignRow } from "../core/design/design-row";
import * as schema from "./schema";
import * as brief from "./schema-brief";
import * as choose from "./schema-choose";
import * as survey from "./schema-survey";

export const TABLES = {
  materials: schema.materials,
  levels: schema.levels,
  walls: schema.walls,
  openings: schema.openings,
  rooms: schema.rooms,
  trunks: schema.trunks,
  risers: schema.risers,
  closets: schema.closets,
  cableTypes: schema.cableTypes,
  kinds: schema.kinds,
  roomKits: schema.roomKits,
  points: schema.points,
  symmetries: schema.symmetries,
  reels: schema.reels,
  drops: schema.drops,
  devices: schema.devices,
  automations: schema.automations,
  circuits: survey.circuits,
  mainsRuns: survey.mainsRuns,
  noGo: survey.noGo,
  fixtures: survey.fixtures,
  switches: survey.switches,
  legs: survey.legs,
  lamps: survey.lamps,
  traces: survey.traces,
  measurements: survey.measurements,
  underlays: survey.underlays,
  options: choose.options,
  wants: choose.wants,
  hubs: choose.hubs,
  plans: choose.plans,
  people: brief.household,
  phases: brief.phases,
  problems: brief.problems,
  requirements: brief.requirements,
  constraints: brief.constraints,
  uses: brief.uses,
} satisfies Record<CollectionName, unknown>;

/** A plain row out of a table row: fields in schema order, NULL as absent. */
export function plainRow<T extends AnyRow | DesignRow>(
  collection: CollectionName | "design",
  from: Record<string, unknown>,
): T {
  const row: Record<string, unknown> = {};
  for (const { name } of fields(ROW_CLASSES[collection])) {
    const value = from[name];
    if (value !== null && value !== undefined) row[name] = value;
  }
  return row as unknown as T;
}

/** Column values for a plain row: absent as NULL, so that a field taken away is emptied. */
export function columnValues(collection: CollectionName | "design", row: object): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  for (const { name } of fields(ROW_CLASSES[collection]))
    values[name] = (row as Record<string, unknown>)[name] ?? null;
  return values;
}
