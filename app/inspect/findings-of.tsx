/** The findings about a row, below its form. */
import type { CollectionName } from "#core/design/collections";
import { useFindingsAbout } from "../desk/desk";
import { FindingCard } from "../desk/finding-card";

export function Findings({ collection, id }: { collection: CollectionName; id: string }) {
  return useFindingsAbout(collection, id).map((finding) => (
    <FindingCard key={finding.key} finding={finding} />
  ));
}
