/**
 * What every stage finds in the sample houses and in spoilt ones, and what each fix changes, held against a short table a
 * stage (tests/core/found). Where a change is meant: `npm run unit -- found -u`, and read the difference.
 */
import { readFileSync, writeFileSync } from "node:fs";
import type { Design } from "../design/collections";
import { keyOf } from "../design/edit";
import { InputError } from "../design/input-error";
import { changesOf, type Finding } from "../desk/findings";
import { STAGE_LIST } from "./list";
import { larkspurWeir, faultyHouse, ropewalkCourt } from "../../tests/core/houses";
import { polarHouse } from "../../tests/core/faulty-house";
import { wornHouse } from "../../tests/core/worn-house";

/** Seeds of worn houses: two of the house, one of the flat, one with something of every trade. */
const WORN = [1, 2, 3, 4];

const HOUSES: readonly (readonly [name: string, build: () => Design, compared?: () => Design])[] = [
  ["house", larkspurWeir],
  ["flat", ropewalkCourt],
  ["faulty", faultyHouse, larkspurWeir],
  ["far north", polarHouse, larkspurWeir],
  ...WORN.map((seed) => [`worn ${seed}`, () => wornHouse(seed)] as const),
];

/** Machines agree on nine digits; six are enough to see a change. */
const figure = (value: number) => String(Number(value.toPrecision(6)));

/** Some names of many, in order, with how many there are. */
const few = (names: readonly string[]): string =>
  names.length > 4 ? `${names.slice(0, 3).join(" ")} … (${names.length})` : names.join(" ");

/** What a fix changes: how many rows are put and dropped of each collection, and the first of them. */
function fixText({ fix }: Finding, design: Design): string {
  if (!fix) return "";
  try {
    return `→ ${few(changesOf(fix, design).map((change) => `${"put" in change ? "" : "−"}${keyOf(change)}`)) || "nothing"}`;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return `→ refused at ${error.problems[0]!.path}`;
  }
}

/** One line of the table: severity, code, what it is about, measured of limit, what its fix changes. */
const rowOf = (finding: Finding, design: Design): string =>
  [
    finding.severity,
    finding.code,
    few(finding.about.map((ref) => `${ref.in}/${ref.id}`)),
    finding.measured === undefined ? "" : figure(finding.measured),
    finding.limit === undefined ? "" : `of ${figure(finding.limit)}`,
    fixText(finding, design),
  ]
    .filter(Boolean)
    .join("  ");

const KEEPS = process.env.ZINC_KEEP === "1";

describe.each(STAGE_LIST.map((stage) => [stage.stage, stage] as const))("%s", (name, stage) => {
  const file = `tests/core/found/${name}.txt`;
  const rows = (design: Design) =>
    stage
      .checks(design)
      .map((finding) => rowOf(finding, design))
      .sort();
  test("finds what it found, and its fixes change what they changed", () => {
    const text = HOUSES.map(([house, build, compared]) => {
      const known = new Set(compared ? rows(compared()) : []);
      const own = rows(build()).filter((row) => !known.has(row));
      return [`# ${house}`, ...own].join("\n");
    }).join("\n\n");
    if (KEEPS) writeFileSync(file, `${text}\n`);
    expect(`${text}\n`.split("\n")).toEqual(readFileSync(file, "utf8").split("\n"));
  });
});
