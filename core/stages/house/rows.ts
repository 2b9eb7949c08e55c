/** Rows of stage 2: the house itself, and what a survey finds in it. */
import type { NAMES } from "./names";
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
