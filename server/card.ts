/** What the list of designs shows of one: its picture, its place, how far each stage is, what is found. */
import { countedAt, keepCounted } from "../db/across";
import type { StoredDesign } from "../db/read-design";
import { firstAnswer } from "../core/whole/engine";
import { thumbnailOf, type Thumbnail } from "../core/stages/house/thumbnail";
import type { Stage } from "../core/design/stage-names";
import type { Severity } from "../core/desk/findings";
import { db } from "./db";

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

/** Of a design as it stands: what was kept of it, or worked out and kept. */
export async function cardOf({ id, revision, design }: StoredDesign): Promise<Card> {
  const known = await countedAt<Card>(db(), id, revision);
  if (known) return known;
  const { summary } = firstAnswer(design);
  const { latitudeDeg, longitudeDeg, zone, copiedFrom } = design.design;
  const { stop, mend, note } = summary.ledger.findings;
  const findings = { stop, mend, note };
  const card: Card = {
    revision,
    latitudeDeg,
    longitudeDeg,
    zone,
    facets: Object.fromEntries(
      Object.entries(summary.facets).map(([stage, facets]) => [stage, facets.map(({ met }) => met)]),
    ),
    findings,
    picture: thumbnailOf(design),
    copiedFrom: copiedFrom?.name,
  };
  await keepCounted(db(), id, design, { revision, findings, body: card });
  return card;
}
