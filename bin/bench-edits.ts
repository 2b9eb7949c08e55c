/**
 * What an edit costs, and the first answer: the totals of the ledger, and then all findings with the marks and counts a
 * page gets. Run by itself as it is built for use (bin/bundle-command.mjs). Prints a line of JSON for each figure.
 */
import { firstAnswer } from "../core/whole/engine";
import { ledgerCells } from "../core/whole/ledger";
import { applyChanges } from "../core/design/edit";
import type { Design } from "../core/design/collections";
import { furnished, generateHouse, lined, movePoint } from "../core/stages/house";
import { larkspurWeir } from "../demo/larkspur-weir";

const note = (...figure: [what: string, measured: number, unit: string, budget?: number]) =>
  console.log(JSON.stringify(figure));

function took(work: () => unknown): number {
  const begin = performance.now();
  work();
  return performance.now() - begin;
}
const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

const NUDGES = 25;

/** Points are nudged one after another, each a tenth of a metre; the first of each is not counted. */
function nudged(design: Design): { cells: number; findings: number } {
  const cells: number[] = [];
  const findings: number[] = [];
  let now = design;
  for (let n = 0; n < NUDGES; n++) {
    const point = now.points[(n * 7) % now.points.length]!;
    for (const dx of [0.1, -0.1]) {
      now = applyChanges(now, movePoint(now, point.id, { x: point.x + dx, y: point.y }));
      const [own, rest] = [took(() => ledgerCells(now)), took(() => firstAnswer(now))];
      if (dx > 0) continue;
      cells.push(own);
      findings.push(rest);
    }
  }
  return { cells: median(cells), findings: median(findings) };
}

const large = () => lined(furnished(generateHouse({ points: 2000, seed: 7 }), 7));

// Another house of the same kind first: what is measured is no compiler.
firstAnswer(lined(furnished(generateHouse({ points: 600, seed: 3 }), 3)));
const house = large();
note(
  "first answer of 2 000 devices",
  took(() => firstAnswer(house)),
  "ms",
  2000,
);
for (const [what, design, cellsMs, findingsMs] of [
  ["2 000 devices", house, 30, 200],
  ["the demo house", larkspurWeir(), 10, 40],
] as const) {
  firstAnswer(design);
  const { cells, findings } = nudged(design);
  note(`a point of ${what} nudged: the ledger's cells`, cells, "ms", cellsMs);
  note(`a point of ${what} nudged: all findings`, findings, "ms", findingsMs);
}
