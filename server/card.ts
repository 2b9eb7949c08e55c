/** What the list of designs shows of one: its picture, its place, how far each stage is, what is found. */
import { firstAnswer } from "../core/whole/engine";
import { thumbnailOf, type Thumbnail } from "../core/stages/house/thumbnail";
import type { Stage } from "../core/design/stage-names";
import type { Severity } from "../core/desk/findings";
import type { StoredDesign } from "../db/read-design";

export interface Card {
  revision: number;
  latitudeDeg: number;
  longitudeDeg: number;
  zone: string;
  /** Of each built stage its checks, met or not. */
  facets: Partial<Record<Stage, boolean[]>>;
  findings: Record<Severity, number>;
  picture?: Thumbnail;
  copiedFrom?: string;
}

/** Cards last made, by design: made anew when the revision is another. */
const kept = new Map<string, Card>();
const MOST_KEPT = 500;

export function cardOf({ id, revision, design }: StoredDesign): Card {
  const known = kept.get(id);
  if (known?.revision === revision) return known;
  const { summary } = firstAnswer(design);
  const { latitudeDeg, longitudeDeg, zone, copiedFrom } = design.design;
  const card: Card = {
    revision,
    latitudeDeg,
    longitudeDeg,
    zone,
    facets: Object.fromEntries(
      Object.entries(summary.facets).map(([stage, facets]) => [stage, facets.map(({ met }) => met)]),
    ),
    findings: { ...summary.ledger.findings },
    picture: thumbnailOf(design),
    copiedFrom: copiedFrom?.name,
  };
  kept.delete(id);
  kept.set(id, card);
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return card;
}
