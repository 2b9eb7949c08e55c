/** What a stage is to the desk. A stage's `stage.ts` fills this in; `core/stages/index.ts` lists them. */
import type { Design } from "../design/collections";
import type { Command } from "./command";
import type { Check } from "./findings";
import type { Stage } from "../design/stage-names";
import type { Working } from "./working";

export interface Facet {
  name: string;
  met: boolean;
}

/** One figure of the ledger. */
export interface LedgerCell {
  cell: string;
  name: string;
  /** Cells stand in this order, whatever stage they come from. */
  place: number;
  digits: number;
  /** `m` is shown as a length in the person's units, `money` with the design's currency; others as they are. */
  unit?: string;
  /**
   * The figure, with what it is of, and which row sets it, where that is not its name; undefined while the
   * stage does not know it.
   */
  of(design: Design): { value: number; note?: string; about?: string } | undefined;
  /** What `zinc ledger --json` gives; the bare figure under the cell's name where absent. */
  json?(design: Design): Record<string, unknown>;
  working(design: Design): Working | undefined;
}

/** Tables, drawings and commands of a stage: what is written rather than shown, fetched when asked for. */
export interface Papers {
  /** CSV by name, as routes and files call it. */
  tables?: Readonly<Record<string, (design: Design) => string>>;
  /** Drawings of one level, by kind of file. */
  plans?: Readonly<Record<string, (design: Design, level: string) => string>>;
  /** SVG drawings of things that are no level, each under the name its file gets. */
  drawings?: Readonly<Record<string, (design: Design) => [name: string, svg: string][]>>;
  /** Other files of a kind, each under the name its file gets: graphs. */
  graphs?: Readonly<Record<string, (design: Design) => [name: string, text: string][]>>;
  /** Commands of the command line, by name. */
  commands?: Readonly<Record<string, Command>>;
}

export interface StageModule {
  stage: Stage;
  checks: Check;
  /**
   * The four things it has to have before it can be called whole.
   * @param clear whether none of these codes was found
   */
  facets(design: Design, clear: (...codes: string[]) => boolean): Facet[];
  cells?: readonly LedgerCell[];
  papers?(): Promise<Papers>;
}
