/** The one row every design has: its place, its units, what it reckons with. */
import { Choice, Many, Num, One, Text } from "./fields";
import {
  BusSettings,
  ChooseSettings,
  CopiedFrom,
  LANGUAGES,
  LegendLine,
  RegisterSettings,
  RunsSettings,
  Schools,
  type Language,
} from "./rows/settings";

/** The design as a whole: site, settings and defaults. */
export class DesignRow {
  @Text({ max: 120 }) name!: string;
  @Num({ unit: "°", min: -90, max: 90 }) latitudeDeg!: number;
  @Num({ unit: "°", min: -180, max: 180 }) longitudeDeg!: number;
  /** IANA time zone of the site. */
  @Text({ max: 60 }) zone!: string;
  /** Clockwise from sheet-up to true north. */
  @Num({ unit: "°", min: -360, max: 360 }) northDeg!: number;
  @Choice(["metric", "imperial"]) units!: "metric" | "imperial";
  /** Three capital letters, as ISO 4217 has them. */
  @Text({ max: 3, pattern: /^[A-Z]{3}$/, says: "three capitals, such as EUR" }) currency!: string;
  /** What one unit of the money that shipped prices are in is in this currency; 1 where absent. */
  @Num({ min: 1e-6, max: 1e6, optional: true }) moneyRate?: number;
  @Num({ unit: "V", min: 50, max: 500 }) mainsV!: number;
  @Num({ unit: "°C", min: -40, max: 70 }) ambientC!: number;
  @Num({ unit: "m", min: 0, max: 50 }) slackPointM!: number;
  @Num({ unit: "m", min: 0, max: 50 }) slackClosetM!: number;
  @Num({ unit: "%", min: 0, max: 100 }) wastePct!: number;
  /** Which school the design follows where practitioners disagree. */
  @One(Schools, { optional: true }) schools?: Schools;
  /** What plans of stage 3 are weighed by; the defaults where absent. */
  @One(ChooseSettings, { optional: true }) choosing?: ChooseSettings;
  /** Jacket colour and mark of each service; the defaults where absent. */
  @Many(LegendLine, { optional: true }) legend?: LegendLine[];
  /** What stage 4 reckons with; the defaults where absent. */
  @One(RunsSettings, { optional: true }) running?: RunsSettings;
  @One(BusSettings, { optional: true }) busSettings?: BusSettings;
  @One(RegisterSettings, { optional: true }) registerSettings?: RegisterSettings;
  /** What the household speaks; English where absent. */
  @Choice(LANGUAGES, { optional: true }) language?: Language;
  @One(CopiedFrom, { optional: true }) copiedFrom?: CopiedFrom;
  @Text({ optional: true, max: 4000 }) notes?: string;
}
