/**
 * Worn houses: single fields of a sample house changed at random, so that checks have something to say that no sample
 * house sets off. The same seed gives the same house.
 */
import { FILE_ORDER, type CollectionName, type Design } from "../../core/design/collections";
import { applyChanges, type Change } from "../../core/design/edit";
import { fields, type RowClass } from "../../core/design/fields";
import { ROW_CLASSES } from "../../core/design/row-classes";
import { furnished, generateHouse } from "../../core/stages/house";
import { seeded } from "../../core/stages/house/generate";
import { changesOfRow } from "./changes";
import { larkspurWeir, ropewalkCourt } from "./houses";

/** What is worn, by turns: the house most often, the flat, and one with something of every trade. */
const WORN: readonly (() => Design)[] = [
  larkspurWeir,
  larkspurWeir,
  larkspurWeir,
  ropewalkCourt,
  () => furnished(generateHouse({ points: 60, seed: 3 }), 3),
];

/** How many fields differ in each. */
const CHANGES = 100;

/** A number of a row made several times larger or smaller, within what its field allows. */
function scaled(rowClass: RowClass, row: object, random: () => number): object {
  const numbers = fields(rowClass).filter(
    ({ name, kind }) => kind === "number" && (row as Record<string, unknown>)[name] !== undefined,
  );
  const field = numbers[Math.floor(random() * numbers.length)];
  if (!field) return row;
  const value = (row as Record<string, number>)[field.name]! * (random() < 0.5 ? 4 : 0.2);
  return { ...row, [field.name]: Math.min(field.max ?? 1e6, Math.max(field.min ?? -1e6, value)) };
}

/** A whole number from a text: FNV-1a, 32 bits. */
function hashed(text: string): number {
  let hash = 0x811c9dc5;
  for (const letter of text) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193);
  // Neighbouring texts must not lie side by side.
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  return (hash ^ (hash >>> 13)) >>> 0;
}

/** One of a list by lot, so that what is added to the list later changes few other draws. */
function drawn<T>(list: readonly T[], lot: string, nameOf: (one: T) => string): T | undefined {
  let best: T | undefined;
  let most = -1;
  for (const one of list) {
    const own = hashed(`${lot} ${nameOf(one)}`);
    if (own > most) [best, most] = [one, own];
  }
  return best;
}

/** A sample house with fields changed in rows that a seed picks; the seed says which house as well. */
export function wornHouse(seed: number): Design {
  const names: (CollectionName | "design")[] = ["design", ...FILE_ORDER];
  let design = WORN[seed % WORN.length]!();
  for (let i = 0; i < CHANGES; i++) {
    const collection = drawn(names, `${seed} ${i}`, (name) => name)!;
    const rows: readonly object[] = collection === "design" ? [design.design] : design[collection];
    const row = drawn(rows, `${seed} ${i}`, (one) => (one as { id?: string }).id ?? "");
    if (!row) continue;
    const random = seeded(hashed(`${seed} ${i}`));
    const other = drawn(changesOfRow(design, collection, row), `${seed} ${i}`, ({ what }) => what)?.change;
    const put = random() < 0.5 ? undefined : scaled(ROW_CLASSES[collection], row, random);
    if (put) design = applyChanges(design, [{ in: collection, put } as Change]);
    else if (other) design = applyChanges(design, [other]);
  }
  return design;
}
