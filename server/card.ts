/** What is kept of a design as it stands, so that who only looks need not wait for it to be worked out again. */
import { existsSync, readFileSync } from "node:fs";
import { keepCounted, keptCard, keptFirst } from "../db/across";
import type { StoredDesign } from "../db/read-design";
import { firstAnswer } from "../core/whole/engine";
import { thumbnailOf, type Thumbnail } from "../core/stages/house/thumbnail";
import type { Design } from "../core/design/collections";
import type { Stage } from "../core/design/stage-names";
import type { Severity } from "../core/desk/findings";
import { db } from "./db";

/** What the list of designs shows of one: its picture, its place, how far each stage is, what is found. */
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

const STAMP = "build/stamp";
/** The application that runs: what another one worked out is not shown as this one's. */
const build = existsSync(STAMP) ? readFileSync(STAMP, "utf8") : "";

/** Works it all out and keeps it. */
async function work({ id, revision, design }: StoredDesign): Promise<{ card: Card; first: string }> {
  const answer = firstAnswer(design);
  const { latitudeDeg, longitudeDeg, zone, copiedFrom } = design.design;
  const { stop, mend, note } = answer.summary.ledger.findings;
  const findings = { stop, mend, note };
  const card: Card = {
    revision,
    latitudeDeg,
    longitudeDeg,
    zone,
    facets: Object.fromEntries(
      Object.entries(answer.summary.facets).map(([stage, facets]) => [stage, facets.map(({ met }) => met)]),
    ),
    findings,
    picture: thumbnailOf(design),
    copiedFrom: copiedFrom?.name,
  };
  const first = JSON.stringify(answer);
  await keepCounted(db(), id, design, { revision, findings, body: card, first, build });
  return { card, first };
}

export const cardOf = async (stored: StoredDesign): Promise<Card> =>
  (await keptCard<Card>(db(), { ...stored, build })) ?? (await work(stored)).card;

/** Of designs that this process has at hand. */
const atHand = new WeakMap<Design, string>();

/**
 * What a page shows of all stages before its own engine has answered: the engine's first answer, as one string, quicker
 * to send and read than its parts. `unlessKept`: what to do where it has not been worked out yet.
 */
export async function firstValues(
  stored: StoredDesign,
  unlessKept: "work" | "leave",
): Promise<string | undefined> {
  const known = atHand.get(stored.design) ?? (await keptFirst(db(), { ...stored, build }));
  const first = known ?? (unlessKept === "work" ? (await work(stored)).first : undefined);
  if (first !== undefined) atHand.set(stored.design, first);
  return first;
}
