/** Rows of stage 2: the house itself, and what a survey finds in it. */
import type { RowClass } from "../../design/fields";
import {
  ClosetRow,
  LevelRow,
  MaterialRow,
  OpeningRow,
  RiserRow,
  RoomRow,
  TrunkRow,
  WallRow,
} from "./rows-house";
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
} from "./rows-survey";

/** Each collection with its row class and what one row is called, in the order of the project file. */
export const ROWS = {
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
} satisfies Record<string, [RowClass, string]>;
