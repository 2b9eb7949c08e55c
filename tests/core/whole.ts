/**
 * What a stage says of whole houses, as text that is kept beside its tests: of the two sample houses, and of
 * worn ones, where single fields were changed until its checks had something to say. A change that was not
 * meant shows as a line that differs. Who means one reads the differences and keeps them with `npm run unit -- --testPathPatterns whole -u`.
 */
import { larkspurWeir } from "../../demo/larkspur-weir";
import { ropewalkCourt } from "../../demo/ropewalk-court";
import { FILE_ORDER, type CollectionName, type Design } from "../../core/design/collections";
import { ROW_CLASSES } from "../../core/design/row-classes";
import { applyChanges, type Change } from "../../core/design/edit";
import { fields, type RowClass } from "../../core/design/fields";
import { InputError } from "../../core/design/input-error";
import type { Finding } from "../../core/desk/findings";
import { allFindings } from "../../core/desk/summary";
import type { StageModule } from "../../core/desk/stage";
import type { Working } from "../../core/desk/working";
import { dropsOf } from "../../core/stages/runs";
import { furnished, generateHouse } from "../../core/stages/house";
import { seeded } from "../../core/stages/house/generate";
import { changesOfRow } from "./changes";
import { faultyHouse, polarHouse } from "./faulty-house";

