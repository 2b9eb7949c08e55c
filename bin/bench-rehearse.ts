/**
 * How fast the demo house is rehearsed, beside a bare heap of events and beside a clock that ticks; and its outages. Run by
 * itself as it is built for use (bin/bundle-command.mjs): what reads TypeScript as it runs keeps the name of every function
 * that is made, which is a fifth of a year's time. Prints a line of JSON for each figure.
 */
import { Agenda } from "../core/stages/automations/engine/agenda";
import { Rehearsal, rehearse } from "../core/stages/rehearse/play/rehearse";
import { houseOf } from "../core/stages/rehearse/house-of";
import { pairsOf, singleFailures } from "../core/stages/rehearse/outage/table";
import { larkspurWeir } from "../demo/larkspur-weir";

const note = (...figure: [what: string, measured: number, unit: string, budget?: number]) =>
  console.log(JSON.stringify(figure));

const DAY_MS = 86_400_000;
const FROM = Date.UTC(2026, 0, 1);
const YEAR = { from: FROM, to: FROM + 365 * DAY_MS, seed: 7 };
const DAYS_OF_TICKS = 2;

function took(work: () => void): number {
  const begin = performance.now();
  work();
  return performance.now() - begin;
}

/** Events that came and were put in: as many of them through a heap, each of which puts in the next. */
function bareHeap(events: number): number {
  return took(() => {
    const agenda = new Agenda<number>();
    for (let i = 0; i < 150; i++) agenda.add(FROM + i, i);
    for (let n = 0; n < events; n++) {
      const next = agenda.next()!;
      agenda.add(next.at + 1000 * (1 + ((n * 7919) % 600)), next.what);
    }
  });
}

const design = larkspurWeir();
const house = houseOf(design);
let lines = 0;
const aYear = () => took(() => void rehearse(house, YEAR, { line: () => void (lines += 1) }));
note("a year of the demo house rehearsed, the first", aYear() / 1000, "s");
const years = [aYear(), aYear(), aYear()].sort((a, b) => a - b);
const year = years[1]!;
lines /= 4;
note("a year of the demo house rehearsed, once warm", year / 1000, "s", 2);
note(`a bare heap of as many events (${lines})`, bareHeap(lines) / 1000, "s");
// A clock that ticks looks at everything each second: the same house, the same engine.
const ticked = took(() => {
  const rehearsal = new Rehearsal(house, { ...YEAR, to: FROM + DAYS_OF_TICKS * DAY_MS }, {});
  rehearsal.begin();
  for (let at = FROM; at <= FROM + DAYS_OF_TICKS * DAY_MS; at += 1000) {
    rehearsal.advance(at);
    rehearsal.values();
  }
});
note("times faster than ticks of a second", (ticked * (365 / DAYS_OF_TICKS)) / year, "×");
globalThis.gc!();
const before = process.memoryUsage().heapUsed;
rehearse(house, { ...YEAR, to: FROM + 3650 * DAY_MS });
globalThis.gc!();
note("memory kept more after ten years", (process.memoryUsage().heapUsed - before) / 1e6, "MB", 5);
note(
  "outage table of the demo, all single failures",
  took(() => void singleFailures({ ...design, hubs: [...design.hubs] })) / 1000,
  "s",
  3,
);
note("all pairs of failures", took(() => void pairsOf(design)) / 1000, "s");
