/** Rows of stage 2: the house itself, and what a survey finds in it. */
import type { NAMES } from "./house-names";
import type { RowClass } from "../fields";
import {
  ClosetRow,
  LevelRow,
  MaterialRow,
  OpeningRow,
  RiserRow,
  RoomRow,
  TrunkRow,
  WallRow,
} from "./house-structure";
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
} from "./house-survey";

/** Each collection with its row class. */
export const ROWS = {
  levels: LevelRow,
  materials: MaterialRow,
  walls: WallRow,
  openings: OpeningRow,
  rooms: RoomRow,
  trunks: TrunkRow,
  risers: RiserRow,
  mainsRuns: MainsRunRow,
  noGo: NoGoRow,
  fixtures: FixtureRow,
  circuits: CircuitRow,
  closets: ClosetRow,
  switches: SwitchRow,
  legs: LegRow,
  lamps: LampRow,
  traces: TraceRow,
  measurements: MeasurementRow,
  underlays: UnderlayRow,
} satisfies Record<keyof typeof NAMES, RowClass>;
