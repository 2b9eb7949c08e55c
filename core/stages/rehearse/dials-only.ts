/** What the household may change of a design from its panel: what its dials and flags are set to, and nothing else. */
import { byId, type Design } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { wrongDial } from "./topics";

/** A dial's written value as what it means. */
const meant = (kind: string, value: string): unknown =>
  kind === "flag"
    ? value === "on"
      ? true
      : value === "off"
        ? false
        : value
    : kind === "time"
      ? value
      : Number(value);

/** Field for field, in whatever order. */
const isSame = (a: object, b: object): boolean => {
  const [one, other] = [new Map(Object.entries(a)), new Map(Object.entries(b))];
  return (
    one.size === other.size &&
    [...one].every(([key, value]) => JSON.stringify(value) === JSON.stringify(other.get(key)))
  );
};

/** @throws InputError where a change is another than of a dial's value */
export function checkDialsOnly(design: Design, changes: readonly Change[]): void {
  for (const change of changes) {
    if (change.in !== "dials" || !("put" in change))
      fail("changes", "may only be of dials and flags: a panel sets nothing else");
    const put = change.put as Design["dials"][number];
    const known = byId(design, "dials").get(put.id);
    if (!known || !isSame({ ...known, value: put.value }, put))
      fail("changes", "may only be of what a dial is set to, not of the dial itself");
    const wrong = wrongDial(known!, meant(known!.kind, put.value));
    if (wrong) fail(known!.name, wrong);
  }
}
