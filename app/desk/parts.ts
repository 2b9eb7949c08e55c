/**
 * What a stage gives the desk. Its sheet's route module carries it as `handle`, so that the stage one looks
 * at is there at once; the parts of any other stage come when something of theirs is selected, found or
 * asked for.
 */
import { use, type ComponentType } from "react";
import { useMatches } from "react-router";
import { stageOf, type AnyRow, type CollectionName, type Design, type Rows } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { STAGES, type Stage } from "#core/design/stage-names";
import type { Working } from "#core/desk/working";
import { patiently, type Lazily } from "../kit/lazily";
import { STAGE_PARTS } from "../stages";
import type { Selection, Stratum } from "./desk";

/** What the form of a row is told, and what stands above it. */
export interface RowPart<Row extends AnyRow = AnyRow> {
  /** Fields to show, in this order; all that a form can hold where left out. */
  only?: readonly string[];
  /** Words instead of a field's name. */
  names?: Readonly<Record<string, string>>;
  /** What a field means, where its name alone may not say it. */
  hints?: Readonly<Record<string, string>>;
  /** What the choices of a field are called, where they hang on the row or are no plain words. */
  words?(design: Design, row: Row): Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Fields that matter to such a row: the others are not asked for. */
  matters?(row: Row, field: string): boolean;
  /** How new values are put; a plain put of the row where left out. */
  change?(design: Design, id: string, values: Record<string, unknown>): Change[];
  /** Its title, where the row has no name of its own. */
  title?(design: Design, row: Row): string;
  /** Where the work can hurt. */
  caution?(row: Row): string | undefined;
  Extra?: ComponentType<{ design: Design; row: Row }>;
}

export interface InspectorProps {
  design: Design;
  id: string;
  drop?: string;
}

/** A thing the find box finds; picking it goes to the stage and selects the row. */
export interface Found {
  in: CollectionName;
  id: string;
  text: string;
  hint: string;
  /** Where it is shown, where that is another stage. */
  stage?: Stage;
}

/** A command of the find box: a place in the application, or a file to save. */
export interface StageCommand {
  text: string;
  hint: string;
  /** Below the design's own address; a `file` is fetched rather than shown. */
  path: string;
  file?: boolean;
}

export interface LayerProps {
  design: Design;
  level: string;
  /** Pixels a metre. */
  k: number;
}

export interface StageParts {
  stage: Stage;
  /** What the inspector shows while nothing is selected. */
  Summary: ComponentType<{ design: Design }>;
  /** A panel that stands in the inspector whatever is selected, while this view of the sheet is shown. */
  panels?: Readonly<Record<string, ComponentType>>;
  /** Inspectors of collections that want more than a form. */
  inspectors?: Partial<Record<CollectionName, Lazily<InspectorProps>>>;
  rows?: { [C in CollectionName]?: RowPart<Rows[C]> };
  commands?: readonly StageCommand[];
  finds?(design: Design): Found[];
  /** What W opens for a selected row of this stage. */
  working?(design: Design, selection: Selection): Working | undefined | Promise<Working | undefined>;
  /** What the plan shows of this stage while the stratum is lit. */
  layers?: Partial<Record<Stratum, ComponentType<LayerProps>>>;
}

export const isBuilt = (stage: Stage): boolean => STAGE_PARTS[stage] !== undefined;

const fetched = new Map<Stage, Promise<StageParts | undefined>>();

/** The parts of a stage, fetched once; undefined where the stage is not built. */
export function partsOf(stage: Stage): Promise<StageParts | undefined> {
  const known = fetched.get(stage);
  if (known) return known;
  const load = STAGE_PARTS[stage];
  const asked = load ? patiently(load).then(({ parts }) => parts) : Promise.resolve(undefined);
  fetched.set(stage, asked);
  // What did not come is asked for anew by whoever needs it next.
  asked.catch(() => fetched.delete(stage));
  return asked;
}

/** The parts of all stages that are built. */
export const allParts = async (): Promise<StageParts[]> =>
  (await Promise.all(STAGES.map(partsOf))).filter((parts) => parts !== undefined);

/** Have the inspectors at hand before a press asks for one. */
export async function fetchInspectors(): Promise<void> {
  for (const { inspectors } of await allParts())
    for (const inspector of Object.values(inspectors ?? {})) inspector.fetch();
}

/** What a sheet's route module carries as its `handle`. */
export interface Shown {
  /** Of the stage it belongs to. */
  parts?: StageParts;
  /** What the inspector shows while nothing is selected, where that is not the stage's own. */
  Summary?: StageParts["Summary"];
}

/** What the sheet that is shown gives the desk. */
export const useShown = (): Shown => (useMatches().at(-1)?.handle as Shown | undefined) ?? {};

/** The parts of the stage a collection belongs to; suspends while they are fetched. */
export function usePartsFor(collection: CollectionName): StageParts | undefined {
  const { parts: shown } = useShown();
  const stage = stageOf(collection);
  return shown?.stage === stage ? shown : use(partsOf(stage));
}