export const HOUSES: readonly (readonly [name: string, build: () => Design])[] = [
  ["the house", larkspurWeir],
  ["the flat", ropewalkCourt],
];
/** What is worn: the house, the flat, and one of the generator with something of every trade. */
const FURNISHED = () => furnished(generateHouse({ points: 60, seed: 3 }), 3);
const WORN = [
  ...Array<() => Design>(8).fill(larkspurWeir),
  ropewalkCourt,
  ropewalkCourt,
  FURNISHED,
  FURNISHED,
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

/** A house with fields changed in rows that a seed picks. */
export function wornHouse(build: () => Design, seed: number): Design {
  const names: (CollectionName | "design")[] = ["design", ...FILE_ORDER];
  let design = build();
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

/** Rows and drops of a design: they are told by their names where they stand within something else. */
function namesIn(design: Design): ReadonlyMap<unknown, string> {
  const names = new Map<unknown, string>();
  for (const collection of FILE_ORDER) for (const row of design[collection]) names.set(row, `→${row.id}`);
  for (const drop of dropsOf(design)) names.set(drop, `→${drop.label}`);
  return names;
}

/** As JSON. Of numbers only what machines agree on: nine digits. */
const written = (value: unknown, names?: ReadonlyMap<unknown, string>): string =>
  JSON.stringify(value, (_key, inner: unknown) => {
    if (inner instanceof Map || inner instanceof Set) return [...inner];
    if (typeof inner === "number") return Number(inner.toPrecision(9));
    return names?.get(inner) ?? inner;
  }) ?? "nothing";

/** A value a line a row; workings and findings as they are read. */
export function lines(value: unknown, names?: ReadonlyMap<unknown, string>): string {
  const line = (one: unknown) => (isWorking(one) ? workingText(one) : written(one, names));
  if (value instanceof Map) return lines(Object.fromEntries(value), names);
  if (Array.isArray(value)) return value.map(line).join("\n");
  if (typeof value === "string") return value;
  if (typeof value !== "object" || value === null || isWorking(value)) return line(value);
  return Object.entries(value)
    .map(([key, inner]) =>
      Array.isArray(inner) && typeof inner[0] === "object"
        ? `${key}:\n${inner.map((row) => line(row).replace(/^/gm, "  ")).join("\n")}`
        : `${key}: ${line(inner)}`,
    )
    .join("\n");
}

const isWorking = (value: unknown): value is Working =>
  typeof value === "object" &&
  value !== null &&
  "verdict" in value &&
  "steps" in value &&
  Array.isArray(value.steps);

/** A text, or in which words it is refused. */
export function orRefused(text: () => string): string {
  try {
    return text();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return `refused: ${error.message}`;
  }
}

/** What a step would change, or in which words it is refused. */
export const stepText = (changes: () => readonly Change[]): string =>
  orRefused(
    () =>
      changes()
        .map((change) => written(change))
        .join("\n") || "nothing changes",
  );

/** Names for new rows, the same ones each time. */
export function numbered(): (prefix?: string) => string {
  let count = 0;
  return (prefix = "new") => `${prefix}-${(count += 1)}`;
}

export const workingText = ({ title, value, unit, limit, verdict, steps }: Working): string =>
  [
    `${title}: ${written(value)} ${unit}${limit ? ` of ${written(limit.value)} ${limit.unit} (${limit.source})` : ""}, ${verdict}`,
    ...steps.map(
      ({ formula, with: values, gives, source }) => `  ${formula} | ${values} | ${gives} | ${source}`,
    ),
  ].join("\n");

export const findingText = ({ working, fix, ...one }: Finding): string =>
  [
    `${one.severity} ${one.code}: ${one.title}`,
    `  ${one.why}`,
    `  ${one.about.map((ref) => `${ref.in}/${ref.id}`).join(" ")} ${written([one.measured, one.limit, one.unit, one.source])}`,
    ...(working ? [workingText(working).replace(/^/gm, "  ")] : []),
    ...(fix ? [`  ${fix.label}: ${stepText(() => fix.changes)}`] : []),
  ].join("\n");

/** A drawing says when it was made. */
const withoutDates = (text: string) => text.replace(/\$T[^$]*\n[^\n]*\n[^\n]*\n/g, "");

/** Of every long list each fifth row: those between are as them. */
const fewRows = (json: unknown): unknown =>
  Object.fromEntries(
    Object.entries(json as object).map(([key, inner]: [string, unknown]) => [
      key,
      Array.isArray(inner) && inner.length > 15 ? inner.filter((_, i) => i % 5 === 0) : inner,
    ]),
  );

/** What a stage says of a design: facets, figures of the ledger, tables, plans and commands. */
export async function saidOf(stage: StageModule, design: Design): Promise<Record<string, string>> {
  const found = new Set(allFindings(design).map(({ code }) => code));
  const clear = (...codes: string[]) => !codes.some((code) => found.has(code));
  const { tables = {}, plans = {}, commands = {} } = (await stage.papers?.()) ?? {};
  const said: Record<string, string> = { facets: lines(stage.facets(design, clear)) };
  for (const cell of stage.cells ?? []) {
    const known = cell.of(design);
    const working = cell.working(design);
    said[cell.cell] =
      `${written([known, known && cell.json?.(design)])}\n${working ? workingText(working) : ""}`;
  }
  for (const [name, write] of Object.entries(tables)) said[`table ${name}`] = write(design);
  for (const [name, write] of Object.entries(plans))
    for (const { id } of design.levels.slice(0, 1)) said[`plan ${name}`] = withoutDates(write(design, id));
  for (const [name, command] of Object.entries(commands)) {
    if (command.takes === "drawing") continue;
    const { json, text } = await command.run(design, {}, { now: Date.UTC(2026, 10, 26, 12) });
    said[`zinc ${name}`] = text;
    said[`zinc ${name} --json`] = lines(fewRows(json));
  }
  return said;
}

/**
 * Tests that a stage says of the sample houses and of worn ones what it said before.
 * @param more results of the stage that nothing above reads
 */
export function testWhole(
  stage: StageModule,
  more: Readonly<Record<string, (design: Design) => unknown>> = {},
): void {
  const texts = (design: Design) => stage.checks(design).map(findingText).sort();
  describe.each(HOUSES)("%s", (_name, build) => {
    const design = build();
    test("what is found", () => expect(texts(design).join("\n")).toMatchSnapshot());
    test("what is said", async () => {
      for (const [name, text] of Object.entries(await saidOf(stage, design)))
        expect(`${text}\n`).toMatchSnapshot(name);
    });
    for (const [name, result] of Object.entries(more))
      test(name, () => expect(lines(result(design), namesIn(design))).toMatchSnapshot());
  });
  const whole = new Set(texts(larkspurWeir()));
  test.each([
    ["with faults put in", faultyHouse],
    ["far in the north", polarHouse],
  ])("what is found in the house %s", (_name, build) => {
    const found = texts(build()).filter((text) => !whole.has(text));
    expect(found.join("\n")).toMatchSnapshot();
  });
  test.each(WORN.map((build, i) => [i + 1, build] as const))(
    "what is found in worn house %i",
    (seed, build) => {
      const known = new Set(texts(build()));
      const found = texts(wornHouse(build, seed)).filter((text) => !known.has(text));
      expect(found.join("\n")).toMatchSnapshot();
    },
  );
}
