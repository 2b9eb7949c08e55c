/** The collections a design is made of, in the order of the project file. Parents come before the rows that name them. */
import type { RowClass } from "./fields";
import { ConstraintRow, PersonRow, PhaseRow, ProblemRow, RequirementRow, UseRow } from "../stages/brief/rows";
import { HubRow, OptionRow, PlanRow, WantRow } from "../stages/choose/rows";
import {
  ClosetRow,
  DesignRow,
  LevelRow,
  MaterialRow,
  OpeningRow,
  RiserRow,
  RoomRow,
  TrunkRow,
  WallRow,
} from "../stages/house/rows-house";
import {
  CircuitRow,
  FixtureRow,
  LampRow,
  LegRow,
  MainsRunRow,
  MeasurementRow,
  NoGoRow,
  SwitchRow,
  TraceRow,
  UnderlayRow,
} from "../stages/house/rows-survey";
import {
  AutomationRow,
  CableTypeRow,
  DeviceRow,
  DropRow,
  KindRow,
  PointRow,
  ReelRow,
  RoomKitRow,
  SymmetryRow,
} from "./rows-system";

/** Each collection with its row class and, for sentences, what one row is called. In the order of the project file. */
const TABLE = {
  levels: [LevelRow, "level"],
  materials: [MaterialRow, "material"],
  walls: [WallRow, "wall"],
  openings: [OpeningRow, "opening"],
  rooms: [RoomRow, "room"],
  trunks: [TrunkRow, "trunk"],
  risers: [RiserRow, "riser"],
  mainsRuns: [MainsRunRow, "mains run"],
  noGo: [NoGoRow, "no-go area"],
  fixtures: [FixtureRow, "fixture"],
  circuits: [CircuitRow, "circuit"],
  closets: [ClosetRow, "closet"],
  switches: [SwitchRow, "switch"],
  legs: [LegRow, "leg"],
  lamps: [LampRow, "lamp"],
  traces: [TraceRow, "trace"],
  measurements: [MeasurementRow, "measurement"],
  underlays: [UnderlayRow, "underlay"],
  people: [PersonRow, "person"],
  problems: [ProblemRow, "problem"],
  requirements: [RequirementRow, "requirement"],
  constraints: [ConstraintRow, "constraint"],
  phases: [PhaseRow, "phase"],
  uses: [UseRow, "use"],
  cableTypes: [CableTypeRow, "cable type"],
  kinds: [KindRow, "kind"],
  roomKits: [RoomKitRow, "room kit"],
  points: [PointRow, "point"],
  symmetries: [SymmetryRow, "symmetric pair"],
  drops: [DropRow, "drop"],
  reels: [ReelRow, "reel"],
  options: [OptionRow, "option"],
  wants: [WantRow, "want"],
  hubs: [HubRow, "controller"],
  plans: [PlanRow, "plan"],
  devices: [DeviceRow, "device"],
  automations: [AutomationRow, "automation"],
} satisfies Record<string, [RowClass, string]>;

export type CollectionName = keyof typeof TABLE;
export type Rows = { [C in CollectionName]: InstanceType<(typeof TABLE)[C][0]> };
export type AnyRow = Rows[CollectionName];

/** Order of the project file (data-model.md). */
export const FILE_ORDER = Object.keys(TABLE) as readonly CollectionName[];

/** Order in which rows can be written so that every row a reference names already stands. */
export const WRITE_ORDER: readonly CollectionName[] = [
  "materials",
  "levels",
  "walls",
  "openings",
  "rooms",
  "trunks",
  "risers",
  "circuits",
  "mainsRuns",
  "noGo",
  "fixtures",
  "closets",
  "switches",
  "legs",
  "lamps",
  "traces",
  "measurements",
  "underlays",
  "people",
  "phases",
  "cableTypes",
  "kinds",
  "roomKits",
  "points",
  "symmetries",
  "reels",
  "drops",
  "options",
  "devices",
  "automations",
  "problems",
  "requirements",
  "constraints",
  "uses",
  "wants",
  "hubs",
  "plans",
];

const column = <T>(pick: (entry: [RowClass, string]) => T, design: T) =>
  ({
    design,
    ...Object.fromEntries(
      Object.entries(TABLE).map(([name, entry]) => [name, pick(entry as [RowClass, string])]),
    ),
  }) as Record<CollectionName | "design", T>;

export const ROW_CLASSES = column<RowClass>(([rowClass]) => rowClass, DesignRow);

/** Singular, for sentences. */
export const SINGULAR = column<string>(([, name]) => name, "design");

/** A whole plan: plain rows, each collection sorted by id. */
export type Design = { design: DesignRow } & { [C in CollectionName]: Rows[C][] };

export function isCollection(name: string): name is CollectionName {
  return (FILE_ORDER as readonly string[]).includes(name);
}

/** A design with settings and no rows. */
export function emptyDesign(design: DesignRow): Design {
  const empty = { design } as Design;
  for (const name of FILE_ORDER) (empty as Record<CollectionName, AnyRow[]>)[name] = [];
  return empty;
}

/** Rows of one collection keyed by id; kept as long as the array lives, so asking again costs nothing. */
export function byId<C extends CollectionName>(design: Design, collection: C): ReadonlyMap<string, Rows[C]> {
  const rows = design[collection] as Rows[C][];
  const known = indexes.get(rows);
  if (known) return known as ReadonlyMap<string, Rows[C]>;
  const made = new Map(rows.map((row) => [row.id, row]));
  indexes.set(rows, made as ReadonlyMap<string, AnyRow>);
  return made;
}
const indexes = new WeakMap<readonly unknown[], ReadonlyMap<string, AnyRow>>();
