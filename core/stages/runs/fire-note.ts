/** What there is to say of cables through parts that hold back fire. */
import type { Design } from "../../design/collections";
import type { Finding } from "../../desk/findings";
import { fireCrossings } from "./fire";
import { counted } from "../../design/words";

/** One note for a house: every crossing has to be sealed again. */
export function crossingsNote(design: Design): Finding[] {
  const all = fireCrossings(design);
  if (!all.length) return [];
  const parts = [...new Map(all.map((one) => [`${one.in}/${one.id}`, one])).values()];
  return [
    {
      code: "runs.fire-crossings",
      stage: "runs",
      severity: "note",
      title: `${all.length === 1 ? "One opening goes" : `${all.length} openings go`} through ${parts.length === 1 ? parts[0]!.name.toLowerCase() : counted(parts.length, "part")} rated against fire`,
      why: "Each has to be sealed again with a tested seal for as many minutes as the part holds, and the seal listed. Local codes and a licensed person decide.",
      about: parts.map((one) => ({ in: one.in, id: one.id })),
      measured: all.length,
      unit: "openings",
      source: "fire rating of walls and floors",
    },
  ];
}
