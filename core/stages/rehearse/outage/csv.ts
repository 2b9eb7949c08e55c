/** The outage table for a spreadsheet: a row a failure, then each room and person with what is left to them. */
import type { Design } from "../../../design/collections";
import { writeCsv } from "../../../files/csv";
import { round1 } from "../../../geometry/round";
import { works } from "./score";
import { personScores, roomScores, singleFailures } from "./table";
import { failureText } from "./words";

export function outageCsv(design: Design): string {
  const failures = singleFailures(design);
  const shares = [...roomScores(design, failures), ...personScores(design, failures)];
  const head = [
    "what",
    "failure",
    "score",
    "by hand",
    "by link",
    "by hub",
    "lost",
    "unsafe",
    ...shares.map(({ name }) => name),
  ];
  const rows = failures.map((failure, i) => [
    failure.what,
    failureText(design, failure.what),
    round1(failure.score),
    failure.left("byHand")[0],
    failure.left("byLink")[0],
    failure.left("byHub")[0],
    failure.touched.filter(({ before, now }) => works(before) && !works(now)).length,
    failure.touched.filter(({ unsafe }) => unsafe).length,
    ...shares.map(({ scores }) => round1(scores[i]!)),
  ]);
  return writeCsv(head, rows);
}
