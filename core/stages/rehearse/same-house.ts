/** Whether two states of a design are one house that only somebody has set otherwise. */
import type { Design } from "../../design/collections";

/** All is the same but what its dials and flags are set to: what runs need not begin anew. */
export function isSetOtherwise(a: Design, b: Design): boolean {
  for (const name of Object.keys(a) as (keyof Design)[])
    if (name !== "dials" && a[name] !== b[name]) return false;
  return (
    a.dials.length === b.dials.length &&
    a.dials.every((dial, i) => {
      const other = b.dials[i]!;
      return (
        dial === other || JSON.stringify({ ...dial, value: "" }) === JSON.stringify({ ...other, value: "" })
      );
    })
  );
}
